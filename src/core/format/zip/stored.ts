import { ArgumentError } from '../../units';

/** A file to be put in a zip: its name, how many bytes it has, and their CRC-32. */
export type ZipEntry = { name: string; bytes: number; crc: number };

const MOST = 2 ** 32 - 1;
/** Names are UTF-8. */
const UTF8 = 0x0800;

/** A moment as zips have it: two seconds fine, from 1980 on. */
function dosTime(at: Date): { time: number; date: number } {
  const year = Math.max(1980, at.getFullYear());
  return {
    time: (at.getHours() << 11) | (at.getMinutes() << 5) | (at.getSeconds() >> 1),
    date: ((year - 1980) << 9) | ((at.getMonth() + 1) << 5) | at.getDate(),
  };
}

/**
 * What stands before each file of a zip whose files lie in it as they are (method 0; PKWARE APPNOTE 6.3), and what stands after all of
 * them: so a zip is put together without a byte of its files being touched.
 * @throws ArgumentError for two files of one name, or more than 4 GB.
 */
export function storedZip(
  files: readonly ZipEntry[],
  at: Date,
): { before: Uint8Array<ArrayBuffer>[]; after: Uint8Array<ArrayBuffer> } {
  if (new Set(files.map((f) => f.name)).size < files.length)
    throw new ArgumentError('Two files would have the same name.');
  const { time, date } = dosTime(at);
  const before: Uint8Array<ArrayBuffer>[] = [];
  const central: Uint8Array[] = [];
  let offset = 0;
  for (const { name, bytes, crc } of files) {
    const letters = new TextEncoder().encode(name);
    /** What both heads say, from the version that is needed on. */
    const common = (view: DataView, from: number) => {
      for (const [k, v] of [20, UTF8, 0, time, date].entries()) view.setUint16(from + 2 * k, v, true);
      for (const [k, v] of [crc, bytes, bytes].entries()) view.setUint32(from + 10 + 4 * k, v, true);
      view.setUint16(from + 22, letters.length, true);
    };
    const local = new Uint8Array(30 + letters.length);
    const head = new DataView(local.buffer);
    head.setUint32(0, 0x04034b50, true);
    common(head, 4);
    local.set(letters, 30);
    before.push(local);
    const entry = new Uint8Array(46 + letters.length);
    const listed = new DataView(entry.buffer);
    listed.setUint32(0, 0x02014b50, true);
    listed.setUint16(4, 20, true);
    common(listed, 6);
    listed.setUint32(42, offset, true);
    entry.set(letters, 46);
    central.push(entry);
    offset += local.length + bytes;
    if (offset > MOST)
      throw new ArgumentError('These files are more than 4 GB together: send fewer at once.');
  }
  const long = central.reduce((s, c) => s + c.length, 0);
  const after = new Uint8Array(long + 22);
  let to = 0;
  for (const entry of central) {
    after.set(entry, to);
    to += entry.length;
  }
  const end = new DataView(after.buffer);
  end.setUint32(long, 0x06054b50, true);
  end.setUint16(long + 8, files.length, true);
  end.setUint16(long + 10, files.length, true);
  end.setUint32(long + 12, long, true);
  end.setUint32(long + 16, offset, true);
  return { before, after };
}
