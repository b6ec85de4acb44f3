import { Said } from '../units';

/** Pixels per inch across and down. */
export type Density = { x: number; y: number };

/**
 * What a picture file says of itself before it is decoded: its size as stored, its own word on density (null: none),
 * and the EXIF block it carries, which is laid out as a TIFF.
 */
export type PictureHead = {
  /** The format that it is in, by its name. */
  type: string;
  width: number;
  height: number;
  density: Density | null;
  exif: Uint8Array | null;
};

/** Why a file was turned away, in words for the person. */
export class FileRefused extends Said {
  override name = 'FileRefused';
}

/** The same of a picture. */
export class PictureRefused extends FileRefused {
  override name = 'PictureRefused';
}
