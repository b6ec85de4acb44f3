import type { Raster } from './raster';

/** One level of a pyramid: premultiplied RGBA. */
export type Level = { width: number; height: number; data: Uint8ClampedArray };

/** Area-average levels of a raster, each half the one before; level 0 is the raster itself, premultiplied. */
export type Pyramid = { width: number; height: number; levels: Level[] };

/** Premultiplies `count` pixels of straight RGBA, each channel rounded to the nearest level. */
export function premultiplyInto(data: Uint8ClampedArray | Uint8Array, out: Uint8ClampedArray, count: number) {
  for (let i = 0; i < count * 4; i += 4) {
    const a = data[i + 3];
    if (a === 255) {
      out[i] = data[i];
      out[i + 1] = data[i + 1];
      out[i + 2] = data[i + 2];
    } else if (a > 0) {
      out[i] = (data[i] * a) / 255;
      out[i + 1] = (data[i + 1] * a) / 255;
      out[i + 2] = (data[i + 2] * a) / 255;
    } else out[i] = out[i + 1] = out[i + 2] = 0;
    out[i + 3] = a;
  }
}

function premultiply(src: Raster): Level {
  const data = new Uint8ClampedArray(src.data.length);
  premultiplyInto(src.data, data, src.width * src.height);
  return { width: src.width, height: src.height, data };
}

/** Straight alpha again, in place of the premultiplied bytes. */
export function unpremultiply(level: Level): Raster {
  const { data } = level;
  for (let i = 0; i < data.length; i += 4) {
    const a = data[i + 3];
    if (a === 255 || a === 0) continue;
    data[i] = (data[i] * 255) / a;
    data[i + 1] = (data[i + 1] * 255) / a;
    data[i + 2] = (data[i + 2] * 255) / a;
  }
  return level;
}

/**
 * Halves two rows of premultiplied RGBA into one by the mean of each 2 x 2; at an odd edge, of the pixels that are there.
 * @param below the row under `above`, or the same row again at an odd lower edge. @param width of both rows, px.
 */
export function halveRows(
  above: Uint8ClampedArray,
  below: Uint8ClampedArray,
  width: number,
  out: Uint8ClampedArray,
) {
  const [pxAbove, pxBelow] = [above, below].map((row) => new Uint32Array(row.buffer, row.byteOffset, width));
  const half = (width + 1) >> 1;
  for (let x = 0; x < half; x++) {
    const p = 2 * x;
    const right = p + 1 < width ? 1 : 0;
    // Where all four are clear nothing is to be done: of cut-outs and strokes most is.
    if ((pxAbove[p] | pxAbove[p + right] | pxBelow[p] | pxBelow[p + right]) === 0) continue;
    const [i, j, o] = [p * 4, (p + right) * 4, x * 4];
    // Rounded to even by the array: neither lighter nor darker on the whole.
    for (let c = 0; c < 4; c++) out[o + c] = (above[i + c] + above[j + c] + below[i + c] + below[j + c]) / 4;
  }
}

/** Half size, each way rounded up. */
function halve({ width, height, data }: Level): Level {
  const size = { width: (width + 1) >> 1, height: (height + 1) >> 1 };
  const out = new Uint8ClampedArray(size.width * size.height * 4);
  const row = (y: number) => data.subarray(y * width * 4, (y + 1) * width * 4);
  for (let y = 0; y < size.height; y++)
    halveRows(
      row(2 * y),
      row(Math.min(2 * y + 1, height - 1)),
      width,
      out.subarray(y * size.width * 4, (y + 1) * size.width * 4),
    );
  return { ...size, data: out };
}

/** A level is the last when it is this long at most, px. */
const LAST_PX = 16;

/** The sizes of a picture's levels, px, the picture itself first. */
export function levelSizes(width: number, height: number): { width: number; height: number }[] {
  const sizes = [{ width, height }];
  for (let last = sizes[0]; Math.max(last.width, last.height) > LAST_PX; sizes.push(last))
    last = { width: (last.width + 1) >> 1, height: (last.height + 1) >> 1 };
  return sizes;
}

/** A level and all coarser ones, down to a single pixel row or column of about 16 px. */
export function levelsFrom(first: Level): Level[] {
  const levels = [first];
  for (let last = first; Math.max(last.width, last.height) > LAST_PX; ) {
    last = halve(last);
    levels.push(last);
  }
  return levels;
}

/** Builds all levels of a raster. */
export const pyramidOf = (src: Raster): Pyramid => ({
  width: src.width,
  height: src.height,
  levels: levelsFrom(premultiply(src)),
});

/** A level in straight alpha. */
export const straightOf = ({ width, height, data }: Level): Raster =>
  unpremultiply({ width, height, data: data.slice() });

/** The raster at most `longSide` px long, by whole halvings. Straight alpha. */
export function reduceTo(src: Raster, longSide: number): { raster: Raster; factor: number } {
  let level = 0;
  while (Math.max(src.width, src.height) / 2 ** level > longSide) level++;
  if (level === 0) return { raster: src, factor: 1 };
  let last = premultiply(src);
  for (let i = 0; i < level; i++) last = halve(last);
  return { raster: unpremultiply(last), factor: 2 ** level };
}
