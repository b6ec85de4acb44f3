import { type Room, roomOnTorus, type Torus, torusIndex } from '../../raster';
import type { ClothPicture } from './picture';

/**
 * Two images that no third one lies between: their labels (see ClothPicture), about how far their edges are apart
 * there, px, the middle of that gap (px of the piece), and how long the border between them is, px.
 */
export type Neighbours = { i: number; j: number; gap: number; x: number; y: number; border: number };

/**
 * The labels with the ground that a single image shuts in given to it: the inside of a ring is part of the ring, as it is
 * of its outline. The largest ground of all is never shut in.
 */
function shutIn(labels: Int16Array, torus: Torus): Int16Array {
  const { width, height } = torus;
  const seen = new Uint8Array(labels.length);
  const shut: { part: number[]; by: number }[] = [];
  let largest = 0;
  for (let p = 0; p < labels.length; p++) {
    if (labels[p] >= 0 || seen[p]) continue;
    const part = [p];
    let by = NOBODY;
    seen[p] = 1;
    for (let k = 0; k < part.length; k++) {
      const q = part[k];
      const [x, y] = [q % width, Math.floor(q / width)];
      for (const r of [
        x + 1 < width ? q + 1 : torusIndex(torus, x + 1, y),
        x > 0 ? q - 1 : torusIndex(torus, x - 1, y),
        y + 1 < height ? q + width : x,
        y > 0 ? q - width : q + (height - 1) * width,
      ]) {
        const label = labels[r];
        if (label >= 0) by = by === NOBODY || by === label ? label : SEVERAL;
        else if (!seen[r]) {
          seen[r] = 1;
          part.push(r);
        }
      }
    }
    largest = Math.max(largest, part.length);
    if (by >= 0) shut.push({ part, by });
  }
  const out = Int16Array.from(labels);
  for (const { part, by } of shut) if (part.length < largest) for (const q of part) out[q] = by;
  return out;
}
const NOBODY = -1;
const SEVERAL = -2;

/** The room round everything, and which images are neighbours: those whose shares of the ground meet. */
export function neighboursOf({ labels, torus }: ClothPicture): Room & { pairs: Neighbours[] } {
  const { room, near } = roomOnTorus(shutIn(labels, torus), torus);
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
