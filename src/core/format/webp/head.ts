import { ascii, cutShort, moves, viewOf } from '../bytes';
import type { PictureHead } from '../refused';

/** The EXIF block of a WebP: a chunk of its own, behind the picture. */
function webpExif(b: Uint8Array, view: DataView): Uint8Array | null {
  for (let at = 12; at + 8 <= b.length; ) {
    const length = view.getUint32(at + 4, true);
    if (ascii(b, at, 4) === 'EXIF') {
      const from = at + 8 + (ascii(b, at + 8, 6) === 'Exif\0\0' ? 6 : 0);
      return b.subarray(from, Math.min(b.length, at + 8 + length));
    }
    at += 8 + length + (length & 1);
  }
  return null;
}

/** Size and EXIF of a WebP from its chunks. */
export function webpHead(b: Uint8Array): PictureHead {
  const view = viewOf(b);
  if (view.getUint32(4, true) + 8 > b.length) throw cutShort();
  const kind = ascii(b, 12, 4);
  if (kind === 'VP8X' && b[20] & 2) throw moves();
  const u24 = (at: number) => b[at] | (b[at + 1] << 8) | (b[at + 2] << 16);
  const size =
    kind === 'VP8X'
      ? { width: u24(24) + 1, height: u24(27) + 1 }
      : kind === 'VP8L'
        ? {
            width: (view.getUint32(21, true) & 0x3fff) + 1,
            height: ((view.getUint32(21, true) >>> 14) & 0x3fff) + 1,
          }
        : { width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff };
  return { type: 'webp', ...size, density: null, exif: webpExif(b, view) };
}
