'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Project } from '@/core';
import {
  apartText,
  beginTwoStates,
  endTwoStates,
  moreEven,
  pickState,
  showState,
  TWO_STATES,
  useTwoStates,
} from '@/session/check';
import { useBusy, useSession } from '@/session/kernel';
import Tray from '../../parts/chrome/tray';
import PracticeCurve from './practice-curve';

const NAMES = ['First', 'Second'] as const;
const BOTH = [0, 1] as const;

/** Two states of the bolt's own history: which is the more even? */
export default function TwoStates({ project }: { project: Project }) {
  const bolt = useSession();
  const pair = useTwoStates((s) => s.pair);
  const busy = useBusy(TWO_STATES);
  if (!pair) return null;
  const { picked, shows, states } = pair;
  const best = moreEven(pair);
  const score = (k: 0 | 1) => states[k].report.evenness?.score ?? 0;
  return (
    <Tray
      title="Practice"
      summary="Two states that this bolt once had. Look at both in turn: which is the more even?"
    >
      <Box
        role="group"
        aria-label="On the cloth"
        sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}
      >
        {BOTH.map((k) => (
          <Button
            key={k}
            variant={shows === k ? 'contained' : 'outlined'}
            aria-pressed={shows === k}
            onClick={() => showState(k)}
          >
            {NAMES[k]}
            {picked === null ? '' : `: ${score(k)}`}
          </Button>
        ))}
      </Box>
      {picked === null ? (
        <Box sx={{ display: 'flex', gap: 1 }}>
          {BOTH.map((k) => (
            <Button key={k} variant="outlined" onClick={() => pickState(k)}>
              The {NAMES[k].toLowerCase()} is
            </Button>
          ))}
        </Box>
      ) : (
        <>
          <Typography role="status" data-testid="two-states-mark">
            {picked === best ? 'Right.' : 'Not so.'} The {NAMES[best].toLowerCase()} is the more even:{' '}
            {score(best)} against {score(best ? 0 : 1)}.
          </Typography>
          <Typography variant="body2" color="text.secondary">
            {apartText(pair)}
          </Typography>
        </>
      )}
      <Box sx={{ display: 'flex', gap: 1 }}>
        {picked !== null && (
          <Button variant="contained" disabled={busy} onClick={() => void beginTwoStates(bolt, project)}>
            Another
          </Button>
        )}
        <Button variant={picked === null ? 'text' : 'outlined'} onClick={endTwoStates}>
          Back to the work
        </Button>
      </Box>
      <PracticeCurve />
    </Tray>
  );
}
