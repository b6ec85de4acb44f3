import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { stopsOnLeaving, useSession } from '@/session/kernel';

/** The product's name, which leads to the shelf. Where work would stop by leaving, it asks first. */
export default function ShelfLink() {
  const bolt = useSession();
  const router = useRouter();
  const [stopping, setStopping] = useState<string[] | null>(null);
  return (
    <>
      <Typography
        component={Link}
        href="/"
        onClick={(e) => {
          const labels = stopsOnLeaving(bolt).map((job) => job.label);
          if (!labels.length) return;
          e.preventDefault();
          setStopping(labels);
        }}
        sx={{
          fontFamily: '"Bricolage Grotesque Variable"',
          fontWeight: 800,
          fontSize: 17,
          color: 'primary.main',
          textDecoration: 'none',
          px: 1.75,
          pb: { sm: 1.5 },
          alignSelf: { xs: 'center', sm: 'flex-start' },
        }}
        title="To the shelf"
      >
        Hexaplex
      </Typography>
      <Dialog open={stopping !== null} onClose={() => setStopping(null)} aria-labelledby="leave-title">
        <DialogTitle id="leave-title" variant="h2">
          Leave and stop this?
        </DialogTitle>
        <DialogContent>
          {stopping?.map((label) => (
            <Typography key={label} variant="body2">
              {label}
            </Typography>
          ))}
          <Typography variant="body2" sx={{ mt: 1.5 }}>
            It stops when you leave the bolt. The bolt stays as it is.
          </Typography>
        </DialogContent>
        <DialogActions sx={{ px: 3, pb: 2 }}>
          <Button onClick={() => setStopping(null)}>Stay</Button>
          <Button variant="contained" onClick={() => router.push('/')}>
            Stop and leave
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
