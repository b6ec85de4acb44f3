import type { FileFormat } from '../format';

const textOf = (b: Uint8Array, most: number) => new TextDecoder().decode(b.subarray(0, most));

export const svg: FileFormat = {
  id: 'svg',
  name: 'SVG',
  extension: 'svg',
  mime: 'image/svg+xml',
  is: (b) =>
    /^\uFEFF?\s*(<\?xml|<!--|<!DOCTYPE svg|<svg)/i.test(textOf(b, 200)) && textOf(b, 20_000).includes('<svg'),
};
