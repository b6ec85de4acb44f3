import { Said } from '../../units';
import type { FileBytes, Inflate, OnReadRow, ReadHead } from '../format';
import { tornFile } from '../png/rows';

/** Bytes of a value by its type; of what is not here, four. */
const WIDE: Record<number, number> = { 1: 1, 2: 1, 3: 2, 7: 1 };
/** What pixels mean, and bytes of each: grey, colours, colours with alpha, inks. */
const KINDS = [
  [1, 1],
  [2, 3],
  [2, 4],
  [5, 4],
];

/**
 * Reads a TIFF strip by strip, with the platform's own inflate (which holds each against its Adler-32). By other code than wrote it
 * (TIFF 6.0; deflate or not packed, 8 bits a channel, horizontal differencing or none).
 * @throws Said for a file that is torn or of another kind.
 */
export async function tiffRows(file: FileBytes, inflate: Inflate, onRow: OnReadRow): Promise<ReadHead> {
  const viewOf = async (from: number, long: number) => {
    const bytes = await file.bytes(from, from + long);
    if (bytes.length !== long) throw tornFile();
    return new DataView(bytes.buffer, bytes.byteOffset);
  };
  const start = await viewOf(0, 8);
  if (start.getUint32(0) !== 0x49492a00) throw tornFile();
  const ifd = start.getUint32(4, true);
  const count = (await viewOf(ifd, 2)).getUint16(0, true);
  const list = await viewOf(ifd + 2, count * 12);
  const tags = new Map<number, number[]>();
  for (let n = 0; n < count; n++) {
    const type = list.getUint16(n * 12 + 2, true);
    const many = list.getUint32(n * 12 + 4, true) * (type === 5 ? 2 : 1);
    const wide = WIDE[type] ?? 4;
    const within = many * wide <= 4;
    const from = within ? list : await viewOf(list.getUint32(n * 12 + 8, true), many * wide);
    const at = within ? n * 12 + 8 : 0;
    tags.set(
      list.getUint16(n * 12, true),
      Array.from({ length: many }, (_, k) =>
        wide === 1
          ? from.getUint8(at + k)
          : wide === 2
            ? from.getUint16(at + 2 * k, true)
            : from.getUint32(at + 4 * k, true),
      ),
    );
  }
  const one = (tag: number) => {
    const v = tags.get(tag)?.[0];
    if (v === undefined) throw tornFile();
    return v;
  };
  const channels = one(277);
  const packed = one(259) === 8;
  const known = KINDS.some(([means, many]) => means === one(262) && many === channels);
  if (!(packed || one(259) === 1) || one(258) !== 8 || !known) throw tornFile();
  const [density, of] = tags.get(282) ?? [0, 1];
  const head: ReadHead = {
    ...{ width: one(256), height: one(257), channels: channels as ReadHead['channels'] },
    ppi: Math.round(density / of),
  };
  const [offsets, sizes] = [tags.get(273) ?? [], tags.get(279) ?? []];
  const tall = one(278);
  const isApart = one(317) === 2;
  const stride = head.width * channels;
  const row = new Uint8Array(stride);
  let y = 0;
  for (let n = 0; y < head.height; n++) {
    const bytes = await file.bytes(offsets[n], offsets[n] + sizes[n]);
    let filled = 0;
    const ends = Math.min(head.height, (n + 1) * tall);
    const take = (value: Uint8Array) => {
      for (let at = 0; at < value.length; ) {
        const some = Math.min(stride - filled, value.length - at);
        row.set(value.subarray(at, at + some), filled);
        at += some;
        filled += some;
        if (filled < stride) continue;
        if (y >= ends) throw tornFile();
        if (isApart) for (let i = channels; i < stride; i++) row[i] += row[i - channels];
        onRow(row, y++, head, 0);
        filled = 0;
      }
    };
    if (packed) await unpack(inflate(), bytes, take);
    else take(bytes);
    if (y !== ends || filled) throw tornFile();
  }
  return head;
}

/** Gives what comes out of a stream that is unpacked. @throws Said for one that is torn. */
async function unpack(
  stream: ReturnType<Inflate>,
  bytes: Uint8Array<ArrayBuffer>,
  take: (value: Uint8Array) => void,
): Promise<void> {
  const feed = async () => {
    await stream.write(bytes);
    await stream.close();
  };
  const drain = async () => {
    for (let value = await stream.read(); value; value = await stream.read()) take(value);
  };
  await Promise.all([feed(), drain()]).catch((error) => {
    throw error instanceof Said ? error : tornFile();
  });
}
