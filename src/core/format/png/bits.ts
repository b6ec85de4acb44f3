import { zlibSync } from 'fflate';
import { ArgumentError } from '../../units';
import { concat } from '../bytes';
import { chunk } from './chunk';
import { densityOf } from './sheet';

/**
 * Writes a picture of black and white as a PNG of one bit a pixel (ISO/IEC 15948).
 * @param mask width x height, 1 where it is black. @throws ArgumentError for a mask of another size, or a ppi that is not above 0.
 */
export function encodeBits(
  mask: Uint8Array,
  { width, height }: { width: number; height: number },
  ppi: number,
): Uint8Array<ArrayBuffer> {
  if (mask.length !== width * height || !mask.length)
    throw new ArgumentError('A mask has a value for each of its pixels.');
  if (!(ppi > 0 && ppi < 1e5)) throw new ArgumentError('The ppi must be a number above 0.');
  const stride = 1 + Math.ceil(width / 8);
  const rows = new Uint8Array(stride * height);
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p++) if (!mask[p]) rows[y * stride + 1 + (x >> 3)] |= 128 >> (x & 7);
  const head = new Uint8Array(13);
  new DataView(head.buffer).setUint32(0, width);
  new DataView(head.buffer).setUint32(4, height);
  head[8] = 1;
  return concat([
    Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10),
    chunk('IHDR', head),
    chunk('pHYs', densityOf(ppi)),
    chunk('IDAT', zlibSync(rows, { level: 6 })),
    chunk('IEND', new Uint8Array(0)),
  ]);
}
