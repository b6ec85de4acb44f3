import type { Raster } from '../raster';
import { labelsOf, NO_INK } from './labels';
import type { Rgb } from './oklab';

/** Two inks that touch on the cloth; `share`: how much of all such borders is theirs, 0 to 1. */
export type Touch = { a: number; b: number; share: number };
export type InksOnCloth = {
  /** Share of the cloth that each ink covers. */
  shares: number[];
  /** Longest border first. */
  touches: Touch[];
};

/** Flat colours to tell inks by, no two near each other; 64 at most. */
export const inkLabels = (count: number): Rgb[] =>
  Array.from({ length: count }, (_, n) => {
    const k = (n * 37) % 64;
    return [(k & 3) * 85, ((k >> 2) & 3) * 85, (k >> 4) * 85];
  });

/** Soft edges up to this wide part inks that touch, px. */
const SOFT = 4;

/**
 * How much of each ink lies on a repeat block, and which of them touch, the block's own edges joined.
 * @param inks as the block shows them, ground first.
 */
export function inksOnCloth(block: Raster, inks: Rgb[]): InksOnCloth {
  const { width, height } = block;
  const labels = labelsOf(block, inks);
  const shares = inks.map(() => 0);
  const border = new Float64Array(inks.length * inks.length);
  let all = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const own = labels[y * width + x];
      if (own === NO_INK) continue;
      shares[own]++;
      all++;
      for (const [dx, dy] of [
        [1, 0],
        [0, 1],
      ]) {
        for (let d = 1; d <= SOFT; d++) {
          const other = labels[((y + d * dy) % height) * width + ((x + d * dx) % width)];
          if (other === NO_INK) continue;
          if (other !== own) border[Math.min(own, other) * inks.length + Math.max(own, other)]++;
          break;
        }
      }
    }
  }
  const length = border.reduce((s, v) => s + v, 0) || 1;
  const touches: Touch[] = [];
  for (let a = 0; a < inks.length; a++) {
    for (let b = a + 1; b < inks.length; b++) {
      const share = border[a * inks.length + b] / length;
      if (share > 0) touches.push({ a, b, share });
    }
  }
  return { shares: shares.map((n) => n / (all || 1)), touches: touches.sort((p, q) => q.share - p.share) };
}
