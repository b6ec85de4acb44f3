import { MM_PER_INCH } from '../units';
import type { Density, PictureHead } from './refused';

/** The tags of EXIF that tell of resolution, as an EXIF library names them. */
export type ExifTags = {
  XResolution?: unknown;
  YResolution?: unknown;
  ResolutionUnit?: unknown;
  ExposureTime?: unknown;
  FNumber?: unknown;
  FocalLength?: unknown;
};

/** What programs write that do not know, ppi: 72, or a pixel to the millimetre. No better than silence. */
const DOES_NOT_SAY = [72, MM_PER_INCH];

const known = (d: Density | null): Density | null =>
  d && [d.x, d.y].every((v) => v > 1 && v < 1e5) && DOES_NOT_SAY.every((v) => Math.abs(d.x - v) > 0.5)
    ? d
    : null;

function exifDensity(exif: ExifTags | undefined): Density | null {
  const unit = String(exif?.ResolutionUnit ?? 2).toLowerCase();
  const perInch = unit === '2' || unit.startsWith('inch') ? 1 : unit === '3' || unit === 'cm' ? 2.54 : 0;
  const x = Number(exif?.XResolution) * perInch;
  const y = Number(exif?.YResolution ?? exif?.XResolution) * perInch;
  return known(x > 0 ? { x, y } : null);
}

const tidy = (v: number) => Math.round(v * 100) / 100;

/**
 * How finely a picture was scanned. EXIF is believed before the file's own head; 72 ppi and a unit of "none" say
 * nothing, nor does what a camera writes. `down` is given where it is not the same as across.
 */
export function ppiOf(head: PictureHead, exif?: ExifTags): { ppi: number | null; down: number | null } {
  const found = tookPhoto(exif) ? null : (exifDensity(exif) ?? known(head.density));
  if (!found) return { ppi: null, down: null };
  const uneven = Math.abs(found.y / found.x - 1) > 0.01;
  return { ppi: tidy(found.x), down: uneven ? tidy(found.y) : null };
}

/** A camera took it: scanners write who made them too, but no exposure and no lens. */
export const tookPhoto = (exif?: ExifTags): boolean =>
  Boolean(exif?.ExposureTime || exif?.FNumber || exif?.FocalLength);

/** Pixels per metre, as PNG has them. */
export const perMetre = (x: number, y: number): Density => ({
  x: (x * MM_PER_INCH) / 1000,
  y: (y * MM_PER_INCH) / 1000,
});
