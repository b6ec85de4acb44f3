import { PDFDict, type PDFDocument, PDFName, type PDFPage, PDFRawStream, type PDFRef } from '@cantoo/pdf-lib';
import type { Raster } from '../../raster';
import type { Prepared } from '../../render';
import { concat } from '../bytes';
import { bytesOf } from '../embedded';
import { CHANNELS, type SheetAsk } from '../format';
import { srgbProfile } from '../icc/srgb';
import { sheetPng } from '../png/sheet';
import type { OnRow } from '../sheet-rows';

/** A picture as a PDF has it: the packed rows of a PNG, with their filters (7.4.4.4); what is clear in a mask of its own. */
export function imageOf(pdf: PDFDocument, block: Prepared, ask: SheetAsk, onRow: OnRow): PDFRef {
  const { context } = pdf;
  const profile = context.register(
    PDFRawStream.of(context.obj({ N: 3, Length: srgbProfile().length }), srgbProfile()),
  );
  const stream = (rows: Prepared, pixels: 'rgb' | 'grey', more: object, told: OnRow) => {
    const { data, indexed } = packedRows(rows, { ...ask, pixels }, told);
    const colours = indexed ? 1 : CHANNELS[pixels];
    const space = context.obj(['ICCBased', profile]);
    const numbered = indexed && [
      ...['Indexed', space, indexed.length / 3 - 1],
      context.register(PDFRawStream.of(context.obj({ Length: indexed.length }), indexed)),
    ];
    const dict = context.obj({
      ...{ Type: 'XObject', Subtype: 'Image', Width: ask.width, Height: ask.height, BitsPerComponent: 8 },
      ColorSpace: pixels === 'grey' ? 'DeviceGray' : (numbered ?? space),
      ...{ Filter: 'FlateDecode', Length: data.length, ...more },
      DecodeParms: { Predictor: 15, Colors: colours, BitsPerComponent: 8, Columns: ask.width },
    });
    return context.register(PDFRawStream.of(dict, data));
  };
  if (ask.pixels !== 'rgba') return stream(block, 'rgb', {}, onRow);
  const mask = stream(alphaOf(block), 'grey', {}, () => {});
  return stream(block, 'rgb', { SMask: mask }, onRow);
}

/** How clear each pixel is, as a picture. */
const alphaOf = (block: Prepared): Prepared => ({
  ...block,
  rows: (from, to): Raster => {
    const band = block.rows(from, to);
    const data = new Uint8ClampedArray(band.data.length);
    for (let i = 0; i < data.length; i += 4) data[i] = band.data[i + 3];
    return { ...band, data };
  },
});

/** The packed bytes of a PNG, and its palette where it has one. */
function packedRows(block: Prepared, ask: SheetAsk, onRow: OnRow) {
  const data: Uint8Array[] = [];
  let indexed: Uint8Array<ArrayBuffer> | null = null;
  for (const part of sheetPng(block, ask, onRow)) {
    const name = String.fromCharCode(...part.subarray(4, 8));
    if (name === 'IDAT') data.push(part.subarray(8, -4));
    else if (name === 'PLTE') indexed = part.slice(8, -4);
  }
  return { data: concat(data), indexed };
}

export type Extent = { width: number; height: number };
export type Box = Extent & { x: number; y: number };

/** Numbers as a PDF has them. */
const n = (...values: number[]) => values.map((v) => Number(v.toFixed(6))).join(' ');

/** Shows a picture at its place. */
export function drawImage(sheet: PDFPage, image: PDFRef, { x, y, width, height }: Box) {
  sheet.node.setXObject(PDFName.of('Im'), image);
  say(sheet, `q ${n(width, 0, 0, height, x, y)} cm /Im Do Q`);
}

/**
 * Fills a box with a picture that repeats (8.7.3). @param step from one to the next. @param size of each, which is more.
 * @param begins where in the repeat the upper left corner of the box is.
 */
export function fillWith(
  sheet: PDFPage,
  image: PDFRef,
  step: Extent,
  size: Extent,
  at: Box,
  begins = { x: 0, y: 0 },
) {
  const { context } = sheet.doc;
  const low = step.height - size.height;
  const tile = bytesOf(`${n(size.width, 0, 0, size.height, 0, low)} cm /Im Do`);
  const dict = context.obj({
    ...{ Type: 'Pattern', PatternType: 1, PaintType: 1, TilingType: 2, Length: tile.length },
    ...{ BBox: [0, low, size.width, step.height], XStep: step.width, YStep: step.height },
    Matrix: [1, 0, 0, 1, at.x - begins.x, at.y + at.height - step.height + begins.y],
    Resources: { XObject: { Im: image } },
  });
  const { Resources } = sheet.node.normalizedEntries();
  const patterns = Resources.lookupMaybe(PDFName.of('Pattern'), PDFDict) ?? context.obj({});
  const name = `Repeat${patterns.keys().length}`;
  patterns.set(PDFName.of(name), context.register(PDFRawStream.of(dict, tile)));
  Resources.set(PDFName.of('Pattern'), patterns);
  say(sheet, `q /Pattern cs /${name} scn ${n(at.x, at.y, at.width, at.height)} re f Q`);
}

const say = (sheet: PDFPage, words: string) => {
  const bytes = bytesOf(words);
  const { context } = sheet.doc;
  sheet.node.addContentStream(
    context.register(PDFRawStream.of(context.obj({ Length: bytes.length }), bytes)),
  );
};
