'use client';

import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { type LengthUnit, mmPer } from '@/core';
import { FIGURES, TAPE } from '../theme/theme';

export const TAPE_PX = 30;

type Props = { vertical?: boolean; originMm: number; pxPerMm: number; length: number; unit: LengthUnit };

/** Steps in the unit: numbers this far apart, and how many ticks between two of them. */
function stepsFor(pxPerUnit: number, unit: LengthUnit): { major: number; minor: number } {
  const choices =
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
  const [major, minor] = choices.find(([m]) => m * pxPerUnit >= 56) ?? choices[choices.length - 1];
  return { major, minor };
}

/** A tailor's tape along the cloth at print scale: numbers in the person's unit, from the cell's corner. */
export default function Tape({ vertical = false, originMm, pxPerMm, length, unit }: Props) {
  const pxPerUnit = pxPerMm * mmPer(unit);
  const { major, minor } = stepsFor(pxPerUnit, unit);
  const step = major / minor;
  const from = Math.ceil(originMm / mmPer(unit) / step);
  const marks: ReactNode[] = [];
  for (let k = from; ; k++) {
    const at = (k * step - originMm / mmPer(unit)) * pxPerUnit;
    if (at > length) break;
    const isMajor = k % minor === 0;
    const long = isMajor ? 12 : k % (minor / 2) === 0 ? 8 : 5;
    const edge = vertical ? TAPE_PX : 0;
    marks.push(
      vertical ? (
        <line key={k} x1={edge} x2={edge - long} y1={at} y2={at} />
      ) : (
        <line key={k} x1={at} x2={at} y1={edge} y2={edge + long} />
      ),
    );
    if (isMajor && at > 14) {
      const label = String(Number((k * step).toFixed(3)));
      marks.push(
        vertical ? (
          <text key={`t${k}`} x={3} y={at - 3} fontSize={10}>
            {label}
          </text>
        ) : (
          <text key={`t${k}`} x={at + 3} y={25} fontSize={11}>
            {label}
          </text>
        ),
      );
    }
  }
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
        '& line': { stroke: 'currentColor', strokeWidth: 1 },
        '& text': { fill: 'currentColor', fontFamily: FIGURES },
      })}
    >
      {marks}
    </Box>
  );
}
