import {
  BlobReader,
  BlobWriter,
  type FileEntry,
  TextReader,
  TextWriter,
  ZipReader,
  ZipWriter,
} from '@zip.js/zip.js';
import { FileRefused, PROJECT_LIMITS, slug } from '../core';
import { type Follow, STORED, sourceOnShelf, writeProjectFile } from './project-file';

/** What the first entry of a file with a whole shelf says. */
const SHELF_MIME = 'application/x-hexaplex-shelf';

/** Writes many bolts into one file: a project file for each, one after the other. @param bolts those to write, by id and name. */
export async function writeShelfFile(
  bolts: { id: string; name: string }[],
  sink: WritableStream<Uint8Array>,
  { onProgress, signal }: Follow = {},
): Promise<void> {
  signal?.throwIfAborted();
  const zip = new ZipWriter(sink, { ...STORED, signal });
  await zip.add('mimetype', new TextReader(SHELF_MIME), { extendedTimestamp: false });
  for (const [n, { id, name }] of bolts.entries()) {
    const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
    const share = (s: number) => onProgress?.((n + s) / bolts.length);
    await Promise.all([
      zip.add(`bolts/${n + 1}-${slug(name, 'bolt')}.hexaplex`, { readable }),
      sourceOnShelf(id).then((bolt) => writeProjectFile(bolt, writable, { onProgress: share, signal })),
    ]);
  }
  await zip.close();
}

/** The project files in a file with a whole shelf, one at a time; null for a file that is none. */
export async function openShelfFile(file: Blob): Promise<(() => Promise<Blob>)[] | null> {
  const zip = new ZipReader(new BlobReader(file), { useWebWorkers: false });
  let entries: FileEntry[];
  try {
    entries = (await zip.getEntries()).filter((e): e is FileEntry => !e.directory);
  } catch {
    return null;
  }
  const type = entries.find((e) => e.filename === 'mimetype');
  if (!type || type.uncompressedSize > 100 || (await type.getData(new TextWriter())).trim() !== SHELF_MIME)
    return null;
  const bolts = entries.filter((e) => /^bolts\/[^/]+\.hexaplex$/.test(e.filename));
  if (!bolts.length || bolts.length > PROJECT_LIMITS.entries)
    throw new FileRefused('There is no bolt in this file.');
  return bolts.map((e) => () => e.getData(new BlobWriter()));
}
