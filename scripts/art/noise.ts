/** A small seeded generator (mulberry32): the same numbers on every machine. */
export function seeded(seed: number): () => number {
  let s = seed >>> 0;
  return () => {
    s = (s + 0x6d2b79f5) >>> 0;
    let t = s;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const hash = (x: number, y: number, seed: number) => {
  let h = Math.imul(x, 374761393) + Math.imul(y, 668265263) + Math.imul(seed, 2147483647 ^ 0x5bd1e995);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
};

const ease = (t: number) => t * t * t * (t * (t * 6 - 15) + 10);

/** Smooth noise, 0 to 1, one grid step per unit. */
export function noise(x: number, y: number, seed: number): number {
  const ix = Math.floor(x);
  const iy = Math.floor(y);
  const u = ease(x - ix);
  const v = ease(y - iy);
  const a = hash(ix, iy, seed);
  const b = hash(ix + 1, iy, seed);
  const c = hash(ix, iy + 1, seed);
  const d = hash(ix + 1, iy + 1, seed);
  return a + (b - a) * u + (c - a) * v + (a - b - c + d) * u * v;
}

/** The same over a whole picture, px by px: smooth noise at (x / step, y / step), each place of its grid found once. */
export function noiseOver(
  width: number,
  height: number,
  step: number,
  seed: number,
): (x: number, y: number) => number {
  const wide = Math.floor((width - 1) / step) + 2;
  const high = Math.floor((height - 1) / step) + 2;
  const grid = new Float64Array(wide * high);
  for (let j = 0, p = 0; j < high; j++) for (let i = 0; i < wide; i++, p++) grid[p] = hash(i, j, seed);
  const places = (long: number) => {
    const at = new Int32Array(long);
    const eased = new Float64Array(long);
    for (let k = 0; k < long; k++) {
      at[k] = Math.floor(k / step);
      eased[k] = ease(k / step - at[k]);
    }
    return { at, eased };
  };
  const [across, down] = [places(width), places(height)];
  return (x, y) => {
    const p = down.at[y] * wide + across.at[x];
    const [u, v] = [across.eased[x], down.eased[y]];
    const a = grid[p];
    const b = grid[p + 1];
    const c = grid[p + wide];
    const d = grid[p + wide + 1];
    return a + (b - a) * u + (c - a) * v + (a - b - c + d) * u * v;
  };
}

/** Three octaves of noise, 0 to 1. */
export const cloudy = (x: number, y: number, seed: number) =>
  noise(x, y, seed) * 0.57 +
  noise(x * 2.1, y * 2.1, seed + 7) * 0.28 +
  noise(x * 4.3, y * 4.3, seed + 13) * 0.15;
