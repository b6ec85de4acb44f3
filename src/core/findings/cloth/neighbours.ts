import { type Room, roomOnTorus, torusIndex } from '../../raster';
import type { ClothPicture } from './picture';

/**
 * Two images that no third one lies between: their labels (see ClothPicture), about how far their edges are apart
 * there, px, the middle of that gap (px of the piece), and how long the border between them is, px.
 */
export type Neighbours = { i: number; j: number; gap: number; x: number; y: number; border: number };

/** The room round everything, and which images are neighbours: those whose shares of the ground meet. */
export function neighboursOf({ labels, torus }: ClothPicture): Room & { pairs: Neighbours[] } {
  const { room, near } = roomOnTorus(labels, torus);
  const { width, height } = torus;
  const found = new Map<number, Neighbours>();
  const meet = (p: number, q: number, x: number, y: number) => {
    const [a, b] = [near[p], near[q]];
    if (a === b || a < 0 || b < 0) return;
    const key = Math.min(a, b) * 32768 + Math.max(a, b);
    const gap = room[p] + room[q];
    const known = found.get(key);
    if (!known) found.set(key, { i: Math.min(a, b), j: Math.max(a, b), gap, x, y, border: 1 });
    else {
      known.border++;
      if (gap < known.gap) Object.assign(known, { gap, x, y });
    }
  };
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      meet(p, x + 1 < width ? p + 1 : torusIndex(torus, x + 1, y), x + 1, y + 0.5);
      meet(p, y + 1 < height ? p + width : x, x + 0.5, y + 1);
    }
  }
  return { room, near, pairs: [...found.values()] };
}
