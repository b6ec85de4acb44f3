import type { Raster } from '../../core';

/** Pixels as a canvas takes them: the raster's own, or a copy where other workers share them. */
function imageData({ data, width }: Raster): ImageData {
  const { buffer, byteOffset, length } = data;
  return new ImageData(
    buffer instanceof ArrayBuffer
      ? new Uint8ClampedArray(buffer, byteOffset, length)
      : new Uint8ClampedArray(data),
    width,
  );
}

/** A raster as a bitmap, without a canvas: it does not wait for what the page is painting meanwhile. */
export const bitmapSoon = (raster: Raster): Promise<ImageBitmap> => createImageBitmap(imageData(raster));

/** A raster as a bitmap to look at. */
export function bitmapOf(raster: Raster): ImageBitmap {
  const canvas = new OffscreenCanvas(raster.width, raster.height);
  canvas.getContext('2d')?.putImageData(imageData(raster), 0, 0);
  return canvas.transferToImageBitmap();
}
