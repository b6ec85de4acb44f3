'use client';

import { type Corners, cornersAreSound, type Point } from '@/core';
import Grip from '../../../parts/fields/grip';
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
  const move = (n: number, p: Point) => {
    const next = corners.map((q, k) => (k === n ? p : q)) as Corners;
    if (cornersAreSound(next)) onMove(next);
  };
  return corners.map((p, n) => (
    <Grip
      key={NAMES[n]}
      label={`Corner of the page, ${NAMES[n]}`}
      at={p}
      zoom={sight.zoom}
      from={sight}
      onMove={(to) => move(n, to)}
    />
  ));
}
