'use client';

import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';

/** A bitmap shown whole on a ground. */
export default function Thumb({
  bitmap,
  ground,
  height,
  width,
}: {
  bitmap: ImageBitmap;
  ground: string;
  height: number;
  width?: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const c = canvas.current;
    if (!c) return;
    c.width = bitmap.width;
    c.height = bitmap.height;
    c.getContext('2d')?.drawImage(bitmap, 0, 0);
  }, [bitmap]);
  return (
    <Box
      sx={{
        bgcolor: ground,
        borderRadius: 0.75,
        height,
        width,
        maxWidth: '100%',
        display: 'grid',
        placeItems: 'center',
        p: 0.75,
      }}
    >
      <canvas
        ref={canvas}
        aria-hidden
        style={{ maxWidth: '100%', maxHeight: height - 12, objectFit: 'contain' }}
      />
    </Box>
  );
}
