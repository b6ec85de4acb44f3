import type { FileFormat } from '../format';
import { pdfRows } from './rows';

/** A page; what writes it is loaded when it is asked for. No picture is read from one. */
export const pdf: FileFormat = {
  id: 'pdf',
  name: 'PDF',
  extension: 'pdf',
  mime: 'application/pdf',
  is: () => false,
  send: {
    pixels: ['rgb', 'rgba'],
    can: ['marks'],
    write: async (...asked) => (await import('./sheet')).sheetPdf(...asked),
    read: pdfRows,
  },
};
