'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { isVector, nth, pxToMm, type Sheet, shownGround } from '@/core';
import { useBolt } from '@/session/bolt';
import type { IncomingPage } from '@/session/intake';
import { small } from '../../../parts/fields/lengths';
import About from './about';
import Fill from './fill';
import LargePicture from './large-picture';
import Parts from './parts';
import Pieces from './pieces';
import Trace from './trace';

const TABS = ['About', 'Pieces', 'Parts', 'Fill', 'Trace'] as const;

type Props = {
  id: string;
  onDone: () => void;
  onPage: (page: IncomingPage) => void;
  onSheet: (sheet: Sheet) => void;
};

/** One motif by itself: what is known of it, its parts, its fills, its outlines. */
export default function MotifRoom({ id, onDone, onPage, onSheet }: Props) {
  const project = useBolt((s) => s.project);
  const [tab, setTab] = useState<(typeof TABS)[number]>('About');
  const motif = project?.motifs.find((m) => m.id === id);
  if (!project || !motif) return null;
  const ground = shownGround(project);
  const picture = <LargePicture motif={motif} ground={ground} />;
  const uses = project.placements.filter((p) => p.motif === id).length;
  return (
    <Dialog open fullWidth maxWidth="lg" onClose={onDone} aria-labelledby="motif-title">
      <Box
        sx={{
          display: 'flex',
          alignItems: 'center',
          gap: 2,
          px: 3,
          pt: 1.5,
          borderBottom: 1,
          borderColor: 'divider',
          flexWrap: 'wrap',
        }}
      >
        <Box sx={{ flex: '1 1 200px', minWidth: 0, pb: 1 }}>
          <Typography id="motif-title" variant="h2" noWrap>
            {motif.name}
          </Typography>
          <Typography variant="caption" color="text.secondary">
            {small(pxToMm(motif.width, motif.ppi))} x {small(pxToMm(motif.height, motif.ppi))} as drawn,{' '}
            {uses ? `laid ${uses}x` : 'not laid yet'}
          </Typography>
        </Box>
        <Tabs
          value={tab}
          onChange={(_, v) => setTab(v)}
          aria-label="About this motif"
          sx={{ '& .MuiTab-root': { textTransform: 'none', fontWeight: 600 } }}
        >
          {TABS.map((t) => (
            <Tab key={t} value={t} label={t} />
          ))}
        </Tabs>
        <Button variant="contained" onClick={onDone}>
          Done
        </Button>
      </Box>
      <Box sx={{ height: '68vh', display: 'flex', minHeight: 0 }}>
        {tab === 'About' && (
          <About
            motif={motif}
            picture={picture}
            sheet={project.sheets.find((s) => s.id === motif.sheet)}
            onPage={onPage}
            onSheet={onSheet}
            onGone={onDone}
          />
        )}
        {tab === 'Pieces' && <Pieces motif={motif} project={project} ground={ground} />}
        {tab === 'Parts' && <Parts motif={motif} picture={picture} />}
        {tab === 'Fill' &&
          (isVector(motif) ? (
            <Typography variant="body2" sx={{ p: 3 }}>
              A vector has its colours in its file: fill line art that was scanned or drawn in pixels.
            </Typography>
          ) : (
            <Fill motif={motif} colours={nth(project.colourways, 0).colours} />
          ))}
        {tab === 'Trace' && <Trace motif={motif} ground={ground} />}
      </Box>
    </Dialog>
  );
}
