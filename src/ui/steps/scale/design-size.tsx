'use client';

import Box from '@mui/material/Box';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { cellOf, mmPer, type Project, productOf, repeatBlock, resizeRange } from '@/core';
import { heldPpi, lookAt, useView } from '@/session/cloth';
import { Part } from '../../parts/chrome/tray';
import Choice from '../../parts/fields/choice';
import { length, size, trim } from '../../parts/fields/lengths';
import NumberField from '../../parts/fields/number-field';
import { motifsAsLaid } from './ladder';

const SHARES = [50, 70, 150, 200];

/** The whole design made larger or smaller: by percent, by the width of its repeat, or by the size of a motif. */
export default function DesignSize({ project }: { project: Project }) {
  const factor = useView((s) => s.look);
  const [of, setOf] = useState('');
  const { unit } = project.brief;
  const cell = cellOf(project);
  const block = repeatBlock(project.layout, cell);
  const range = resizeRange(project);
  const asLaid = motifsAsLaid(project);
  const motif = asLaid.find((m) => m.id === of) ?? asLaid[0];
  const names = Object.fromEntries(asLaid.map((m) => [m.id, m.name]));
  const take = (f: number) => lookAt(Math.min(range.most, Math.max(range.least, f)));
  const field = (label: string, mm: number) => (
    <NumberField
      label={label}
      unit={unit}
      digits={unit === 'in' ? 3 : 2}
      step={unit === 'in' ? 0.25 : 0.5}
      value={(mm * factor) / mmPer(unit)}
      min={(mm * range.least) / mmPer(unit)}
      max={(mm * range.most) / mmPer(unit)}
      onChange={(v) => take((v * mmPer(unit)) / mm)}
    />
  );
  const same = Math.abs(factor - 1) < 1e-6;
  const least = heldPpi(project) / factor;
  const { name, wants } = productOf(project.checking.product);
  return (
    <Part title="Size of the whole design">
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        <ToggleButtonGroup
          exclusive
          fullWidth
          size="small"
          value={SHARES.find((s) => Math.abs(s / 100 - factor) < 1e-6) ?? null}
          onChange={(_, s) => s && take(s / 100)}
          aria-label="Size in percent"
        >
          {SHARES.map((s) => (
            <ToggleButton key={s} value={s} disabled={s / 100 < range.least || s / 100 > range.most}>
              {s} %
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          <NumberField
            label="Of its size"
            unit="%"
            digits={2}
            step={5}
            value={factor * 100}
            min={Math.ceil(range.least * 10_000) / 100}
            max={Math.floor(range.most * 10_000) / 100}
            onChange={(v) => take(v / 100)}
          />
          {field('Repeat width', block.width)}
        </Box>
        {motif && (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            <Choice label="Or by a motif" value={motif.id} options={names} onChange={setOf} />
            {field('It is high', motif.height)}
          </Box>
        )}
        {!same && (
          <Typography variant="body2" color="text.secondary" data-testid="resized">
            Cell {size(cell.width * factor, cell.height * factor, unit)}
            {motif ? `, ${names[motif.id]} ${length(motif.height * factor, unit)} high` : ''}
            {Number.isFinite(least)
              ? `, ${trim(least, 0)} ppi at the least${least < wants.ppi ? `: ${name} wants ${wants.ppi}` : ''}`
              : ''}
            . The block is {length(block.width * factor, unit)} wide.
          </Typography>
        )}
      </Box>
    </Part>
  );
}
