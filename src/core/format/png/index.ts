import { ascii, viewOf } from '../bytes';
import type { FileFormat } from '../format';
import { pngHead } from './head';

export const png: FileFormat = {
  id: 'png',
  name: 'PNG',
  extension: 'png',
  mime: 'image/png',
  is: (b) => b.length >= 33 && viewOf(b).getUint32(0) === 0x89504e47 && ascii(b, 12, 4) === 'IHDR',
  head: pngHead,
  send: {
    write: async (block, ppi) => (await import('./write')).encodePng(block, ppi),
    readBack: async (bytes) => (await import('./read')).readPng(bytes),
  },
};
