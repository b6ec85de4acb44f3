'use client';

import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';
import { useSprites } from '@/session/cloth';

type Props = { motif: string; width: number; height: number; ground: string };

/** A motif as it looks in the colourway on show, on its ground. */
export default function MotifPicture({ motif, width, height, ground }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const sprite = useSprites((s) => s.sprites.get(motif));
  useEffect(() => {
    const c = canvas.current;
    const context = c?.getContext('2d');
    if (!c || !context) return;
    const dpr = devicePixelRatio;
    c.width = width * dpr;
    c.height = height * dpr;
    if (!sprite) return;
    const pad = 5 * dpr;
    const k = Math.min(
      (c.width - 2 * pad) / sprite.bitmap.width,
      (c.height - 2 * pad) / sprite.bitmap.height,
    );
    const [w, h] = [sprite.bitmap.width * k, sprite.bitmap.height * k];
    context.imageSmoothingQuality = 'high';
    context.drawImage(sprite.bitmap, (c.width - w) / 2, (c.height - h) / 2, w, h);
  }, [sprite, width, height]);
  return (
    <Box
      component="canvas"
      ref={canvas}
      aria-hidden
      style={{ width, height }}
      sx={{
        bgcolor: ground,
        borderRadius: 1,
        display: 'block',
        flexShrink: 0,
        border: 1,
        borderColor: 'divider',
      }}
    />
  );
}
