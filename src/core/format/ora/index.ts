import type { FileFormat } from '../format';

/** A layered picture; it is a zip, and known as one by its first bytes. */
export const ora: FileFormat = {
  id: 'ora',
  name: 'layered ORA',
  extension: 'ora',
  mime: 'image/openraster',
  is: (b) => b[0] === 0x50 && b[1] === 0x4b && (b[2] === 3 || b[2] === 5),
};
