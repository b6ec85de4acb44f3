'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { cellOf, LIMITS, type Project, type Turn, turnDesign, uprightTurns, whyNotTurned } from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import { size, trim } from '../../parts/fields/lengths';

/** As many angles as are worth looking at. */
const SHOWN = 9;

/** The repeat turned as a whole, by the angles at which it repeats upright again. */
export default function TurnSection({ project }: { project: Project }) {
  const bolt = useSession();
  const { unit } = project.brief;
  const why = whyNotTurned(project);
  const fits = ({ cell }: Turn) =>
    [cell.width, cell.height].every((mm) => mm >= LIMITS.minMm && mm <= LIMITS.maxMm);
  const turns = why ? [] : uprightTurns(project.layout, cellOf(project)).filter(fits).slice(0, SHOWN);
  return (
    <Fold title="Turn the whole repeat" summary={why || 'By angles at which it repeats upright again'}>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        {why || 'Clockwise. The block grows with angles that fit less well.'}
      </Typography>
      <Box sx={{ display: 'grid', gap: 0.25 }}>
        {turns.map((turn) => {
          const angle = trim(turn.angle, 2);
          return (
            <Box key={angle} sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
              <Typography variant="body2" sx={{ flex: 1 }}>
                {angle} degrees: block {size(turn.block.width, turn.block.height, unit)}
              </Typography>
              <Button
                size="small"
                aria-label={`Turn by ${angle} degrees`}
                onClick={() => edit(bolt, turnDesign(turn))}
              >
                Turn
              </Button>
            </Box>
          );
        })}
      </Box>
    </Fold>
  );
}
