'use client';

import { useEffect, useRef } from 'react';
import type { Spot } from '@/core';
import type { SeenTile } from '@/session/intake';

const SIDE = 460;
const BROKEN = '#A8322D';
const HEALED = '#1F6F6B';

type Props = {
  seen: SeenTile;
  blots: Spot[];
  /** A place that was pressed, px of the tile; left out where it is only looked at. */
  onPress?: (x: number, y: number) => void;
};

/** Two by two of a tile, cut so that its joins cross in the middle: where they break, and what was healed. */
export default function Joins({ seen, blots, onPress }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { bitmap, report } = seen;
  const k = Math.min(SIDE / bitmap.width, SIDE / bitmap.height);
  const [w, h] = [bitmap.width * k, bitmap.height * k];
  useEffect(() => {
    const surface = canvas.current;
    const context = surface?.getContext('2d');
    if (!surface || !context) return;
    surface.width = Math.round(w);
    surface.height = Math.round(h);
    context.imageSmoothingQuality = 'high';
    for (const x of [-w / 2, w / 2]) for (const y of [-h / 2, h / 2]) context.drawImage(bitmap, x, y, w, h);
    context.strokeStyle = BROKEN;
    context.lineWidth = 3;
    for (const b of report.breaks) {
      for (const turn of [-0.5, 0.5]) {
        context.beginPath();
        if (b.join === 'across') {
          context.moveTo(w / 2, (b.from + turn) * h);
          context.lineTo(w / 2, (b.to + turn) * h);
        } else {
          context.moveTo((b.from + turn) * w, h / 2);
          context.lineTo((b.to + turn) * w, h / 2);
        }
        context.stroke();
      }
    }
    context.strokeStyle = HEALED;
    context.lineWidth = 2;
    for (const { x, y, r } of blots) {
      context.beginPath();
      context.arc((x * k + w / 2) % w, (y * k + h / 2) % h, Math.max(3, r * k), 0, 2 * Math.PI);
      context.stroke();
    }
  }, [bitmap, report, blots, w, h, k]);
  return (
    <canvas
      ref={canvas}
      data-testid="tile-joins"
      aria-label="The tile, its joins crossing in the middle"
      onPointerDown={(e) => {
        if (!onPress) return;
        const box = e.currentTarget.getBoundingClientRect();
        const at = (v: number, side: number, px: number) => (((v / side + 0.5) % 1) * px) % px;
        onPress(
          at(e.clientX - box.left, box.width, bitmap.width),
          at(e.clientY - box.top, box.height, bitmap.height),
        );
      }}
      style={{ maxWidth: '100%', borderRadius: 4, cursor: onPress ? 'crosshair' : 'default' }}
    />
  );
}
