'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useSnackbar } from 'notistack';
import { slug } from '@/core';
import { messageOf } from '@/session/kernel';
import { boltAsItIs, rescueBolt, saveFile } from '@/session/shelf';

/** In the place of a bolt that is not there, or cannot be read: what can be done about it. `why` it cannot be read. */
export default function NotOpened({
  id,
  why,
  rescue = false,
}: {
  id: string;
  why?: string;
  rescue?: boolean;
}) {
  const { enqueueSnackbar } = useSnackbar();
  const router = useRouter();
  const trouble = (error: unknown) => enqueueSnackbar(messageOf(error), { variant: 'error' });
  const makeNew = async () => {
    const made = await rescueBolt(id);
    enqueueSnackbar(
      made.lost.length ? `Rescued. Lost: ${made.lost.join(', ')}.` : 'Rescued; nothing was lost.',
    );
    router.push(`/bolt/${made.id}`);
  };
  const asItIs = async () => {
    const { name, file } = await boltAsItIs(id);
    saveFile(file, `${slug(name, 'bolt')}-as-it-is.json`);
  };
  return (
    <Box component="main" sx={{ p: 6, maxWidth: 620 }}>
      <Typography variant="h1" sx={{ mb: 1 }}>
        {why ? 'This bolt cannot be read.' : 'This bolt is not on the shelf.'}
      </Typography>
      <Typography sx={{ mb: 2 }}>
        {why
          ? `${why} It stays on the shelf as it is.${rescue ? ' A rescue takes all that can be read into a new bolt, and names the rest.' : ''}`
          : 'It may have been made on another machine, or taken off. Your other bolts are where they were.'}
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {rescue && (
          <>
            <Button variant="contained" onClick={() => void makeNew().catch(trouble)}>
              Rescue what can be read
            </Button>
            <Button variant="outlined" onClick={() => void asItIs().catch(trouble)}>
              Save it as it is
            </Button>
          </>
        )}
        <Button component={Link} href="/" variant={rescue ? 'text' : 'contained'}>
          To the shelf
        </Button>
      </Box>
    </Box>
  );
}
