'use client';

import Box from '@mui/material/Box';
import { useEffect, useState } from 'react';

/** A PNG in memory, shown on a ground. */
export default function BlobPicture({
  png,
  ground,
  height,
}: {
  png: Uint8Array<ArrayBuffer>;
  ground: string;
  height: number;
}) {
  const [url, setUrl] = useState('');
  useEffect(() => {
    const made = URL.createObjectURL(new Blob([png], { type: 'image/png' }));
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [png]);
  return (
    <Box sx={{ bgcolor: ground, borderRadius: 0.75, height, display: 'grid', placeItems: 'center', p: 0.75 }}>
      {url && (
        <Box
          component="img"
          src={url}
          alt=""
          sx={{ maxWidth: '100%', maxHeight: height - 12, objectFit: 'contain' }}
        />
      )}
    </Box>
  );
}
