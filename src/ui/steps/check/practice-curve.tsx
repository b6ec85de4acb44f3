'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { Line, LineChart, XAxis, YAxis } from 'recharts';
import { curveOf, openAttempts, useAttempts } from '@/session/check';

/** With fewer attempts than this there is no curve. */
const LEAST = 3;

/** How practice went, as a curve. */
export default function PracticeCurve() {
  const attempts = useAttempts((s) => s.attempts);
  useEffect(() => {
    void openAttempts();
  }, []);
  if (attempts.length < LEAST) return null;
  const curve = curveOf(attempts);
  return (
    <Box data-testid="practice-curve" sx={{ color: 'text.secondary' }}>
      <Typography variant="body2">
        Right of the last ten: {curve.at(-1)?.right} %, after {attempts.length} tries.
      </Typography>
      <Box aria-hidden>
        <LineChart width={296} height={84} data={curve} margin={{ top: 6, right: 6, bottom: 0, left: -16 }}>
          <XAxis
            dataKey="after"
            tickLine={false}
            fontSize={11}
            stroke="currentColor"
            interval="preserveStartEnd"
          />
          <YAxis
            unit=" %"
            domain={[0, 100]}
            ticks={[0, 50, 100]}
            tickLine={false}
            fontSize={11}
            stroke="currentColor"
          />
          <Line dataKey="right" stroke="#6A2A5B" strokeWidth={2} dot={false} isAnimationActive={false} />
        </LineChart>
      </Box>
    </Box>
  );
}
