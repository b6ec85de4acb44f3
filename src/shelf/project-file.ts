import {
  BlobReader,
  type Entry,
  type FileEntry,
  TextReader,
  TextWriter,
  Uint8ArrayWriter,
  ZipReader,
  ZipWriter,
} from '@zip.js/zip.js';
import {
  assetEntry,
  assetOfEntry,
  assetsOfProject,
  FileRefused,
  type LogEntry,
  logEntrySchema,
  openProject,
  PROJECT_LIMITS,
  PROJECT_MIME,
  type Project,
  projectText,
  readProjectText,
  Said,
  sha256Of,
  writeCsv,
} from '../core';
import { claimAssets, putAsset } from './assets';
import { readBolt } from './bolts';
import { headOf, type Snapshot, withDb } from './db';
import { writeEdits } from './journal';
import { listSnapshots } from './snapshots';
import { giveUpAssets, sweepAssets } from './sweep';

/** How far it is, 0 to 1, and a signal that stops it. */
export type Follow = { onProgress?: (share: number) => void; signal?: AbortSignal };

/** Pictures are packed already: everything is stored as it is, one entry after the other. */
export const STORED = { level: 0, useWebWorkers: false } as const;

const logTable = (log: LogEntry[]) =>
  writeCsv([
    ['at', 'kind', 'text', 'sha256', 'bytes'],
    ...log.map((l) => [l.at, l.kind, l.text, l.sha256 ?? '', l.bytes ?? '']),
  ]);

/** All that a project file holds, and where its pictures are had from. */
export type Source = {
  project: Project;
  log: LogEntry[];
  snapshots: Omit<Snapshot, 'bolt'>[];
  thumbnail?: Blob;
  picture: (asset: string) => Promise<Blob | undefined>;
};

/** A bolt as it is on the shelf. @throws when it is not there. */
export async function sourceOnShelf(id: string): Promise<Source> {
  const bolt = await readBolt(id);
  if (!bolt) throw new Said('This bolt is not on the shelf.');
  return {
    project: bolt.project,
    log: bolt.log,
    snapshots: (await listSnapshots(id)).map(({ bolt: _, ...s }) => s),
    thumbnail: await withDb((db) => db.get('thumbnails', id)),
    picture: (asset) => withDb((db) => db.get('assets', asset)),
  };
}

/**
 * Writes a bolt with all that belongs to it as a project file, as a stream: no more than one picture is in memory.
 * @throws when a picture of it is not to be had.
 */
export async function writeProjectFile(
  { project, log, snapshots, thumbnail, picture }: Source,
  sink: WritableStream<Uint8Array>,
  { onProgress, signal }: Follow = {},
): Promise<{ assets: number }> {
  const names = [...new Set([project, ...snapshots.map((s) => s.project)].flatMap(assetsOfProject))];
  signal?.throwIfAborted();
  const zip = new ZipWriter(sink, { ...STORED, signal });
  await zip.add('mimetype', new TextReader(PROJECT_MIME), { extendedTimestamp: false });
  await zip.add('project.json', new TextReader(projectText({ project, log, snapshots })), { level: 6 });
  await zip.add('log.csv', new TextReader(logTable(log)));
  if (thumbnail) await zip.add('preview.webp', new BlobReader(thumbnail));
  for (const [n, name] of names.entries()) {
    const blob = await picture(name);
    if (!blob) throw new Said('A picture of this bolt is not on this machine: the file would lack it.');
    await zip.add(assetEntry(name, blob.type), new BlobReader(blob));
    onProgress?.((n + 1) / names.length);
  }
  await zip.close();
  return { assets: names.length };
}

/** A project file that was looked through: its documents are sound, its pictures not read yet. */
export type ProjectFile = {
  project: Project;
  log: LogEntry[];
  snapshots: Omit<Snapshot, 'bolt'>[];
  /** The pictures in it, by hash. */
  pictures: Map<string, FileEntry>;
  preview: FileEntry | null;
};

const isFile = (e: Entry): e is FileEntry => !e.directory;

const NOT_ONE = 'This is no project file of Hexaplex, whatever its name says.';
const TORN = 'This project file is cut short or damaged. Copy it again from where it came from.';

/**
 * Looks a project file through before anything of it is taken in.
 * @throws FileRefused with what is wrong: another zip, half a file, a later version, a document that is not sound.
 */
export async function openProjectFile(file: Blob): Promise<ProjectFile> {
  const zip = new ZipReader(new BlobReader(file), { useWebWorkers: false });
  let entries: FileEntry[];
  try {
    entries = (await zip.getEntries()).filter(isFile);
  } catch {
    throw new FileRefused((await file.slice(0, 2).text()) === 'PK' ? TORN : NOT_ONE);
  }
  if (entries.length > PROJECT_LIMITS.entries) throw new FileRefused(NOT_ONE);
  const named = (name: string) => entries.find((e) => e.filename === name);
  const text = async (name: string, most: number): Promise<string> => {
    const entry = named(name);
    if (!entry || entry.uncompressedSize > most) throw new FileRefused(NOT_ONE);
    return entry.getData(new TextWriter()).catch(() => {
      throw new FileRefused(TORN);
    });
  };
  if ((await text('mimetype', 100)).trim() !== PROJECT_MIME) throw new FileRefused(NOT_ONE);
  const held = readProjectText(await text('project.json', PROJECT_LIMITS.textBytes));
  const pictures = new Map<string, FileEntry>();
  for (const entry of entries) {
    const asset = assetOfEntry(entry.filename);
    if (asset && entry.uncompressedSize <= PROJECT_LIMITS.assetBytes) pictures.set(asset.sha256, entry);
  }
  const sound = (json: unknown): Project => {
    try {
      return openProject(json);
    } catch {
      throw new FileRefused(
        'The document in this project file cannot be read: it is damaged, or of a newer Hexaplex.',
      );
    }
  };
  return {
    project: sound(held.project),
    log: held.log.flatMap((l) => logEntrySchema.safeParse(l).data ?? []),
    snapshots: held.snapshots.map((s) => ({ ...s, project: sound(s.project) })),
    pictures,
    preview: named('preview.webp') ?? null,
  };
}

/** Reads one picture of a project file and holds it against its hash. @throws FileRefused when it is another. */
async function pictureOf(sha256: string, entry: FileEntry): Promise<Uint8Array<ArrayBuffer>> {
  // Pictures are packed already: what unpacks to far more is none.
  if (entry.uncompressedSize > 30 * entry.compressedSize + 1e6) throw new FileRefused(TORN);
  const own = await entry.getData(new Uint8ArrayWriter()).catch(() => {
    throw new FileRefused(TORN);
  });
  if ((await sha256Of(own)) !== sha256)
    throw new FileRefused(
      'A picture in this project file is not the one that it says: the file was changed or damaged. Save it again where it came from.',
    );
  return own;
}

/** Reads every picture of a project file and holds it against its hash; how many there are. */
export async function proveProjectFile(
  file: Blob,
  { onProgress, signal }: Follow = {},
): Promise<{ assets: number }> {
  const { project, snapshots, pictures } = await openProjectFile(file);
  const names = [...new Set([project, ...snapshots.map((s) => s.project)].flatMap(assetsOfProject))];
  for (const [n, name] of names.entries()) {
    signal?.throwIfAborted();
    const entry = pictures.get(name);
    if (!entry) throw new FileRefused('A picture is missing in this project file.');
    await pictureOf(name, entry);
    onProgress?.((n + 1) / names.length);
  }
  return { assets: names.length };
}

/**
 * Takes a project file in as a bolt of some id: its pictures first, each held against its hash, then the rest at once.
 * Where something is wrong nothing of it stays.
 * @throws FileRefused when a picture is missing or another than it says.
 */
export async function takeProjectFile(file: ProjectFile, id: string, follow: Follow = {}): Promise<void> {
  const added: string[] = [];
  try {
    await take(file, id, follow, added);
  } catch (error) {
    await giveUpAssets(added);
    await sweepAssets();
    throw error;
  }
}

async function take(
  { project, log, snapshots, pictures, preview }: ProjectFile,
  id: string,
  { onProgress, signal }: Follow,
  added: string[],
): Promise<void> {
  const names = [...new Set([project, ...snapshots.map((s) => s.project)].flatMap(assetsOfProject))];
  for (const [n, name] of names.entries()) {
    signal?.throwIfAborted();
    if (!(await claimAssets([name]))) {
      const entry = pictures.get(name);
      if (!entry)
        throw new FileRefused(
          'A picture is missing in this project file, and not on this machine either. Save it again where it came from.',
        );
      const bytes = await pictureOf(name, entry);
      const type = assetOfEntry(entry.filename)?.mime ?? '';
      await putAsset(name, new Blob([bytes], { type }));
      added.push(name);
    }
    onProgress?.((n + 1) / names.length);
  }
  const own = { ...project, id };
  const picture =
    preview && preview.uncompressedSize < 5e6 ? await preview.getData(new Uint8ArrayWriter()) : null;
  await withDb(async (db) => {
    await writeEdits(db, [
      {
        head: headOf(own, 0),
        ...{ put: [], from: 0, to: 0, base: { project: own, at: 0 }, whole: true as const },
        lines: log.map((line, n): [number, LogEntry] => [n, line]),
      },
    ]);
    const tx = db.transaction(['snapshots', 'thumbnails'], 'readwrite');
    for (const old of await tx.objectStore('snapshots').index('bolt').getAllKeys(id))
      await tx.objectStore('snapshots').delete(old);
    for (const s of snapshots) {
      await tx
        .objectStore('snapshots')
        .put({ ...s, id: crypto.randomUUID(), bolt: id, project: { ...s.project, id } });
    }
    if (picture)
      await tx.objectStore('thumbnails').put(new Blob([new Uint8Array(picture)], { type: 'image/webp' }), id);
    await tx.done;
  });
}
