import { ascii, cutShort, viewOf } from '../bytes';
import { type PictureHead, PictureRefused } from '../refused';

/** Size, density and EXIF of a JPEG from its markers. */
export function jpegHead(b: Uint8Array): PictureHead {
  const view = viewOf(b);
  const head: PictureHead = { type: 'jpeg', width: 0, height: 0, density: null, exif: null };
  let at = 2;
  while (at + 4 <= b.length && b[at] === 0xff) {
    const marker = b[at + 1];
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    const length = view.getUint16(at + 2);
    const frame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (at + 2 + length > b.length) break;
    if (marker === 0xe0 && ascii(b, at + 4, 4) === 'JFIF') {
      const unit = b[at + 11];
      const [x, y] = [view.getUint16(at + 12), view.getUint16(at + 14)];
      if (unit === 1) head.density = { x, y };
      if (unit === 2) head.density = { x: x * 2.54, y: y * 2.54 };
    }
    if (marker === 0xe1 && ascii(b, at + 4, 6) === 'Exif\0\0')
      head.exif ??= b.subarray(at + 10, at + 2 + length);
    if (frame) {
      head.height = view.getUint16(at + 5);
      head.width = view.getUint16(at + 7);
      if (b[at + 9] === 4) {
        throw new PictureRefused(
          'This JPEG is in printing inks (CMYK). Save it again in RGB, as a scan or screen picture.',
        );
      }
    }
    if (marker === 0xda) break;
    at += 2 + length;
  }
  // The end mark may be followed by some padding, but not by a whole picture's worth.
  let end = b.length - 2;
  while (end > Math.max(0, b.length - 4096) && !(b[end] === 0xff && b[end + 1] === 0xd9)) end--;
  if (!head.width || b[end] !== 0xff || b[end + 1] !== 0xd9) throw cutShort();
  return head;
}
