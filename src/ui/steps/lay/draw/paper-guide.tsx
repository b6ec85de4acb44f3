'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

const STEPS: { text: string; drawing: ReactNode }[] = [
  {
    text: 'Draw in the middle of the sheet, clear of its edges. Let it dry. Number the quarters 1 to 4 on the back.',
    drawing: <Sheet order={[1, 2, 3, 4]} />,
  },
  {
    text: 'Cut it in four: a sharp blade along a steel rule, your hand clear of it. The cut need not be exact.',
    drawing: <Sheet order={[1, 2, 3, 4]} apart={5} />,
  },
  {
    text: 'Change 1 with 4 and 2 with 3, and tape them from behind. What was outside is now the middle.',
    drawing: <Sheet order={[4, 3, 2, 1]} />,
  },
  {
    text: 'Draw into the middle, over the joins; stay clear of the edges. Scan it as one, or each quarter by itself, with a little of what it lies on all round.',
    drawing: <Sheet order={[4, 3, 2, 1]} drawn />,
  },
];

/** A sheet of paper in four quarters, each with its number and its part of a ring that was drawn in the middle. */
function Sheet({ order, apart = 0, drawn = false }: { order: number[]; apart?: number; drawn?: boolean }) {
  return (
    <svg viewBox="0 0 72 60" width="72" height="60" aria-hidden="true">
      {order.map((n, at) => {
        const [x, y] = [at % 2, at >> 1];
        // The middle of the sheet as it was is the corner that a quarter had there.
        const [u, v] = [(n - 1) % 2 ? 0 : 28, n > 2 ? 0 : 22];
        const [right, down] = [u ? -11 : 11, v ? -11 : 11];
        const sweep = right * down > 0 ? 1 : 0;
        return (
          <g
            key={n}
            transform={`translate(${8 + x * (28 + apart) - apart / 2} ${8 + y * (22 + apart) - apart / 2})`}
          >
            <Box
              component="rect"
              width="28"
              height="22"
              sx={{ fill: '#fffdf8', stroke: '#8a7f8e', strokeWidth: 1 }}
            />
            <Box
              component="path"
              d={`M${u + right} ${v}A11 11 0 0 ${sweep} ${u} ${v + down}`}
              sx={{ fill: 'none', stroke: (t) => (t.vars ?? t).palette.primary.main, strokeWidth: 3 }}
            />
            <text x={u ? 5 : 18} y={v ? 10 : 19} fontSize="8" fill="#5b5060">
              {n}
            </text>
          </g>
        );
      })}
      {drawn && (
        <Box
          component="path"
          d="M24 30c4-8 8 8 12 0s8 8 12 0M36 18v24"
          sx={{ fill: 'none', stroke: (t) => (t.vars ?? t).palette.secondary.main, strokeWidth: 3 }}
        />
      )}
    </svg>
  );
}

/** How a sheet of paper is cut and changed over by hand. */
export default function PaperGuide() {
  return (
    <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 1 }}>
      {STEPS.map(({ text, drawing }) => (
        <Box
          component="li"
          key={text}
          sx={{
            display: 'grid',
            gridTemplateColumns: '72px minmax(0, 1fr)',
            gap: 1.25,
            alignItems: 'center',
          }}
        >
          {drawing}
          <Typography variant="body2">{text}</Typography>
        </Box>
      ))}
    </Box>
  );
}
