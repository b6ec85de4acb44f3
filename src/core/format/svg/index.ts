import type { FileFormat } from '../format';
import { sheetSvg, svgRows } from './pattern';

const messageOf = (b: Uint8Array, most: number) => new TextDecoder().decode(b.subarray(0, most));

export const svg: FileFormat = {
  id: 'svg',
  name: 'SVG',
  extension: 'svg',
  mime: 'image/svg+xml',
  send: { pixels: ['rgb', 'rgba'], can: ['shapes'], write: sheetSvg, read: svgRows },
  is: (b) =>
    /^\uFEFF?\s*(<\?xml|<!--|<!DOCTYPE svg|<svg)/i.test(messageOf(b, 200)) &&
    messageOf(b, 20_000).includes('<svg'),
};
