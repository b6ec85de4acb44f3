'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import type { Arrived, OnShelf } from '@/session/shelf';
import { momentText } from '../parts/chrome/dates';

type Props = {
  arrived: Arrived;
  /** The bolt that has its id. */
  there?: OnShelf;
  onTake: (how: 'replace' | 'both') => void;
  onLeave: () => void;
};

/** A bolt from a file is on the shelf already: the one in its place, or both. */
export default function SameBolt({ arrived, there, onTake, onLeave }: Props) {
  const { name } = arrived.file.project;
  return (
    <Dialog open onClose={onLeave} aria-labelledby="same-title">
      <DialogTitle id="same-title" variant="h2">
        {name} is {there?.binned ? 'in the bin' : 'on the shelf'} already.
      </DialogTitle>
      <DialogContent>
        <Typography variant="body2">
          {there ? `The one that is there was changed last on ${momentText(there.changed)}. ` : ''}
          Keep both, and they are two bolts from now on; or put the one from the file in its place.
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button onClick={onLeave}>Leave the shelf as it is</Button>
        <Button color="error" onClick={() => onTake('replace')}>
          Put it in its place
        </Button>
        <Button variant="contained" onClick={() => onTake('both')}>
          Keep both
        </Button>
      </DialogActions>
    </Dialog>
  );
}
