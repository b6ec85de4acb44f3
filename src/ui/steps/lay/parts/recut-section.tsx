'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Project } from '@/core';
import { RECUTS, type Recut, recutTo, useView } from '@/session/cloth';
import { Part } from '../../../parts/chrome/tray';

const RECUT_SAYS: Record<Recut['how'], string> = {
  'as-laid': 'As laid',
  across: 'Half across',
  down: 'Half down',
  both: 'Both',
  diamond: 'Diamond',
  'by-hand': 'By hand',
};

/** The block alone, cut elsewhere. */
export default function RecutSection({ project }: { project: Project }) {
  const recut = useView((s) => s.recut);
  return (
    <Part title="Slide by half">
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        The block alone, cut where you like. Drag bare cloth to move the cut. The work stays as it is.
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {RECUTS.filter((how) => how !== 'by-hand' || recut?.how === 'by-hand').map((how) => (
          <Button
            key={how}
            variant={recut?.how === how ? 'contained' : 'outlined'}
            aria-pressed={recut?.how === how}
            onClick={() => recutTo(project, how)}
          >
            {RECUT_SAYS[how]}
          </Button>
        ))}
        {recut && <Button onClick={() => recutTo(project, null)}>Whole cloth again</Button>}
      </Box>
    </Part>
  );
}
