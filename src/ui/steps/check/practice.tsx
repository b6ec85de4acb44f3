'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { FAULTS, type Fault, type Project } from '@/core';
import { useJob } from '@/session/jobs';
import { beginLesson, endLesson, openRecord, PRACTICE, putPin, usePractice } from '@/session/practice';
import { useView } from '@/session/view';
import Choice from '../../parts/choice';
import Fold from '../../parts/fold';
import { small } from '../../parts/lengths';
import Tray from '../../parts/tray';
import { findingTitle, findingWhy } from './words';

const NAME: Record<Fault, string> = {
  'bare-patch': 'bare patch',
  lane: 'open lane',
  'row-up': 'rows',
  'near-touch': 'near touch',
  twins: 'twins',
  heavy: 'heavy spot',
};

const LOOK_FOR: Record<Fault, string> = {
  'bare-patch': 'A hole more than twice as wide as the gaps. Squint: it is the lightest spot.',
  lane: 'A straight stripe of ground right through. Tip your head along the slant.',
  'row-up': 'Motifs drawn into lines. From afar the cloth looks striped.',
  'near-touch': 'Two edges that almost meet. Follow the narrowest ground.',
  twins: 'The same motif twice, side by side.',
  heavy: 'One thing far too dark and large. Squint: it stays when all else goes.',
};

const COPY = { made: 'your motifs, scattered anew', yours: 'a copy of this cloth' };

/** A short trainer: a fault is planted, you pin it, it says how far off you were. */
export default function Practice({ project }: { project: Project }) {
  const { lesson, record } = usePractice();
  const job = useJob(PRACTICE);
  const busy = job?.state === 'running';
  const trouble = job?.trouble;
  const [on, setOn] = useState<keyof typeof COPY>('made');
  useEffect(() => {
    void openRecord();
  }, []);
  const tried = FAULTS.reduce((s, f) => s + record[f].tried, 0);
  const found = FAULTS.reduce((s, f) => s + record[f].found, 0);
  const begin = () => void beginLesson(project, on === 'made');
  const kept = (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }} data-testid="practice-record">
      {FAULTS.filter((f) => record[f].tried).map((f) => (
        <Typography
          key={f}
          component="li"
          variant="body2"
          sx={{ display: 'flex', justifyContent: 'space-between' }}
        >
          <span>{NAME[f]}</span>
          <span>
            {record[f].found} of {record[f].tried} found
          </span>
        </Typography>
      ))}
    </Box>
  );
  if (!lesson) {
    return (
      <Fold
        title="Practice"
        says={tried ? `${found} of ${tried} found so far` : 'Train your eye on a planted fault'}
      >
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
          A fault is planted in a cloth that is not your work. Put a pin where it is; you are told what was
          measured, and how far off you were.
        </Typography>
        <Box sx={{ display: 'grid', gap: 1.5 }}>
          <Choice label="On" value={on} options={COPY} onChange={setOn} />
          <Button variant="outlined" disabled={busy || project.placements.length < 8} onClick={begin}>
            {busy ? 'Planting a fault' : 'Begin'}
          </Button>
          {project.placements.length < 8 && (
            <Typography variant="body2" color="text.secondary">
              Lay eight motifs or more first.
            </Typography>
          )}
          {trouble && (
            <Typography role="alert" variant="body2" color="error">
              {trouble}
            </Typography>
          )}
          {kept}
        </Box>
      </Fold>
    );
  }
  const { planted, marked, measured, placements } = lesson;
  return (
    <Tray
      title="Practice"
      says={
        marked ? `It was: ${NAME[planted.fault]}.` : 'One fault is planted in this cloth. Press where it is.'
      }
    >
      {marked ? (
        <>
          <Typography role="status" data-testid="practice-mark">
            {marked.hit
              ? `Found. Your pin is ${small(marked.off)} from its middle.`
              : `Not there. Your pin is ${small(marked.off)} off; the ring shows the place.`}
          </Typography>
          {measured && (
            <Box>
              <Typography variant="h3">{findingTitle(measured, { ...project, placements })}</Typography>
              <Typography variant="body2" color="text.secondary">
                {findingWhy(measured, { ...project, placements })}
              </Typography>
            </Box>
          )}
          <Typography variant="body2" color="text.secondary">
            {LOOK_FOR[planted.fault]}
          </Typography>
        </>
      ) : (
        <>
          <Typography variant="body2" color="text.secondary">
            Bare patch, open lane, rows, near touch, twins or heavy spot. Your own work is as it was.
          </Typography>
          <Button
            variant="outlined"
            onClick={() => {
              const { origin, zoom, window } = useView.getState();
              putPin({ x: origin.x + window.width / 2 / zoom, y: origin.y + window.height / 2 / zoom });
            }}
          >
            Pin the middle of the view
          </Button>
        </>
      )}
      <Box sx={{ display: 'flex', gap: 1 }}>
        {marked && (
          <Button variant="contained" disabled={busy} onClick={begin}>
            Another
          </Button>
        )}
        <Button variant={marked ? 'outlined' : 'text'} onClick={endLesson}>
          Back to the work
        </Button>
      </Box>
      {kept}
    </Tray>
  );
}
