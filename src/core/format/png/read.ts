import { decode } from 'fast-png';
import type { Raster } from '../../raster';
import { MM_PER_INCH } from '../../units';
import { bounded } from '../limits';
import { PictureRefused } from '../refused';
import { boundedPng } from './bounded';
import { pngHead } from './head';

/** A picture as its own file says it is: its pixels, its ppi (null: not said), and whether it has alpha. */
type ReadBack = { raster: Raster; ppi: number | null; alpha: boolean };

/**
 * A PNG by an independent decoder, byte for byte (a canvas would round through premultiplied alpha): straight RGBA, and
 * what it says of its ppi.
 * @throws PictureRefused when its head is not sound.
 */
function readPng(bytes: Uint8Array): ReadBack {
  bounded(pngHead(bytes), bytes.length);
  const { width, height, channels, data: from, resolution } = decode(bytes);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let p = 0; p < width * height; p++) {
    for (let c = 0; c < 3; c++) data[p * 4 + c] = from[p * channels + (channels > 2 ? c : 0)];
    data[p * 4 + 3] = channels % 2 ? 255 : from[p * channels + channels - 1];
  }
  const ppi = resolution && Math.round((resolution.x * MM_PER_INCH) / 1000);
  return { raster: { width, height, data }, ppi: ppi ?? null, alpha: channels % 2 === 0 };
}

/** The pixels of a cut-out PNG, wherever it comes from. @throws PictureRefused when it is damaged, or more than it says it is. */
export function decodeCutOut(bytes: Uint8Array): Raster {
  bounded(pngHead(bytes), bytes.length);
  try {
    return readPng(boundedPng(bytes)).raster;
  } catch (error) {
    if (error instanceof PictureRefused) throw error;
    throw new PictureRefused(
      'This picture is damaged: it could not be decoded. Copy it again from where it came from.',
    );
  }
}
