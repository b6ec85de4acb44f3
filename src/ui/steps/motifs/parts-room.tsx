'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { nth, partKindOf } from '@/core';
import type { IncomingPage } from '@/session/intake';
import { keepAsParts } from '@/session/intake';
import { messageOf, useSession } from '@/session/kernel';
import DrawnAt from '../../parts/fields/drawn-at';

type Props = { pages: IncomingPage[]; onApart: () => void; onDone: () => void };

/** Several pictures of one size: parts of one motif in register, or pages each by itself. */
export default function PartsRoom({ pages, onApart, onDone }: Props) {
  const bolt = useSession();
  const first = nth(pages, 0);
  const [ppi, setPpi] = useState(first.ppi ?? 300);
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  return (
    <Dialog open fullWidth maxWidth="sm" onClose={() => !busy && onDone()} aria-labelledby="parts-title">
      <DialogTitle id="parts-title" variant="h2">
        {pages.length} pictures of the same size
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5 }}>
        <Typography variant="body2">
          All are {first.width} x {first.height} px. Joined, they lie over each other in register, and each
          part can be coloured by itself.
        </Typography>
        {pages.map((p) => (
          <Typography key={p.sha256} variant="body2">
            {p.name}: {partKindOf(p.name)}
          </Typography>
        ))}
        <DrawnAt ppi={ppi} onChange={setPpi} />
        {wrong && (
          <Typography role="alert" variant="body2" color="error">
            {wrong}
          </Typography>
        )}
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button onClick={onDone} disabled={busy}>
          Leave them
        </Button>
        <Button variant="outlined" onClick={onApart} disabled={busy}>
          Each by itself
        </Button>
        <Button
          variant="contained"
          disabled={busy}
          onClick={async () => {
            setBusy(true);
            try {
              if (await keepAsParts(bolt, pages, ppi)) onDone();
            } catch (error) {
              setWrong(messageOf(error));
            }
            setBusy(false);
          }}
        >
          Join as one motif
        </Button>
      </DialogActions>
    </Dialog>
  );
}
