import { ArgumentError } from '../units';

/** A picture: RGBA, 8 bits each, straight alpha, rows from the top. */
export type Raster = { width: number; height: number; data: Uint8ClampedArray };

/** A fully transparent raster of whole-number size. */
export function newRaster(width: number, height: number): Raster {
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || height < 1) {
    throw new ArgumentError('A picture needs a whole number of pixels, at least 1 x 1.');
  }
  return { width, height, data: new Uint8ClampedArray(width * height * 4) };
}

/** A copy of the rectangle at (x, y); it must lie inside the raster. */
export function crop(src: Raster, x: number, y: number, width: number, height: number): Raster {
  if (x < 0 || y < 0 || x + width > src.width || y + height > src.height) {
    throw new ArgumentError('The cut must lie inside the picture.');
  }
  const out = newRaster(width, height);
  for (let row = 0; row < height; row++) {
    const from = ((y + row) * src.width + x) * 4;
    out.data.set(src.data.subarray(from, from + width * 4), row * width * 4);
  }
  return out;
}

/** The same torus picture cut `dx`, `dy` further right and down (whole px, any sign). */
export function rollRaster(src: Raster, dx: number, dy: number): Raster {
  const { width, height } = src;
  const out = newRaster(width, height);
  const mx = ((dx % width) + width) % width;
  const my = ((dy % height) + height) % height;
  for (let y = 0; y < height; y++) {
    const from = ((y + my) % height) * width * 4;
    const to = y * width * 4;
    out.data.set(src.data.subarray(from + mx * 4, from + width * 4), to);
    out.data.set(src.data.subarray(from, from + mx * 4), to + (width - mx) * 4);
  }
  return out;
}

/** How many pixels of two equal-sized rasters differ in any channel. */
export function differingPixels(a: Raster, b: Raster): number {
  const p = new Uint32Array(a.data.buffer, a.data.byteOffset, a.data.length / 4);
  const q = new Uint32Array(b.data.buffer, b.data.byteOffset, b.data.length / 4);
  let n = Math.abs(p.length - q.length);
  for (let i = Math.min(p.length, q.length) - 1; i >= 0; i--) if (p[i] !== q[i]) n++;
  return n;
}
