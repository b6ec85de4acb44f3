'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useSession } from '@/session/kernel';
import { layMotif, MOTIF_DRAG } from '@/session/lay';
import MotifPicture from '../../parts/chrome/motif-picture';
import { small, trim } from '../../parts/fields/lengths';
import type { ShelfRow } from './shelf-row';

/** One motif on the shelf: what it is, how large, how fine, how often laid, and whether it may be used. */
export default function MotifCard({
  row,
  ground,
  wantedPpi,
  onOpen,
}: {
  row: ShelfRow;
  /** Art of fewer ppi prints soft. */
  wantedPpi: number;
  ground: string;
  onOpen: () => void;
}) {
  const bolt = useSession();
  const { motif, widthMm, heightMm, uses, ppi } = row;
  const coarse = ppi !== null && ppi < wantedPpi;
  return (
    <Box
      data-testid="motif"
      draggable
      onDragStart={(e) => {
        e.dataTransfer.setData(MOTIF_DRAG, motif.id);
        e.dataTransfer.effectAllowed = 'copy';
      }}
      sx={{
        display: 'grid',
        gridTemplateColumns: '84px minmax(0, 1fr)',
        gap: 1.25,
        borderTop: 1,
        borderColor: 'divider',
        pt: 1.25,
        cursor: 'grab',
      }}
    >
      <MotifPicture motif={motif.id} width={84} height={84} ground={ground} />
      <Box sx={{ minWidth: 0, display: 'flex', flexDirection: 'column', gap: 0.25 }}>
        <Typography sx={{ fontWeight: 650, lineHeight: 1.2 }} noWrap title={motif.name}>
          {motif.name}
        </Typography>
        <Typography variant="caption" color="text.secondary" noWrap>
          {motif.role}, {small(widthMm)} x {small(heightMm)}
        </Typography>
        <Typography variant="caption" color={coarse ? 'warning.main' : 'text.secondary'} noWrap>
          {ppi === null ? 'vector' : `${trim(ppi, 0)} ppi`}, {uses ? `laid ${uses}x` : 'not laid yet'}
        </Typography>
        {motif.permission === 'ask' && (
          <Typography variant="caption" color="warning.main" sx={{ fontWeight: 600 }}>
            May it be used? Not answered.
          </Typography>
        )}
        <Box sx={{ display: 'flex', gap: 0.5, mt: 'auto', ml: -1 }}>
          <Button onClick={onOpen} aria-label={`Open ${motif.name}`} sx={{ minHeight: 26 }}>
            Open
          </Button>
          <Button
            onClick={() => layMotif(bolt, motif.id)}
            aria-label={`Lay ${motif.name}`}
            sx={{ minHeight: 26 }}
          >
            Lay
          </Button>
        </Box>
      </Box>
    </Box>
  );
}
