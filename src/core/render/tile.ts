import { homeCell, type PixelPlan, type Size, timesIn } from '../lattice';
import type { Level } from '../raster';
import type { SceneMotif } from './scene';

/** Taps of a resampling: for each pixel made, where in `index` and `weight` its taps begin. */
type Taps = { from: Int32Array; index: Int32Array; weight: Float64Array };

/** Catmull and Rom's cubic (1974). */
const cubic = (t: number) => {
  const d = Math.abs(t);
  if (d < 1) return (1.5 * d - 2.5) * d * d + 1;
  return d < 2 ? ((-0.5 * d + 2.5) * d - 4) * d + 2 : 0;
};

/**
 * Taps that make `count` pixels of `size`, `period` pixels of them to the whole of it: the cubic, stretched where it is made
 * smaller. `round`: what lies beyond an edge is the other edge, else the edge itself.
 */
function tapsOf(size: number, period: number, count: number, round: boolean): Taps {
  const step = size / period;
  const wide = Math.max(1, step);
  const from = new Int32Array(count + 1);
  const index: number[] = [];
  const weight: number[] = [];
  for (let k = 0; k < count; k++) {
    const at = (k + 0.5) * step - 0.5;
    const first = Math.ceil(at - 2 * wide);
    const last = Math.floor(at + 2 * wide);
    let sum = 0;
    const begin = weight.length;
    for (let i = first; i <= last; i++) {
      const w = cubic((i - at) / wide);
      if (Math.abs(w) < 1e-9) continue;
      const edge = Math.min(size - 1, Math.max(0, i));
      index.push(round ? ((i % size) + size) % size : edge);
      weight.push(w);
      sum += w;
    }
    for (let n = begin; n < weight.length; n++) weight[n] /= sum;
    from[k + 1] = weight.length;
  }
  return { from, index: Int32Array.from(index), weight: Float64Array.from(weight) };
}

/** Rows of a picture that repeats, made one at a time: premultiplied RGBA of `count` pixels, used again by the next call. */
function rowsOf(level: Level, period: Size, count: Size, round: boolean): (row: number) => Uint8ClampedArray {
  const { width, height, data } = level;
  if (period.width === width && period.height === height) {
    return (row) => {
      const y = row % height;
      return data.subarray(y * width * 4, (y + 1) * width * 4);
    };
  }
  const across = tapsOf(width, period.width, count.width, round);
  const down = tapsOf(height, period.height, count.height, round);
  const line = new Float64Array(width * 4);
  const out = new Uint8ClampedArray(count.width * 4);
  let held = -1;
  return (row) => {
    if (row === held) return out;
    held = row;
    line.fill(0);
    for (let n = down.from[row]; n < down.from[row + 1]; n++) {
      const w = down.weight[n];
      const at = down.index[n] * width * 4;
      for (let i = 0; i < line.length; i++) line[i] += w * data[at + i];
    }
    for (let x = 0, o = 0; x < count.width; x++, o += 4) {
      let [r, g, b, a] = [0, 0, 0, 0];
      for (let n = across.from[x]; n < across.from[x + 1]; n++) {
        const w = across.weight[n];
        const i = across.index[n] * 4;
        r += w * line[i];
        g += w * line[i + 1];
        b += w * line[i + 2];
        a += w * line[i + 3];
      }
      out[o] = Math.min(r, a);
      out[o + 1] = Math.min(g, a);
      out[o + 2] = Math.min(b, a);
      out[o + 3] = a;
    }
    return out;
  };
}

/** A coarser level that is still finer than what is made, where halving it came out even. */
function levelFor({ pyramid }: SceneMotif, period: Size): Level {
  let n = 0;
  const even = (k: number) => pyramid.width % 2 ** k === 0 && pyramid.height % 2 ** k === 0;
  while (
    even(n + 1) &&
    n + 1 < pyramid.levels.length &&
    Math.min(pyramid.width / period.width, pyramid.height / period.height) >= 2 ** (n + 1)
  )
    n++;
  return pyramid.levels[n];
}

/**
 * A picture that repeats by itself, as pixels of the cloth: gives a function that fills a row of a window, premultiplied RGBA.
 * @param size mm; laid straight from the corner of the block, and cut there where it does not go into it a whole number of
 *   times. Null: one to a cell, as the layout lays cells.
 */
export function tileRows(
  art: SceneMotif,
  size: Size | null,
  plan: PixelPlan,
): (y: number, x0: number, into: Uint8ClampedArray) => void {
  const mod = (v: number, n: number) => ((v % n) + n) % n;
  if (!size) {
    const { cell, layout } = plan;
    const straight = layout.kind === 'straight' && !layout.alternate;
    const rows = rowsOf(levelFor(art, cell), cell, cell, straight);
    const home = homeCell(plan);
    return (y, x0, into) => {
      // Pixels of one row of the cloth may lie in two rows of the cell: each row is made once for all that want it.
      const wanted = new Map<number, number[]>();
      const count = into.length / 4;
      const from = new Int32Array(count);
      for (let k = 0; k < count; k++) {
        const at = home(x0 + k, y);
        from[k] = at.x;
        const list = wanted.get(at.y);
        if (list) list.push(k);
        else wanted.set(at.y, [k]);
      }
      for (const [row, list] of wanted) {
        const line = rows(row);
        for (const k of list) for (let c = 0; c < 4; c++) into[k * 4 + c] = line[from[k] * 4 + c];
      }
    };
  }
  const { block, scale } = plan;
  const periodOf = (mm: number, px: number, per: number) => {
    const { whole, fits } = timesIn(mm * per, px);
    return fits ? px / whole : mm * per;
  };
  const period = {
    width: periodOf(size.width, block.width, scale.x),
    height: periodOf(size.height, block.height, scale.y),
  };
  const whole = (v: number, all: number) => (Number.isInteger(v) && all % v === 0 ? v : all);
  const count = { width: whole(period.width, block.width), height: whole(period.height, block.height) };
  const rows = rowsOf(levelFor(art, period), period, count, true);
  return (y, x0, into) => {
    const line = rows(mod(y, block.height) % count.height);
    for (let k = 0, x = mod(x0, block.width); k < into.length; k += 4) {
      const i = (x % count.width) * 4;
      for (let c = 0; c < 4; c++) into[k + c] = line[i + c];
      if (++x === block.width) x = 0;
    }
  };
}
