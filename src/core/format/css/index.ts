import type { FileFormat } from '../format';
import { blockCss, cssRows } from './background';

/** A page's background; no picture is read from one. */
export const css: FileFormat = {
  id: 'css',
  name: 'CSS',
  extension: 'css',
  mime: 'text/css',
  is: () => false,
  send: { pixels: ['rgb', 'rgba'], blockOnly: true, write: blockCss, read: cssRows },
};
