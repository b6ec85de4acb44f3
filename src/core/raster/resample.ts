import type { Level } from './pyramid';

type Size = { width: number; height: number };

/** Taps of a resampling: for each pixel made, where in `index` and `weight` its taps begin. */
type Taps = { from: Int32Array; index: Int32Array; weight: Float64Array };

/** Catmull and Rom's cubic (1974). */
const cubic = (t: number) => {
  const d = Math.abs(t);
  if (d < 1) return (1.5 * d - 2.5) * d * d + 1;
  return d < 2 ? ((-0.5 * d + 2.5) * d - 4) * d + 2 : 0;
};

/** How a length is resampled: `count` pixels are made, `period` of them to the whole of it, begun `shift` of them further on. */
type Stretch = { period: number; count: number; shift: number };

/**
 * Taps that make pixels of `size` others: the cubic, stretched where it is made smaller. `round`: what lies beyond an edge is the
 * other edge, else the edge itself.
 */
function tapsOf(size: number, { period, count, shift }: Stretch, round: boolean): Taps {
  const step = size / period;
  const wide = Math.max(1, step);
  const from = new Int32Array(count + 1);
  const index: number[] = [];
  const weight: number[] = [];
  for (let k = 0; k < count; k++) {
    const at = (k + 0.5 + shift) * step - 0.5;
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

/**
 * Rows of a picture at another size, made one at a time by a cubic: premultiplied RGBA of `count` pixels, used again by the next
 * call; a row that needs none is the picture's own.
 * @param period how many pixels the whole picture comes to, each way. @param round it repeats: beyond an edge lies the other.
 * @param shift how many of the pixels made further right and down they begin.
 */
export function rowsOf(
  level: Level,
  period: Size,
  count: Size,
  round: boolean,
  shift = { x: 0, y: 0 },
): (row: number) => Uint8ClampedArray {
  const { width, height, data } = level;
  if (period.width === width && period.height === height && !shift.x && !shift.y) {
    return (row) => {
      const y = row % height;
      return data.subarray(y * width * 4, (y + 1) * width * 4);
    };
  }
  const across = tapsOf(width, { period: period.width, count: count.width, shift: shift.x }, round);
  const down = tapsOf(height, { period: period.height, count: count.height, shift: shift.y }, round);
  const line = new Float64Array(width * 4);
  const px = new Uint32Array(data.buffer, data.byteOffset, width * height);
  const out = new Uint8ClampedArray(count.width * 4);
  let held = -1;
  return (row) => {
    if (row === held) return out;
    held = row;
    line.fill(0);
    for (let n = down.from[row]; n < down.from[row + 1]; n++) {
      const w = down.weight[n];
      const at = down.index[n] * width;
      for (let x = 0; x < width; x++) {
        // What is clear adds nothing.
        if (px[at + x] === 0) continue;
        const [i, from] = [x * 4, (at + x) * 4];
        line[i] += w * data[from];
        line[i + 1] += w * data[from + 1];
        line[i + 2] += w * data[from + 2];
        line[i + 3] += w * data[from + 3];
      }
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

/** A picture at another size, or moved by a part of a pixel: all of its rows (see `rowsOf`). Premultiplied. */
export function resample(level: Level, to: Size, round: boolean, shift = { x: 0, y: 0 }): Level {
  const rows = rowsOf(level, to, to, round, shift);
  const data = new Uint8ClampedArray(to.width * to.height * 4);
  for (let y = 0; y < to.height; y++) data.set(rows(y), y * to.width * 4);
  return { width: to.width, height: to.height, data };
}
