import { ArgumentError } from '../units';
import type { Level, Pyramid } from './pyramid';

/** For each pixel made: the first source pixel that it covers, how many it does, and where their shares begin. */
function spans(size: number, count: number, made: number) {
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
  return { from, parts, shares };
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
    for (let k = 0; k < down.parts[y]; k++, sy++) {
      const share = down.shares[sy];
      const begin = (down.from[y] + k) * line.length;
      for (let i = 0; i < line.length; i++) line[i] += share * level.data[begin + i];
    }
    for (let x = 0, sx = 0, o = y * to.width * 4; x < to.width; x++, o += 4) {
      let [r, g, b, a] = [0, 0, 0, 0];
      for (let k = 0, i = across.from[x] * 4; k < across.parts[x]; k++, sx++, i += 4) {
        const share = across.shares[sx];
        r += share * line[i];
        g += share * line[i + 1];
        b += share * line[i + 2];
        a += share * line[i + 3];
      }
      data[o] = r;
      data[o + 1] = g;
      data[o + 2] = b;
      data[o + 3] = a;
    }
  }
  return { width: to.width, height: to.height, data };
}
