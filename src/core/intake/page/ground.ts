import { type Raster, reduceTo } from '../../raster';
import { BLOCK } from './paper';

/**
 * The coloured ground that art was painted on: its colour in every block of the page (R, G, B, blocks of 16 x 8 px by rows), in
 * the mean, and how far plain ground lies from it in the middle (levels, as `standsOff` measures).
 */
export type GroundField = {
  blocks: Float32Array;
  across: number;
  mean: [number, number, number];
  noise: number;
};

/** The long side of what the ground is found on, px. */
const SMALL_PX = 300;
/** Rounds of finding what is ground, and how far from it counts at first and at the least, levels. */
const ROUNDS = 5;
const FIRST = 42;
const LEAST = 9;
/** How far the ground's colour is smoothed, share of the long side. */
const REACH = 0.07;
/** A colour along the page's edge counts so many times as much. */
const EDGE = 3;
const BINS = 16;

/** How far apart two colours are in levels: 2 of red, 4 of green, 3 of blue, so that all alike counts once. */
const apart = (r: number, g: number, b: number) => Math.sqrt((2 * r * r + 4 * g * g + 3 * b * b) / 9);

/** The colour that most of the page has, most of all along its edge. */
function commonest({ width, height, data }: Raster): [number, number, number] {
  const count = new Float64Array(BINS ** 3);
  const edge = Math.max(2, Math.round(0.04 * Math.max(width, height)));
  const bin = (v: number) => Math.min(BINS - 1, v >> 4);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i += 4) {
      const rim = x < edge || y < edge || x >= width - edge || y >= height - edge;
      count[(bin(data[i]) * BINS + bin(data[i + 1])) * BINS + bin(data[i + 2])] += rim ? EDGE : 1;
    }
  }
  let best = [0, 0, 0];
  let most = -1;
  for (let r = 0; r < BINS; r++) {
    for (let g = 0; g < BINS; g++) {
      for (let b = 0; b < BINS; b++) {
        let sum = 0;
        for (let q = 0; q < 27; q++) {
          const [x, y, z] = [r + (q % 3) - 1, g + (Math.floor(q / 3) % 3) - 1, b + Math.floor(q / 9) - 1];
          if (Math.min(x, y, z) >= 0 && Math.max(x, y, z) < BINS) sum += count[(x * BINS + y) * BINS + z];
        }
        if (sum > most) {
          most = sum;
          best = [r, g, b];
        }
      }
    }
  }
  const centre = best.map((v) => v * 16 + 8);
  const sum = [0, 0, 0, 0];
  for (let i = 0; i < data.length; i += 4) {
    const [r, g, b] = [data[i], data[i + 1], data[i + 2]];
    if (apart(r - centre[0], g - centre[1], b - centre[2]) > 24) continue;
    sum[0] += r;
    sum[1] += g;
    sum[2] += b;
    sum[3]++;
  }
  return [sum[0] / sum[3], sum[1] / sum[3], sum[2] / sum[3]];
}

/** Means over 2 r + 1 px each way, twice, in place: near to a Gaussian. */
function blur(v: Float32Array, width: number, height: number, r: number) {
  const line = new Float32Array(Math.max(width, height));
  const run = (from: number, step: number, n: number) => {
    let sum = 0;
    for (let k = -r; k <= r; k++) sum += v[from + Math.min(n - 1, Math.max(0, k)) * step];
    for (let k = 0; k < n; k++) {
      line[k] = sum / (2 * r + 1);
      sum += v[from + Math.min(n - 1, k + r + 1) * step] - v[from + Math.max(0, k - r) * step];
    }
    for (let k = 0; k < n; k++) v[from + k * step] = line[k];
  };
  for (let pass = 0; pass < 2; pass++) {
    for (let y = 0; y < height; y++) run(y * width, 1, width);
    for (let x = 0; x < width; x++) run(x, width, height);
  }
}

/**
 * Finds the ground of a painted page: the commonest colour first, then, round after round, what lies near the smooth colour of what
 * was taken for ground last.
 */
export function findGround(page: Raster): GroundField {
  const { raster: small, factor } = reduceTo(page, SMALL_PX);
  const { width, height, data } = small;
  const size = width * height;
  const mean = commonest(small);
  const field = [0, 1, 2].map((c) => new Float32Array(size).fill(mean[c]));
  const off = (p: number) =>
    apart(data[p * 4] - field[0][p], data[p * 4 + 1] - field[1][p], data[p * 4 + 2] - field[2][p]);
  const r = Math.max(2, Math.round(REACH * Math.max(width, height)));
  let bar = FIRST;
  const isGround = new Uint8Array(size);
  for (let round = 0; round < ROUNDS; round++) {
    const near: number[] = [];
    for (let p = 0; p < size; p++) {
      const d = off(p);
      isGround[p] = d < bar ? 1 : 0;
      if (isGround[p]) near.push(d);
    }
    const middle = middleOf(near);
    const weight = Float32Array.from(isGround);
    blur(weight, width, height, r);
    for (let c = 0; c < 3; c++) {
      const sum = new Float32Array(size);
      let total = 0;
      for (let p = 0; p < size; p++) {
        sum[p] = isGround[p] * data[p * 4 + c];
        total += sum[p];
      }
      mean[c] = total / Math.max(1, near.length);
      blur(sum, width, height, r);
      // Where little ground is near, the mean of all of it stands in.
      for (let p = 0; p < size; p++) field[c][p] = (sum[p] + 0.02 * mean[c]) / (weight[p] + 0.02);
    }
    bar = Math.max(LEAST, 4 * (middle ?? FIRST));
    bar = Math.min(bar, FIRST * 0.75 ** round);
  }
  const across = Math.ceil(page.width / BLOCK.width);
  const down = Math.ceil(page.height / BLOCK.height);
  const blocks = new Float32Array(across * down * 3);
  for (let by = 0; by < down; by++) {
    const y = Math.min(height - 1, Math.floor(((by + 0.5) * BLOCK.height) / factor));
    for (let bx = 0; bx < across; bx++) {
      const x = Math.min(width - 1, Math.floor(((bx + 0.5) * BLOCK.width) / factor));
      for (let c = 0; c < 3; c++) blocks[(by * across + bx) * 3 + c] = field[c][y * width + x];
    }
  }
  return { blocks, across, mean, noise: noiseOf(page, blocks, across, isGround, { width, factor }) };
}

/** The middle one, of a share of them where there are many. */
function middleOf(list: number[]): number | undefined {
  const some = list.filter((_, n) => n % Math.ceil(list.length / 4000) === 0).sort((a, b) => a - b);
  return some[some.length >> 1];
}

/** How far plain ground lies from the field in the middle, at the page's own size. */
function noiseOf(
  { width, height, data }: Raster,
  blocks: Float32Array,
  across: number,
  isGround: Uint8Array,
  small: { width: number; factor: number },
): number {
  const seen: number[] = [];
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 60000)));
  for (let y = step >> 1; y < height; y += step) {
    for (let x = step >> 1; x < width; x += step) {
      const p = Math.floor(y / small.factor) * small.width + Math.floor(x / small.factor);
      if (!isGround[p]) continue;
      const i = (y * width + x) * 4;
      const b = (Math.floor(y / BLOCK.height) * across + (x >> 4)) * 3;
      seen.push(apart(data[i] - blocks[b], data[i + 1] - blocks[b + 1], data[i + 2] - blocks[b + 2]));
    }
  }
  return middleOf(seen) ?? 0;
}

/** How far from the ground still may be art, and how far surely is, in times its noise and in levels at the least. */
const WEAK = { times: 3.2, least: 7 };
const STRONG = { times: 6, least: 17 };

/**
 * How far every pixel is from the ground: 0 near it, 1 where it may be art, 2 where it surely is.
 * @param tolerance 14 is usual; more takes more with the ground.
 */
export function offGround(
  { width, height, data }: Raster,
  ground: GroundField,
  tolerance: number,
): Uint8Array {
  const { blocks, across, noise } = ground;
  const part = tolerance / 14;
  const weak = 9 * (part * Math.max(WEAK.least, WEAK.times * noise)) ** 2;
  const strong = 9 * (part * Math.max(STRONG.least, STRONG.times * noise)) ** 2;
  const out = new Uint8Array(width * height);
  for (let y = 0, p = 0, i = 0; y < height; y++) {
    const row = Math.floor(y / BLOCK.height) * across;
    for (let x = 0; x < width; x++, p++, i += 4) {
      const b = (row + (x >> 4)) * 3;
      const r = data[i] - blocks[b];
      const g = data[i + 1] - blocks[b + 1];
      const u = data[i + 2] - blocks[b + 2];
      const d = 2 * r * r + 4 * g * g + 3 * u * u;
      if (d > weak) out[p] = d > strong ? 2 : 1;
    }
  }
  return out;
}
