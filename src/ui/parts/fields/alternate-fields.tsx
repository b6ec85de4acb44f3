'use client';

import Box from '@mui/material/Box';
import { type Alternate, type Project, setLayout } from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import Choice from './choice';

const EVERY_SAYS: Record<Alternate['every'] | 'none', string> = {
  none: 'all cells the same',
  column: 'every other column',
  row: 'every other row',
};
const BY_SAYS: Record<Alternate['by'], string> = {
  across: 'mirrored left to right',
  down: 'mirrored top to bottom',
  'half-turn': 'half turned',
  same: 'the same, for a ground that changes',
};

/** Every other column or row of cells mirrored or turned. */
export default function AlternateFields({ project }: { project: Project }) {
  const bolt = useSession();
  const { layout } = project;
  const { alternate } = layout;
  const set = (next: Alternate | undefined) => {
    const { alternate: _, ...plain } = layout;
    edit(bolt, setLayout(next ? { ...plain, alternate: next } : plain));
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <Choice
        label="Laid differently"
        value={alternate?.every ?? 'none'}
        options={EVERY_SAYS}
        onChange={(v) => set(v === 'none' ? undefined : { every: v, by: alternate?.by ?? 'across' })}
      />
      <Choice
        label="How"
        value={alternate?.by ?? 'across'}
        options={BY_SAYS}
        disabled={!alternate}
        onChange={(by) => alternate && set({ ...alternate, by })}
      />
    </Box>
  );
}
