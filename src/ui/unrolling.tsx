'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { readThumbnail } from '@/session/bolts';
import { useObjectUrl } from './parts/use-object-url';

/** While a bolt opens: the last picture of its cloth, at once. */
export default function Unrolling({ id }: { id: string }) {
  const [picture, setPicture] = useState<Blob>();
  useEffect(() => {
    readThumbnail(id).then(setPicture, () => {});
  }, [id]);
  const url = useObjectUrl(picture);
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
