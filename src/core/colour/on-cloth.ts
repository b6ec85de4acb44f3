import type { Raster } from '../raster';
import { inksAround, labelsOf, NO_INK, shareOf } from './labels';
import type { Rgb } from './oklab';
import { pairFinder } from './pair';

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
 * How much of each ink lies on a repeat block, and which of them touch, the block's own edges joined. A mixture of two
 * inks counts for each by its share.
 * @param inks as the block shows them, ground first. @param cover how much of the block is covered by art, 0 to 1,
 * where that is known exactly: the ground's share is then the rest.
 */
export function inksOnCloth(block: Raster, inks: Rgb[], cover?: number): InksOnCloth {
  const { width, height, data } = block;
  const labels = labelsOf(block, inks);
  const areas = inks.map(() => 0);
  const border = new Float64Array(inks.length * inks.length);
  const { found, find } = inksAround(labels, width, height);
  const finder = pairFinder(inks);
  const all = inks.map((_, k) => k);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = y * width + x;
      const own = labels[p];
      if (own === NO_INK) {
        const [r, g, b, a] = data.subarray(p * 4, p * 4 + 4);
        if (a < 128) continue;
        const count = find(x, y);
        const { pair } = finder.nearest(
          count ? found : all,
          count || all.length,
          r | (g << 8) | (b << 16),
          1,
        );
        const [i, j] = [pair >> 6, pair & 63];
        const share = i === j ? 0 : Math.max(0, Math.min(1, shareOf(inks[i], inks[j], [r, g, b])));
        areas[i] += 1 - share;
        areas[j] += share;
        continue;
      }
      areas[own]++;
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
  return { shares: sharesOf(areas, cover), touches: touches.sort((p, q) => q.share - p.share) };
}

function sharesOf(areas: number[], cover?: number): number[] {
  const total = areas.reduce((s, v) => s + v, 0) || 1;
  const art = total - areas[0];
  if (cover === undefined || art <= 0) return areas.map((v) => v / total);
  return areas.map((v, k) => (k ? (v / art) * cover : 1 - cover));
}
