'use client';

import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';
import type { Project } from '@/core';
import { type PictureAsk, pictureKey, useWall, wantPictures } from '@/session/mockups';

type Props = { project: Project; colours: string[]; width: number; height: number; spanMm: number };

/** The cloth in some colours, drawn in a worker; the ground alone until it is there. */
export default function ClothPicture({ project, colours, width, height, spanMm }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const dpr = typeof devicePixelRatio === 'number' ? devicePixelRatio : 1;
  const ask: PictureAsk = {
    colours,
    width: Math.round(width * dpr),
    height: Math.round(height * dpr),
    spanMm,
  };
  const key = pictureKey(project, ask);
  const picture = useWall((s) => s.pictures.get(key));
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key is all that the picture depends on.
  useEffect(() => wantPictures(project, [ask]), [key]);
  useEffect(() => {
    const c = canvas.current;
    if (!c || !picture) return;
    c.width = picture.width;
    c.height = picture.height;
    c.getContext('2d')?.drawImage(picture, 0, 0);
  }, [picture]);
  return (
    <Box
      component="canvas"
      ref={canvas}
      aria-hidden
      data-drawn={picture ? 'yes' : 'no'}
      style={{ aspectRatio: `${width} / ${height}` }}
      sx={{ width: '100%', display: 'block', borderRadius: 0.75, bgcolor: colours[0] }}
    />
  );
}
