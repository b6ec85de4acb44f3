'use client';

import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useView } from '@/session/cloth';
import { Part } from '../../../parts/chrome/tray';
import NumberField from '../../../parts/fields/number-field';

const RESTS = {
  points: "the cell's corners, middle and quarters",
  others: 'other motifs, and equal gaps',
  grid: 'the grid',
} as const;

/** What things come to rest on when they are dragged. */
export default function SnappingSection() {
  const snapping = useView((s) => s.snapping);
  return (
    <Part title="Come to rest on">
      {(Object.keys(RESTS) as (keyof typeof RESTS)[]).map((what) => (
        <FormControlLabel
          key={what}
          sx={{ display: 'flex' }}
          control={
            <Checkbox
              size="small"
              checked={snapping[what]}
              onChange={(_, on) => useView.setState({ snapping: { ...snapping, [what]: on } })}
            />
          }
          label={RESTS[what]}
        />
      ))}
      <Box sx={{ mt: 1, width: '50%' }}>
        <NumberField
          label="From how near"
          unit="px"
          digits={0}
          value={snapping.strengthPx}
          min={1}
          max={40}
          onChange={(strengthPx) => useView.setState({ snapping: { ...snapping, strengthPx } })}
        />
      </Box>
      <Typography variant="caption" color="text.secondary">
        Hold Ctrl while you drag to go without.
      </Typography>
    </Part>
  );
}
