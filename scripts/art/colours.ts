import type { Colour } from './brush';

const hex = (h: string): Colour =>
  [1, 3, 5].map((i) => Number.parseInt(h.slice(i, i + 2), 16) / 255) as Colour;
export const NAVY = hex('#1f2b4a');
export const MADDER = hex('#bb4631');
export const OCHRE = hex('#dc9c37');
export const SEA = hex('#5b9e9c');
export const BLUSH = hex('#e2a596');
