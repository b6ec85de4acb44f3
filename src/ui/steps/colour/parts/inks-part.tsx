'use client';

import ArrowDownwardRounded from '@mui/icons-material/ArrowDownwardRounded';
import ArrowUpwardRounded from '@mui/icons-material/ArrowUpwardRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { allArt, mergeInks, moveInk, type Project, setInk } from '@/core';
import { edit } from '@/session/bolt';
import { useView } from '@/session/cloth';
import { partInk, takeInks, useInks } from '@/session/colour';
import { messageOf, useSession } from '@/session/kernel';
import Fold from '../../../parts/chrome/fold';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';
import NumberField from '../../../parts/fields/number-field';
import { inkFrame } from './ink-frame';
import OverridePart from './override-part';
import ScreensPart from './screens-part';

const TEXTURE = { '1': "the hand's texture kept", '0.5': 'texture softened', '0': 'flat' } as const;

/** The inks of the art: taken from it, named, put in printing order, merged, parted, kept rough or made flat. */
export default function InksPart({ project }: { project: Project }) {
  const bolt = useSession();
  const hasInks = project.inks.length > 1;
  const [count, setCount] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  const run = async (what: () => Promise<string>) => {
    setBusy(true);
    setSaid(null);
    useView.setState({ colourPart: 'inks' });
    try {
      setSaid({ text: await what(), wrong: false });
    } catch (error) {
      setSaid({ text: messageOf(error), wrong: true });
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 1, alignItems: 'start' }}>
        <NumberField
          label="How many, or all"
          digits={0}
          value={count}
          min={1}
          max={64}
          onChange={(n) => setCount(Math.round(n))}
        />
        <Button
          variant={hasInks ? 'outlined' : 'contained'}
          disabled={busy || !allArt(project).length}
          onClick={() => void run(() => takeInks(bolt, project, count ?? undefined))}
          sx={{ height: 40 }}
        >
          {busy ? 'Looking' : 'Take from the art'}
        </Button>
      </Box>
      {count !== null && (
        <Button onClick={() => setCount(null)} sx={{ justifySelf: 'start', alignSelf: 'start', mt: -1 }}>
          As many as the art shows
        </Button>
      )}
      {(said || !allArt(project).length) && (
        <Typography
          variant="body2"
          role={said?.wrong ? 'alert' : 'status'}
          color={said?.wrong ? 'error' : 'text.secondary'}
        >
          {said?.text ?? 'There is no art yet: bring in motifs.'}
        </Typography>
      )}
      {hasInks && <InkList project={project} onPart={(n) => void run(() => partInk(bolt, project, n))} />}
      {hasInks && <OverridePart project={project} />}
      {hasInks && (
        <Fold title="Flat screens" summary="For screen printing, one file an ink">
          <ScreensPart project={project} />
        </Fold>
      )}
    </>
  );
}

function InkList({ project, onPart }: { project: Project; onPart: (n: number) => void }) {
  const bolt = useSession();
  const onCloth = useInks((s) => s.onCloth);
  const focus = useView((s) => s.ink);
  const last = project.inks.length - 1;
  return (
    <Part title="Inks, in printing order">
      <Box sx={{ display: 'grid', gap: 0.25 }}>
        {project.inks.map((ink, n) => {
          const open = focus === n;
          const share = onCloth?.shares[n];
          return (
            <Box key={ink.id} sx={inkFrame(open)}>
              <Box
                component="button"
                aria-expanded={open}
                aria-label={`Ink ${n + 1}, ${ink.name}`}
                onClick={() => useView.setState({ ink: open ? null : n })}
                sx={{
                  display: 'grid',
                  gridTemplateColumns: '18px 34px 1fr auto',
                  gap: 1,
                  alignItems: 'center',
                  width: '100%',
                  border: 0,
                  p: 0.4,
                  bgcolor: 'transparent',
                  color: 'text.primary',
                  font: 'inherit',
                  textAlign: 'left',
                  cursor: 'pointer',
                }}
              >
                <Typography variant="body2" color="text.secondary">
                  {n + 1}
                </Typography>
                <Box
                  sx={{
                    display: 'flex',
                    height: 26,
                    borderRadius: 0.75,
                    overflow: 'hidden',
                    border: '1px solid rgba(34,26,43,0.3)',
                  }}
                >
                  {[ink.hex, ...ink.also].map((hex) => (
                    <Box key={hex} sx={{ flex: 1 }} style={{ background: hex }} />
                  ))}
                </Box>
                <Typography variant="body2">{ink.name}</Typography>
                <Typography variant="body2" color="text.secondary">
                  {share === undefined ? '' : `${(share * 100).toFixed(1)} %`}
                </Typography>
              </Box>
              {open && (
                <Box sx={{ display: 'grid', gap: 1, pt: 1 }}>
                  <TextField
                    key={ink.name}
                    label="Name of this ink"
                    defaultValue={ink.name}
                    onBlur={(e) => {
                      const name = e.target.value.trim().slice(0, 80);
                      if (name && name !== ink.name) edit(bolt, setInk(n, { name }));
                    }}
                  />
                  {n > 0 && (
                    <>
                      <Choice
                        label="In this ink"
                        value={String(ink.texture) as keyof typeof TEXTURE}
                        options={TEXTURE}
                        onChange={(v) => edit(bolt, setInk(n, { texture: Number(v) }))}
                      />
                      <Choice
                        label={`Print ${ink.name} with`}
                        value=""
                        options={Object.fromEntries([
                          ['', 'its own ink'],
                          ...project.inks.flatMap((other, k) =>
                            k === n || k === 0 ? [] : [[String(k), `${other.name}, merged into one`]],
                          ),
                        ])}
                        onChange={(k) => {
                          if (k !== '' && edit(bolt, mergeInks(n, Number(k))))
                            useView.setState({ ink: null });
                        }}
                      />
                      <Box sx={{ display: 'flex', gap: 0.75, alignItems: 'center' }}>
                        <Button variant="outlined" onClick={() => onPart(n)}>
                          Part it in two
                        </Button>
                        <Box sx={{ flex: 1 }} />
                        <IconButton
                          size="small"
                          aria-label={`Print ${ink.name} earlier`}
                          title="Earlier"
                          disabled={n < 2}
                          onClick={() => {
                            edit(bolt, moveInk(n, n - 1));
                            useView.setState({ ink: n - 1 });
                          }}
                        >
                          <ArrowUpwardRounded fontSize="small" />
                        </IconButton>
                        <IconButton
                          size="small"
                          aria-label={`Print ${ink.name} later`}
                          title="Later"
                          disabled={n === last}
                          onClick={() => {
                            edit(bolt, moveInk(n, n + 1));
                            useView.setState({ ink: n + 1 });
                          }}
                        >
                          <ArrowDownwardRounded fontSize="small" />
                        </IconButton>
                      </Box>
                    </>
                  )}
                </Box>
              )}
            </Box>
          );
        })}
      </Box>
    </Part>
  );
}
