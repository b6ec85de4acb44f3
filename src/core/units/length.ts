/** Lengths: documents keep millimetres, rasters keep pixels, files keep pixels per inch (ppi). */

export const MM_PER_INCH = 25.4;

/** A length in mm as pixels at `ppi`. */
export const mmToPx = (mm: number, ppi: number): number => (mm / MM_PER_INCH) * ppi;

/** A length in pixels at `ppi` as mm. */
export const pxToMm = (px: number, ppi: number): number => (px / ppi) * MM_PER_INCH;

export type LengthUnit = 'in' | 'cm';

/** How many mm one of the unit is. */
export const mmPer = (unit: LengthUnit): number => (unit === 'in' ? MM_PER_INCH : 10);

/** A number with so many digits at the most. */
export const trimmed = (v: number, digits: number): string => String(Number(v.toFixed(digits)));

/** A length in the person's unit, no finer than scissors can cut: 12 in, 30.5 cm. */
export const lengthText = (mm: number, unit: LengthUnit, digits = unit === 'in' ? 2 : 1): string =>
  `${trimmed(mm / mmPer(unit), digits)} ${unit}`;

/** Small gaps are told in mm in both units. */
export const smallText = (mm: number): string => `${trimmed(mm, mm < 10 ? 1 : 0)} mm`;
