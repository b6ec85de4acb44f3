import { mod } from '../units';

/** Which of two grids on the block is asked for: the middles of its pixels, or their lower right corners. */
export type Grid = 'middles' | 'corners';

/**
 * What lies nearer than `radius` px to a point of a mask on an upright torus, exactly (Euclid): a column's distance up
 * and down, then a stretch of each row as wide as the circle is there. Linear in the number of pixels.
 * @param mask 1 where there is a point, on the grid `from`. @returns the same on the grid `to`.
 */
export function nearerThan(
  mask: Uint8Array,
  width: number,
  height: number,
  radius: number,
  from: Grid = 'middles',
  to: Grid = 'middles',
): Uint8Array {
  const out = new Uint8Array(width * height);
  const shift = from === to ? 0 : from === 'middles' ? 0.5 : -0.5;
  const most = Math.ceil(radius) + 1;
  // Whole rows down from the last point above (or level), and up from the next one below.
  const above = new Uint16Array(width * height);
  const below = new Uint16Array(width * height);
  for (let k = 0; k < height + most; k++) {
    const [y, z] = [k % height, mod(height - 1 - k, height)];
    const [before, after] = [mod(y - 1, height) * width, ((z + 1) % height) * width];
    for (let x = 0; x < width; x++) {
      const p = y * width + x;
      above[p] = mask[p] ? 0 : k === 0 ? most : Math.min(most, above[before + x] + 1);
      const q = z * width + x;
      below[q] = mask[q] ? 0 : k === 0 ? most : Math.min(most, below[after + x] + 1);
    }
  }
  const half = Array.from({ length: 2 * most + 2 }, (_, n) => {
    const v = n / 2;
    return v < radius ? Math.sqrt(radius * radius - v * v) : -1;
  });
  const count = new Int32Array(width + 1);
  for (let y = 0; y < height; y++) {
    // The rows of points on either side of this row of the wanted grid.
    const up = (shift < 0 ? mod(y - 1, height) : y) * width;
    const down = (shift > 0 ? (y + 1) % height : y) * width;
    count.fill(0);
    let whole = false;
    for (let x = 0; x < width; x++) {
      const v = Math.min(above[up + x], below[down + x]) + Math.abs(shift);
      const reach = half[Math.min(half.length - 1, Math.round(2 * v))];
      if (reach < 0) continue;
      // Places i of the wanted grid with |i + shift - x| < reach.
      const first = Math.floor(x - shift - reach) + 1;
      const last = Math.ceil(x - shift + reach) - 1;
      if (last - first + 1 >= width) {
        whole = true;
        break;
      }
      if (last < first) continue;
      const [a, b] = [mod(first, width), mod(last, width)];
      count[a]++;
      count[b + 1]--;
      if (b < a) count[0]++;
    }
    for (let x = 0, n = 0; x < width; x++) {
      n += count[x];
      if (whole || n > 0) out[y * width + x] = 1;
    }
  }
  return out;
}

/** What no disc of so many px across that lies within the mask covers: its parts thinner than that. On a torus. */
export function thinnerThan(mask: Uint8Array, width: number, height: number, px: number): Uint8Array {
  const off = mask.map((v) => (v ? 0 : 1));
  const thin = mask.slice();
  const radius = (px + 1) / 2;
  // A part of an even number of pixels has its middle on their corners.
  for (const grid of ['middles', 'corners'] as const) {
    const middles = nearerThan(off, width, height, radius, 'middles', grid).map((v) => (v ? 0 : 1));
    const open = nearerThan(middles, width, height, radius, grid, 'middles');
    for (let p = 0; p < thin.length; p++) if (open[p]) thin[p] = 0;
  }
  return thin;
}
