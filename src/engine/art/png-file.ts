import { newRaster, pyramidOf, type Raster, sha256Of, shrink, unpremultiply } from '../../core';
import { sheetPng } from '../../core/format/png/sheet';

export type PngFile = { bytes: Uint8Array<ArrayBuffer>; sha256: string };

/** A picture as a PNG at some ppi. */
export async function pngFile(raster: Raster, ppi: number): Promise<PngFile> {
  const { width, height, data } = raster;
  const rows = (from: number, to: number) => ({
    ...{ width, height: to - from },
    data: data.subarray(from * width * 4, to * width * 4),
  });
  const parts = sheetPng({ width, height, rows }, { width, height, ppi, pixels: 'rgba' });
  const bytes = new Uint8Array(await new Blob([...parts]).arrayBuffer());
  return { bytes, sha256: await sha256Of(bytes) };
}

/** A picture made small, its long side at most so many px. */
export function smaller(raster: Raster, longSide: number): Raster {
  const k = Math.min(1, longSide / Math.max(raster.width, raster.height));
  const size = {
    width: Math.max(1, Math.round(raster.width * k)),
    height: Math.max(1, Math.round(raster.height * k)),
  };
  return unpremultiply(shrink(pyramidOf(thinned(raster, Math.floor(1 / (4 * k)))), size));
}

/** Every so-manieth pixel of a picture each way. */
function thinned(src: Raster, step: number): Raster {
  if (step < 2) return src;
  const out = newRaster(Math.floor(src.width / step), Math.floor(src.height / step));
  const from = new Uint32Array(src.data.buffer, src.data.byteOffset, src.width * src.height);
  const to = new Uint32Array(out.data.buffer);
  for (let y = 0, p = 0; y < out.height; y++)
    for (let x = 0; x < out.width; x++) to[p++] = from[y * step * src.width + x * step];
  return out;
}
