'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { DataGrid, type GridColDef, type GridRowId } from '@mui/x-data-grid';
import { useState } from 'react';
import { BLENDS, MM_PER_INCH, type Placement, setPlacements } from '@/core';
import { edit, useBolt } from '@/session/bolt';
import { BY_HAND, select, useView } from '@/session/cloth';
import { useSession } from '@/session/kernel';

type Row = {
  id: string;
  order: number;
  name: string;
  x: number;
  y: number;
  angle: number;
  size: number;
  widthMm: number;
  mirror: boolean;
  locked: boolean;
  hidden: boolean;
  blend: NonNullable<Placement['blend']>;
  opacity: number;
};

const number = (field: keyof Row, headerName: string, width: number, editable = true): GridColDef<Row> => ({
  field,
  headerName,
  width,
  editable,
  type: 'number',
});
const tick = (field: keyof Row, headerName: string): GridColDef<Row> => ({
  field,
  headerName,
  width: 84,
  editable: true,
  type: 'boolean',
});

const COLUMNS: GridColDef<Row>[] = [
  number('order', 'Order', 70, false),
  { field: 'name', headerName: 'Motif', flex: 1, minWidth: 130 },
  number('x', 'Across, mm', 100),
  number('y', 'Down, mm', 100),
  number('angle', 'Turned, °', 90),
  number('size', 'Size, %', 84),
  number('widthMm', 'Wide, mm', 90, false),
  tick('mirror', 'Mirrored'),
  tick('locked', 'Locked'),
  tick('hidden', 'Hidden'),
  {
    field: 'blend',
    headerName: 'Lies',
    width: 100,
    editable: true,
    type: 'singleSelect',
    valueOptions: [...BLENDS],
  },
  number('opacity', 'Opacity, %', 96),
];

/** What a changed row says wrong, or null. */
function wrongIn({ x, y, angle, size, opacity }: Row): string | null {
  if (![x, y, angle, size, opacity].every(Number.isFinite)) return 'Every number must be given.';
  if (Math.abs(x) > 3000 || Math.abs(y) > 3000) return 'A place lies within 3000 mm of the corner.';
  if (Math.abs(angle) > 360) return 'An angle is from -360 to 360 degrees.';
  if (size < BY_HAND.least * 100 || size > BY_HAND.most * 100) return 'A size is from 2 to 2000 %.';
  if (opacity < 2 || opacity > 100) return 'Opacity is from 2 to 100 %.';
  return null;
}

/** Everything on the cloth as rows: sorted, changed in place, taken in hand. */
export default function PlacementTable({ onDone }: { onDone: () => void }) {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  const selected = useView((s) => s.selected);
  const [wrong, setWrong] = useState('');
  if (!project) return null;
  const hundredth = (v: number) => Math.round(v * 100) / 100;
  const rows = project.placements.map((p, n): Row => {
    const motif = project.motifs.find((m) => m.id === p.motif);
    return {
      id: p.id,
      order: n + 1,
      name: motif?.name ?? '',
      x: hundredth(p.x),
      y: hundredth(p.y),
      angle: hundredth(p.angle),
      size: hundredth(p.scale * 100),
      widthMm: hundredth(((motif?.width ?? 0) / (motif?.ppi ?? 1)) * MM_PER_INCH * p.scale),
      mirror: p.mirror,
      locked: !!p.locked,
      hidden: !!p.hidden,
      blend: p.blend ?? motif?.blend ?? 'normal',
      opacity: Math.round((p.opacity ?? 1) * 100),
    };
  });
  return (
    <Dialog open fullWidth maxWidth="xl" onClose={onDone} aria-labelledby="placements-title">
      <DialogTitle id="placements-title" variant="h2">
        {rows.length} on the cloth
      </DialogTitle>
      <DialogContent>
        {wrong && (
          <Typography role="alert" variant="body2" color="error" sx={{ mb: 1 }}>
            {wrong} Nothing was changed.
          </Typography>
        )}
        <Box sx={{ height: '64vh' }}>
          <DataGrid
            rows={rows}
            columns={COLUMNS}
            rowHeight={38}
            density="compact"
            checkboxSelection
            hideFooterSelectedRowCount
            hideFooter={rows.length <= 100}
            rowSelectionModel={{ type: 'include', ids: new Set<GridRowId>(selected) }}
            onRowSelectionModelChange={({ type, ids }) =>
              select(rows.map((r) => r.id).filter((id) => ids.has(id) === (type === 'include')))
            }
            disableRowSelectionOnClick
            nonce={(window as { __nonce__?: string }).__nonce__}
            processRowUpdate={(now, before) => {
              const said = wrongIn(now);
              setWrong(said ?? '');
              if (said) return before;
              const change: Record<string, unknown> = {};
              const took = (field: keyof Row) => now[field] !== before[field];
              for (const field of ['x', 'y', 'angle', 'mirror', 'blend'] as const) {
                if (took(field)) change[field] = now[field];
              }
              if (took('size')) change.scale = now.size / 100;
              if (took('opacity')) change.opacity = now.opacity / 100;
              for (const field of ['locked', 'hidden'] as const) {
                if (took(field)) change[field] = now[field] || undefined;
              }
              return edit(bolt, setPlacements({ [now.id]: change })) ? now : before;
            }}
          />
        </Box>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button variant="contained" onClick={onDone}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}
