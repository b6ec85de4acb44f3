import { concat } from '../bytes';
import { chunk } from './chunk';
import { densityOf } from './sheet';

/** The signature and the head of a PNG. */
const BEGIN = 33;

/** A PNG as a browser wrote it, with its ppi and that its colours are sRGB, where it does not say so itself (ISO/IEC 15948, 11.3). */
export function finishPng(png: Uint8Array, ppi: number): Uint8Array<ArrayBuffer> {
  const says: string[] = [];
  for (let at = 8; at + 8 < png.length; ) {
    says.push(String.fromCharCode(...png.subarray(at + 4, at + 8)));
    at += 12 + new DataView(png.buffer, png.byteOffset + at).getUint32(0);
  }
  const more = [
    ...(says.includes('sRGB') || says.includes('iCCP') ? [] : [chunk('sRGB', Uint8Array.of(0))]),
    ...(says.includes('pHYs') ? [] : [chunk('pHYs', densityOf(ppi))]),
  ];
  return concat([png.subarray(0, BEGIN), ...more, png.subarray(BEGIN)]);
}
