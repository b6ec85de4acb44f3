import { labelAreas, newRaster, type Raster } from '../raster';
import { ArgumentError } from '../units';
import { throughSmaller } from './of-size';
import type { Registration } from './register-return';
import type { Sent } from './sent';

/** How what came back lies on what went out, as far as it matters here. */
type Lay = Pick<Registration, 'exact' | 'scale'>;

/** What was drawn on a picture: 1 where it is new, rows from the top; how many px of it, and of them over what was drawn before. */
export type NewStrokes = {
  mask: Uint8Array;
  /** The same without soft rims, and without the ripples that packing leaves about a stroke: what tells where its edges are. */
  firm: Uint8Array;
  count: number;
  /** 1 where something was there before and is drawn over or taken away. */
  over: Uint8Array;
  overCount: number;
};

/** Levels by which a pixel differs for certain, and for what hangs on it, where a file changed all pixels a little. */
const STRONG = 40;
const WEAK = 14;
/** What differs for certain at fewer px is the file's own noise. */
const SPECK = 24;
/** Where a stroke certainly is, levels; and what share of its contrast a packed file may leave about it as ripples. */
const FIRM = 30;
const RIPPLE = 0.35;
/** A colour further from the ground's by so many levels is art. */
const ART = 20;

/**
 * What is new in a picture that came back, pixel for pixel against what went out. Where pixels are kept to the byte all that differs
 * is new; else a pixel is held against the darkest and lightest about it (a packed picture differs most at edges), of what went out
 * as it looks at the size that came back, and what differs weakly counts where it hangs on what differs strongly.
 * @param scale how many times as large it came as it went.
 * @throws ArgumentError for pictures of two sizes.
 */
export function newStrokes(
  { raster: before, ground }: Sent,
  after: Raster,
  { exact, scale }: Lay,
): NewStrokes {
  if (before.width !== after.width || before.height !== after.height)
    throw new ArgumentError('Two pictures of one size are compared.');
  const { mask, firm } = exact
    ? differs(before, after)
    : differsPlainly(throughSmaller(before, scale), after);
  const over = new Uint8Array(mask.length);
  let [count, overCount] = [0, 0];
  for (let p = 0; p < mask.length; p++) {
    if (!mask[p]) continue;
    count++;
    if (offBy(before.data, p * 4, ground) > ART) {
      over[p] = 1;
      overCount++;
    }
  }
  return { mask, firm, count, over, overCount };
}

type Masks = Pick<NewStrokes, 'mask' | 'firm'>;

function differs(before: Raster, after: Raster): Masks {
  const words = (r: Raster) => new Uint32Array(r.data.buffer, r.data.byteOffset, r.data.length / 4);
  const [a, b] = [words(before), words(after)];
  const mask = new Uint8Array(a.length);
  for (let p = 0; p < a.length; p++) if (a[p] !== b[p]) mask[p] = 1;
  return { mask, firm: mask };
}

/** Colour is packed coarser than light: a pixel is held against those so far about it, px. */
const ABOUT = 2;

/** The least or the most of each byte's like within ABOUT pixels, down or across: `step` bytes apart, `count` of them in each of `lines`. */
function reach(src: Uint8ClampedArray, count: number, step: number, lines: number[], most: boolean) {
  const out = new Uint8ClampedArray(src.length);
  for (const line of lines) {
    for (let k = 0; k < count; k++) {
      const from = Math.max(0, k - ABOUT);
      const to = Math.min(count - 1, k + ABOUT);
      let v = src[line + from * step];
      for (let j = from + 1; j <= to; j++) {
        const other = src[line + j * step];
        if (most ? other > v : other < v) v = other;
      }
      out[line + k * step] = v;
    }
  }
  return out;
}

/** How far each pixel lies outside what is about its place in the other picture, the most of its channels. */
function outside({ width, height, data }: Raster, after: Raster): Uint8Array {
  const off = new Uint8Array(width * height);
  const band = 64;
  for (let y0 = 0; y0 < height; y0 += band) {
    // A band at a time, with the rows about it.
    const first = Math.max(0, y0 - ABOUT);
    const last = Math.min(height, y0 + band + ABOUT);
    const part = data.subarray(first * width * 4, last * width * 4);
    const columns = Array.from({ length: width * 4 }, (_, i) => i);
    const rows = Array.from({ length: (last - first) * 4 }, (_, i) => (i >> 2) * width * 4 + (i & 3));
    const within = (most: boolean) =>
      reach(reach(part, last - first, width * 4, columns, most), width, 4, rows, most);
    const [low, high] = [within(false), within(true)];
    for (let y = y0; y < Math.min(height, y0 + band); y++)
      for (let x = 0; x < width; x++) {
        const i = ((y - first) * width + x) * 4;
        const o = (y * width + x) * 4;
        let most = 0;
        for (let c = 0; c < 3; c++) {
          const v = after.data[o + c];
          most = Math.max(most, low[i + c] - v, v - high[i + c]);
        }
        off[y * width + x] = most;
      }
  }
  return off;
}

function differsPlainly(before: Raster, after: Raster): Masks {
  const { width, height } = before;
  const off = outside(before, after);
  const weak = off.map((v) => (v >= WEAK ? 1 : 0));
  const { labels, count } = labelAreas(weak, width, height);
  const [strong, most] = [new Uint32Array(count + 1), new Uint8Array(count + 1)];
  for (let p = 0; p < labels.length; p++) {
    if (off[p] >= STRONG) strong[labels[p]]++;
    if (off[p] > most[labels[p]]) most[labels[p]] = off[p];
  }
  const [mask, firm] = [new Uint8Array(width * height), new Uint8Array(width * height)];
  for (let p = 0; p < labels.length; p++) {
    const k = labels[p];
    if (!k || strong[k] < SPECK) continue;
    mask[p] = 1;
    if (off[p] >= Math.max(FIRM, RIPPLE * most[k])) firm[p] = 1;
  }
  return { mask: rimmed(mask, before, after), firm };
}

/** A little more about what is new, where they differ at all: the soft edge of a stroke is the stroke's. */
function rimmed(mask: Uint8Array, { width, height, data }: Raster, after: Raster): Uint8Array {
  let grown = mask;
  for (let round = 0; round <= ABOUT; round++) {
    const next = grown.slice();
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const p = y * width + x;
        if (grown[p]) continue;
        const near =
          (x > 0 && grown[p - 1]) ||
          (x < width - 1 && grown[p + 1]) ||
          (y > 0 && grown[p - width]) ||
          (y < height - 1 && grown[p + width]);
        if (near && offBy(data, p * 4, after.data.subarray(p * 4, p * 4 + 3)) >= WEAK / 2) next[p] = 1;
      }
    grown = next;
  }
  return grown;
}

const offBy = (data: Uint8ClampedArray, i: number, c: ArrayLike<number>) =>
  Math.max(Math.abs(data[i] - c[0]), Math.abs(data[i + 1] - c[1]), Math.abs(data[i + 2] - c[2]));

/** What went out with what is new laid on it: all else is the same, byte for byte. */
export function withStrokes(before: Raster, after: Raster, mask: Uint8Array): Raster {
  const out = { ...before, data: new Uint8ClampedArray(before.data) };
  copyWhere(after, mask, out);
  return out;
}

/** What is new by itself, all else clear. */
export function strokesAlone(after: Raster, mask: Uint8Array): Raster {
  const out = newRaster(after.width, after.height);
  copyWhere(after, mask, out);
  return out;
}

/** What is new by itself, cut out to the upright box that it lies in, all else clear; null where nothing is. */
export function strokesCutOut(after: Raster, mask: Uint8Array): Raster | null {
  const { width, height } = after;
  let [x0, y0, x1, y1] = [width, height, -1, -1];
  for (let p = 0; p < mask.length; p++) {
    if (!mask[p]) continue;
    const y = Math.floor(p / width);
    const x = p - y * width;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    y1 = y;
  }
  if (x1 < 0) return null;
  const out = newRaster(x1 - x0 + 1, y1 - y0 + 1);
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const p = y * width + x;
      if (mask[p]) out.data.set(after.data.subarray(p * 4, p * 4 + 4), ((y - y0) * out.width + x - x0) * 4);
    }
  return out;
}

function copyWhere(from: Raster, mask: Uint8Array, to: Raster) {
  const words = (r: Raster) => new Uint32Array(r.data.buffer, r.data.byteOffset, r.data.length / 4);
  const [a, b] = [words(from), words(to)];
  for (let p = 0; p < mask.length; p++) if (mask[p]) b[p] = a[p];
}
