'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  cellOf,
  compensated,
  type Project,
  purposeOf,
  repeatBlock,
  type Shrinkage,
  STRIKE_MARKS,
  setPurpose,
  shrinkageOf,
  shrinkageText,
} from '@/core';
import { edit } from '@/session/bolt';
import { messageOf, sessionStore, useSession } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import { size, trim } from '../../parts/fields/lengths';
import NumberField from '../../parts/fields/number-field';

type Sides = { across: number; along: number };
const useMeasured = sessionStore<{ printed: Sides; measured: Sides }>(() => ({
  printed: STRIKE_MARKS,
  measured: STRIKE_MARKS,
}));
const SIDES = ['across', 'along'] as const;

/** What the cloth loses when it is washed, from a strike-off that was measured, and the size to print at for it. */
export default function ShrinkSection({ project }: { project: Project }) {
  const bolt = useSession();
  const { printed, measured } = useMeasured();
  const { shrinks } = purposeOf(project);
  const block = repeatBlock(project.layout, cellOf(project));
  let [found, trouble]: [Shrinkage | null, string] = [null, ''];
  try {
    found = shrinkageOf(printed, measured);
  } catch (error) {
    trouble = messageOf(error);
  }
  const kept = shrinks && found && SIDES.every((s) => Math.abs(shrinks[s] - (found?.[s] ?? 0)) < 1e-6);
  const larger = shrinks && compensated(block, shrinks);
  const field = (label: string, of: 'printed' | 'measured', side: keyof Sides) => (
    <NumberField
      label={label}
      unit="mm"
      digits={1}
      step={0.5}
      min={10}
      max={2000}
      value={(of === 'printed' ? printed : measured)[side]}
      onChange={(v) => useMeasured.setState((s) => ({ [of]: { ...s[of], [side]: v } }))}
    />
  );
  return (
    <Fold
      title="Shrinkage"
      summary={shrinks ? shrinkageText(shrinks) : 'From a strike-off that was washed and measured'}
    >
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          {field('Printed across', 'printed', 'across')}
          {field('Now measures across', 'measured', 'across')}
          {field('Printed along', 'printed', 'along')}
          {field('Now measures along', 'measured', 'along')}
        </Box>
        {trouble && (
          <Typography role="alert" variant="body2" color="error">
            {trouble}
          </Typography>
        )}
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button
            variant="outlined"
            disabled={!found || kept === true}
            onClick={() => edit(bolt, setPurpose({ shrinks: found }))}
          >
            Keep it for this bolt
          </Button>
          {shrinks && <Button onClick={() => edit(bolt, setPurpose({ shrinks: null }))}>Forget it</Button>}
        </Box>
        {shrinks && larger && (
          <Typography variant="body2" data-testid="shrinks">
            {shrinkageText(shrinks)} For a repeat of {size(block.width, block.height, project.brief.unit)}{' '}
            when it is washed, have it printed at {size(larger.width, larger.height, project.brief.unit)}:{' '}
            {trim((100 * larger.width) / block.width, 1)} % across and{' '}
            {trim((100 * larger.height) / block.height, 1)} % along. Pieces under Cut are cut larger by it.
          </Typography>
        )}
      </Box>
    </Fold>
  );
}
