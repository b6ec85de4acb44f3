import type { Size } from '../lattice';
import type { Raster } from '../raster';

/** Madder, and how much of the picture is left beside it. */
const MARK = [168, 50, 45];
const LEFT = 0.35;

/**
 * What was drawn over or taken away, marked on a small picture of what came back; the rest is faded. In place.
 * @param over 1 where something was there before, rows from the top, of a picture of `size`, px.
 */
export function markDrawnOver(small: Raster, over: Uint8Array, { width, height }: Size): Raster {
  const { data } = small;
  for (let i = 0; i < data.length; i += 4)
    for (let c = 0; c < 3; c++) data[i + c] = 255 + (data[i + c] - 255) * LEFT;
  for (let y = 0, p = 0; y < height; y++) {
    const row = Math.floor((y * small.height) / height) * small.width;
    for (let x = 0; x < width; x++, p++)
      if (over[p]) data.set(MARK, (row + Math.floor((x * small.width) / width)) * 4);
  }
  return small;
}
