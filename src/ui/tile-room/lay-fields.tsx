'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { LIMITS, mmPer, type Project, tileFit, tileFitText } from '@/core';
import type { TileLaid, TileUse } from '@/session/intake';
import ColourChoice from '../parts/fields/colour-choice';
import { size } from '../parts/fields/lengths';
import NumberField from '../parts/fields/number-field';

const USES: Record<TileUse, string> = { cloth: 'The cloth itself', under: 'Under all', over: 'Over all' };
const SAYS: Record<TileUse, string> = {
  cloth:
    'One to a cell, as the layout lays cells: straight, or a half-drop, brick or diamond of itself. The cell takes its size.',
  under: 'Under all that is laid, straight, at its own size.',
  over: 'Over all that is laid, as a glaze that darkens, straight, at its own size.',
};

type Props = { project: Project; laid: TileLaid; onChange: (part: Partial<TileLaid>) => void };

/** How a tile is laid: as what, how large, in which colours. */
export default function LayFields({ project, laid, onChange }: Props) {
  const { unit } = project.brief;
  const per = mmPer(unit);
  const now = { width: laid.widthMm, height: laid.heightMm };
  const fit = tileFit(project, now);
  const off = laid.use === 'cloth' ? null : tileFitText(fit, now);
  const resize = (part: { widthMm?: number; heightMm?: number }) => {
    const k = part.widthMm ? part.widthMm / laid.widthMm : (part.heightMm ?? 1) / laid.heightMm;
    onChange({ widthMm: laid.widthMm * k, heightMm: laid.heightMm * k });
  };
  const field = (label: string, mm: number, key: 'widthMm' | 'heightMm') => (
    <NumberField
      label={label}
      unit={unit}
      digits={unit === 'in' ? 3 : 2}
      value={mm / per}
      min={LIMITS.minMm / per}
      max={LIMITS.maxMm / per}
      onChange={(v) => resize({ [key]: v * per })}
    />
  );
  return (
    <Box sx={{ display: 'grid', gap: 1.25 }}>
      <ToggleButtonGroup
        exclusive
        fullWidth
        value={laid.use}
        onChange={(_, use: TileUse | null) =>
          use && onChange({ use, colour: { as: use === 'cloth' ? 'inks' : 'itself' } })
        }
        aria-label="What it is laid as"
      >
        {(Object.keys(USES) as TileUse[]).map((use) => (
          <ToggleButton key={use} value={use}>
            {USES[use]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Typography variant="body2" color="text.secondary">
        {SAYS[laid.use]}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        {field('Tile width', laid.widthMm, 'widthMm')}
        {field('Tile height', laid.heightMm, 'heightMm')}
      </Box>
      {off && (
        <Box
          role="status"
          sx={{
            borderLeft: 3,
            borderColor: 'warning.main',
            pl: 1.5,
            display: 'grid',
            gap: 0.75,
            justifyItems: 'start',
          }}
        >
          <Typography variant="body2">{off}</Typography>
          <Button
            variant="outlined"
            onClick={() => onChange({ widthMm: fit.fitMm.width, heightMm: fit.fitMm.height })}
          >
            Make it {size(fit.fitMm.width, fit.fitMm.height, unit)}
          </Button>
        </Box>
      )}
      <ColourChoice project={project} colour={laid.colour} onChange={(colour) => onChange({ colour })} />
    </Box>
  );
}
