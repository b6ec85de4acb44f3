'use client';

import Box from '@mui/material/Box';
import { useState } from 'react';
import { type Corners, cornersAreSound, type Point } from '@/core';
import type { Sight } from './page-view';

const NAMES = ['top left', 'top right', 'bottom right', 'bottom left'];

/** The outline of the page on the picture. */
export function PageOutline({ corners, sight }: { corners: Corners; sight: Sight }) {
  const points = corners
    .map((p) => `${(p.x - sight.x) * sight.zoom},${(p.y - sight.y) * sight.zoom}`)
    .join(' ');
  return (
    <>
      <polygon points={points} fill="none" stroke="#fff" strokeWidth={4} />
      <polygon points={points} fill="none" stroke="#6A2A5B" strokeWidth={2} />
    </>
  );
}

/** The four corners of the page, to be dragged or moved with the arrow keys. */
export function CornerGrips({
  corners,
  sight,
  onMove,
}: {
  corners: Corners;
  sight: Sight;
  onMove: (corners: Corners) => void;
}) {
  const [from, setFrom] = useState<{ at: Point; corner: Point } | null>(null);
  const move = (n: number, p: Point) => {
    const next = corners.map((q, k) => (k === n ? p : q)) as Corners;
    if (cornersAreSound(next)) onMove(next);
  };
  return corners.map((p, n) => (
    <Box
      key={NAMES[n]}
      component="button"
      aria-label={`Corner of the page, ${NAMES[n]}`}
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        setFrom({ at: { x: e.clientX, y: e.clientY }, corner: p });
      }}
      onPointerMove={(e) => {
        if (!from) return;
        move(n, {
          x: from.corner.x + (e.clientX - from.at.x) / sight.zoom,
          y: from.corner.y + (e.clientY - from.at.y) / sight.zoom,
        });
      }}
      onPointerUp={() => setFrom(null)}
      onKeyDown={(e) => {
        const step = (e.shiftKey ? 10 : 1) / sight.zoom;
        const dx = { ArrowLeft: -step, ArrowRight: step }[e.key] ?? 0;
        const dy = { ArrowUp: -step, ArrowDown: step }[e.key] ?? 0;
        if (!dx && !dy) return;
        e.preventDefault();
        e.stopPropagation();
        move(n, { x: p.x + dx, y: p.y + dy });
      }}
      sx={{
        position: 'absolute',
        left: (p.x - sight.x) * sight.zoom - 11,
        top: (p.y - sight.y) * sight.zoom - 11,
        width: 22,
        height: 22,
        p: 0,
        borderRadius: '50%',
        border: '3px solid #6A2A5B',
        bgcolor: '#fff',
        cursor: 'move',
        touchAction: 'none',
      }}
    />
  ));
}
