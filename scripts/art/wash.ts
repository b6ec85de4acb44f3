import type { Raster } from '../../src/core';

/** A node's value, 0 to 1, on a grid that goes round after `n` steps. */
const at = (i: number, j: number, n: number, seed: number) => {
  const [x, y] = [((i % n) + n) % n, ((j % n) + n) % n];
  let h = Math.imul(x + 1, 374761393) + Math.imul(y + 1, 668265263) + Math.imul(seed, 974634541);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
};
const ease = (t: number) => t * t * t * (t * (t * 6 - 15) + 10);

/** Smooth noise that repeats after the whole picture, `n` steps to it. */
function round(u: number, v: number, n: number, seed: number): number {
  const [x, y] = [u * n, v * n];
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [s, t] = [ease(x - i), ease(y - j)];
  const top = at(i, j, n, seed) + (at(i + 1, j, n, seed) - at(i, j, n, seed)) * s;
  const low = at(i, j + 1, n, seed) + (at(i + 1, j + 1, n, seed) - at(i, j + 1, n, seed)) * s;
  return top + (low - top) * t;
}

/** A wash of one colour that repeats: it pools, its edges dry darker, the paper's tooth shows. */
export function washTile(side: number, rgb: [number, number, number], seed: number): Raster {
  const data = new Uint8ClampedArray(side * side * 4);
  for (let y = 0, i = 0; y < side; y++) {
    for (let x = 0; x < side; x++, i += 4) {
      const [u, v] = [x / side, y / side];
      const bend = 0.05 * (round(u, v, 4, seed + 40) - 0.5);
      const [p, q] = [u + bend, v + 0.05 * (round(u, v, 4, seed + 41) - 0.5)];
      const pool =
        0.5 * round(p, q, 3, seed) +
        0.28 * round(p, q, 7, seed + 1) +
        0.14 * round(p, q, 15, seed + 2) +
        0.08 * round(p, q, 33, seed + 3);
      // Where two pools meet the paint dried in a line.
      const meet = Math.abs(((pool * 5) % 1) - 0.5);
      const rim = Math.max(0, 1 - meet * 22) * 0.05;
      const tooth = round(u, v, side >> 1, seed + 5) * 0.5 + round(u, v, side >> 2, seed + 6) * 0.5;
      const streak = round(u, v * 0 + Math.floor(v * 90) / 90, 6, seed + 8) - 0.5;
      const t = (pool - 0.5) * 0.5 - rim + (tooth - 0.5) * 0.045 + streak * 0.02;
      for (let c = 0; c < 3; c++) data[i + c] = 255 * (rgb[c] / 255) ** (1 - t * (1.1 - 0.15 * c));
      data[i + 3] = 255;
    }
  }
  return { width: side, height: side, data };
}
