import { ArgumentError, slug } from '../../core';
import { listBolts, readBolt, readRaw, readSetting, writeSetting } from '../../shelf';
import type { ProjectFile, Source } from '../../shelf/project-file';
import { pictureFile, useBolt, useSnapshots } from '../bolt';
import type { Session } from '../kernel';
import { runJob } from '../kernel';
import { refuseOpen } from './bolts';

/** A bolt on its way into a file or out of one, as a job. */
export const PROJECT_FILE = 'project file';

/** What reads and writes project files is fetched when one is wanted. */
const codec = () => import('../../shelf/project-file');

/** A bolt as a file that holds all of it, read back and held against its hashes. */
const saveSource = (bolt: Session, find: () => Promise<Source>) =>
  runJob(bolt, PROJECT_FILE, 'Saving the bolt as a file.', async ({ signal, onProgress }) => {
    const { proveProjectFile, writeProjectFile } = await codec();
    const source = await find();
    const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
    const [file] = await Promise.all([
      new Response(readable).blob(),
      writeProjectFile(source, writable, { signal, onProgress: (s) => onProgress(s * 0.5) }),
    ]);
    const { assets } = await proveProjectFile(file, { signal, onProgress: (s) => onProgress(0.5 + s * 0.5) });
    return { file, assets, name: `${slug(source.project.name, 'bolt')}.hexaplex` };
  });

/** A bolt of the shelf as a file. */
export const saveAsFile = (bolt: Session, id: string) =>
  saveSource(bolt, async () => (await codec()).sourceOnShelf(id));

/** The open bolt as a file, as it is in memory: also what could not be written to the shelf. */
export const saveOpenBolt = (bolt: Session) =>
  saveSource(bolt, async () => {
    const { project, log } = useBolt.of(bolt).getState();
    if (!project) throw new ArgumentError('No bolt is open.');
    const snapshots = useSnapshots
      .of(bolt)
      .getState()
      .list.map(({ bolt: _, ...s }) => s);
    return { project, log, snapshots, picture: pictureFile };
  });

/** All bolts of the shelf in one file, each of them read back and held against its hashes. */
export const saveShelf = (bolt: Session) =>
  runJob(bolt, PROJECT_FILE, 'Saving the whole shelf.', async ({ signal, onProgress }) => {
    const { openShelfFile, writeShelfFile } = await import('../../shelf/shelf-file');
    const { proveProjectFile } = await codec();
    const bolts = (await listBolts()).filter((b) => !b.binned);
    const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
    const [file] = await Promise.all([
      new Response(readable).blob(),
      writeShelfFile(bolts, writable, { signal, onProgress: (s) => onProgress(s * 0.5) }),
    ]);
    const inside = (await openShelfFile(file)) ?? [];
    for (const [n, open] of inside.entries()) {
      await proveProjectFile(await open(), { signal });
      onProgress(0.5 + (0.5 * (n + 1)) / inside.length);
    }
    await writeSetting(SAVED, new Date().toISOString());
    return { file, bolts: inside.length, name: `shelf-${new Date().toISOString().slice(0, 10)}.hexaplex` };
  });

/** When the whole shelf was saved last, as a setting. */
const SAVED = 'shelf saved';
const WEEK_MS = 7 * 86_400_000;

/** How many bolts have changed since the whole shelf was saved last, where that is over a week ago, or never was; else 0. */
export async function unsavedFor(bolts: { changed: string; binned?: string }[]): Promise<number> {
  const saved = await readSetting(SAVED);
  const since = typeof saved === 'string' ? saved : '';
  const changed = bolts.filter((b) => !b.binned && b.changed > since).map((b) => Date.parse(b.changed));
  const from = since ? Date.parse(since) : Math.min(...changed);
  return changed.length && Date.now() - from > WEEK_MS ? changed.length : 0;
}

/** Puts the bolts of a saved shelf on this one: one that is there the same is passed over, one that differs stands beside it. */
const takeShelf = (bolt: Session, inside: (() => Promise<Blob>)[]) =>
  runJob(bolt, PROJECT_FILE, 'Putting the bolts on the shelf.', async ({ signal, onProgress }) => {
    const { openProjectFile, takeProjectFile } = await codec();
    let taken = 0;
    for (const [n, open] of inside.entries()) {
      const file = await openProjectFile(await open());
      const there = await readBolt(file.project.id).catch(() => null);
      if (JSON.stringify(there?.project) !== JSON.stringify(file.project)) {
        await takeProjectFile(file, there === undefined ? file.project.id : crypto.randomUUID(), { signal });
        taken++;
      }
      onProgress((n + 1) / inside.length);
    }
    return { taken, passed: inside.length - taken };
  });

/** A file that was looked through, and whether a bolt of its id is on the shelf. */
export type Arrived = { file: ProjectFile; there: boolean };
type ArrivedShelf = { shelf: () => ReturnType<typeof takeShelf> };

/** Looks a project file through. @throws FileRefused when it is none, or damaged. */
export async function lookThrough(bolt: Session, file: File): Promise<Arrived | ArrivedShelf> {
  const { openShelfFile } = await import('../../shelf/shelf-file');
  const inside = await openShelfFile(file);
  if (inside) return { shelf: () => takeShelf(bolt, inside) };
  const { openProjectFile } = await codec();
  const opened = await openProjectFile(file);
  return { file: opened, there: (await readRaw(opened.project.id)).head !== undefined };
}

/** Puts a bolt from a file on the shelf: in the place of the one of its id, or beside it. Its id; null when it was not. */
export const takeFromFile = (bolt: Session, { file, there }: Arrived, how: 'replace' | 'both') =>
  runJob(bolt, PROJECT_FILE, 'Putting the bolt on the shelf.', async (work) => {
    const { takeProjectFile } = await codec();
    const id = there && how === 'both' ? crypto.randomUUID() : file.project.id;
    await refuseOpen(id);
    await takeProjectFile(file, id, work);
    return id;
  });
