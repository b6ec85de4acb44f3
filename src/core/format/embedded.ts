import type { Prepared } from '../render';
import { fromBase64, toBase64 } from './base64';
import { concat } from './bytes';
import type { FileBytes, Inflate, OnReadRow, ReadHead, SheetAsk } from './format';
import { pngRows, tornFile } from './png/rows';
import { sheetPng } from './png/sheet';
import type { OnRow } from './sheet-rows';

/** What stands before a picture that is written in letters (RFC 2397). */
export const DATA = 'data:image/png;base64,';

/** So far from the ends of a file its own words go, around the picture. */
const WORDS = { before: 2000, after: 400 };

export const bytesOf = (text: string) => new Uint8Array(new TextEncoder().encode(text));

/** A block as a PNG in letters, in parts. */
export function* blockInLetters(
  block: Prepared,
  ask: SheetAsk,
  onRow: OnRow,
): Generator<Uint8Array<ArrayBuffer>> {
  // Letters stand for three bytes at a time: what is left of a part waits for the next.
  let waits = new Uint8Array(0);
  const { width, height } = block;
  for (const part of sheetPng(block, { ...ask, width, height }, onRow)) {
    const all = concat([waits, part]);
    const whole = all.length - (all.length % 3);
    yield toBase64(all.subarray(0, whole));
    waits = all.slice(whole);
  }
  yield toBase64(waits);
}

/** A file of words around one picture in letters, opened: its words before and after, and the picture's rows. */
export type Opened = {
  before: string;
  after: string;
  rows: (onRow: OnReadRow) => Promise<ReadHead>;
};

/** Opens a file of words around a picture in letters, which ends before a quote. @throws Said for one that is torn or of another kind. */
export async function openLetters(file: FileBytes, inflate: Inflate): Promise<Opened> {
  const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
  const before = text(await file.bytes(0, Math.min(WORDS.before, file.size))).split(DATA)[0];
  const from = bytesOf(before + DATA).length;
  const end = text(await file.bytes(Math.max(from, file.size - WORDS.after), file.size));
  const quote = end.indexOf('"');
  if (from >= file.size || quote < 0) throw tornFile();
  const after = end.slice(quote);
  const png = fromBase64(await file.bytes(from, file.size - bytesOf(after).length));
  if (!png) throw tornFile();
  const source: FileBytes = { size: png.length, bytes: async (a, b) => png.slice(a, b) };
  return { before, after, rows: (onRow) => pngRows(source, inflate, onRow) };
}
