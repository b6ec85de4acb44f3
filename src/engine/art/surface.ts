import type { Raster } from '../../core';

/** The same without a canvas: it does not wait for what the page is painting meanwhile. */
export const bitmapSoon = ({ data, width }: Raster): Promise<ImageBitmap> =>
  createImageBitmap(new ImageData(new Uint8ClampedArray(data), width));

/** A raster as a bitmap to look at. */
export function bitmapOf(raster: Raster): ImageBitmap {
  const canvas = new OffscreenCanvas(raster.width, raster.height);
  canvas
    .getContext('2d')
    ?.putImageData(new ImageData(new Uint8ClampedArray(raster.data), raster.width), 0, 0);
  return canvas.transferToImageBitmap();
}
