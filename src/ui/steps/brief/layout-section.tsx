'use client';

import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { type LayoutKind, type Project, setLayout } from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import { Part } from '../../parts/chrome/tray';
import { LAYOUT_NAME } from '../../parts/fields/lengths';
import LayoutPicture from './layout-picture';

const DROPS = ['1/2', '1/3', '2/3', '1/4', '3/4', '2/5'];

/** How the cell repeats. */
export default function LayoutSection({ project }: { project: Project }) {
  const bolt = useSession();
  const { layout } = project;
  return (
    <Part title="Layout">
      <Box
        role="radiogroup"
        aria-label="Layout"
        sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 0.75 }}
      >
        {(Object.keys(LAYOUT_NAME) as LayoutKind[]).map((kind) => (
          <Box
            key={kind}
            component="button"
            role="radio"
            aria-checked={layout.kind === kind}
            onClick={() => edit(bolt, setLayout({ ...layout, kind }))}
            sx={{
              border: 1,
              borderColor: layout.kind === kind ? 'primary.main' : 'divider',
              outline: layout.kind === kind ? '1px solid' : 'none',
              outlineColor: 'primary.main',
              borderRadius: 1,
              bgcolor: 'background.paper',
              color: layout.kind === kind ? 'primary.main' : 'text.primary',
              fontFamily: 'inherit',
              fontSize: 13,
              fontWeight: 600,
              p: 0.5,
              cursor: 'pointer',
            }}
          >
            <LayoutPicture layout={{ ...layout, kind }} />
            {LAYOUT_NAME[kind]}
          </Box>
        ))}
      </Box>
      {(layout.kind === 'half-drop' || layout.kind === 'brick') && (
        <TextField
          select
          fullWidth
          sx={{ mt: 1.5 }}
          label={layout.kind === 'brick' ? 'Each row steps aside by' : 'Each column hangs lower by'}
          value={`${layout.drop.p}/${layout.drop.q}`}
          onChange={(e) => {
            const [p = 1, q = 2] = e.target.value.split('/').map(Number);
            edit(bolt, setLayout({ ...layout, drop: { p, q } }));
          }}
        >
          {DROPS.map((d) => (
            <MenuItem key={d} value={d}>
              {d} of the cell
            </MenuItem>
          ))}
        </TextField>
      )}
    </Part>
  );
}
