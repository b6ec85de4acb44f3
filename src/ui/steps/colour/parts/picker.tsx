'use client';

import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import {
  cmykEstimate,
  hexOfOklch,
  hexOfRgb,
  mostChroma,
  type Oklch,
  oklchOf,
  rgbOfCmyk,
  rgbOfHex,
} from '@/core';
import ColourField from '../../../parts/fields/colour-field';
import { FIGURES } from '../../../theme/theme';

type Props = { label: string; value: string; onChange: (hex: string) => void };

const PARTS = ['l', 'c', 'h'] as const;
const MOST_CHROMA = 0.33;
const SAYS = { l: 'Light', c: 'Strength', h: 'Hue' } as const;
const STEPS = 12;

/**
 * One colour by lightness, strength and hue, each as far as a screen can show it; by its code; or by numbers of
 * light (RGB) or of ink (a rough CMYK). What was asked is kept while one of the three is moved.
 */
export default function Picker({ label, value, onChange }: Props) {
  const [asked, setAsked] = useState<Oklch>(() => oklchOf(value));
  useEffect(() => {
    setAsked((now) => (hexOfOklch(now) === value ? now : oklchOf(value)));
  }, [value]);
  const most = mostChroma(asked.l, asked.h);
  const set = (change: Partial<Oklch>) => {
    const next = { ...asked, ...change };
    setAsked(next);
    onChange(hexOfOklch(next));
  };
  const track = (part: (typeof PARTS)[number]) => {
    const stops = Array.from({ length: STEPS + 1 }, (_, n) => {
      const at = n / STEPS;
      const c = Math.min(asked.c, 0.14);
      if (part === 'l') return hexOfOklch({ ...asked, l: at });
      if (part === 'c') return hexOfOklch({ ...asked, c: at * most });
      return hexOfOklch({ l: Math.min(0.8, Math.max(0.45, asked.l)), c: Math.max(0.07, c), h: at * 360 });
    });
    return `linear-gradient(to right, ${stops.join(', ')})`;
  };
  const range = { l: [0, 1, 0.005], c: [0, most, MOST_CHROMA / 200], h: [0, 360, 1] } as const;
  const text = {
    l: `${Math.round(asked.l * 100)}\u00a0%`,
    c: `${Math.round((Math.min(asked.c, most) / MOST_CHROMA) * 100)}\u00a0%`,
    h: `${Math.round(((asked.h % 360) + 360) % 360)}\u00b0`,
  };
  return (
    <Box sx={{ display: 'grid', gap: 1, pt: 1 }}>
      {PARTS.map((part) => (
        <Box
          key={part}
          sx={{ display: 'grid', gridTemplateColumns: '66px 1fr 40px', gap: 1.25, alignItems: 'center' }}
        >
          <Typography variant="body2">{SAYS[part]}</Typography>
          <Slider
            aria-label={`${label}, ${SAYS[part].toLowerCase()}`}
            value={part === 'h' ? ((asked.h % 360) + 360) % 360 : Math.min(asked[part], range[part][1])}
            min={range[part][0]}
            max={range[part][1]}
            step={range[part][2]}
            track={false}
            getAriaValueText={() => text[part]}
            onChange={(_, v) => set({ [part]: Number(v) })}
            style={{ '--track': track(part), '--colour': value } as React.CSSProperties}
            sx={{
              py: 1,
              '& .MuiSlider-rail': { height: 12, opacity: 1, borderRadius: 1, background: 'var(--track)' },
              '& .MuiSlider-thumb': {
                width: 16,
                height: 16,
                bgcolor: 'var(--colour)',
                border: '2px solid #fff',
                boxShadow: '0 0 0 1px rgba(34,26,43,0.6)',
              },
            }}
          />
          <Typography sx={{ fontFamily: FIGURES, fontSize: 12.5, textAlign: 'right' }}>
            {text[part]}
          </Typography>
        </Box>
      ))}
      <ColourField label={`${label}, code`} value={value} onChange={onChange} />
      <Box sx={{ display: 'grid', gridTemplateColumns: '3fr 4fr', gap: 1 }}>
        <Numbers
          label="Red, green, blue"
          value={rgbOfHex(value)}
          most={255}
          onChange={([r = 0, g = 0, b = 0]) => onChange(hexOfRgb([r, g, b]))}
        />
        <Numbers
          label="C, M, Y, K in %, roughly"
          value={cmykEstimate(rgbOfHex(value))}
          most={100}
          onChange={([c = 0, m = 0, y = 0, k = 0]) => onChange(hexOfRgb(rgbOfCmyk([c, m, y, k])))}
        />
      </Box>
    </Box>
  );
}

type NumbersProps = { label: string; value: number[]; most: number; onChange: (v: number[]) => void };

/** A few whole numbers in one field. */
function Numbers({ label, value, most, onChange }: NumbersProps) {
  // What is being typed; null: the value is shown.
  const [typed, setTyped] = useState<string | null>(null);
  const read = (typed ?? '')
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);
  const wrong =
    typed !== null &&
    (read.length !== value.length || read.some((v) => !Number.isInteger(v) || v < 0 || v > most));
  const take = () => {
    if (typed !== null && !wrong && read.join() !== value.join()) onChange(read);
    setTyped(null);
  };
  return (
    <TextField
      label={label}
      value={typed ?? value.join(' ')}
      error={wrong}
      helperText={wrong ? `${value.length} numbers, 0 to ${most}.` : undefined}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take();
        if (e.key === 'Escape') setTyped(null);
      }}
      slotProps={{ htmlInput: { sx: { fontFamily: FIGURES, fontSize: 12.5, px: 1 } } }}
    />
  );
}
