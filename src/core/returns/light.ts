import type { Raster } from '../raster';

/** How light each pixel of a picture is that wraps round both ways, levels. */
export type Light = { width: number; height: number; data: Float32Array };

/** About as the eye weighs it; clear pixels are white. */
function lightOf({ width, height, data }: Raster): Light {
  const out = new Float32Array(width * height);
  for (let p = 0, i = 0; p < out.length; p++, i += 4) {
    const light = 0.35 * data[i] + 0.5 * data[i + 1] + 0.15 * data[i + 2];
    out[p] = 255 + ((light - 255) * data[i + 3]) / 255;
  }
  return { width, height, data: out };
}

/** Half as large, by means. */
export function halved({ width, height, data }: Light): Light {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0, p = 2 * y * width; x < w; x++, p += 2)
      out[y * w + x] = (data[p] + data[p + 1] + data[p + width] + data[p + width + 1]) / 4;
  return { width: w, height: h, data: out };
}

/** A picture and ever smaller ones, down to one of at most so long a side, the smallest last. */
export function lightLevels(raster: Raster, least: number): Light[] {
  const first = lightOf(raster);
  const all = [first];
  for (let last = first; Math.max(last.width, last.height) > least; ) {
    last = halved(last);
    all.push(last);
  }
  return all;
}

/** How steeply a picture changes at each pixel, levels a px. */
export function slopesOf({ width, height, data }: Light): Light {
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const up = (y ? y - 1 : height - 1) * width;
    const down = (y < height - 1 ? y + 1 : 0) * width;
    const row = y * width;
    for (let x = 0; x < width; x++) {
      const across = data[row + (x < width - 1 ? x + 1 : 0)] - data[row + (x ? x - 1 : width - 1)];
      out[row + x] = Math.hypot(across, data[down + x] - data[up + x]) / 2;
    }
  }
  return { width, height, data: out };
}

/** What counts as an edge of a picture, by its slopes: so steep at the most, levels a px, in soft pictures and hard ones. */
export function steepestOf({ data }: Light): number {
  const sorted = data.slice().sort();
  return Math.min(16, Math.max(2, 1.5 * sorted[Math.floor(0.85 * sorted.length)]));
}

/**
 * How much edge there is at each pixel, steeper ones all alike. Something large that was drawn on a picture weighs no more by this
 * than something small: what was there before stays what is seen.
 */
export const edgesOf = ({ data, ...size }: Light, steepest: number): Light => ({
  ...size,
  data: data.map((v) => Math.min(steepest, Math.max(0, v - steepest / 8))),
});
