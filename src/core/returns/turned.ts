import { newRaster, type Raster } from '../raster';

/** How a picture was turned over: left to right, or by half a turn, or both. */
export type Turned = { mirrored: boolean; turned: boolean };

/** The ways a picture comes back, the likeliest first. */
export const TURNS: readonly Turned[] = [
  { mirrored: false, turned: false },
  { mirrored: false, turned: true },
  { mirrored: true, turned: false },
  { mirrored: true, turned: true },
];

/** A picture turned over; done twice it is the picture again. */
export function turnOver(src: Raster, { mirrored, turned }: Turned): Raster {
  if (!mirrored && !turned) return src;
  const { width, height } = src;
  const out = newRaster(width, height);
  const from = new Uint32Array(src.data.buffer, src.data.byteOffset, width * height);
  const to = new Uint32Array(out.data.buffer);
  const back = mirrored !== turned;
  for (let y = 0; y < height; y++) {
    const row = (turned ? height - 1 - y : y) * width;
    for (let x = 0, p = y * width; x < width; x++, p++) to[p] = from[row + (back ? width - 1 - x : x)];
  }
  return out;
}
