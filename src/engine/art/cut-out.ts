import decode, { init } from '@jsquash/png/decode.js';
import { once, type Raster, readPictureHead } from '../../core';
import { decodeCutOut } from '../../core/format/png/read';

/** Makes the decoder ready; `source` is where its code is (the worker's own copy unless a test says). */
export const startPng = once((source?: Parameters<typeof init>[0]) => init(source));

/** What a broken file stopped in its middle is not used again. */
const decoder = { usable: true };

/** Bytes 24 to 28 of a PNG of 8 bits a channel, RGBA, not interlaced: what is kept here is of this kind. */
const KEPT_KIND = [8, 6, 0, 0, 0];
export const isRgbaPng = (bytes: Uint8Array): boolean => KEPT_KIND.every((v, n) => bytes[24 + n] === v);

/**
 * The pixels of a cut-out PNG, byte for byte: of the kind that is kept here by compiled code, several times as fast.
 * @throws PictureRefused when it is damaged, or more than it says it is.
 */
export async function readCutOut(bytes: Uint8Array): Promise<Raster> {
  if (decoder.usable && isRgbaPng(bytes)) {
    readPictureHead(bytes);
    const ready = await startPng().catch(() => null);
    if (ready) {
      try {
        const { width, height, data } = await decode(bytes.slice().buffer);
        return { width, height, data };
      } catch {
        decoder.usable = false;
      }
    }
  }
  // It tells what is wrong with a damaged one.
  return decodeCutOut(bytes);
}
