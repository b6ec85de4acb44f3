/** What a picture file says of itself before it is decoded. `ppi` null: the file does not say. */
export type PictureHead = {
  type: 'png' | 'jpeg' | 'webp' | 'tiff';
  width: number;
  height: number;
  ppi: number | null;
};

/** Why a file was turned away, in words for the person. */
export class FileRefused extends Error {
  override name = 'FileRefused';
}

/** The same of a picture. */
export class PictureRefused extends FileRefused {
  override name = 'PictureRefused';
}
