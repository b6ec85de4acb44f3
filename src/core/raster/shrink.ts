import { ArgumentError } from '../units';
import type { Level, Pyramid } from './pyramid';

type Spans = { from: Int32Array; parts: Int32Array; shares: Float64Array };

/** For each pixel made: the first source pixel that it covers, how many it does, and where their shares begin. */
function spans(size: number, count: number, made: number): Spans {
  const from = new Int32Array(made);
  const parts = new Int32Array(made);
  const shares: number[] = [];
  for (let k = 0; k < made; k++) {
    const [low, high] = [(k * size) / made, ((k + 1) * size) / made];
    from[k] = Math.floor(low);
    const last = Math.min(count - 1, Math.ceil(high - 1e-9) - 1);
    parts[k] = last - from[k] + 1;
    for (let i = from[k]; i <= last; i++)
      shares.push((Math.min(high, i + 1) - Math.max(low, i)) / (high - low));
  }
  return { from, parts, shares: Float64Array.from(shares) };
}

/** Adds a share of one row of a picture to a line. */
function addRow(line: Float32Array, { width, data }: Level, row: number, share: number) {
  const px = new Uint32Array(data.buffer, data.byteOffset + row * width * 4, width);
  for (let x = 0, i = 0, from = row * width * 4; x < width; x++, i += 4, from += 4) {
    // What is clear adds nothing, and of cut-outs and strokes most is.
    if (px[x] === 0) continue;
    line[i] += share * data[from];
    line[i + 1] += share * data[from + 1];
    line[i + 2] += share * data[from + 2];
    line[i + 3] += share * data[from + 3];
  }
}

/** Makes one row out of a line that is as wide as what it is made from. */
function putRow(into: Uint8ClampedArray, at: number, line: Float32Array, { from, parts, shares }: Spans) {
  for (let x = 0, n = 0, o = at; x < from.length; x++, o += 4) {
    let r = 0;
    let g = 0;
    let b = 0;
    let a = 0;
    for (let i = from[x] * 4, end = i + parts[x] * 4; i < end; i += 4, n++) {
      const share = shares[n];
      r += share * line[i];
      g += share * line[i + 1];
      b += share * line[i + 2];
      a += share * line[i + 3];
    }
    into[o] = r;
    into[o + 1] = g;
    into[o + 2] = b;
    into[o + 3] = a;
  }
}

/** It is made from a level at least so many times as fine, so that what two pixels share is parted between them. */
const FINER = 2;

/**
 * A picture made smaller by the mean of what each pixel covers, pixels at an edge by their share.
 * @returns premultiplied RGBA. @throws ArgumentError where it would become larger.
 */
export function shrink({ width, height, levels }: Pyramid, to: { width: number; height: number }): Level {
  if (to.width > width || to.height > height) throw new ArgumentError('A picture is only made smaller here.');
  let n = 0;
  const isFine = (k: number) =>
    width / 2 ** k >= FINER * to.width && height / 2 ** k >= FINER * to.height && k < levels.length;
  while (isFine(n + 1)) n++;
  const level = levels[n];
  const across = spans(width / 2 ** n, level.width, to.width);
  const down = spans(height / 2 ** n, level.height, to.height);
  const data = new Uint8ClampedArray(to.width * to.height * 4);
  const line = new Float32Array(level.width * 4);
  for (let y = 0, sy = 0; y < to.height; y++) {
    line.fill(0);
    for (let k = 0; k < down.parts[y]; k++, sy++) addRow(line, level, down.from[y] + k, down.shares[sy]);
    putRow(data, y * to.width * 4, line, across);
  }
  return { width: to.width, height: to.height, data };
}
