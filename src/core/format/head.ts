import { ascii, viewOf } from './bytes';
import { bounded, PICTURE_LIMITS } from './limits';
import { type PictureHead, PictureRefused } from './refused';
import { formats } from './registry';

/** What else people bring, and what to do about it. */
function otherKind(b: Uint8Array): string {
  const brand = ascii(b, 8, 4);
  if (ascii(b, 0, 4) === 'GIF8') return 'This is a GIF: it has too few colours for print. Save it as PNG.';
  if (ascii(b, 4, 4) === 'ftyp') {
    return `This is a ${brand.startsWith('avif') ? 'AVIF' : 'HEIC'} photo, which cannot be read here. Set the phone to JPEG, or save a JPEG of it.`;
  }
  if (b.length >= 33 && [0x49492b00, 0x4d4d002b].includes(viewOf(b).getUint32(0)))
    return 'This is a BigTIFF, made for pictures over 4 GB, which is not read here. Save it as a plain TIFF or as PNG.';
  if (ascii(b, 0, 4) === '%PDF') return 'This is a PDF. Save its page as PNG, TIFF or SVG.';
  return 'This is not a PNG, JPEG, WebP or TIFF picture, an SVG or a layered ORA file, whatever its name says.';
}

/**
 * Reads size and density from the head of a PNG, JPEG, WebP or TIFF without decoding it, and turns away what is none
 * of these, is cut short, has no area, or is larger than PICTURE_LIMITS.
 * @throws PictureRefused with a sentence that says why and what to do.
 */
export function readPictureHead(bytes: Uint8Array): PictureHead {
  if (bytes.length > PICTURE_LIMITS.fileMb * 1e6) {
    throw new PictureRefused(`This file is over ${PICTURE_LIMITS.fileMb} MB. Save a smaller copy of it.`);
  }
  if (!bytes.length) throw new PictureRefused('This file is empty.');
  const head = formats
    .all()
    .find((f) => f.head && f.is(bytes))
    ?.head?.(bytes);
  if (!head) throw new PictureRefused(otherKind(bytes));
  return bounded(head, bytes.length);
}
