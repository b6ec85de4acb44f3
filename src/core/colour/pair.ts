import type { Rgb } from './oklab';

/** Two inks as one number, the first in the upper six bits. */
export type Pair = number;
export const pairOf = (first: number, second: number): Pair => (first << 6) | second;

/** Of some inks, the one or the two whose straight mixture in sRGB passes nearest a colour. */
export function pairFinder(inks: Rgb[]) {
  const flat = Float64Array.from(inks.flat());
  return (among: number[], count: number, bgr: number, leeway: number): Pair => {
    const r = bgr & 255;
    const g = (bgr >> 8) & 255;
    const b = bgr >> 16;
    let near = among[0];
    let least = Number.POSITIVE_INFINITY;
    for (let m = 0; m < count; m++) {
      const o = among[m] * 3;
      const d = (r - flat[o]) ** 2 + (g - flat[o + 1]) ** 2 + (b - flat[o + 2]) ** 2;
      if (d < least) {
        least = d;
        near = among[m];
      }
    }
    let best = pairOf(near, near);
    least *= leeway * leeway;
    for (let m = 0; m < count; m++) {
      for (let n = m + 1; n < count; n++) {
        const i = Math.min(among[m], among[n]);
        const j = Math.max(among[m], among[n]);
        const [p, q] = [i * 3, j * 3];
        const d0 = flat[q] - flat[p];
        const d1 = flat[q + 1] - flat[p + 1];
        const d2 = flat[q + 2] - flat[p + 2];
        const [e0, e1, e2] = [r - flat[p], g - flat[p + 1], b - flat[p + 2]];
        const t = (e0 * d0 + e1 * d1 + e2 * d2) / (d0 * d0 + d1 * d1 + d2 * d2 || 1);
        if (t < 0 || t > 1) continue;
        const d = (e0 - d0 * t) ** 2 + (e1 - d1 * t) ** 2 + (e2 - d2 * t) ** 2;
        if (d < least) {
          least = d;
          best = pairOf(i, j);
        }
      }
    }
    return best;
  };
}
