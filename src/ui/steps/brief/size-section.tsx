'use client';

import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { cellOf, completeSize, LIMITS, mmPer, type Project, pixelPlan, setBrief } from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import NumberField from '../../parts/fields/number-field';

/** Size, pixels and ppi of the cell: two of them give the third. */
export default function SizeSection({ project }: { project: Project }) {
  const bolt = useSession();
  /** A pixel count that is typed changes one of the other two. */
  const [pixelsChange, setPixelsChange] = useState<'size' | 'ppi'>('size');
  const { brief, layout } = project;
  const { unit } = brief;
  const per = mmPer(unit);
  const plan = pixelPlan(layout, cellOf({ brief }), brief.ppi);
  const digits = unit === 'in' ? 3 : 2;

  const setPixels = (side: 'widthMm' | 'heightMm', px: number) => {
    if (pixelsChange === 'size') {
      const { mm } = completeSize({ mm: 0, px, ppi: brief.ppi }, 'px+ppi');
      edit(bolt, setBrief({ [side]: mm }));
    } else {
      const { ppi } = completeSize({ mm: brief[side], px, ppi: 0 }, 'mm+px');
      edit(bolt, setBrief({ ppi }));
    }
  };
  return (
    <Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <NumberField
          label="Cell width"
          unit={unit}
          digits={digits}
          value={brief.widthMm / per}
          min={LIMITS.minMm / per}
          max={LIMITS.maxMm / per}
          onChange={(v) => edit(bolt, setBrief({ widthMm: v * per }))}
        />
        <NumberField
          label="Cell height"
          unit={unit}
          digits={digits}
          value={brief.heightMm / per}
          min={LIMITS.minMm / per}
          max={LIMITS.maxMm / per}
          onChange={(v) => edit(bolt, setBrief({ heightMm: v * per }))}
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
          onChange={(v) => edit(bolt, setBrief({ ppi: v }))}
        />
        <TextField
          select
          label="Measure in"
          value={unit}
          onChange={(e) => edit(bolt, setBrief({ unit: e.target.value === 'in' ? 'in' : 'cm' }))}
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
  );
}
