import type { FileFormat } from '../format';
import { ORA_MIME } from './mime';
import { oraRows } from './rows';
import { sheetOra } from './write';

/** A layered picture; it is a zip, and known as one by its first bytes. */
export const ora: FileFormat = {
  id: 'ora',
  name: 'layered ORA',
  extension: 'ora',
  mime: ORA_MIME,
  send: { pixels: ['rgba'], can: ['layers'], write: sheetOra, read: oraRows },
  is: (b) => b[0] === 0x50 && b[1] === 0x4b && (b[2] === 3 || b[2] === 5),
};
