import { Said } from '../../units';
import { viewOf } from '../bytes';

/** The head of a JFIF (ISO/IEC 10918-5) that says a density in px per inch, both ways. */
const app0 = (ppi: number) =>
  Uint8Array.of(
    0xff,
    0xe0,
    0,
    16,
    74,
    70,
    73,
    70,
    0,
    1,
    2,
    1,
    ppi >> 8,
    ppi & 255,
    ppi >> 8,
    ppi & 255,
    0,
    0,
  );

/** The frame of a JPEG: where it says how its parts are sampled. @throws Said where there is none. */
function frameAt(bytes: Uint8Array): number {
  const view = viewOf(bytes);
  for (let at = 2; at + 9 < bytes.length; ) {
    const marker = view.getUint16(at);
    if (marker >= 0xffc0 && marker <= 0xffc2) return at;
    if (marker < 0xff01 || marker === 0xffda) break;
    at += 2 + view.getUint16(at + 2);
  }
  throw new Said('The JPEG that this browser wrote is not whole. Send a PNG or a TIFF.');
}

/**
 * A JPEG as a browser wrote it, with its ppi in its head.
 * @throws Said where the browser keeps colours at half their fineness, which shows at every edge.
 */
export function finishJpeg(bytes: Uint8Array<ArrayBuffer>, ppi: number): Uint8Array<ArrayBuffer> {
  const frame = frameAt(bytes);
  for (let n = 0; n < bytes[frame + 9]; n++)
    if (bytes[frame + 11 + 3 * n] !== 0x11)
      throw new Said(
        'This browser writes JPEG with its colours at half their fineness. Send a PNG or a TIFF, or use another browser.',
      );
  const own = viewOf(bytes).getUint16(2) === 0xffe0 ? 4 + viewOf(bytes).getUint16(4) : 2;
  const head = app0(Math.round(ppi));
  const out = new Uint8Array(2 + head.length + bytes.length - own);
  out.set(bytes.subarray(0, 2));
  out.set(head, 2);
  out.set(bytes.subarray(own), 2 + head.length);
  return out;
}
