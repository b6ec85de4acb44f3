'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { layComposition, type MotifRole } from '@/core';
import { edit, useBolt } from '@/session/bolt';
import { useSprites, useView } from '@/session/cloth';
import { addStandIn, type StandIn } from '@/session/intake';
import { messageOf, runJob, stopKind, useJob, useSession } from '@/session/kernel';
import Swatch from '../../cloth/swatch';
import JobProgress from '../../parts/chrome/job-progress';
import PictureCard from '../../parts/chrome/picture-card';
import { LAYOUT_NAME } from '../../parts/fields/lengths';
import { type Composition, compose, WAYS } from './compositions';

const COMPOSITIONS = 'compositions';
/** Stand-ins to begin with, and what each stands for. */
const BEGIN: [StandIn, MotifRole][] = [
  ['blob', 'hero'],
  ['sprig', 'secondary'],
  ['oval', 'filler'],
  ['bar', 'filler'],
];

/** Several rough compositions beside each other: one is chosen, and is then on the cloth. */
export default function CompositionsRoom() {
  return useView((s) => s.compositions) ? <Room /> : null;
}

function Room() {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  const sprites = useSprites((s) => s.sprites);
  const job = useJob(COMPOSITIONS);
  const [seed, setSeed] = useState(1);
  const [found, setFound] = useState<(Composition | string)[]>([]);
  const begun = project?.motifs.length ?? 0;
  useEffect(() => {
    const { project: now } = useBolt.getState();
    if (!begun || !now) return;
    setFound([]);
    void runJob(bolt, COMPOSITIONS, 'Laying them.', async (how) => {
      for (const [n, way] of WAYS.entries()) {
        const one = await compose(now, way, seed, {
          signal: how.signal,
          onProgress: (share) => how.onProgress((n + share) / WAYS.length),
        }).catch((error) => {
          if (how.signal.aborted) throw error;
          return messageOf(error);
        });
        if (how.signal.aborted) return;
        setFound((list) => [...list, one]);
      }
    });
    // What is no longer looked at is not laid on.
    return () => stopKind(bolt, COMPOSITIONS);
  }, [begun, seed, bolt]);
  if (!project) return null;
  const close = () => useView.setState({ compositions: false });
  const span = Math.max(project.brief.widthMm, project.brief.heightMm) * 2.2;
  return (
    <Dialog open fullWidth maxWidth="lg" onClose={close} aria-labelledby="compositions-title">
      <DialogTitle id="compositions-title" variant="h2">
        Rough compositions
      </DialogTitle>
      <DialogContent>
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
          {begun
            ? `The one you take replaces what lies on the cloth but for what is locked; undo brings it back.`
            : 'There is no motif yet. Stand-ins hold the places of a hero, a secondary and two fillers; your art takes them later.'}
        </Typography>
        {begun === 0 && (
          <Button
            variant="contained"
            onClick={async () => {
              for (const [kind, role] of BEGIN) await addStandIn(bolt, kind, role);
            }}
          >
            Begin with stand-ins
          </Button>
        )}
        <JobProgress kind={COMPOSITIONS} />
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fill, minmax(338px, 1fr))',
            gap: 2,
            mt: 1.5,
          }}
        >
          {found.map((one, n) =>
            typeof one === 'string' ? (
              <Typography key={WAYS[n]?.name} variant="body2" color="text.secondary">
                {WAYS[n]?.name}: {one}
              </Typography>
            ) : (
              <PictureCard
                key={one.way.name}
                label={`Take ${one.way.name}`}
                on={false}
                onPress={() => {
                  if (edit(bolt, layComposition(one.layout, one.placements))) close();
                }}
                pad={1}
              >
                <Swatch
                  project={{ ...project, layout: one.layout, placements: one.placements }}
                  sprites={sprites}
                  sizePx={320}
                  heightPx={188}
                  spanMm={span}
                />
                <Typography variant="h3" sx={{ mt: 1 }}>
                  {one.way.name}
                </Typography>
                <Typography variant="body2" color="text.secondary">
                  {LAYOUT_NAME[one.layout.kind]}. {one.told}
                </Typography>
              </PictureCard>
            ),
          )}
        </Box>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        {begun > 0 && (
          <Button
            variant="outlined"
            disabled={job?.state === 'running'}
            onClick={() => setSeed((s) => s + 1)}
          >
            Six others
          </Button>
        )}
        <Button onClick={close}>Leave it as it is</Button>
      </DialogActions>
    </Dialog>
  );
}
