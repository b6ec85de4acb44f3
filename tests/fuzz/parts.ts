/** Pieces of files, put together by hand. */
import { crc32 } from 'node:zlib';

const u32 = (n: number) => {
  const b = Buffer.alloc(4);
  b.writeUInt32BE(n >>> 0);
  return b;
};

/** A chunk of a PNG, its check sum right. */
export function chunk(type: string, data: Uint8Array): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
  return Buffer.concat([u32(data.length), body, u32(crc32(body))]);
}

/** A PNG of 8 bits, RGBA, of these chunks. */
export const isPng = (width: number, height: number, chunks: Uint8Array[]): Uint8Array =>
  new Uint8Array(
    Buffer.concat([
      Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
      chunk('IHDR', Buffer.concat([u32(width), u32(height), Buffer.from([8, 6, 0, 0, 0])])),
      ...chunks,
      chunk('IEND', Buffer.alloc(0)),
    ]),
  );

type Tags = Record<number, number | 'data' | 'size'>;
type Directory = { tags: Tags; next: number; odd?: { tag: number; count: number } };

export const ifd = (tags: Tags, next = 0, odd?: Directory['odd']): Directory => ({ tags, next, odd });

/** A little-endian TIFF of one directory; `data` and `size` stand for where its pixels lie and how many bytes they are. */
export function tiff([{ tags, next, odd }]: Directory[], data: Uint8Array = Buffer.alloc(256)): Uint8Array {
  const entries: [number, number, number][] = Object.entries(tags).map(([tag, v]) => [
    Number(tag),
    1,
    v === 'size' ? data.length : v === 'data' ? -1 : v,
  ]);
  if (odd) entries.push([odd.tag, odd.count, 8]);
  entries.sort(([a], [b]) => a - b);
  const dataAt = 8 + 2 + entries.length * 12 + 4;
  const out = Buffer.alloc(dataAt);
  out.write('II', 0, 'latin1');
  out.writeUInt16LE(42, 2);
  out.writeUInt32LE(8, 4);
  out.writeUInt16LE(entries.length, 8);
  for (const [n, [tag, count, value]] of entries.entries()) {
    const at = 10 + n * 12;
    out.writeUInt16LE(tag, at);
    out.writeUInt16LE(4, at + 2);
    out.writeUInt32LE(count, at + 4);
    out.writeUInt32LE(value < 0 ? dataAt : value >>> 0, at + 8);
  }
  out.writeUInt32LE(next, dataAt - 4);
  return new Uint8Array(Buffer.concat([out, data]));
}

/** An ICC profile of a CMYK printer with so many tags, the rest as given. */
export function icc(tags: number, rest: Uint8Array): Uint8Array {
  const head = Buffer.alloc(128);
  head.writeUInt32BE(132 + rest.length, 0);
  head.writeUInt32BE(0x02400000, 8);
  head.write('prtrCMYKLab ', 12, 'latin1');
  head.write('acsp', 36, 'latin1');
  return new Uint8Array(Buffer.concat([head, u32(tags), rest]));
}
