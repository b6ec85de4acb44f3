'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { type LengthUnit, mmPer, printedAs } from '@/core';
import { trim } from '../../parts/fields/lengths';

/** More is plenty for all, ppi. */
const TOP = 500;
const TICKS = [0, 100, 200, 300, 400, TOP];
const FACTORS = Array.from({ length: 40 }, (_, n) => 0.25 * 16 ** (n / 39));

/** The ppi of the art against the width of the repeat, with what each product wants. */
export default function PpiChart({
  widthMm,
  leastPpi,
  unit,
}: {
  widthMm: number;
  leastPpi: number;
  unit: LengthUnit;
}) {
  const data = FACTORS.map((f) => ({ width: (widthMm * f) / mmPer(unit), ppi: leastPpi / f }));
  const wanted = [...new Map(printedAs('').map((p) => [p.wants.ppi, p])).values()];
  return (
    <Box>
      <Box aria-hidden sx={{ color: 'text.secondary' }}>
        <LineChart width={304} height={150} data={data} margin={{ top: 6, right: 6, bottom: 0, left: 0 }}>
          <XAxis
            dataKey="width"
            type="number"
            domain={['dataMin', 'dataMax']}
            fontSize={11}
            stroke="currentColor"
            tickFormatter={(v: number) => trim(v, 0)}
            unit={` ${unit}`}
          />
          <YAxis
            width={40}
            fontSize={11}
            stroke="currentColor"
            domain={[0, TOP]}
            allowDataOverflow
            ticks={TICKS}
          />
          {wanted.map((p) => (
            <ReferenceLine
              key={p.id}
              y={p.wants.ppi}
              stroke="#B97A1E"
              strokeDasharray="4 3"
              label={{ value: p.material, position: 'insideTopRight', fontSize: 11, fill: 'currentColor' }}
            />
          ))}
          <Line dataKey="ppi" dot={false} stroke="#1F6F6B" strokeWidth={2} isAnimationActive={false} />
        </LineChart>
      </Box>
      <Typography variant="caption" color="text.secondary">
        Ppi of the art against the width of the repeat; dashed is what each wants.
      </Typography>
    </Box>
  );
}
