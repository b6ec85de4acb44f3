'use client';

import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import type { IntakeSettings } from '@/core';
import { trim } from '../../../parts/fields/lengths';
import MmField from '../../../parts/fields/mm-field';

export type Figures = { histogram?: number[]; grey?: number; marks?: number };

type Props = {
  settings: IntakeSettings;
  figures: Figures;
  showDirt: boolean;
  onShowDirt: (on: boolean) => void;
  change: (part: Partial<IntakeSettings>, merge?: string) => void;
};

/** Light, white and black, dust. */
export default function StageClean({ settings, figures, showDirt, onShowDirt, change }: Props) {
  return (
    <>
      <FormControlLabel
        control={
          <Switch checked={settings.evenLight} onChange={(e) => change({ evenLight: e.target.checked })} />
        }
        label="Even out the light"
      />
      <Box>
        <Typography variant="subtitle2">
          Black {trim(settings.black, 0)} %, white {trim(settings.white, 0)} %
        </Typography>
        <Histogram counts={figures.histogram ?? []} black={settings.black} white={settings.white} />
        <Slider
          getAriaLabel={(n) => (n ? 'White point' : 'Black point')}
          min={0}
          max={100}
          disableSwap
          value={[settings.black, settings.white]}
          onChange={(_, v) => {
            const [black, white] = v as [number, number];
            if (white - black >= 5) change({ black, white }, 'points');
          }}
        />
        <Typography variant="caption" color="text.secondary">
          Lighter than white becomes clean paper; darker than black becomes full ink.
        </Typography>
      </Box>
      <FormControlLabel
        control={<Switch checked={showDirt} onChange={(e) => onShowDirt(e.target.checked)} />}
        label="Show what is dirty"
      />
      {showDirt && figures.grey !== undefined && (
        <Typography variant="body2" data-testid="dirt">
          {figures.grey < 0.001
            ? 'The paper is clean.'
            : `${trim(figures.grey * 100, 1)} % of the paper is still grey (ochre).`}{' '}
          {figures.marks
            ? `${figures.marks} small ${figures.marks === 1 ? 'mark is' : 'marks are'} left (red).`
            : 'No small marks are left.'}
        </Typography>
      )}
      <MmField
        label="Specks up to this wide are dust"
        value={Math.sqrt(settings.speckMm2)}
        max={10}
        fine
        onChange={(v) => change({ speckMm2: v * v })}
      />
    </>
  );
}

const W = 256;
const H = 56;

/** How much of the page is how light, by the square root so that little is seen too. */
function Histogram({ counts, black, white }: { counts: number[]; black: number; white: number }) {
  const most = Math.max(1, ...counts);
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${W} ${H}`}
      preserveAspectRatio="none"
      role="img"
      aria-label="How much of the page is how light, from black to white"
      sx={{ display: 'block', width: '100%', height: H, color: 'text.secondary', mt: 0.5 }}
    >
      {counts.map((c, n) => {
        const tall = Math.sqrt(c / most) * (H - 2);
        const x = (n * W) / counts.length;
        return (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: the bar of a lightness is its place
            key={n}
            x={x}
            y={H - tall}
            width={W / counts.length - 0.6}
            height={tall}
            fill="currentColor"
          />
        );
      })}
      {[black, white].map((at, n) => (
        <line
          key={n ? 'white' : 'black'}
          x1={(at / 100) * W}
          x2={(at / 100) * W}
          y1={0}
          y2={H}
          stroke={n ? '#B97A1E' : '#6A2A5B'}
          strokeWidth={2}
        />
      ))}
    </Box>
  );
}
