import type { Prepared } from '../render';
import type { PictureHead } from './refused';
import type { OnRow } from './sheet-rows';

/** What a file keeps of the four bytes of each pixel that it is given: the first one, the first three, or all. */
export type Pixels = 'grey' | 'rgb' | 'rgba' | 'cmyk';
export const CHANNELS = { grey: 1, rgb: 3, rgba: 4, cmyk: 4 } as const;

/** What a file tells of itself beside its pixels. */
export type About = { title: string; description: string };

/** One of the pictures that a layered file is made of, RGBA, as large as its block. `locked`: not to be drawn on. */
export type FileLayer = {
  name: string;
  block: Prepared;
  locked?: boolean;
  /** It is no part of the picture: what the layers come to is without it. */
  beside?: boolean;
};

/** A sheet to be written, px, how fine it is, and what goes with it. */
export type SheetAsk = {
  width: number;
  height: number;
  ppi: number;
  pixels: Pixels;
  about?: About;
  /** The inks that CMYK is in, as an ICC profile. */
  profile?: Uint8Array<ArrayBuffer>;
  /** Bytes as they are, not packed, where a format has both. */
  unpacked?: boolean;
  /** So many px on every side are cut off after printing; `marks`: shows where. */
  bleed?: number;
  marks?: boolean;
  /** The font that words on the page are set in, a TTF or a WOFF. */
  font?: Uint8Array<ArrayBuffer>;
  /** The picture in its layers, lowest first, where a format has them. */
  layers?: readonly FileLayer[];
};

/** What a picture file that was read says of itself. */
export type ReadHead = { width: number; height: number; channels: 1 | 3 | 4; ppi: number };
/** Told of each row of a picture that is read; its bytes are another row's afterwards. `layer`: 0 for the picture, then each of its layers. */
export type OnReadRow = (row: Uint8Array, y: number, head: ReadHead, layer: number) => void;
/** The bytes of a file, as they are asked for. */
export type FileBytes = {
  size: number;
  bytes: (from: number, to: number) => Promise<Uint8Array<ArrayBuffer>>;
};
/** Unpacks zlib streams (RFC 1950), as the platform has it: bytes go in and come out as they are ready; null: no more. */
export type Inflate = () => {
  write: (bytes: Uint8Array<ArrayBuffer>) => Promise<void>;
  close: () => Promise<void>;
  read: () => Promise<Uint8Array | null>;
};

/** A file in parts, in order. */
export type Parts = Iterable<Uint8Array<ArrayBuffer>>;

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
  send?: {
    /** What of the pixels it can keep. */
    pixels: readonly Pixels[];
    /** What else it can do: keep layers, shapes as shapes, be written unpacked, show where it is cut. */
    can?: readonly ('layers' | 'shapes' | 'unpacked' | 'marks')[];
    /** It is filled by whoever shows it: there is no sheet of it. */
    blockOnly?: true;
    /** Writes a sheet filled with a block, in parts; a part that repeats is the same object. What it needs is loaded when it is asked for. */
    write: (block: Prepared, sheet: SheetAsk, onRow?: OnRow) => Parts | Promise<Parts>;
    /** Reads such a file row by row, by other code than wrote it; a block that repeats by rule, once. @throws Said for one that is torn or of another kind. */
    read: (file: FileBytes, inflate: Inflate, onRow: OnReadRow) => Promise<ReadHead>;
  };
  /** Written whole by the platform's own encoder at its best, and finished. @throws Said where that wrote less than is asked for. */
  lossy?: { finish: (bytes: Uint8Array<ArrayBuffer>, ppi: number) => Uint8Array<ArrayBuffer> };
};
