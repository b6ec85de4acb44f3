'use client';

import Box from '@mui/material/Box';
import { useRef } from 'react';
import type { Point } from '@/core';

/** A place on a picture, px of it, to be dragged or moved with the arrow keys. */
export default function Grip({
  label,
  at,
  zoom,
  from = { x: 0, y: 0 },
  onMove,
}: {
  label: string;
  at: Point;
  /** Screen px for one of the picture, and the place of it that is seen in the upper left. */
  zoom: number;
  from?: Point;
  onMove: (to: Point) => void;
}) {
  const held = useRef<{ hand: Point; at: Point } | null>(null);
  return (
    <Box
      component="button"
      aria-label={label}
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        held.current = { hand: { x: e.clientX, y: e.clientY }, at };
      }}
      onPointerMove={(e) => {
        const hold = held.current;
        if (hold)
          onMove({
            x: hold.at.x + (e.clientX - hold.hand.x) / zoom,
            y: hold.at.y + (e.clientY - hold.hand.y) / zoom,
          });
      }}
      onLostPointerCapture={() => {
        held.current = null;
      }}
      onKeyDown={(e) => {
        const step = (e.shiftKey ? 10 : 1) / zoom;
        const dx = { ArrowLeft: -step, ArrowRight: step }[e.key] ?? 0;
        const dy = { ArrowUp: -step, ArrowDown: step }[e.key] ?? 0;
        if (!dx && !dy) return;
        e.preventDefault();
        e.stopPropagation();
        onMove({ x: at.x + dx, y: at.y + dy });
      }}
      style={{ left: (at.x - from.x) * zoom - 11, top: (at.y - from.y) * zoom - 11 }}
      sx={{
        position: 'absolute',
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
  );
}
