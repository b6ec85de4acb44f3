import { ArgumentError, slug } from '../core';
import { readRaw } from '../shelf';
import type { ProjectFile } from '../shelf/project-file';
import { refuseOpen } from './bolts';
import { runJob } from './jobs';

/** A bolt on its way into a file or out of one, as a job. */
export const PROJECT_FILE = 'project file';

/** What reads and writes project files is fetched when one is wanted. */
const codec = () => import('../shelf/project-file');

/** A bolt as a file that holds all of it, read back and held against its hashes. */
export const saveAsFile = (id: string) =>
  runJob(PROJECT_FILE, 'Saving the bolt as a file.', async ({ signal, onProgress }) => {
    const { proveProjectFile, writeProjectFile } = await codec();
    const head = (await readRaw(id)).head;
    if (!head) throw new ArgumentError('This bolt is not on the shelf.');
    const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
    const [file] = await Promise.all([
      new Response(readable).blob(),
      writeProjectFile(id, writable, { signal, onProgress: (s) => onProgress(s * 0.5) }),
    ]);
    const { assets } = await proveProjectFile(file, { signal, onProgress: (s) => onProgress(0.5 + s * 0.5) });
    return { file, assets, name: `${slug(head.name, 'bolt')}.hexaplex` };
  });

/** A file that was looked through, and whether a bolt of its id is on the shelf. */
export type Arrived = { file: ProjectFile; there: boolean };

/** Looks a project file through. @throws FileRefused when it is none, or damaged. */
export async function lookThrough(file: File): Promise<Arrived> {
  const { openProjectFile } = await codec();
  const opened = await openProjectFile(file);
  return { file: opened, there: (await readRaw(opened.project.id)).head !== undefined };
}

/** Puts a bolt from a file on the shelf: in the place of the one of its id, or beside it. Its id; null when it was not. */
export const takeFromFile = ({ file, there }: Arrived, how: 'replace' | 'both') =>
  runJob(PROJECT_FILE, 'Putting the bolt on the shelf.', async (work) => {
    const { takeProjectFile } = await codec();
    const id = there && how === 'both' ? crypto.randomUUID() : file.project.id;
    await refuseOpen(id);
    await takeProjectFile(file, id, work);
    return id;
  });
