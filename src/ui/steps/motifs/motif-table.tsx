'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { counted, type Motif, PERMISSIONS, setMotif, shownGround } from '@/core';
import { edit, useBolt } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import MotifPicture from '../../parts/chrome/motif-picture';
import { PERMISSION_SAYS } from '../../parts/fields/origin-fields';
import { shelfRows } from './shelf-row';

type Row = Pick<Motif, 'id' | 'name' | 'role' | 'direction' | 'source' | 'permission'> & {
  widthMm: number;
  heightMm: number;
  ppi: number | null;
  uses: number;
};

const options = (summary: Record<string, string>) =>
  Object.entries(summary).map(([value, label]) => ({ value, label }));

/** Everything about every motif as rows: sorted, filtered, and changed in place. */
export default function MotifTable({ onDone, onOpen }: { onDone: () => void; onOpen: (id: string) => void }) {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  if (!project) return null;
  const ground = shownGround(project);
  const rows: Row[] = shelfRows(project, '', 'order').map(({ motif, widthMm, heightMm, ppi, uses }) => {
    const { id, name, role, direction, source, permission } = motif;
    const tenth = (mm: number) => Math.round(mm * 10) / 10;
    return {
      id,
      name,
      role,
      direction,
      source,
      permission,
      uses,
      widthMm: tenth(widthMm),
      heightMm: tenth(heightMm),
      ppi: ppi === null ? null : Math.round(ppi),
    };
  });
  const columns: GridColDef<Row>[] = [
    {
      field: 'picture',
      headerName: 'Picture',
      width: 76,
      sortable: false,
      filterable: false,
      renderCell: ({ row }) => <MotifPicture motif={row.id} width={56} height={44} ground={ground} />,
    },
    { field: 'name', headerName: 'Name', flex: 1.2, minWidth: 120, editable: true },
    {
      field: 'role',
      headerName: 'Role',
      width: 110,
      editable: true,
      type: 'singleSelect',
      valueOptions: ['hero', 'secondary', 'filler'],
    },
    { field: 'widthMm', headerName: 'Wide, mm', width: 92, type: 'number' },
    { field: 'heightMm', headerName: 'High, mm', width: 92, type: 'number' },
    {
      field: 'ppi',
      headerName: 'Printed ppi',
      width: 100,
      type: 'number',
      valueFormatter: (v: number | null) => v ?? 'vector',
    },
    { field: 'uses', headerName: 'Laid', width: 70, type: 'number' },
    {
      field: 'direction',
      headerName: 'Direction',
      width: 116,
      editable: true,
      type: 'singleSelect',
      valueOptions: options({ top: 'has a top', free: 'turns freely' }),
    },
    {
      field: 'permission',
      headerName: 'Permission',
      width: 150,
      editable: true,
      type: 'singleSelect',
      valueOptions: PERMISSIONS.map((p) => ({ value: p, label: PERMISSION_SAYS[p] })),
    },
    { field: 'source', headerName: 'Source', flex: 1, minWidth: 120, editable: true },
    {
      field: 'open',
      headerName: 'Open',
      width: 84,
      sortable: false,
      filterable: false,
      renderCell: ({ row }) => (
        <Button onClick={() => onOpen(row.id)} aria-label={`Open ${row.name}`}>
          Open
        </Button>
      ),
    },
  ];
  return (
    <Dialog open fullWidth maxWidth="xl" onClose={onDone} aria-labelledby="table-title">
      <DialogTitle id="table-title" variant="h2">
        {counted(rows.length, 'motif')}
      </DialogTitle>
      <DialogContent>
        <Box sx={{ height: '64vh' }}>
          <DataGrid
            rows={rows}
            columns={columns}
            rowHeight={52}
            sx={{ '& .MuiDataGrid-row': { borderTop: 1, borderColor: 'divider' } }}
            hideFooter={rows.length <= 100}
            disableRowSelectionOnClick
            nonce={(window as { __nonce__?: string }).__nonce__}
            processRowUpdate={(now, before) => {
              const { name, role, direction, source, permission } = now;
              const ok = edit(
                bolt,
                setMotif(now.id, {
                  name: name.trim() || before.name,
                  role,
                  direction,
                  source,
                  permission,
                }),
              );
              return ok ? { ...now, name: name.trim() || before.name } : before;
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
