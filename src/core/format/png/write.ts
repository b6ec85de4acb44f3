import { zlibSync } from 'fflate';
import type { Raster } from '../../raster';
import { ArgumentError, MM_PER_INCH } from '../../units';
import { concat } from '../bytes';

const CRC = new Uint32Array(256).map((_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});

function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (let i = 0; i < bytes.length; i++) c = CRC[(c ^ bytes[i]) & 255] ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

function chunk(type: string, body: Uint8Array): Uint8Array {
  const out = new Uint8Array(body.length + 12);
  const view = new DataView(out.buffer);
  view.setUint32(0, body.length);
  for (let i = 0; i < 4; i++) out[4 + i] = type.charCodeAt(i);
  out.set(body, 8);
  view.setUint32(8 + body.length, crc32(out.subarray(4, 8 + body.length)));
  return out;
}

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
  const phys = new Uint8Array(9);
  const perMetre = Math.round((ppi * 1000) / MM_PER_INCH);
  new DataView(phys.buffer).setUint32(0, perMetre);
  new DataView(phys.buffer).setUint32(4, perMetre);
  phys[8] = 1;
  return concat([
    Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10),
    chunk('IHDR', header),
    chunk('sRGB', Uint8Array.of(0)),
    chunk('pHYs', phys),
    chunk('IDAT', zlibSync(filterUp(raster, opaque ? 3 : 4), { level: 4 })),
    chunk('IEND', new Uint8Array(0)),
  ]);
}
