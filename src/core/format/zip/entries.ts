import type { FileBytes } from '../format';
import { tornFile } from '../png/rows';

/** Bytes at the end of a zip that say where its list is. */
const END = 22;
const DONE = 0x06054b50;
const LISTED = 0x02014b50;
const LOCAL = 0x04034b50;

/**
 * The files of a zip that lie in it as they are, by name, each to be read as a file of its own (PKWARE APPNOTE 6.3). By other code than
 * wrote it.
 * @throws Said for a zip that is torn, has words at its end, or packs its files.
 */
export async function storedEntries(file: FileBytes): Promise<Map<string, FileBytes>> {
  const viewOf = async (from: number, long: number) => {
    const bytes = await file.bytes(from, from + long);
    if (from < 0 || bytes.length !== long) throw tornFile();
    return new DataView(bytes.buffer, bytes.byteOffset, long);
  };
  const end = await viewOf(file.size - END, END);
  if (end.getUint32(0, true) !== DONE) throw tornFile();
  const count = end.getUint16(10, true);
  const list = await viewOf(end.getUint32(16, true), end.getUint32(12, true));
  const found = new Map<string, FileBytes>();
  for (let n = 0, at = 0; n < count; n++) {
    if (at + 46 > list.byteLength || list.getUint32(at, true) !== LISTED) throw tornFile();
    const [method, size, long] = [
      list.getUint16(at + 10, true),
      list.getUint32(at + 24, true),
      list.getUint16(at + 28, true),
    ];
    const name = new TextDecoder().decode(new Uint8Array(list.buffer, list.byteOffset + at + 46, long));
    const local = await viewOf(list.getUint32(at + 42, true), 30);
    const from = list.getUint32(at + 42, true) + 30 + local.getUint16(26, true) + local.getUint16(28, true);
    if (method !== 0 || local.getUint32(0, true) !== LOCAL || from + size > file.size) throw tornFile();
    found.set(name, { size, bytes: (a, b) => file.bytes(from + a, from + Math.min(b, size)) });
    at += 46 + long + list.getUint16(at + 30, true) + list.getUint16(at + 32, true);
  }
  return found;
}
