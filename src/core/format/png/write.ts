import { zlibSync } from 'fflate';
import type { Raster } from '../../raster';
import { ArgumentError } from '../../units';
import { concat } from '../bytes';
import { chunk } from './chunk';
import { densityOf } from './sheet';

/** Rows with the Up filter (type 2), 3 or 4 bytes a pixel: cheap, and good for inked art on plain ground. */
function filterUp(raster: Raster, channels: 3 | 4): Uint8Array {
  const { width, height, data } = raster;
  const stride = width * channels;
  const out = new Uint8Array((stride + 1) * height);
  for (let y = 0; y < height; y++) {
    let o = y * (stride + 1);
    out[o++] = y === 0 ? 0 : 2;
    let i = y * width * 4;
    const up = width * 4;
    for (let x = 0; x < width; x++, i += 4) {
      for (let c = 0; c < channels; c++) {
        out[o++] = y === 0 ? data[i + c] : data[i + c] - data[i + c - up];
      }
    }
  }
  return out;
}

/**
 * Writes a PNG (ISO/IEC 15948): 8 bits a channel, sRGB, ppi in pHYs (whole pixels per metre).
 * Alpha is written only when a pixel needs it.
 * @throws ArgumentError for a ppi that is not above 0.
 */
export function encodePng(raster: Raster, ppi: number): Uint8Array<ArrayBuffer> {
  if (!(ppi > 0 && ppi < 1e5)) throw new ArgumentError('The ppi must be a number above 0.');
  const { width, height, data } = raster;
  let opaque = true;
  for (let i = 3; i < data.length && opaque; i += 4) opaque = data[i] === 255;
  const header = new Uint8Array(13);
  const view = new DataView(header.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  header[8] = 8;
  header[9] = opaque ? 2 : 6;
  return concat([
    Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10),
    chunk('IHDR', header),
    chunk('sRGB', Uint8Array.of(0)),
    chunk('pHYs', densityOf(ppi)),
    chunk('IDAT', zlibSync(filterUp(raster, opaque ? 3 : 4), { level: 4 })),
    chunk('IEND', new Uint8Array(0)),
  ]);
}
