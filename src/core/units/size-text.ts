import { type LengthUnit, mmPer, trimmed } from './length';

/** A size in a unit: "12 x 12 in". */
export function sizeText(widthMm: number, heightMm: number, unit: LengthUnit): string {
  const d = unit === 'in' ? 2 : 1;
  return `${trimmed(widthMm / mmPer(unit), d)} x ${trimmed(heightMm / mmPer(unit), d)} ${unit}`;
}

/** The size of a file: "1.4 MB". */
export function fileSizeText(bytes: number): string {
  if (bytes < 1e6) return `${trimmed(bytes / 1e3, 0)} kB`;
  return bytes < 1e9 ? `${trimmed(bytes / 1e6, 1)} MB` : `${trimmed(bytes / 1e9, 1)} GB`;
}
