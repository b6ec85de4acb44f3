'use client';

import { useEffect, useRef } from 'react';
import { nth, type Project, sceneSplit, shownColourway } from '@/core';
import type { Sprite } from '@/session/cloth';
import { Painter } from './painter';
import { screenOf } from './screen';

type Props = {
  project: Project;
  sprites: Map<string, Sprite>;
  sizePx: number;
  heightPx?: number;
  spanMm: number;
};

/** A piece of the cloth, `spanMm` wide, painted `sizePx` wide; square unless a height is given. */
export default function Swatch({ project, sprites, sizePx, heightPx = sizePx, spanMm }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const painter = useRef(new Painter());
  useEffect(() => {
    const c = canvas.current;
    if (!c) return;
    const dpr = devicePixelRatio;
    const way = shownColourway(project);
    c.width = Math.round(sizePx * dpr);
    c.height = Math.round(heightPx * dpr);
    painter.current.paint(c, {
      project,
      ground: nth(way.colours, 0),
      split: sceneSplit(project, way.colours),
      sprites,
      screen: screenOf(project, { zoom: sizePx / spanMm, origin: { x: 0, y: 0 } }, dpr),
      held: null,
      ghosts: false,
      quick: false,
    });
  }, [project, sprites, sizePx, heightPx, spanMm]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      style={{ width: sizePx, height: heightPx, borderRadius: 4, display: 'block' }}
    />
  );
}
