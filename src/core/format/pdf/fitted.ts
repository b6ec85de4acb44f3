import type { PDFFont } from '@cantoo/pdf-lib';

/** Whether a font has all the letters of some words. */
export function hasLetters(font: PDFFont, text: string): boolean {
  const known = new Set(font.getCharacterSet());
  return [...text].every((c) => known.has(c.codePointAt(0) ?? 0));
}

/** Words cut to a width, with three dots; those that a font has no letters for stand as question marks. */
export function fitted(text: string, font: PDFFont, size: number, width: number): string {
  const known = new Set(font.getCharacterSet());
  const whole = [...text].map((c) => (known.has(c.codePointAt(0) ?? 0) ? c : '?'));
  const long = (letters: string) => font.widthOfTextAtSize(letters, size);
  if (long(whole.join('')) <= width) return whole.join('');
  let n = whole.length;
  while (n > 1 && long(`${whole.slice(0, n).join('')}...`) > width) n--;
  return `${whole.slice(0, n).join('')}...`;
}
