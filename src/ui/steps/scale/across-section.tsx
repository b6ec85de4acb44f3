'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { cellOf, counted, type Project, repeatBlock, repeatsAcross } from '@/core';
import { lookAt } from '@/session/cloth';
import { Part } from '../../parts/chrome/tray';
import LengthField from '../../parts/fields/length-field';
import { length, trim } from '../../parts/fields/lengths';
import { USUAL_ACROSS, useRungs } from './ladder';

/** How often the repeat goes across the cloth, what is cut off at its edges, and the nearest size that goes a whole number of times. */
export default function AcrossSection({ project }: { project: Project }) {
  const { unit } = project.brief;
  const acrossMm = useRungs((s) => s.acrossMm) ?? USUAL_ACROSS[unit];
  const { width } = repeatBlock(project.layout, cellOf(project));
  const { repeats, whole, edgeMm, nearest } = repeatsAcross(acrossMm, width);
  const isWhole = Math.abs(repeats - Math.round(repeats)) < 1e-6;
  return (
    <Part title="Across the cloth">
      <Box sx={{ display: 'grid', gap: 1 }}>
        <LengthField
          label="Cloth or roll width"
          mm={acrossMm}
          unit={unit}
          least={10}
          most={20_000}
          onChange={(v) => useRungs.setState({ acrossMm: v })}
        />
        <Typography variant="body2" data-testid="across">
          {trim(repeats, 2)} repeats of {length(width, unit)}
          {isWhole
            ? ': a whole number, nothing is cut off.'
            : whole === 0
              ? ': the repeat is wider than the cloth.'
              : `: with ${whole} in the middle, ${length(edgeMm, unit)} is left at either edge.`}
        </Typography>
        {!isWhole && (
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
            <Typography variant="body2" color="text.secondary" sx={{ flex: 1 }}>
              {counted(nearest.repeats, 'whole one')} at {length(nearest.mm, unit)},{' '}
              {trim((100 * nearest.mm) / width, 1)} % of its size
            </Typography>
            <Button
              size="small"
              aria-label={`Look at ${nearest.repeats} across`}
              onClick={() => lookAt(nearest.mm / width)}
            >
              Look at it
            </Button>
          </Box>
        )}
      </Box>
    </Part>
  );
}
