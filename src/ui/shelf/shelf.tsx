'use client';

import AddRounded from '@mui/icons-material/AddRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useSnackbar } from 'notistack';
import { useCallback, useEffect, useState } from 'react';
import { textOf } from '@/core';
import { beginBolt, layOutDemo, listBolts, type OnShelf, shelfAtStart, takeOffShelf } from '@/session/bolts';
import { LAYOUT_NAME, size } from '../parts/lengths';

const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

function Thumbnail({ bolt }: { bolt: OnShelf }) {
  const [url, setUrl] = useState('');
  useEffect(() => {
    if (!bolt.thumbnail) return;
    const made = URL.createObjectURL(bolt.thumbnail);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [bolt.thumbnail]);
  return (
    <Box
      sx={{
        height: 236,
        bgcolor: bolt.ground,
        backgroundImage: url ? `url(${url})` : 'none',
        backgroundSize: 'cover',
        backgroundPosition: 'center',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    />
  );
}

/** The start page: each bolt shows a strip of its own cloth. */
export default function Shelf() {
  const [bolts, setBolts] = useState<OnShelf[] | null>(null);
  const [wrong, setWrong] = useState('');
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const router = useRouter();
  const refresh = useCallback(() => listBolts().then(setBolts), []);
  useEffect(() => {
    shelfAtStart().then(setBolts, (error) => {
      setWrong(
        `The shelf could not be read: ${textOf(error)} Close other windows of Hexaplex and try again.`,
      );
      void refresh().catch(() => setBolts([]));
    });
  }, [refresh]);

  const begin = async () => {
    const n = (bolts?.length ?? 0) + 1;
    router.push(`/bolt/${await beginBolt(`New bolt ${n}`)}`);
  };
  const takeOff = async (bolt: OnShelf) => {
    const putBack = await takeOffShelf(bolt.id).catch((error) => {
      enqueueSnackbar(textOf(error), { variant: 'warning' });
    });
    if (!putBack) return;
    await refresh();
    const key = enqueueSnackbar(`${bolt.name} was taken off the shelf.`, {
      action: (
        <Button
          color="inherit"
          onClick={async () => {
            await putBack().catch((error) => enqueueSnackbar(textOf(error), { variant: 'warning' }));
            await refresh();
            closeSnackbar(key);
          }}
        >
          Put it back
        </Button>
      ),
    });
  };
  return (
    <Box component="main" sx={{ maxWidth: 1160, mx: 'auto', px: { xs: 2, sm: 5 }, py: 5 }}>
      <Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 2, mb: 4, flexWrap: 'wrap' }}>
        <Box sx={{ flex: 1, minWidth: 260 }}>
          <Typography variant="h1" sx={{ color: 'primary.main', fontSize: '2.5rem' }}>
            Hexaplex
          </Typography>
          <Typography color="text.secondary">
            Seamless repeats, exact and measured. Your bolts stay on this machine.
          </Typography>
        </Box>
        <Button variant="contained" size="large" startIcon={<AddRounded />} onClick={begin} disabled={!bolts}>
          New bolt
        </Button>
      </Box>
      {wrong && (
        <Typography role="alert" color="error" sx={{ mb: 2 }}>
          {wrong}
        </Typography>
      )}
      {!bolts && <Typography role="status">Fetching the bolts.</Typography>}
      {bolts?.length === 0 && (
        <Box
          sx={{
            border: '1.5px dashed',
            borderColor: 'text.secondary',
            borderRadius: 2,
            p: 5,
            textAlign: 'center',
          }}
        >
          <Typography variant="h2" sx={{ mb: 1 }}>
            The shelf is empty.
          </Typography>
          <Typography sx={{ mb: 2 }}>
            Begin a new bolt and bring in a scan, or lay out the demo cloth to look round.
          </Typography>
          <Button
            variant="outlined"
            onClick={async () => {
              await layOutDemo();
              await refresh();
            }}
          >
            Lay out Kite Weather
          </Button>
        </Box>
      )}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 460px), 1fr))',
          gap: 3,
        }}
      >
        {bolts?.map((bolt) => {
          const { brief, name } = bolt;
          return (
            <Box
              key={bolt.id}
              component="article"
              data-testid="bolt"
              sx={{
                border: 1,
                borderColor: 'divider',
                borderRadius: 2,
                overflow: 'hidden',
                bgcolor: 'background.paper',
                position: 'relative',
              }}
            >
              <Box
                component={Link}
                href={`/bolt/${bolt.id}`}
                aria-label={`Open ${name}`}
                sx={{ display: 'block', color: 'inherit', textDecoration: 'none' }}
              >
                <Thumbnail bolt={bolt} />
                <Box sx={{ p: 2, pb: 1, borderLeft: '6px dashed', borderColor: 'primary.main' }}>
                  <Typography variant="h2">{name}</Typography>
                  <Typography variant="body2" color="text.secondary">
                    {LAYOUT_NAME[bolt.layout]}, {size(brief.widthMm, brief.heightMm, brief.unit)},{' '}
                    {Math.round(brief.ppi)} ppi
                  </Typography>
                  <Typography variant="caption" color="text.secondary">
                    Changed {when.format(new Date(bolt.changed))}
                  </Typography>
                </Box>
              </Box>
              <Box
                sx={{
                  px: 1.5,
                  pb: 1.5,
                  borderLeft: '6px dashed',
                  borderColor: 'primary.main',
                  display: 'flex',
                  gap: 1,
                }}
              >
                <Button component={Link} href={`/bolt/${bolt.id}`}>
                  Open
                </Button>
                <Button color="error" onClick={() => takeOff(bolt)} aria-label={`Take ${name} off the shelf`}>
                  Take off the shelf
                </Button>
              </Box>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
