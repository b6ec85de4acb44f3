'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import {
  blockFits,
  cellOf,
  LIMITS,
  type PixelPlan,
  type Project,
  pixelPlan,
  productOf,
  type Size,
} from '@/core';
import { Part } from '../../parts/chrome/tray';
import { small, trim } from '../../parts/fields/lengths';
import { FIGURES } from '../../theme/theme';

/** What rounding to whole pixels does to the cell and, where that is larger, to the block of several cells. */
function roundedText({ error, blockError, block, cell }: PixelPlan): string {
  const size = (e: Size) => `${trim(e.width, 3)} mm in width, ${trim(e.height, 3)} mm in height`;
  const own = block.width === cell.width && block.height === cell.height;
  return own
    ? `Rounded to whole pixels: ${size(error)}.`
    : `Rounded to whole pixels: the cell by ${size(error)}; the repeat block by ${size(blockError)}.`;
}

/** What the cell and the block are in pixels, and what rounding does to them. */
export default function PlanSection({ project }: { project: Project }) {
  const { brief, layout } = project;
  const plan = pixelPlan(layout, cellOf({ brief }), brief.ppi);
  const { material, wants } = productOf(project.checking.product);
  const tooLarge = !blockFits(plan);
  const rounding = Math.max(Math.abs(plan.blockError.width), Math.abs(plan.blockError.height));
  return (
    <Part title="Pixel plan">
      <Box
        component="dl"
        data-testid="pixel-plan"
        sx={{
          m: 0,
          display: 'grid',
          gridTemplateColumns: 'auto 1fr',
          columnGap: 2,
          rowGap: 0.5,
          fontSize: 13.5,
        }}
      >
        <dt>Cell</dt>
        <Box component="dd" sx={{ m: 0, fontFamily: FIGURES }}>
          {plan.cell.width} x {plan.cell.height} px
        </Box>
        <dt>Repeat block</dt>
        <Box component="dd" sx={{ m: 0, fontFamily: FIGURES }}>
          {plan.block.width} x {plan.block.height} px
        </Box>
        <dt>Next column</dt>
        <Box component="dd" sx={{ m: 0, fontFamily: FIGURES }}>
          {plan.lattice.a.x} px across, {plan.lattice.a.y} px down
        </Box>
        <dt>Next row</dt>
        <Box component="dd" sx={{ m: 0, fontFamily: FIGURES }}>
          {plan.lattice.b.x} px across, {plan.lattice.b.y} px down
        </Box>
      </Box>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
        {rounding < 5e-4
          ? 'Every step is a whole number of pixels as it stands: nothing was rounded.'
          : roundedText(plan)}
      </Typography>
      {tooLarge && (
        <Typography variant="body2" color="warning.main" sx={{ mt: 1 }}>
          This block is over {LIMITS.maxBlockPx} px on a side or {LIMITS.maxBlockMp} megapixels, more than can
          be sent in one piece. A lower ppi or a smaller cell fits.
        </Typography>
      )}
      {brief.ppi < wants.ppi && (
        <Typography variant="body2" color="warning.main" sx={{ mt: 1 }}>
          {material} wants {wants.ppi} ppi or more. At {trim(brief.ppi, 0)} ppi edges look soft.
        </Typography>
      )}
      {rounding >= 0.5 && (
        <Typography variant="body2" color="warning.main" sx={{ mt: 1 }}>
          {small(rounding)} is enough to see on a roll. A ppi that divides evenly avoids it.
        </Typography>
      )}
    </Part>
  );
}
