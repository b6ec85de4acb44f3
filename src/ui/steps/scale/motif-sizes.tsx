'use client';

import Box from '@mui/material/Box';
import type { Project } from '@/core';
import { small } from '../../parts/lengths';
import { Part } from '../../parts/tray';
import { ladderOf, RUNGS } from './ladder';

/** How many motifs are told of. */
const MOST = 4;

/** How high the largest motifs print at each size. */
export default function MotifSizes({ project }: { project: Project }) {
  const ladder = ladderOf(project);
  const asLaid = ladder.find((r) => r.factor === 1)?.motifs ?? [];
  const largest = [...asLaid].sort((a, b) => b.height - a.height).slice(0, MOST);
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
            {RUNGS.map(({ name }) => (
              <th key={name}>{name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {largest.map((m) => (
            <tr key={m.id}>
              <td>{project.motifs.find((q) => q.id === m.id)?.name}</td>
              {ladder.map((r) => (
                <td key={r.factor}>{small(r.motifs.find((q) => q.id === m.id)?.height ?? 0)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Part>
  );
}
