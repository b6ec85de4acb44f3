import { viewOf } from '../bytes';
import type { FileFormat } from '../format';
import { tiffHead } from './head';
import { tiffRows } from './rows';
import { sheetTiff } from './write';

export const tiff: FileFormat = {
  id: 'tiff',
  name: 'TIFF',
  extension: 'tif',
  mime: 'image/tiff',
  is: (b) => b.length >= 33 && [0x49492a00, 0x4d4d002a].includes(viewOf(b).getUint32(0)),
  head: tiffHead,
  send: { pixels: ['rgb', 'rgba', 'grey', 'cmyk'], can: ['unpacked'], write: sheetTiff, read: tiffRows },
};
