import exifr from 'exifr';
import type { PictureHead } from '../../core';

/** What a camera or scanner wrote beside a picture; undefined where there is nothing or it is damaged. */
export const exifOf = async ({ exif }: PictureHead) =>
  exif ? exifr.parse(Uint8Array.from(exif).buffer).catch(() => undefined) : undefined;
