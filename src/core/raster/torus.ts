import { mod } from '../units';
/**
 * A picture that repeats by a lattice, kept as one upright piece of it: the next piece to the right hangs lower by
 * `step`, so that (x + width, y + step) is (x, y) again, and so is (x, y + height). Whole px.
 */
export type Torus = { width: number; height: number; step: number };

type Vector = { x: number; y: number };

/** The upright piece of a lattice of whole-number vectors (its Hermite normal form): as large as one of its cells. */
export function torusOf({ a, b }: { a: Vector; b: Vector }): Torus {
  let [p, q] = [a, b];
  while (q.x !== 0) {
    const n = Math.trunc(p.x / q.x);
    [p, q] = [q, { x: p.x - n * q.x, y: p.y - n * q.y }];
  }
  const height = Math.abs(q.y);
  return { width: Math.abs(p.x), height, step: mod(p.x < 0 ? -p.y : p.y, height) };
}

/** The number, in rows from the top, of the pixel that is (x, y) on a torus. */
export function torusIndex({ width, height, step }: Torus, x: number, y: number): number {
  const k = Math.floor(x / width);
  return mod(y - k * step, height) * width + x - k * width;
}

const NONE = -1;
const FAR = 1e9;

/** For each pixel of a torus: how far the nearest labelled pixel is, px, and its label (-1 where nothing is). */
export type Room = { room: Float32Array; near: Int16Array };

/** How far up or down its column the nearest labelled pixel is, and its label. */
type Columns = { down: Int32Array; label: Int16Array };

/** One row of the sweep down (or up) the columns: what the row before knows, one further. */
function sweepRow({ down, label }: Columns, labels: Int16Array, row: number, before: number, width: number) {
  for (let x = 0; x < width; x++) {
    const p = row + x;
    if (labels[p] !== NONE) {
      down[p] = 0;
      label[p] = labels[p];
    } else if (down[before + x] + 1 < down[p]) {
      down[p] = down[before + x] + 1;
      label[p] = label[before + x];
    }
  }
}

/** A row drawn out over its neighbours: the pixel that each place is, and the height of its parabola at 0. */
type Drawn = { at: Int32Array; f: Float64Array };

function drawOut({ at, f }: Drawn, down: Int32Array, torus: Torus, y: number, reach: number) {
  const { width, height, step } = torus;
  const long = width + 2 * reach;
  for (let i = 0; i < long; ) {
    const k = Math.floor((i - reach) / width);
    const from = mod(y - k * step, height) * width - k * width - reach;
    const end = Math.min(long, (k + 1) * width + reach);
    for (; i < end; i++) {
      const d = down[from + i];
      at[i] = from + i;
      f[i] = d >= FAR ? FAR : d * d + i * i;
    }
  }
}

/** The lower envelope of the parabolas: their feet `v`, where each begins to be the lowest `z`; how many, less one. */
function envelope(f: Float64Array, long: number, v: Int32Array, z: Float64Array): number {
  let last = -1;
  for (let q = 0; q < long; q++) {
    if (f[q] === FAR) continue;
    let from = Number.NEGATIVE_INFINITY;
    while (last >= 0) {
      from = (f[q] - f[v[last]]) / (2 * (q - v[last]));
      if (from > z[last]) break;
      last--;
    }
    last++;
    v[last] = q;
    z[last] = last ? from : Number.NEGATIVE_INFINITY;
  }
  return last;
}

/**
 * The exact distance from each pixel to the nearest one whose label is not -1, and which label that is. Columns by two
 * sweeps, rows by lower envelopes of parabolas (Felzenszwalb and Huttenlocher, "Distance transforms of sampled
 * functions", 2012), each row drawn out over its neighbours as far as any distance reaches, so that the wrap is exact.
 * With nothing labelled every distance is Infinity.
 */
export function roomOnTorus(labels: Int16Array, torus: Torus): Room {
  const { width: w, height: h } = torus;
  const columns: Columns = {
    down: new Int32Array(w * h).fill(FAR),
    label: new Int16Array(w * h).fill(NONE),
  };
  for (const by of [1, -1]) {
    for (let k = 0; k < 2 * h; k++) {
      sweepRow(columns, labels, mod(by * k, h) * w, mod(by * (k - 1), h) * w, w);
    }
  }
  const farthest = w + 2 * (h + w);
  const drawn: Drawn = { at: new Int32Array(farthest), f: new Float64Array(farthest) };
  const v = new Int32Array(farthest);
  const z = new Float64Array(farthest + 1);
  const found: Room = {
    room: new Float32Array(w * h).fill(Number.POSITIVE_INFINITY),
    near: new Int16Array(w * h).fill(NONE),
  };
  for (let y = 0; y < h; y++) {
    const reach = reachOfRow(columns.down, y * w, w);
    drawOut(drawn, columns.down, torus, y, reach);
    const last = envelope(drawn.f, w + 2 * reach, v, z);
    if (last >= 0) readRow(found, columns, drawn, v, z, last, y * w, w, reach);
  }
  return found;
}

/** No distance is longer than the one down its column; an empty column looks to the next that is not. */
function reachOfRow(down: Int32Array, row: number, width: number): number {
  let reach = 0;
  let empty = 0;
  for (let p = row; p < row + width; p++) {
    if (down[p] >= FAR) empty = width;
    else if (down[p] > reach) reach = down[p];
  }
  return reach + empty;
}

function readRow(
  { room, near }: Room,
  { label }: Columns,
  { at, f }: Drawn,
  v: Int32Array,
  z: Float64Array,
  last: number,
  row: number,
  width: number,
  reach: number,
) {
  for (let x = 0, k = 0; x < width; x++) {
    const i = x + reach;
    while (k < last && z[k + 1] < i) k++;
    const foot = v[k];
    room[row + x] = Math.sqrt((i - foot) * (i - foot) + f[foot] - foot * foot);
    near[row + x] = label[at[foot]];
  }
}
