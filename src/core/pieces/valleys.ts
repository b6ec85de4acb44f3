import { type Torus, torusIndex } from '../raster';
import type { Off } from './cut-out';

/** A valley is less than this share as far from the ground as both its sides. */
const VALLEY = 0.75;
/** Where it begins so it goes on, so many px, though less deep, between sides so many times as far off as art surely is. */
const SHALLOW = 0.92;
const ON_PX = 4;
const PLAIN = 2;
/** The ways across: one pixel and its opposite are a side each. */
const ACROSS = [
  [1, 0],
  [0, 1],
  [1, 1],
  [-1, 1],
] as const;

/** Takes out of the mask what lies in a valley a pixel or two wide: ground between two pieces that nearly touch. */
export function partValleys({ off, strong }: Off, mask: Uint8Array, torus: Torus) {
  const { width, height } = torus;
  const isValley = (p: number, share: number, least: number): boolean => {
    const isDip = (back2: number, back: number, on: number, on2: number) => {
      const sides = Math.min(Math.max(off[back], off[back2]), Math.max(off[on], off[on2]));
      return sides >= least && off[p] < share * sides;
    };
    const y = Math.floor(p / width);
    const x = p - y * width;
    const inside = x > 1 && y > 1 && x + 2 < width && y + 2 < height;
    for (const [dx, dy] of ACROSS) {
      const w = dy * width + dx;
      if (inside) {
        if (isDip(p - 2 * w, p - w, p + w, p + 2 * w)) return true;
        continue;
      }
      const at = (n: number) => torusIndex(torus, x + n * dx, y + n * dy);
      if (isDip(at(-2), at(-1), at(1), at(2))) return true;
    }
    return false;
  };
  const valley: number[] = [];
  for (let p = 0; p < mask.length; p++) {
    if (!mask[p] || !isValley(p, VALLEY, 0)) continue;
    mask[p] = 0;
    valley.push(p);
  }
  const beside = (p: number, dx: number, dy: number) =>
    torusIndex(torus, (p % width) + dx, Math.floor(p / width) + dy);
  let edge = valley.slice();
  for (let step = 0; step < ON_PX && edge.length; step++) {
    const next: number[] = [];
    for (const p of edge) {
      for (const [dx, dy] of ACROSS) {
        for (const q of [beside(p, dx, dy), beside(p, -dx, -dy)]) {
          if (!mask[q] || !isValley(q, SHALLOW, PLAIN * strong)) continue;
          mask[q] = 0;
          next.push(q);
        }
      }
    }
    valley.push(...next);
    edge = next;
  }
  // Its two sides still meet where it goes on over a corner: the fainter of the two gives way.
  for (const p of valley) {
    for (const dx of [-1, 1]) {
      for (const dy of [-1, 1]) {
        const [a, b] = [beside(p, dx, 0), beside(p, 0, dy)];
        if (mask[a] && mask[b] && !mask[beside(p, dx, dy)]) mask[off[a] < off[b] ? a : b] = 0;
      }
    }
  }
}
