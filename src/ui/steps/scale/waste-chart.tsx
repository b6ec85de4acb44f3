'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import { Line, LineChart, ReferenceDot, XAxis, YAxis } from 'recharts';
import { type LengthUnit, mmPer, type RollMatch, rollPlan } from '@/core';
import { trim } from '../../parts/fields/lengths';
import type { Room } from './room';

const FACTORS = Array.from({ length: 61 }, (_, n) => 0.25 * 8 ** (n / 60));
/** What is cut off a drop at its ends, mm. */
const TRIM = 100;

/** What share of the rolls is left over or cut away, against the width of the repeat; at sizes whose drops match alike. */
export default function WasteChart({
  room,
  match,
  widthMm,
  unit,
}: {
  room: Room;
  match: RollMatch;
  widthMm: number;
  unit: LengthUnit;
}) {
  const data = useMemo(() => {
    const at = (factor: number) => {
      try {
        const { waste, rolls } = rollPlan({
          ...room,
          ...{ repeat: match.repeatMm * factor, drop: match.drop, trim: TRIM },
        });
        return (100 * waste) / (rolls * room.roll.length);
      } catch {
        return null;
      }
    };
    return [...FACTORS, 1]
      .sort((a, b) => a - b)
      .map((f) => ({ width: (widthMm * f) / mmPer(unit), waste: at(f) }));
  }, [room, match.repeatMm, match.drop, widthMm, unit]);
  const here = data.find((d) => d.width === widthMm / mmPer(unit));
  return (
    <Box>
      <Box aria-hidden sx={{ color: 'text.secondary' }}>
        <LineChart width={304} height={130} data={data} margin={{ top: 6, right: 6, bottom: 0, left: 0 }}>
          <XAxis
            dataKey="width"
            type="number"
            domain={['dataMin', 'dataMax']}
            fontSize={11}
            stroke="currentColor"
            tickFormatter={(v: number) => trim(v, 0)}
            unit={` ${unit}`}
          />
          <YAxis width={40} fontSize={11} stroke="currentColor" domain={[0, 100]} unit="%" tickCount={3} />
          <Line dataKey="waste" dot={false} stroke="#9C6A92" strokeWidth={2} isAnimationActive={false} />
          {here?.waste != null && (
            <ReferenceDot x={here.width} y={here.waste} r={4} fill="#B97A1E" stroke="none" />
          )}
        </LineChart>
      </Box>
      <Typography variant="caption" color="text.secondary">
        What is left over of the rolls against the width of the repeat; the dot is as it is laid.
      </Typography>
    </Box>
  );
}
