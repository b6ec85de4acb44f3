import { type Torus, torusIndex } from '../raster';
import type { PieceMarks } from '../render';
import type { TorusPicture } from './lab-picture';

/** Takes the lines along which pieces are cut out of the mask; gives back the pixels that were on them. */
export function cutAlong(
  cuts: PieceMarks['cuts'],
  { torus, scale }: TorusPicture,
  mask: Uint8Array,
): Uint8Array | null {
  if (!cuts.length) return null;
  const cut = new Uint8Array(mask.length);
  for (const line of cuts) {
    for (const [n, b] of line.slice(1).entries()) {
      const a = line[n];
      const [dx, dy] = [(b.x - a.x) * scale.x, (b.y - a.y) * scale.y];
      const steps = Math.max(1, Math.ceil(Math.max(Math.abs(dx), Math.abs(dy)) * 2));
      for (let k = 0; k <= steps; k++) {
        const [x, y] = [a.x * scale.x + (dx * k) / steps, a.y * scale.y + (dy * k) / steps];
        for (const [ox, oy] of [
          [0, 0],
          [1, 0],
          [0, 1],
          [1, 1],
        ]) {
          const p = torusIndex(torus, Math.floor(x - 0.5) + ox, Math.floor(y - 0.5) + oy);
          if (mask[p]) cut[p] = 1;
          mask[p] = 0;
        }
      }
    }
  }
  return cut;
}

/** The piece at a pixel, or the nearest to it within a few px; 0 for none. */
export function nearestLabel(
  labels: Int32Array,
  torus: Torus,
  p: number,
  suits: (label: number) => boolean,
): number {
  const [x, y] = [p % torus.width, Math.floor(p / torus.width)];
  for (let r = 0; r < 12; r++) {
    for (let dy = -r; dy <= r; dy++) {
      for (let dx = -r; dx <= r; dx += Math.abs(dy) === r ? 1 : 2 * r || 1) {
        const label = labels[torusIndex(torus, x + dx, y + dy)];
        if (label && suits(label)) return label;
      }
    }
  }
  return 0;
}
