'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { readThumbnail } from '@/session/bolts';

/** While a bolt opens: the last picture of its cloth, at once. */
export default function Unrolling({ id }: { id: string }) {
  const [url, setUrl] = useState('');
  useEffect(() => {
    let made = '';
    let gone = false;
    readThumbnail(id).then(
      (picture) => {
        if (!picture || gone) return;
        made = URL.createObjectURL(picture);
        setUrl(made);
      },
      () => {},
    );
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [id]);
  return (
    <Box
      sx={{ position: 'fixed', inset: 0, display: 'grid', placeItems: 'center', backgroundSize: 'cover' }}
      style={{ backgroundImage: url ? `url(${url})` : undefined, backgroundPosition: 'center' }}
    >
      <Typography role="status" sx={{ px: 3, py: 1.5, borderRadius: 1, bgcolor: 'background.default' }}>
        Unrolling the cloth.
      </Typography>
    </Box>
  );
}
