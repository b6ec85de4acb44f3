import { applyPatches, enablePatches } from 'immer';
import {
  applied,
  assetsOfProject,
  DOCUMENT_VERSION,
  type Edit,
  isOfLaterVersion,
  type LogEntry,
  logEntrySchema,
  openProject,
  type Project,
  Said,
  type Step,
  stepOf,
  stepSchema,
} from '../core';
import { claimAssets } from './assets';
import {
  type Base,
  derivedOf,
  type Head,
  headOf,
  type KeptLine,
  type KeptStep,
  numbered,
  withDb,
} from './db';
import { writeEdits } from './journal';

enablePatches();

/** A bolt as it is opened: its document as it stands, its history with the number of its first step, its log. */
type Bolt = {
  head: Head;
  project: Project;
  /** How many steps were done when the document was last written whole. */
  at: number;
  steps: Step[];
  first: number;
  log: LogEntry[];
  /** The number of the line that comes next: one that is not sound keeps its own. */
  nextLine: number;
};

/** What of a history is sound and of today's documents, and the number of its first step. */
function soundSteps(kept: KeptStep[]): { steps: Step[]; first: number } {
  const steps = stepSchema.array().safeParse(kept);
  const first = kept[0]?.n ?? 0;
  const whole = kept.every((step, n) => step.n === first + n && step.version === DOCUMENT_VERSION);
  return steps.success && whole ? { steps: steps.data, first } : { steps: [], first: 0 };
}

/** The document of a bolt as it stands: as it was last written whole, with the steps done or undone since. */
function documentOf({ project, at }: Base, kept: KeptStep[], applied: number): unknown {
  const numberedSteps = new Map(kept.map((s) => [s.n, s]));
  let doc: object = project;
  const step = (n: number) => {
    const found = numberedSteps.get(n);
    if (!found) throw new Said('A step of the history is missing.');
    return found;
  };
  for (let n = at; n < applied; n++) doc = applyPatches(doc, step(n).patches);
  for (let n = at - 1; n >= applied; n--) doc = applyPatches(doc, step(n).inverse);
  return doc;
}

/** The lines of a log that are sound; one that is not takes none of the others with it. */
const soundLines = (kept: KeptLine[]): LogEntry[] =>
  kept.flatMap((line) => {
    const seen = logEntrySchema.safeParse(line);
    return seen.success ? [seen.data] : [];
  });

/** All bolts as the shelf shows them, last changed first. */
export async function listBolts(): Promise<(Head & { thumbnail?: Blob })[]> {
  return withDb(async (db) => {
    const tx = db.transaction(['heads', 'thumbnails']);
    const [heads, names, pictures] = await Promise.all([
      tx.objectStore('heads').getAll(),
      tx.objectStore('thumbnails').getAllKeys(),
      tx.objectStore('thumbnails').getAll(),
    ]);
    const thumbnails = new Map(names.map((id, n) => [id, pictures[n]]));
    const listed = heads.map((head) => ({ ...head, thumbnail: thumbnails.get(head.id) }));
    return listed.sort((a, b) => b.changed.localeCompare(a.changed));
  });
}

/** Thrown when the document of a bolt cannot be read; says why. */
export class Unreadable extends Said {
  override name = 'Unreadable';
}

/** All that is kept of a bolt, as it is, unchecked. */
export type RawBolt = { head?: Head; base?: Base; history: KeptStep[]; log: KeptLine[] };

export const readRaw = (id: string): Promise<RawBolt> =>
  withDb(async (db) => {
    const tx = db.transaction(['heads', 'bolts', 'history', 'log']);
    return {
      head: await tx.objectStore('heads').get(id),
      base: await tx.objectStore('bolts').get(id),
      history: await tx.objectStore('history').getAll(numbered(id)),
      log: await tx.objectStore('log').getAll(numbered(id)),
    };
  });

/** The document of a bolt as it stands, unchecked; as it was last written whole where its steps cannot be done. */
export function rawDocument({ head, base, history }: RawBolt): unknown {
  if (!base) return undefined;
  try {
    return documentOf(base, history, head?.applied ?? base.at);
  } catch {
    return base.project;
  }
}

/**
 * One bolt, checked; undefined when it is not there.
 * @throws Unreadable when its document is not sound.
 */
export async function readBolt(id: string): Promise<Bolt | undefined> {
  const { head, base, history, log } = await readRaw(id);
  if (!head || !base) return undefined;
  let project: Project;
  try {
    project = openProject(documentOf(base, history, head.applied));
  } catch {
    throw new Unreadable(
      isOfLaterVersion(base.project)
        ? `It was made by a newer Hexaplex (its document is of version ${base.project.version}). Reload this page to get that one.`
        : 'Part of its document is not in order.',
    );
  }
  const { steps, first } = soundSteps(history);
  // Where the history is let go of, the document is to be written whole with the next edit.
  const at = steps.length || !history.length ? base.at : -1;
  const nextLine = (log.at(-1)?.n ?? -1) + 1;
  return { head, project, at, steps, first, log: soundLines(log), nextLine };
}

/** Puts a bolt on the shelf whole, in the place of one of its id. */
export async function writeBolt(project: Project, log: LogEntry[]): Promise<void> {
  await claimAssets(assetsOfProject(project));
  await withDb((db) =>
    writeEdits(db, [
      {
        head: headOf(project, 0),
        ...{ put: [], from: 0, to: 0, base: { project, at: 0 }, whole: true as const },
        lines: log.map((line, n): [number, LogEntry] => [n, line]),
      },
    ]),
  );
}

export const readThumbnail = (id: string): Promise<Blob | undefined> =>
  withDb((db) => db.get('thumbnails', id));

export const writeThumbnail = (id: string, thumbnail: Blob): Promise<unknown> =>
  withDb(async (db) => {
    if ((await db.getKey('heads', id)) !== undefined) await db.put('thumbnails', thumbnail, id);
  });

/** Puts a bolt into the bin, or back on the shelf. */
export const binBolt = (id: string, binned: string | undefined): Promise<void> =>
  withDb(async (db) => {
    const tx = db.transaction('heads', 'readwrite');
    const head = await tx.store.get(id);
    if (head) {
      const { binned: _, ...rest } = head;
      await tx.store.put(binned ? { ...rest, binned } : rest);
    }
    await tx.done;
  });

/** Takes a bolt away for good, with all that belongs to it but its pictures, which others may use. */
export const removeBolt = (id: string): Promise<void> =>
  withDb(async (db) => {
    const tx = db.transaction(
      ['heads', 'bolts', 'history', 'log', 'snapshots', 'thumbnails', 'derived'],
      'readwrite',
    );
    const snapshots = await tx.objectStore('snapshots').index('bolt').getAllKeys(id);
    await tx.objectStore('heads').delete(id);
    await tx.objectStore('bolts').delete(id);
    await tx.objectStore('thumbnails').delete(id);
    await tx.objectStore('history').delete(numbered(id));
    await tx.objectStore('log').delete(numbered(id));
    await tx.objectStore('derived').delete(derivedOf(id));
    for (const key of snapshots) await tx.objectStore('snapshots').delete(key);
    await tx.done;
  });

/** Changes a bolt that is not open by an edit, as a step of its history. */
export async function editBolt(id: string, change: Edit): Promise<void> {
  const bolt = await readBolt(id);
  if (!bolt) return;
  const done = applied(bolt.project, change);
  const n = bolt.head.applied;
  const whole = bolt.at < 0 ? { base: { project: done.project, at: n + 1 } } : {};
  await withDb((db) =>
    writeEdits(db, [
      {
        head: headOf(done.project, n + 1),
        put: [[n, stepOf(change, done, new Date().toISOString())]],
        ...{ from: bolt.first, to: n + 1, lines: [], ...whole },
      },
    ]),
  );
}
