'use client';

import { cellOf, imagesOf, latticeOf, shiftsInto, twinOf } from '@/core';
import { useBolt } from '@/session/bolt';
import { useSprites, useView } from '@/session/cloth';
import { pathOf } from './outline-path';
import { type Screen, toScreen } from './screen';

/** The outlines of what would be laid by the next press, on every copy in sight. */
export default function WouldLie({ screen }: { screen: Screen }) {
  const project = useBolt((s) => s.project);
  const offered = useView((s) => s.offered);
  const viewport = useView((s) => s.viewport);
  const sprites = useSprites((s) => s.sprites);
  if (!project || !offered.length) return null;
  const { origin, sx, sy } = screen;
  const seen = {
    x0: origin.x,
    y0: origin.y,
    x1: origin.x + viewport.width / sx,
    y1: origin.y + viewport.height / sy,
  };
  const twin = twinOf(project.layout, cellOf(project));
  return offered
    .flatMap((p) => imagesOf(p, twin))
    .flatMap((p) => {
      const s = sprites.get(p.motif)?.silhouette;
      if (!s) return [];
      const r = (Math.hypot(s.widthMm, s.heightMm) / 2) * p.scale;
      const box = { x0: p.x - r, y0: p.y - r, x1: p.x + r, y1: p.y + r };
      const path = pathOf(s);
      return shiftsInto(latticeOf(project.layout, cellOf(project)), box, seen).map((shift) => {
        const at = toScreen(screen, { x: p.x + shift.x, y: p.y + shift.y });
        return (
          <g
            key={`${p.id}${at.x},${at.y}`}
            data-testid="would-lie"
            data-mm={`${p.x.toFixed(2)},${p.y.toFixed(2)}`}
            transform={`translate(${at.x} ${at.y}) rotate(${p.angle}) scale(${(p.mirror ? -1 : 1) * p.scale * sx} ${p.scale * sy})`}
          >
            <path
              d={path}
              fill="#1F6F6B"
              fillOpacity={0.18}
              stroke="#fff"
              strokeWidth={3.5}
              vectorEffect="non-scaling-stroke"
            />
            <path
              d={path}
              fill="none"
              stroke="#1F6F6B"
              strokeWidth={1.75}
              strokeDasharray="4 3"
              vectorEffect="non-scaling-stroke"
            />
          </g>
        );
      });
    });
}
