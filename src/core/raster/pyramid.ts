import type { Raster } from './raster';

/** One level of a pyramid: premultiplied RGBA. */
export type Level = { width: number; height: number; data: Uint8ClampedArray };

/** Area-average levels of a raster, each half the one before; level 0 is the raster itself, premultiplied. */
export type Pyramid = { width: number; height: number; levels: Level[] };

function premultiply(src: Raster): Level {
  const { data } = src;
  const out = new Uint8ClampedArray(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const a = data[i + 3];
    if (a === 255) {
      out[i] = data[i];
      out[i + 1] = data[i + 1];
      out[i + 2] = data[i + 2];
      out[i + 3] = 255;
    } else if (a > 0) {
      out[i] = (data[i] * a) / 255;
      out[i + 1] = (data[i + 1] * a) / 255;
      out[i + 2] = (data[i + 2] * a) / 255;
      out[i + 3] = a;
    }
  }
  return { width: src.width, height: src.height, data: out };
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

/** Half size by the mean of each 2 x 2; at an odd edge, of the pixels that are there. */
function halve(src: Level): Level {
  const width = (src.width + 1) >> 1;
  const height = (src.height + 1) >> 1;
  const out = new Uint8ClampedArray(width * height * 4);
  const s = src.data;
  const px = new Uint32Array(s.buffer, s.byteOffset, s.length / 4);
  for (let y = 0; y < height; y++) {
    const r0 = 2 * y * src.width;
    const down = 2 * y + 1 < src.height ? src.width * 4 : 0;
    for (let x = 0; x < width; x++) {
      const p = r0 + 2 * x;
      const i = p * 4;
      const right = 2 * x + 1 < src.width ? 4 : 0;
      // Where all four are clear nothing is to be done: of cut-outs and strokes most is.
      if ((px[p] | px[p + right / 4] | px[p + down / 4] | px[p + (down + right) / 4]) === 0) continue;
      const o = (y * width + x) * 4;
      for (let c = 0; c < 4; c++) {
        const k = i + c;
        // Rounded to even by the array: neither lighter nor darker on the whole.
        out[o + c] = (s[k] + s[k + right] + s[k + down] + s[k + down + right]) / 4;
      }
    }
  }
  return { width, height, data: out };
}

/** A level and all coarser ones, down to a single pixel row or column of about 16 px. */
export function levelsFrom(first: Level): Level[] {
  const levels = [first];
  for (let last = first; Math.max(last.width, last.height) > 16; ) {
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
