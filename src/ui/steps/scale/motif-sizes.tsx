'use client';

import Box from '@mui/material/Box';
import type { Project } from '@/core';
import { small, trim } from '../../parts/lengths';
import { Part } from '../../parts/tray';
import { ladderOf, motifsAsLaid, useRungs } from './ladder';

/** How many motifs are told of. */
const MOST = 4;

/** How high the largest motifs print at each size. */
export default function MotifSizes({ project }: { project: Project }) {
  const { shares } = useRungs();
  const ladder = ladderOf(
    project,
    shares.map((s) => s / 100),
  );
  const largest = motifsAsLaid(project).slice(0, MOST);
  if (!largest.length) return null;
  return (
    <Part title="Motif sizes, largest first">
      <Box
        component="table"
        sx={{
          width: '100%',
          borderCollapse: 'collapse',
          fontSize: 13,
          '& td, & th': { textAlign: 'right', py: 0.4, fontVariantNumeric: 'tabular-nums' },
          '& td:first-of-type, & th:first-of-type': { textAlign: 'left' },
        }}
      >
        <thead>
          <tr>
            <th>High</th>
            {ladder.map(({ factor }, n) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a size is known by where it stands
              <th key={n}>{trim(factor * 100, 1)} %</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {largest.map((m) => (
            <tr key={m.id}>
              <td>{m.name}</td>
              {ladder.map((r, n) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a size is known by where it stands
                <td key={n}>{small(r.motifs.find((q) => q.id === m.id)?.height ?? 0)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Part>
  );
}
