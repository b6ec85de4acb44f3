'use client';

import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { type LengthUnit, mmPer, nth } from '@/core';
import { useBolt } from '@/session/bolt';
import { useView } from '@/session/cloth';
import { trim } from '../parts/fields/lengths';
import { FIGURES, TAPE } from '../theme/theme';
import { useScreen } from './use-screen';

export const TAPE_PX = 30;

/** Steps in the unit: numbers this far apart, and how many ticks between two of them. */
function stepsFor(pxPerUnit: number, unit: LengthUnit): { major: number; minor: number } {
  const choices: [major: number, minor: number][] =
    unit === 'in'
      ? [
          [0.125, 2],
          [0.25, 2],
          [0.5, 4],
          [1, 8],
          [2, 4],
          [6, 6],
          [12, 4],
          [36, 6],
          [72, 6],
        ]
      : [
          [0.1, 2],
          [0.5, 5],
          [1, 10],
          [2, 4],
          [5, 5],
          [10, 10],
          [20, 4],
          [50, 5],
          [100, 10],
          [200, 4],
        ];
  const [major, minor] = choices.find(([m]) => m * pxPerUnit >= 56) ?? nth(choices, choices.length - 1);
  return { major, minor };
}

/** Ticks as one path, and the numbers, from the cell's corner, in the person's unit. */
function Marks({ vertical }: { vertical: boolean }) {
  const screen = useScreen();
  const length = useView((s) => (vertical ? s.viewport.height : s.viewport.width));
  const unit = useBolt((s) => s.project?.brief.unit ?? 'cm');
  if (!screen) return null;
  const originMm = (vertical ? screen.origin.y : screen.origin.x) * screen.look;
  const pxPerUnit = ((vertical ? screen.sy : screen.sx) / screen.look) * mmPer(unit);
  const { major, minor } = stepsFor(pxPerUnit, unit);
  const step = major / minor;
  let ticks = '';
  const numbers: ReactNode[] = [];
  for (let k = Math.ceil(originMm / mmPer(unit) / step); ; k++) {
    const at = (k * step - originMm / mmPer(unit)) * pxPerUnit;
    if (at > length) break;
    const isMajor = k % minor === 0;
    const long = isMajor ? 12 : k % (minor / 2) === 0 ? 8 : 5;
    const px = at.toFixed(1);
    ticks += vertical ? `M${TAPE_PX} ${px}h${-long}` : `M${px} 0v${long}`;
    if (!isMajor || at <= 14) continue;
    numbers.push(
      <text key={k} x={vertical ? 3 : at + 3} y={vertical ? at - 3 : 25} fontSize={vertical ? 10 : 11}>
        {String(Number((k * step).toFixed(3)))}
      </text>,
    );
  }
  return (
    <>
      <path d={ticks} />
      {numbers}
    </>
  );
}

/** A tailor's tape along the cloth at print scale. */
export default function Tape({ vertical = false }: { vertical?: boolean }) {
  return (
    <Box
      component="svg"
      aria-hidden
      width={vertical ? TAPE_PX : '100%'}
      height={vertical ? '100%' : TAPE_PX}
      sx={(theme) => ({
        display: 'block',
        bgcolor: TAPE.light,
        color: '#5d4a12',
        ...theme.applyStyles('dark', { bgcolor: TAPE.dark, color: '#e9d9a4' }),
        '& path': { stroke: 'currentColor', strokeWidth: 1 },
        '& text': { fill: 'currentColor', fontFamily: FIGURES },
      })}
    >
      <Marks vertical={vertical} />
    </Box>
  );
}

/** How the screen stands to the print: "true size", "1:4", "3:1". */
function scaleText(pxPerMm: number, truePxPerMm: number): string {
  const k = pxPerMm / truePxPerMm;
  if (Math.abs(k - 1) < 0.01) return 'true size';
  return k < 1 ? `1:${trim(1 / k, 1)}` : `${trim(k, 1)}:1`;
}

/** The unit of the tape, and the scale of the view. */
export function ScaleText() {
  const screen = useScreen();
  const truePx = useView((s) => s.pxPerMm);
  const unit = useBolt((s) => s.project?.brief.unit);
  return (
    <>
      {unit}, {screen ? scaleText(screen.sx, truePx) : ''}
    </>
  );
}
