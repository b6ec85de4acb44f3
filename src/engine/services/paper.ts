import {
  type Arranged,
  AS_CAME,
  arrangementOf,
  extractPalette,
  joinQuarters,
  paperOnBed,
  ppiOf,
  quarterOf,
  quartersOnScan,
  type Rgb,
  readPictureHead,
  Said,
  type Size,
} from '../../core';
import { decodePicture } from '../art/decode';
import { exifOf } from '../art/exif';
import { type PngFile, pngFile, smaller } from '../art/png-file';
import type { Progress } from '../protocol';

/** A sheet of paper that was put together from its scans. */
export type SheetOfPaper = {
  art: PngFile & Size & { ppi: number };
  picture: PngFile;
  /** How the quarters were found to lie; whether they were laid so, or as they came. */
  found: Arranged;
  asCame: boolean;
  /** Whether the scans said how fine they are. */
  said: boolean;
  /** One scan of all four, and whether the cuts were seen in it. */
  one: boolean;
  seen: boolean;
  /** Its colours: the paper, and the others with the share that each has of what is drawn. */
  colours: { rgb: Rgb; share: number }[];
  borders: number;
  wasOffMm: number;
  offMm: number;
};

/** What scans that do not say, or not the same, are taken for, ppi. */
const SCAN_PPI = 300;
/** The long side of the picture that is shown, px. */
const SHOWN = 640;

/** Sheets of paper that were cut in four, on their way in. */
export const paperServices = {
  /**
   * Puts a sheet together from scans of its four quarters, by rows, or from one scan of all four.
   * @throws Said for another number of them.
   */
  async joinSheet(
    scans: Uint8Array<ArrayBuffer>[],
    asCame: boolean,
    onProgress: Progress,
  ): Promise<SheetOfPaper> {
    if (scans.length !== 1 && scans.length !== 4)
      throw new Said('A sheet comes as four scans, one of each quarter, or as one scan of all four.');
    const heads = scans.map(readPictureHead);
    const told = await Promise.all(heads.map(async (head) => ppiOf(head, await exifOf(head)).ppi));
    const [first] = told;
    const said = first !== null && told.every((ppi) => ppi !== null && Math.abs(ppi - first) < 2);
    const ppi = said ? first : SCAN_PPI;
    const one = scans.length === 1;
    const quarters = [];
    let seen = false;
    for (const bytes of scans) {
      const picture = await decodePicture(bytes);
      const all = one ? quartersOnScan(picture) : { corners: [paperOnBed(picture)], seen: false };
      for (const corners of all.corners) quarters.push(quarterOf(picture, corners));
      seen ||= all.seen;
      onProgress((0.3 * quarters.length) / 4);
    }
    const found = arrangementOf(quarters, ppi);
    onProgress(0.4);
    const arrangement = asCame ? AS_CAME : found;
    const { raster, ...sheet } = joinQuarters(quarters, ppi, { arrangement, seen }, (share) =>
      onProgress(0.4 + 0.45 * share),
    );
    const { width, height } = raster;
    const [paper, ...inks] = extractPalette([raster]).inks;
    const drawn = Math.max(1e-6, 1 - (paper?.share ?? 0));
    const colours = [...(paper ? [paper] : []), ...inks.map((ink) => ({ ...ink, share: ink.share / drawn }))];
    const file = await pngFile(raster, sheet.ppi);
    onProgress(0.97);
    return {
      art: { ...file, width, height, ppi: sheet.ppi },
      picture: await pngFile(smaller(raster, SHOWN), 96),
      ...{
        found,
        asCame,
        one,
        seen,
        said,
        colours,
        borders: sheet.borders,
        wasOffMm: sheet.wasOffMm,
        offMm: sheet.offMm,
      },
    };
  },
};
