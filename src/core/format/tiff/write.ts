import type { Prepared } from '../../render';
import { ArgumentError } from '../../units';
import { concat } from '../bytes';
import { adlerOfRows } from '../deflate/adler';
import { deflateStrip, type Rows } from '../deflate/deflate';
import { CHANNELS, type SheetAsk } from '../format';
import { spaceOfProfile, srgbProfile } from '../icc/srgb';
import { type OnRow, sheetRows } from '../sheet-rows';

/** A strip has about so many rows, and no fewer than that share of them. */
const STRIP = 48;
const LEAST = 8;
/** Offsets in a TIFF are 32 bits. */
const MOST_BYTES = 2 ** 32 - 1;
const MOST_PX = 2 ** 31 - 1;
const TEXT = 2;
const SHORT = 3;
const LONG = 4;
const RATIONAL = 5;
const UNDEFINED = 7;
const WIDE: Record<number, number> = { [TEXT]: 1, [SHORT]: 2, [LONG]: 4, [RATIONAL]: 4, [UNDEFINED]: 1 };
/** What pixels mean: black is 0, colours, or inks (262). */
const MEANS = { grey: 1, rgb: 2, rgba: 2, cmyk: 5 };

/** The most rows, up to STRIP, of which a block is whole strips; STRIP where there are none. */
function rowsPerStrip(blockHeight: number): number {
  for (let n = STRIP; n >= LEAST; n--) if (blockHeight % n === 0) return n;
  return STRIP;
}

/**
 * Writes a sheet filled with a block as a TIFF (6.0; Adobe deflate with horizontal differencing or not packed, 8 bits a channel,
 * resolution, alpha unassociated, the profile of its colours or inks). Strips that are the same lie in the file once: it is as large as a sheet of one period.
 * @param block given from its top down, each row once where a block is whole strips.
 * @throws ArgumentError for a size or a ppi that no TIFF has.
 */
export function* sheetTiff(
  block: Prepared,
  { width, height, ppi, pixels, about, profile, unpacked = false }: SheetAsk,
  onRow: OnRow = () => {},
): Generator<Uint8Array<ArrayBuffer>> {
  if (pixels === 'cmyk' && (!profile || spaceOfProfile(profile) !== 'CMYK'))
    throw new ArgumentError('CMYK wants the profile of its inks: choose one under Colour.');
  if (!(ppi > 0 && ppi < 1e5)) throw new ArgumentError('The ppi must be a number above 0.');
  if (![width, height].every((v) => Number.isInteger(v) && v > 0 && v <= MOST_PX))
    throw new ArgumentError(`A TIFF is 1 to ${MOST_PX} px wide and high.`);
  const channels = CHANNELS[pixels];
  const icc = pixels === 'cmyk' ? profile : pixels === 'grey' ? undefined : srgbProfile();
  const tall = rowsPerStrip(block.height);
  const [strips, offsets, counts]: [Uint8Array<ArrayBuffer>[], number[], number[]] = [[], [], []];
  const known = new Map<string, number>();
  let at = 8;
  // A period's strips in order, then the last one where the sheet ends within a strip.
  const wanted: [from: number, rows: number][] = [];
  for (let y = 0; y < height; y += tall) wanted.push([y % block.height, Math.min(tall, height - y)]);
  for (const [from, rows] of wanted) {
    const key = `${from}|${rows}`;
    let n = known.get(key);
    if (n === undefined) {
      const band = bandOf(block, from, rows, {
        ...{ width, channels, lead: 0, differs: unpacked ? 'itself' : 'left', onRow },
      });
      const strip = unpacked ? wholeRows(band) : stripOf(band);
      n = strips.push(strip) - 1;
      known.set(key, n);
      offsets[n] = at;
      counts[n] = strip.length;
      at += strip.length;
      if (at > MOST_BYTES) throw new ArgumentError('This picture is too large for a TIFF: send it as a PNG.');
    }
  }
  const order = wanted.map(([from, rows]) => known.get(`${from}|${rows}`) ?? 0);
  const head = new Uint8Array(8);
  head.set([0x49, 0x49, 42, 0]);
  new DataView(head.buffer).setUint32(4, at + (at & 1), true);
  yield head;
  yield* strips;
  if (at & 1) yield new Uint8Array(1);
  yield directory(at + (at & 1), [
    [256, LONG, [width]],
    [257, LONG, [height]],
    [258, SHORT, new Array(channels).fill(8)],
    [259, SHORT, [unpacked ? 1 : 8]],
    [262, SHORT, [MEANS[pixels]]],
    ...(about ? [[270, TEXT, wordsOf(`${about.title}: ${about.description}`)] as Tag] : []),
    [273, LONG, order.map((n) => offsets[n])],
    [277, SHORT, [channels]],
    [278, LONG, [tall]],
    [279, LONG, order.map((n) => counts[n])],
    [282, RATIONAL, [Math.round(ppi * 1000), 1000]],
    [283, RATIONAL, [Math.round(ppi * 1000), 1000]],
    [284, SHORT, [1]],
    [296, SHORT, [2]],
    [305, TEXT, wordsOf('Hexaplex')],
    [317, SHORT, [unpacked ? 1 : 2]],
    ...(pixels === 'cmyk' ? [[332, SHORT, [1]] as Tag] : []),
    ...(pixels === 'rgba' ? [[338, SHORT, [2]] as Tag] : []),
    ...(icc ? [[34675, UNDEFINED, [...icc]] as Tag] : []),
  ]);
}

/** Rows of the sheet from a row of the block on; past its end it begins anew. */
function bandOf(block: Prepared, from: number, rows: number, ways: Parameters<typeof sheetRows>[3]): Rows {
  const first = sheetRows(block, from, Math.min(block.height, from + rows), ways);
  const more: Uint8Array[] = [first.data];
  for (let left = rows - (block.height - from); left > 0; left -= block.height)
    more.push(sheetRows(block, 0, Math.min(block.height, left), ways).data);
  return { ...first, data: more.length > 1 ? concat(more) : first.data };
}

/** Rows as they are, with what each goes on by. */
function wholeRows({ data, stride, period, rest }: Rows): Uint8Array<ArrayBuffer> {
  const long = stride + rest;
  const out = new Uint8Array((data.length / stride) * long);
  for (let row = 0, to = 0; row < data.length; row += stride, to += long) {
    out.set(data.subarray(row, row + stride), to);
    for (let i = to + stride; i < to + long; i++) out[i] = out[i - period];
  }
  return out;
}

const wordsOf = (text: string) => [...new TextEncoder().encode(text), 0];

/** Rows as a zlib stream. */
function stripOf(rows: Rows): Uint8Array<ArrayBuffer> {
  const packed = deflateStrip(rows);
  const out = new Uint8Array(packed.length + 8);
  out.set([0x78, 0x01]);
  out.set(packed, 2);
  out.set([3, 0], 2 + packed.length);
  new DataView(out.buffer).setUint32(4 + packed.length, adlerOfRows(rows));
  return out;
}

type Tag = [tag: number, type: number, values: number[]];

/** The list of what a TIFF says of itself, with what is too long for it behind it. @param at where it lies in the file. */
function directory(at: number, tags: Tag[]): Uint8Array<ArrayBuffer> {
  const bytesOf = ([, type, values]: Tag) => values.length * WIDE[type];
  const list = 2 + tags.length * 12 + 4;
  const out = new Uint8Array(
    list + tags.reduce((s, t) => s + (bytesOf(t) > 4 ? bytesOf(t) + (bytesOf(t) & 1) : 0), 0),
  );
  const view = new DataView(out.buffer);
  view.setUint16(0, tags.length, true);
  let behind = list;
  tags.forEach((tag, n) => {
    const [id, type, values] = tag;
    const entry = 2 + n * 12;
    view.setUint16(entry, id, true);
    view.setUint16(entry + 2, type, true);
    view.setUint32(entry + 4, type === RATIONAL ? values.length / 2 : values.length, true);
    let to = entry + 8;
    if (bytesOf(tag) > 4) {
      view.setUint32(to, at + behind, true);
      to = behind;
      behind += bytesOf(tag) + (bytesOf(tag) & 1);
    }
    values.forEach((v, k) => {
      if (WIDE[type] === 1) view.setUint8(to + k, v);
      else if (type === SHORT) view.setUint16(to + 2 * k, v, true);
      else view.setUint32(to + 4 * k, v, true);
    });
  });
  return out;
}
