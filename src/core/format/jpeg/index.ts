import { viewOf } from '../bytes';
import type { FileFormat } from '../format';
import { finishJpeg } from './finish';
import { jpegHead } from './head';

export const jpeg: FileFormat = {
  id: 'jpeg',
  name: 'JPEG',
  extension: 'jpg',
  mime: 'image/jpeg',
  is: (b) => b.length >= 33 && viewOf(b).getUint16(0) === 0xffd8,
  head: jpegHead,
  lossy: { finish: finishJpeg },
};
