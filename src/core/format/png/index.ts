import { ascii, viewOf } from '../bytes';
import type { FileFormat } from '../format';
import { pngHead } from './head';
import { pngRows } from './rows';
import { sheetPng } from './sheet';

export const png: FileFormat = {
  id: 'png',
  name: 'PNG',
  extension: 'png',
  mime: 'image/png',
  is: (b) => b.length >= 33 && viewOf(b).getUint32(0) === 0x89504e47 && ascii(b, 12, 4) === 'IHDR',
  head: pngHead,
  send: {
    pixels: ['rgb', 'rgba', 'grey'],
    write: sheetPng,
    read: pngRows,
  },
};
