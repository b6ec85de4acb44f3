import { ascii } from '../bytes';
import type { FileFormat } from '../format';
import { webpHead } from './head';

export const webp: FileFormat = {
  id: 'webp',
  name: 'WebP',
  extension: 'webp',
  mime: 'image/webp',
  is: (b) => b.length >= 33 && ascii(b, 0, 4) === 'RIFF' && ascii(b, 8, 4) === 'WEBP',
  head: webpHead,
};
