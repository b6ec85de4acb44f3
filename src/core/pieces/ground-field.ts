import type { Torus } from '../raster';
import { torusIndex } from '../raster';
import { labApart } from './lab-picture';

/** The smooth colour of a ground everywhere on a torus (OKLab times 100, three numbers a pixel), one for each of its colours. */
export type GroundFields = { torus: Torus; fields: Float32Array[] };

/** How far the light of a ground is smoothed, share of the torus's shorter way; rounds of finding what is ground. */
const REACH = 0.06;
const ROUNDS = 4;
/** What lies within so many times the middle distance from the field is ground, but never farther than at first. */
const TIMES = 4;
const FIRST = 8;
const LEAST = 1.2;

/** Means over 2 r + 1 px along the rows and the columns of a torus, twice, in place: near to a Gaussian. */
function blurOn(v: Float32Array, torus: Torus, r: number) {
  const { width, height } = torus;
  const line = new Float32Array(Math.max(width, height) + 2 * r + 1);
  /** The mean about each of `n` px, put back `step` apart from `first` on; `line` has r px more at each end. */
  const means = (n: number, first: number, step: number) => {
    let sum = 0;
    for (let k = 0; k <= 2 * r; k++) sum += line[k];
    for (let k = 0, p = first; k < n; k++, p += step) {
      v[p] = sum / (2 * r + 1);
      sum += line[k + 2 * r + 1] - line[k];
    }
  };
  for (let pass = 0; pass < 2; pass++) {
    const rows = v.slice();
    for (let y = 0; y < height; y++) {
      line.set(rows.subarray(y * width, (y + 1) * width), r);
      // A row runs on into other rows beyond its ends: these are read as they were.
      for (let k = 1; k <= r; k++) line[r - k] = rows[torusIndex(torus, -k, y)];
      for (let k = 0; k <= r; k++) line[r + width + k] = rows[torusIndex(torus, width + k, y)];
      means(width, y * width, 1);
    }
    for (let x = 0; x < width; x++) {
      for (let k = 0, p = x; k < height; k++, p += width) line[r + k] = v[p];
      for (let k = 1; k <= r; k++) line[r - k] = line[r + (((-k % height) + height) % height)];
      for (let k = 0; k <= r; k++) line[r + height + k] = line[r + (k % height)];
      means(height, x, width);
    }
  }
}

/** The field of one colour of a ground, from the pixels that `is` names at first. */
function fieldOf(lab: Float32Array, torus: Torus, is: Uint8Array): Float32Array {
  const size = is.length;
  const r = Math.max(2, Math.round(REACH * Math.min(torus.width, torus.height)));
  let ground = is;
  let field = new Float32Array(size * 3);
  for (let round = 0; round < ROUNDS; round++) {
    const weight = Float32Array.from(ground);
    blurOn(weight, torus, r);
    const mean = [0, 0, 0];
    const count = ground.reduce((s, v) => s + v, 0);
    field = new Float32Array(size * 3);
    for (let c = 0; c < 3; c++) {
      const sum = new Float32Array(size);
      for (let p = 0; p < size; p++) {
        sum[p] = ground[p] * lab[p * 3 + c];
        mean[c] += sum[p] / Math.max(1, count);
      }
      blurOn(sum, torus, r);
      // Where little ground is near, the mean of all of it stands in.
      for (let p = 0; p < size; p++) field[p * 3 + c] = (sum[p] + 0.03 * mean[c]) / (weight[p] + 0.03);
    }
    const off = Float32Array.from({ length: size }, (_, p) => labApart(lab, p * 3, field, p * 3));
    const near = off.filter((_, p) => ground[p] === 1).sort();
    const bar = Math.min(FIRST, Math.max(LEAST, TIMES * (near[near.length >> 1] ?? FIRST)));
    ground = is.map((_, p) => (off[p] < bar ? 1 : 0));
  }
  return field;
}

/** The fields of a ground whose colours are numbered from 1 in `of`. */
export const groundFields = (
  lab: Float32Array,
  torus: Torus,
  { of, count }: { of: Uint8Array; count: number },
): GroundFields => ({
  torus,
  fields: Array.from({ length: count }, (_, k) =>
    fieldOf(
      lab,
      torus,
      of.map((v) => (v === k + 1 ? 1 : 0)),
    ),
  ),
});
