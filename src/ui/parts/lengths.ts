import { type LengthUnit, mmPer } from '@/core';

/** A length in the person's unit, no finer than scissors can cut: 12 in, 30.5 cm. */
export function length(mm: number, unit: LengthUnit, digits = unit === 'in' ? 2 : 1): string {
  return `${trim(mm / mmPer(unit), digits)} ${unit}`;
}

/** Small gaps are told in mm in both units. */
export const small = (mm: number): string => `${trim(mm, mm < 10 ? 1 : 0)} mm`;

export const trim = (v: number, digits: number): string => String(Number(v.toFixed(digits)));

export function size(widthMm: number, heightMm: number, unit: LengthUnit): string {
  const d = unit === 'in' ? 2 : 1;
  return `${trim(widthMm / mmPer(unit), d)} x ${trim(heightMm / mmPer(unit), d)} ${unit}`;
}

export function fileSize(bytes: number): string {
  return bytes < 1e6 ? `${trim(bytes / 1e3, 0)} kB` : `${trim(bytes / 1e6, 1)} MB`;
}

export const LAYOUT_NAME = {
  straight: 'Straight',
  'half-drop': 'Half-drop',
  brick: 'Brick',
  diamond: 'Diamond',
} as const;
