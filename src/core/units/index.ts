import { MM_PER_INCH, mmToPx, pxToMm } from './length';
import { Said } from './said';

/** Thrown when an argument is outside what a function allows; the message says what is allowed. */
export class ArgumentError extends Said {
  override name = 'ArgumentError';
}

/** So many of something, in words: "1 ink", "3 inks"; `many` where it is not made with an s. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** Text with a capital letter at its head. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The smallest and largest printed edge, in mm, and the ppi that a brief may ask for. */
export const LIMITS = {
  minMm: 5,
  maxMm: 3000,
  minPpi: 36,
  maxPpi: 1200,
  maxBlockPx: 14400,
  maxBlockMp: 110,
  maxSheetPx: 100_000,
  maxSheetMp: 2000,
} as const;

export type SizeTriple = { mm: number; px: number; ppi: number };

/**
 * Any two of printed size (mm), pixels and ppi give the third.
 * @param keep which two are given; the one not named is worked out.
 * @throws ArgumentError when a given figure is not a positive number.
 */
export function completeSize(given: SizeTriple, keep: 'mm+ppi' | 'px+ppi' | 'mm+px'): SizeTriple {
  const need = (name: string, value: number) => {
    if (!Number.isFinite(value) || value <= 0) {
      throw new ArgumentError(`${name} must be a number above 0.`);
    }
  };
  if (keep !== 'px+ppi') need('The size', given.mm);
  if (keep !== 'mm+ppi') need('The pixel count', given.px);
  if (keep !== 'mm+px') need('The ppi', given.ppi);
  switch (keep) {
    case 'mm+ppi':
      return { ...given, px: Math.round(mmToPx(given.mm, given.ppi)) };
    case 'px+ppi':
      return { ...given, mm: pxToMm(given.px, given.ppi) };
    case 'mm+px':
      return { ...given, ppi: given.px / (given.mm / MM_PER_INCH) };
  }
}
export {
  type LengthUnit,
  lengthText,
  MM_PER_INCH,
  mmPer,
  mmToPx,
  pxToMm,
  smallText,
  trimmed,
} from './length';
export { LruCache } from './lru-cache';
export { mod } from './mod';
export { nth } from './nth';
export { once } from './once';
export { type Registry, registry } from './registry';
export { plainWords, Said } from './said';
export { fileSizeText, sizeText } from './size-text';
