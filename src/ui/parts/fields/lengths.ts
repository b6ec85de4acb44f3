import { type LengthUnit, lengthText, mmPer, smallText, trimmed } from '@/core';

export { lengthText as length, smallText as small, trimmed as trim };

export function size(widthMm: number, heightMm: number, unit: LengthUnit): string {
  const d = unit === 'in' ? 2 : 1;
  return `${trimmed(widthMm / mmPer(unit), d)} x ${trimmed(heightMm / mmPer(unit), d)} ${unit}`;
}

export function fileSize(bytes: number): string {
  if (bytes < 1e6) return `${trimmed(bytes / 1e3, 0)} kB`;
  return bytes < 1e9 ? `${trimmed(bytes / 1e6, 1)} MB` : `${trimmed(bytes / 1e9, 1)} GB`;
}

export const LAYOUT_NAME = {
  straight: 'Straight',
  'half-drop': 'Half-drop',
  brick: 'Brick',
  diamond: 'Diamond',
} as const;
