import { ascii, cutShort, moves, viewOf } from '../bytes';
import { perMetre } from '../density';
import type { PictureHead } from '../refused';

/** Size, density and EXIF of a PNG from its chunks. */
export function pngHead(b: Uint8Array): PictureHead {
  const view = viewOf(b);
  const size = { width: view.getUint32(16), height: view.getUint32(20) };
  const head: PictureHead = { type: 'png', ...size, density: null, exif: null };
  let at = 8;
  while (at + 12 <= b.length) {
    const length = view.getUint32(at);
    const type = ascii(b, at + 4, 4);
    if (type === 'IEND') return head;
    if (type === 'acTL') throw moves();
    if (type === 'pHYs' && length === 9 && b[at + 16] === 1)
      head.density = perMetre(view.getUint32(at + 8), view.getUint32(at + 12));
    if (type === 'eXIf') head.exif = b.subarray(at + 8, Math.min(b.length, at + 8 + length));
    at += 12 + length;
  }
  throw cutShort();
}
