import type { Raster } from '../core';

/** A raster as a bitmap to look at. */
export function bitmapOf(raster: Raster): ImageBitmap {
  const canvas = new OffscreenCanvas(raster.width, raster.height);
  canvas
    .getContext('2d')
    ?.putImageData(new ImageData(new Uint8ClampedArray(raster.data), raster.width), 0, 0);
  return canvas.transferToImageBitmap();
}
