import type { Rgb } from './oklab';

/** Two inks as one number, the first in the upper six bits. */
export type Pair = number;
export const pairOf = (first: number, second: number): Pair => (first << 6) | second;

/** An ink or a pair, and how far a colour lies from it, squared, in sRGB levels. */
type Fit = { pair: Pair; off: number };

/** Of some inks, the one or the two whose straight mixture in sRGB passes nearest a colour. */
export function pairFinder(inks: Rgb[]) {
  const flat = Float64Array.from(inks.flat());
  const off = (k: number, r: number, g: number, b: number) =>
    (r - flat[k * 3]) ** 2 + (g - flat[k * 3 + 1]) ** 2 + (b - flat[k * 3 + 2]) ** 2;

  /** Squared distance to the mixtures of two inks; Infinity beyond their ends. */
  const offPair = (i: number, j: number, r: number, g: number, b: number) => {
    const [p, q] = [i * 3, j * 3];
    const d0 = flat[q] - flat[p];
    const d1 = flat[q + 1] - flat[p + 1];
    const d2 = flat[q + 2] - flat[p + 2];
    const [e0, e1, e2] = [r - flat[p], g - flat[p + 1], b - flat[p + 2]];
    const t = (e0 * d0 + e1 * d1 + e2 * d2) / (d0 * d0 + d1 * d1 + d2 * d2 || 1);
    if (t < 0 || t > 1) return Number.POSITIVE_INFINITY;
    return (e0 - d0 * t) ** 2 + (e1 - d1 * t) ** 2 + (e2 - d2 * t) ** 2;
  };

  return {
    /** The best among some inks; a pair must be nearer than `leeway` times the nearest ink. */
    nearest(among: number[], count: number, bgr: number, leeway: number): Fit {
      const [r, g, b] = [bgr & 255, (bgr >> 8) & 255, bgr >> 16];
      let near = among[0];
      let least = Number.POSITIVE_INFINITY;
      for (let m = 0; m < count; m++) {
        const d = off(among[m], r, g, b);
        if (d < least) {
          least = d;
          near = among[m];
        }
      }
      const best = { pair: pairOf(near, near), off: least };
      let bar = least * leeway * leeway;
      for (let m = 0; m < count; m++) {
        for (let n = m + 1; n < count; n++) {
          const i = Math.min(among[m], among[n]);
          const j = Math.max(among[m], among[n]);
          const d = offPair(i, j, r, g, b);
          if (d >= bar) continue;
          bar = d;
          best.pair = pairOf(i, j);
          best.off = d;
        }
      }
      return best;
    },

    /** The best pair of one of some inks with any other. */
    withAny(among: number[], count: number, bgr: number): Fit {
      const [r, g, b] = [bgr & 255, (bgr >> 8) & 255, bgr >> 16];
      const best = { pair: pairOf(among[0], among[0]), off: Number.POSITIVE_INFINITY };
      for (let m = 0; m < count; m++) {
        for (let k = 0; k < inks.length; k++) {
          if (k === among[m]) continue;
          const i = Math.min(among[m], k);
          const j = Math.max(among[m], k);
          const d = offPair(i, j, r, g, b);
          if (d >= best.off) continue;
          best.off = d;
          best.pair = pairOf(i, j);
        }
      }
      return best;
    },
  };
}
