import type { Raster } from '../raster';

/** Lays one picture over another at a place of it (px), in place; what lies beyond its edges is cut off. Straight alpha. */
export function layOver(under: Raster, over: Raster, left = 0, top = 0, opacity = 1): void {
  const x0 = Math.max(0, -left);
  const x1 = Math.min(over.width, under.width - left);
  const y1 = Math.min(over.height, under.height - top);
  for (let y = Math.max(0, -top); y < y1; y++) {
    let o = ((y + top) * under.width + x0 + left) * 4;
    let i = (y * over.width + x0) * 4;
    for (let x = x0; x < x1; x++, i += 4, o += 4) {
      const a = (over.data[i + 3] / 255) * opacity;
      if (a === 0) continue;
      const b = (under.data[o + 3] / 255) * (1 - a);
      const all = a + b;
      for (let c = 0; c < 3; c++) under.data[o + c] = (over.data[i + c] * a + under.data[o + c] * b) / all;
      under.data[o + 3] = 255 * all;
    }
  }
}
