'use client';

import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  blockFits,
  completeSize,
  type LayoutKind,
  LIMITS,
  mmPer,
  type PixelPlan,
  paint,
  pixelPlan,
  type Size,
  setBrief,
  setLayout,
} from '@/core';
import { edit, useBolt } from '@/session/bolt';
import AlternateFields from '../../parts/alternate-fields';
import ColourField from '../../parts/colour-field';
import { LAYOUT_NAME, small, trim } from '../../parts/lengths';
import NumberField from '../../parts/number-field';
import Tray, { Part } from '../../parts/tray';
import { FIGURES } from '../../theme/theme';
import LayoutPicture from './layout-picture';

const DROPS = ['1/2', '1/3', '2/3', '1/4', '3/4', '2/5'];

/** What rounding to whole pixels does to the cell and, where that is larger, to the block of several cells. */
function roundedText({ error, blockError, block, cell }: PixelPlan): string {
  const size = (e: Size) => `${trim(e.width, 3)} mm in width, ${trim(e.height, 3)} mm in height`;
  const own = block.width === cell.width && block.height === cell.height;
  return own
    ? `Rounded to whole pixels: ${size(error)}.`
    : `Rounded to whole pixels: the cell by ${size(error)}; the repeat block by ${size(blockError)}.`;
}

export default function BriefTray() {
  const project = useBolt((s) => s.project);
  /** Which two of size, pixels and ppi are given; a pixel count typed changes the third. */
  const [pixelsChange, setPixelsChange] = useState<'size' | 'ppi'>('size');
  if (!project) return null;
  const { brief, layout } = project;
  const { unit } = brief;
  const per = mmPer(unit);
  const plan = pixelPlan(layout, { width: brief.widthMm, height: brief.heightMm }, brief.ppi);
  const digits = unit === 'in' ? 3 : 2;
  const way = project.colourways.find((c) => c.id === project.shown) ?? project.colourways[0];

  const setPixels = (side: 'widthMm' | 'heightMm', px: number) => {
    if (pixelsChange === 'size') {
      const { mm } = completeSize({ mm: 0, px, ppi: brief.ppi }, 'px+ppi');
      edit(setBrief({ [side]: mm }));
    } else {
      const { ppi } = completeSize({ mm: brief[side], px, ppi: 0 }, 'mm+px');
      edit(setBrief({ ppi }));
    }
  };
  const tooLarge = !blockFits(plan);
  const rounding = Math.max(Math.abs(plan.blockError.width), Math.abs(plan.blockError.height));
  return (
    <Tray title="Brief" says="Two of size, pixels and ppi give the third.">
      <Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
          <NumberField
            label="Cell width"
            unit={unit}
            digits={digits}
            value={brief.widthMm / per}
            min={LIMITS.minMm / per}
            max={LIMITS.maxMm / per}
            onChange={(v) => edit(setBrief({ widthMm: v * per }))}
          />
          <NumberField
            label="Cell height"
            unit={unit}
            digits={digits}
            value={brief.heightMm / per}
            min={LIMITS.minMm / per}
            max={LIMITS.maxMm / per}
            onChange={(v) => edit(setBrief({ heightMm: v * per }))}
          />
          <NumberField
            label="Pixels across"
            unit="px"
            digits={0}
            value={plan.cell.width}
            once
            min={16}
            max={40000}
            onChange={(v) => setPixels('widthMm', v)}
          />
          <NumberField
            label="Pixels down"
            unit="px"
            digits={0}
            value={plan.cell.height}
            once
            min={16}
            max={40000}
            onChange={(v) => setPixels('heightMm', v)}
          />
          <NumberField
            label="Print ppi"
            unit="ppi"
            digits={1}
            value={brief.ppi}
            min={LIMITS.minPpi}
            max={LIMITS.maxPpi}
            onChange={(v) => edit(setBrief({ ppi: v }))}
          />
          <TextField
            select
            label="Measure in"
            value={unit}
            onChange={(e) => edit(setBrief({ unit: e.target.value === 'in' ? 'in' : 'cm' }))}
          >
            <MenuItem value="in">inches</MenuItem>
            <MenuItem value="cm">centimetres</MenuItem>
          </TextField>
        </Box>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mt: 1.5 }}>
          <Typography variant="body2" sx={{ flex: 1 }}>
            New pixels change
          </Typography>
          <ToggleButtonGroup
            exclusive
            value={pixelsChange}
            onChange={(_, v) => v && setPixelsChange(v)}
            aria-label="What new pixels change"
          >
            <ToggleButton value="size">the size</ToggleButton>
            <ToggleButton value="ppi">the ppi</ToggleButton>
          </ToggleButtonGroup>
        </Box>
      </Box>
      <Part title="Layout">
        <Box
          role="radiogroup"
          aria-label="Layout"
          sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 0.75 }}
        >
          {(Object.keys(LAYOUT_NAME) as LayoutKind[]).map((kind) => (
            <Box
              key={kind}
              component="button"
              role="radio"
              aria-checked={layout.kind === kind}
              onClick={() => edit(setLayout({ ...layout, kind }))}
              sx={{
                border: 1,
                borderColor: layout.kind === kind ? 'primary.main' : 'divider',
                outline: layout.kind === kind ? '1px solid' : 'none',
                outlineColor: 'primary.main',
                borderRadius: 1,
                bgcolor: 'background.paper',
                color: layout.kind === kind ? 'primary.main' : 'text.primary',
                fontFamily: 'inherit',
                fontSize: 13,
                fontWeight: 600,
                p: 0.5,
                cursor: 'pointer',
              }}
            >
              <LayoutPicture layout={{ ...layout, kind }} />
              {LAYOUT_NAME[kind]}
            </Box>
          ))}
        </Box>
        {(layout.kind === 'half-drop' || layout.kind === 'brick') && (
          <TextField
            select
            fullWidth
            sx={{ mt: 1.5 }}
            label={layout.kind === 'brick' ? 'Each row steps aside by' : 'Each column hangs lower by'}
            value={`${layout.drop.p}/${layout.drop.q}`}
            onChange={(e) => {
              const [p, q] = e.target.value.split('/').map(Number);
              edit(setLayout({ ...layout, drop: { p, q } }));
            }}
          >
            {DROPS.map((d) => (
              <MenuItem key={d} value={d}>
                {d} of the cell
              </MenuItem>
            ))}
          </TextField>
        )}
      </Part>
      <Part title="Alternate cells">
        <AlternateFields project={project} />
      </Part>
      <Part title="Ground">
        <ColourField
          label={`Ground of ${way.name}`}
          value={way.colours[0]}
          onChange={(hex) =>
            edit(
              paint(way.id, [hex, ...way.colours.slice(1)], () => crypto.randomUUID()),
              `ground${way.id}`,
            )
          }
        />
      </Part>
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
            This block is over {LIMITS.maxBlockPx} px on a side or {LIMITS.maxBlockMp} megapixels, more than
            can be sent in one piece. A lower ppi or a smaller cell fits.
          </Typography>
        )}
        {brief.ppi < 150 && (
          <Typography variant="body2" color="warning.main" sx={{ mt: 1 }}>
            Cloth wants 150 ppi or more; paper and products want 300. At {trim(brief.ppi, 0)} ppi edges look
            soft.
          </Typography>
        )}
        {rounding >= 0.5 && (
          <Typography variant="body2" color="warning.main" sx={{ mt: 1 }}>
            {small(rounding)} is enough to see on a roll. A ppi that divides evenly avoids it.
          </Typography>
        )}
      </Part>
    </Tray>
  );
}
