'use client';

import AddRounded from '@mui/icons-material/AddRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useSnackbar } from 'notistack';
import { useCallback, useEffect, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { textOf } from '@/core';
import { beginBolt, layOutDemo, listBolts, type OnShelf, shelfAtStart, takeOffShelf } from '@/session/bolts';
import { jobTrouble } from '@/session/jobs';
import { type Arrived, lookThrough, PROJECT_FILE, saveAsFile, takeFromFile } from '@/session/project-file';
import FileButton from '../parts/file-button';
import JobProgress from '../parts/job-progress';
import { fileSize, LAYOUT_NAME, size } from '../parts/lengths';
import { saveFile } from '../parts/save-file';
import SameBolt from './same-bolt';

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

  const say = (text: string, wrong = false) => enqueueSnackbar(text, wrong ? { variant: 'warning' } : {});
  const [same, setSame] = useState<Arrived | null>(null);
  const take = async (arrived: Arrived, how: 'replace' | 'both') => {
    setSame(null);
    const { name } = arrived.file.project;
    const id = await takeFromFile(arrived, how);
    const trouble = jobTrouble(PROJECT_FILE);
    if (id) say(`${name} is on the shelf.`);
    else if (trouble) say(`${trouble} Nothing was changed.`, true);
    await refresh();
  };
  const arrive = async (file: File) => {
    try {
      const arrived = await lookThrough(file);
      if (arrived.there) setSame(arrived);
      else await take(arrived, 'replace');
    } catch (error) {
      say(`${textOf(error)} Nothing was changed.`, true);
    }
  };
  const save = async (id: string) => {
    const made = await saveAsFile(id);
    const trouble = jobTrouble(PROJECT_FILE);
    if (made) {
      saveFile(made.file, made.name);
      say(
        `${made.name}, ${fileSize(made.file.size)}: read back, every one of its ${made.assets} pictures as it was.`,
      );
    } else if (trouble) say(`The file was not made: ${trouble}`, true);
  };
  const { getRootProps, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (files) => {
      for (const file of files.slice(0, 1)) void arrive(file);
    },
  });

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
    <Box
      component="main"
      {...getRootProps({ role: 'main' })}
      sx={{
        maxWidth: 1160,
        minHeight: '100vh',
        mx: 'auto',
        px: { xs: 2, sm: 5 },
        py: 5,
        outline: isDragActive ? '3px dashed' : 'none',
        outlineColor: 'primary.main',
        outlineOffset: -12,
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 2, mb: 4, flexWrap: 'wrap' }}>
        <Box sx={{ flex: 1, minWidth: 260 }}>
          <Typography variant="h1" sx={{ color: 'primary.main', fontSize: '2.5rem' }}>
            Hexaplex
          </Typography>
          <Typography color="text.secondary">
            Seamless repeats, exact and measured. Your bolts stay on this machine.
          </Typography>
        </Box>
        <FileButton
          label="Open a bolt from a file"
          accept=".hexaplex"
          onFile={(file) => void arrive(file)}
          disabled={!bolts}
        />
        <Button variant="contained" size="large" startIcon={<AddRounded />} onClick={begin} disabled={!bolts}>
          New bolt
        </Button>
      </Box>
      {wrong && (
        <Typography role="alert" color="error" sx={{ mb: 2 }}>
          {wrong}
        </Typography>
      )}
      <JobProgress kind={PROJECT_FILE} />
      {same && (
        <SameBolt
          arrived={same}
          changed={bolts?.find((b) => b.id === same.file.project.id)?.changed}
          onTake={(how) => void take(same, how)}
          onLeave={() => setSame(null)}
        />
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
                <Button onClick={() => void save(bolt.id)} aria-label={`Save ${name} as a file`}>
                  Save as a file
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
