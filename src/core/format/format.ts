import type { Raster } from '../raster';
import type { PictureHead } from './refused';

/** A picture as its own file says it is: its pixels, its ppi (null: not said), and whether it has alpha. */
export type ReadBack = { raster: Raster; ppi: number | null; alpha: boolean };

/** A format of picture files: how one is known, what it says of itself, and how it is written. */
export type FileFormat = {
  id: string;
  name: string;
  extension: string;
  mime: string;
  /** Whether a file begins as this format does. */
  is: (bytes: Uint8Array) => boolean;
  /** What a file says of itself, without decoding it. @throws PictureRefused when it is torn or of a kind not read. */
  head?: (bytes: Uint8Array) => PictureHead;
  /** Writes a block at a ppi, and reads such a file back by other code than wrote it. */
  send?: {
    write: (block: Raster, ppi: number) => Promise<Uint8Array<ArrayBuffer>>;
    readBack: (bytes: Uint8Array) => Promise<ReadBack>;
  };
};
