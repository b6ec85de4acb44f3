import type { Light } from './light';
import type { Turned } from './turned';

/** What a picture holds beyond its surroundings. */
export type Relief = Light;

/**
 * What a picture holds beyond its surroundings: less the mean of a window of `reach` px to each side, round the edges; all of it
 * of length 1, so that the agreement of two is their product.
 */
export function reliefOf({ width, height, data }: Light, reach: number): Relief {
  const across = boxed(data, width, height, Math.min(reach, (width - 1) >> 1), 1, width);
  const all = boxed(across, height, width, Math.min(reach, (height - 1) >> 1), width, 1);
  const beyond = data.map((v, n) => v - all[n]);
  const long = Math.sqrt(beyond.reduce((sum, v) => sum + v * v, 0)) || 1;
  return { width, height, data: beyond.map((v) => v / long) };
}

/** Means of a window along lines that wrap round: `count` of `lines`, `step` apart. */
function boxed(
  src: Float32Array,
  count: number,
  lines: number,
  reach: number,
  step: number,
  next: number,
): Float32Array {
  const out = new Float32Array(src.length);
  for (let line = 0; line < lines; line++) {
    const at = (k: number) => line * next + ((k + count) % count) * step;
    let sum = 0;
    for (let k = -reach; k <= reach; k++) sum += src[at(k)];
    for (let k = 0; k < count; k++) {
      out[at(k)] = sum / (2 * reach + 1);
      sum += src[at(k + reach + 1)] - src[at(k - reach)];
    }
  }
  return out;
}

/** How far one picture has to be slid over another, px, and how well they agree there, up to 1. */
export type Slide = { x: number; y: number; agrees: number };

/** How well two reliefs agree when the second is slid: (x, y) of the first lies on (x + dx, y + dy) of the second. */
function agreement(a: Relief, b: Relief, dx: number, dy: number): number {
  const { width, height } = a;
  let sum = 0;
  for (let y = 0; y < height; y++) {
    const other = (((y + dy) % height) + height) % height;
    const begin = ((dx % width) + width) % width;
    const [p, q] = [y * width, other * width];
    const turn = width - begin;
    for (let x = 0; x < turn; x++) sum += a.data[p + x] * b.data[q + begin + x];
    for (let x = turn; x < width; x++) sum += a.data[p + x] * b.data[q + x - turn];
  }
  return sum;
}

/** The slides at which two small pictures agree best, the best first, each on a peak of its own. Every one is tried. */
export function bestSlides(a: Relief, b: Relief, most: number): Slide[] {
  const { width, height } = a;
  const found = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) found[y * width + x] = agreement(a, b, x, y);
  const peaks: Slide[] = [];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const here = found[y * width + x];
      let top = true;
      for (let j = -1; j <= 1 && top; j++)
        for (let i = -1; i <= 1; i++)
          if (found[((y + j + height) % height) * width + ((x + i + width) % width)] > here) top = false;
      if (top) peaks.push({ x, y, agrees: here });
    }
  return peaks.sort((p, q) => q.agrees - p.agrees).slice(0, most);
}

/** A slide found on pictures half as large, found anew on these: the best within two px of twice as far. */
export function slidFiner(a: Relief, b: Relief, { x, y }: Slide): Slide {
  let best: Slide = { x: 0, y: 0, agrees: Number.NEGATIVE_INFINITY };
  for (let j = -2; j <= 2; j++)
    for (let i = -2; i <= 2; i++) {
      const agrees = agreement(a, b, 2 * x + i, 2 * y + j);
      if (agrees > best.agrees) best = { x: 2 * x + i, y: 2 * y + j, agrees };
    }
  return best;
}

/** A relief turned over as a picture is. */
export function reliefOver({ width, height, data }: Relief, { mirrored, turned }: Turned): Relief {
  const out = new Float32Array(data.length);
  const back = mirrored !== turned;
  for (let y = 0; y < height; y++) {
    const row = (turned ? height - 1 - y : y) * width;
    for (let x = 0; x < width; x++) out[y * width + x] = data[row + (back ? width - 1 - x : x)];
  }
  return { width, height, data: out };
}
