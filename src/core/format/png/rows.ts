import { Said } from '../../units';
import type { FileBytes, Inflate, OnReadRow, ReadHead } from '../format';
import { crc32 } from './chunk';

export const tornFile = () =>
  new Said('The file that was written cannot be read back: it is not whole. Do not send it.');

/** Bytes a pixel by its kind (ISO/IEC 15948, 11.2.2); a picture by numbers has one, and is given in its colours. */
const WIDE: Record<number, 1 | 3 | 4> = { 0: 1, 2: 3, 3: 1, 6: 4 };

/**
 * Reads a PNG of 8 bits a channel row by row, with the platform's own inflate (which holds the picture against its Adler-32), so that
 * no more of it is in memory than a chunk. By other code than wrote it (ISO/IEC 15948, 9.2: all five filters).
 * @throws Said for a file that is torn or of another kind.
 */
export async function pngRows(
  file: FileBytes,
  inflate: Inflate,
  onRow: OnReadRow,
  layer = 0,
): Promise<ReadHead> {
  const stream = inflate();
  const head: ReadHead = { width: 0, height: 0, channels: 3, ppi: 0 };
  let wide = 3;
  let palette: Uint8Array | null = null;
  const feed = async () => {
    for (let at = 8; at < file.size; ) {
      const start = await file.bytes(at, at + 8);
      if (start.length !== 8) throw tornFile();
      const long = new DataView(start.buffer, start.byteOffset).getUint32(0);
      const name = String.fromCharCode(...start.subarray(4));
      const rest = await file.bytes(at + 8, at + 12 + long);
      if (rest.length !== long + 4) throw tornFile();
      const body = rest.subarray(0, long);
      const sum = new DataView(rest.buffer, rest.byteOffset + long).getUint32(0);
      if (sum !== crc32(body, crc32(start.subarray(4)))) throw tornFile();
      const view = new DataView(body.buffer, body.byteOffset);
      if (name === 'IHDR') {
        head.width = view.getUint32(0);
        head.height = view.getUint32(4);
        const bytes = WIDE[body[9]];
        if (body[8] !== 8 || !bytes || body[12] !== 0) throw tornFile();
        wide = bytes;
        head.channels = body[9] === 3 ? 3 : bytes;
      } else if (name === 'PLTE') palette = body;
      else if (name === 'pHYs') head.ppi = Math.round((view.getUint32(0) * 25.4) / 1000);
      else if (name === 'IDAT') await stream.write(body);
      at += 12 + long;
    }
    await stream.close();
  };
  let colours = new Uint8Array(0);
  const drain = () =>
    filteredRows(
      stream,
      () => ({ ...head, wide }),
      (row, y) => {
        if (!palette) return onRow(row, y, head, layer);
        if (!colours.length) colours = new Uint8Array(head.width * 3);
        for (let x = 0; x < row.length; x++)
          for (let c = 0; c < 3; c++) colours[x * 3 + c] = palette[row[x] * 3 + c];
        onRow(colours, y, head, layer);
      },
    );
  // What goes in wrong comes out as an error too: the first of the two is told.
  await Promise.all([feed(), drain()]).catch((error) => {
    throw error instanceof Said ? error : tornFile();
  });
  return head;
}

/**
 * Rows that each have a filter before them, out of a stream that is unpacked.
 * @param told how large they are, asked for once the first bytes are there: px, and bytes a pixel. @throws Said when they are too few or too many.
 */
export async function filteredRows(
  stream: Pick<ReturnType<Inflate>, 'read'>,
  told: () => { width: number; height: number; wide: number },
  onRow: (row: Uint8Array, y: number) => void,
): Promise<void> {
  let [now, before] = [new Uint8Array(0), new Uint8Array(0)];
  let [filled, y] = [0, 0];
  for (;;) {
    const value = await stream.read();
    if (!value) break;
    const { width, height, wide } = told();
    if (!now.length) {
      now = new Uint8Array(1 + width * wide);
      before = new Uint8Array(now.length);
    }
    for (let at = 0; at < value.length; ) {
      const take = Math.min(now.length - filled, value.length - at);
      now.set(value.subarray(at, at + take), filled);
      at += take;
      filled += take;
      if (filled < now.length) continue;
      if (y >= height) throw tornFile();
      unfilter(now, before, wide);
      onRow(now.subarray(1), y++);
      [now, before, filled] = [before, now, 0];
    }
  }
  if (y !== told().height || filled) throw tornFile();
}

/** Undoes a row's filter, in place; its first byte says which. */
function unfilter(row: Uint8Array, above: Uint8Array, wide: number): void {
  const filter = row[0];
  const n = row.length;
  if (filter === 0) return;
  if (filter === 1) for (let i = 1 + wide; i < n; i++) row[i] += row[i - wide];
  else if (filter === 2) for (let i = 1; i < n; i++) row[i] += above[i];
  else if (filter === 3)
    for (let i = 1; i < n; i++) row[i] += ((i > wide ? row[i - wide] : 0) + above[i]) >> 1;
  else if (filter === 4)
    for (let i = 1; i < n; i++) {
      const [left, up, corner] = i > wide ? [row[i - wide], above[i], above[i - wide]] : [0, above[i], 0];
      const guess = left + up - corner;
      const [a, b, c] = [Math.abs(guess - left), Math.abs(guess - up), Math.abs(guess - corner)];
      row[i] += a <= b && a <= c ? left : b <= c ? up : corner;
    }
  else throw tornFile();
}
