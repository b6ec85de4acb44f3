import type { Prepared } from '../../render';
import { ArgumentError, MM_PER_INCH } from '../../units';
import { adlerJoined, adlerOfRows } from '../deflate/adler';
import { deflateStrip, type Rows } from '../deflate/deflate';
import { type About, CHANNELS, type SheetAsk } from '../format';
import { type OnRow, sheetRows, type Ways } from '../sheet-rows';
import { chunk } from './chunk';

/** So many rows are packed together. */
const STRIP = 48;
/** No PNG is larger on a side. */
const MOST_PX = 2 ** 31 - 1;
/** A picture of no more colours than these is written by their numbers. */
const MOST_INDEXED = 256;
/** Kinds of pixels by their number (ISO/IEC 15948, 11.2.2). */
const KIND = { grey: 0, rgb: 2, indexed: 3, rgba: 6 };

/**
 * Writes a sheet filled with a block as a PNG (ISO/IEC 15948: 8 bits a channel, sRGB, ppi in pHYs), at the price of the block: rows
 * repeat along themselves, and strips of rows down the sheet, which come as the same bytes again. Of 256 colours at most it is written
 * by their numbers.
 * @param block given from its top down; begun anew where it has more colours than that. @param onRow told of each row of the block.
 * @returns the file in parts, in order; a part that repeats is the same object.
 * @throws ArgumentError for a size, a ppi or pixels that no PNG has.
 */
export function* sheetPng(
  block: Prepared,
  ask: Pick<SheetAsk, 'width' | 'height' | 'ppi' | 'pixels' | 'about'>,
  onRow: OnRow = () => {},
): Generator<Uint8Array<ArrayBuffer>> {
  const { width, height, ppi, pixels, about } = ask;
  if (!(ppi > 0 && ppi < 1e5)) throw new ArgumentError('The ppi must be a number above 0.');
  if (![width, height].every((v) => Number.isInteger(v) && v > 0 && v <= MOST_PX))
    throw new ArgumentError(`A PNG is 1 to ${MOST_PX} px wide and high.`);
  if (pixels === 'cmyk') throw new ArgumentError('A PNG has no CMYK: send a TIFF.');
  yield Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10);
  const numbered = pixels === 'rgb' ? byNumber(block, ask, onRow) : null;
  yield chunk('IHDR', headOf(width, height, numbered ? KIND.indexed : KIND[pixels]));
  if (pixels !== 'grey') yield chunk('sRGB', Uint8Array.of(0));
  yield chunk('pHYs', densityOf(ppi));
  if (about) for (const [key, words] of textsOf(about)) yield chunk('iTXt', messageOf(key, words));
  if (numbered) yield chunk('PLTE', numbered.palette);
  yield chunk('IDAT', Uint8Array.of(0x78, 0x01));
  const channels = numbered ? 1 : CHANNELS[pixels];
  const strips: Strip[] = [];
  let sum = 1;
  for (const strip of numbered?.strips ??
    stripsOf(block, ask, {
      ...{ width, channels, lead: 1, differs: 'up', onRow },
    })) {
    strips.push(strip);
    sum = adlerJoined(sum, strip.sum, strip.rows * (1 + width * channels));
    yield strip.part;
  }
  for (let y = Math.min(height, block.height), n = 0; y < height; n = (n + 1) % strips.length) {
    const strip = strips[n];
    sum = adlerJoined(sum, strip.sum, strip.rows * (1 + width * channels));
    yield strip.part;
    y += strip.rows;
  }
  const tail = new Uint8Array(6);
  tail.set([3, 0]);
  new DataView(tail.buffer).setUint32(2, sum);
  yield chunk('IDAT', tail);
  yield chunk('IEND', new Uint8Array(0));
}

type Strip = { part: Uint8Array<ArrayBuffer>; rows: number; sum: number };

/** The strips of a period, cut so that the last, shorter period is made of whole ones. */
function* stripsOf(block: Prepared, { height }: { height: number }, ways: Ways): Generator<Strip> {
  const tall = Math.min(height, block.height);
  const rest = height % block.height;
  for (let y = 0; y < tall; ) {
    const to = Math.min(tall, y + STRIP, y < rest ? rest : tall);
    const rows = sheetRows(block, y, to, ways);
    if (ways.differs === 'up') sayFilters(rows);
    yield { part: chunk('IDAT', deflateStrip(rows)), rows: to - y, sum: adlerOfRows(rows) };
    y = to;
  }
}

/** The strips of a picture of few colours, by the numbers of its colours, and these; null where it has more. */
function byNumber(
  block: Prepared,
  { width, height }: { width: number; height: number },
  onRow: OnRow,
): { palette: Uint8Array; strips: Strip[] } | null {
  const numbers = new Map<number, number>();
  const indexed: Prepared = {
    ...block,
    rows: (from, to) => {
      const band = block.rows(from, to);
      const px = new Uint32Array(band.data.buffer, band.data.byteOffset, band.data.length >> 2);
      const data = new Uint8ClampedArray(band.data.length);
      let [last, n] = [-1, 0];
      for (let p = 0; p < px.length; p++) {
        const colour = px[p] & 0xffffff;
        if (colour !== last) {
          const known = numbers.get(colour);
          n = known ?? numbers.size;
          if (known === undefined) numbers.set(colour, n);
          if (n >= MOST_INDEXED) throw MORE_COLOURS;
          last = colour;
        }
        data[p * 4] = n;
      }
      for (let y = from; y < to; y++)
        onRow(y, band.data.subarray((y - from) * block.width * 4, (y - from + 1) * block.width * 4), 0);
      return { ...band, data };
    },
  };
  try {
    const strips = [
      ...stripsOf(
        indexed,
        { height },
        {
          ...{ width, channels: 1, lead: 1, differs: 'itself' as const, onRow: () => {} },
        },
      ),
    ];
    const palette = new Uint8Array(numbers.size * 3);
    for (const [colour, n] of numbers) palette.set([colour, colour >> 8, colour >> 16], n * 3);
    return { palette, strips };
  } catch (error) {
    if (error !== MORE_COLOURS) throw error;
    return null;
  }
}
const MORE_COLOURS = new Error('More colours than have numbers.');

function headOf(width: number, height: number, kind: number): Uint8Array {
  const head = new Uint8Array(13);
  new DataView(head.buffer).setUint32(0, width);
  new DataView(head.buffer).setUint32(4, height);
  head[8] = 8;
  head[9] = kind;
  return head;
}

const textsOf = ({ title, description }: About): [string, string][] => [
  ['Title', title],
  ['Description', description],
  ['Software', 'Hexaplex'],
];

/** A key and words in UTF-8, not packed, of no language (11.3.4.5). */
const messageOf = (key: string, words: string) => new TextEncoder().encode(`${key}\0\0\0\0\0${words}`);

/** Whole pixels per metre. */
export function densityOf(ppi: number): Uint8Array {
  const body = new Uint8Array(9);
  const view = new DataView(body.buffer);
  view.setUint32(0, Math.round((ppi * 1000) / MM_PER_INCH));
  view.setUint32(4, Math.round((ppi * 1000) / MM_PER_INCH));
  body[8] = 1;
  return body;
}

/** Says before each row which filter it has: the first none, the others what differs from the row above. */
function sayFilters({ data, stride }: Rows): void {
  for (let row = stride; row < data.length; row += stride) data[row] = 2;
}
