import { type DBSchema, openDB } from 'idb';
import {
  DOCUMENT_VERSION,
  type LogEntry,
  logEntrySchema,
  once,
  openProject,
  type Project,
  type Step,
  stepSchema,
} from '../core';

/** A bolt on the shelf: the document, its log, and a thumbnail of its cloth to know it by. */
export type Bolt = {
  id: string;
  project: Project;
  log: LogEntry[];
  changed: string;
  thumbnail?: Blob;
  /** The number of the step of its history that comes next: those before it are done, the others were undone. */
  applied?: number;
};

/** The work of a bolt as it stood at some time, under a name. */
export type Snapshot = { id: string; bolt: string; name: string; at: string; project: Project };

interface ShelfSchema extends DBSchema {
  bolts: { key: string; value: Bolt };
  assets: { key: string; value: Blob };
  settings: { key: string; value: unknown };
  snapshots: { key: string; value: Snapshot; indexes: { bolt: string } };
  history: { key: [bolt: string, n: number]; value: KeptStep };
}

/** A step of the history of a bolt, by its number, and the version of document that it changes. */
type KeptStep = Step & { bolt: string; n: number; version: number };
const stepsOf = (bolt: string, from = 0) => IDBKeyRange.bound([bolt, from], [bolt, Number.POSITIVE_INFINITY]);

const db = once(() =>
  openDB<ShelfSchema>('hexaplex', 3, {
    async upgrade(d, from, _, tx) {
      if (from < 1) {
        d.createObjectStore('bolts', { keyPath: 'id' });
        d.createObjectStore('assets');
        d.createObjectStore('settings');
      }
      if (from < 2) d.createObjectStore('snapshots', { keyPath: 'id' }).createIndex('bolt', 'bolt');
      if (from < 3) {
        d.createObjectStore('history', { keyPath: ['bolt', 'n'] });
        // Thumbnails went by another name.
        const bolts = tx.objectStore('bolts');
        for (const old of (await bolts.getAll()) as (Bolt & { strip?: Blob })[]) {
          const { strip, ...bolt } = old;
          if (strip) await bolts.put({ ...bolt, thumbnail: strip });
        }
      }
    },
  }),
);

/** The document of a bolt brought up to date, or undefined when it is not sound. */
function soundProject(project: unknown): Project | undefined {
  try {
    return openProject(project);
  } catch {
    return undefined;
  }
}

/** All bolts, last changed first. A bolt whose document is not sound is left out, not deleted. */
export async function listBolts(): Promise<Bolt[]> {
  const all = await (await db()).getAll('bolts');
  return all
    .flatMap((b) => {
      const project = soundProject(b.project);
      return project ? [{ ...b, project }] : [];
    })
    .sort((a, b) => b.changed.localeCompare(a.changed));
}

/** One bolt, checked, or undefined. */
export async function readBolt(id: string): Promise<Bolt | undefined> {
  const bolt = await (await db()).get('bolts', id);
  if (!bolt) return undefined;
  const project = soundProject(bolt.project);
  const log = logEntrySchema.array().safeParse(bolt.log);
  return project && { ...bolt, project, log: log.success ? log.data : [] };
}

/** What of a history is written: steps by their numbers; those before `from`, and from `to` on, are no more. */
export type StepsToWrite = { put: [n: number, step: Step][]; from: number; to: number; applied: number };

/** Writes the document with its log and what is new in its history; the thumbnail is kept as it was. */
export async function writeBolt(
  project: Project,
  log: LogEntry[],
  { put, from, to, applied }: StepsToWrite = { put: [], from: 0, to: 0, applied: 0 },
): Promise<void> {
  const { id } = project;
  const tx = (await db()).transaction(['bolts', 'history'], 'readwrite');
  const bolts = tx.objectStore('bolts');
  const history = tx.objectStore('history');
  const before = await bolts.get(id);
  const changed = new Date().toISOString();
  await bolts.put({
    ...(before?.thumbnail ? { thumbnail: before.thumbnail } : {}),
    id,
    project,
    log,
    changed,
    applied,
  });
  await history.delete(stepsOf(id, to));
  if (from > 0) await history.delete(IDBKeyRange.bound([id, 0], [id, from], false, true));
  for (const [n, step] of put) await history.put({ ...step, bolt: id, n, version: project.version });
  await tx.done;
}

/** The steps of a bolt's history, oldest first, and the number of the first; none when they are not sound, or of an older document. */
export async function readHistory(bolt: string): Promise<{ steps: Step[]; first: number }> {
  const kept = await (await db()).getAll('history', stepsOf(bolt));
  const steps = stepSchema.array().safeParse(kept);
  const first = kept[0]?.n ?? 0;
  const whole = kept.every((step, n) => step.n === first + n && step.version === DOCUMENT_VERSION);
  return steps.success && whole ? { steps: steps.data, first } : { steps: [], first: 0 };
}

export async function writeThumbnail(id: string, thumbnail: Blob): Promise<void> {
  const tx = (await db()).transaction('bolts', 'readwrite');
  const bolt = await tx.store.get(id);
  if (bolt) await tx.store.put({ ...bolt, thumbnail });
  await tx.done;
}

/** A bolt with all that belongs to it. */
export type WholeBolt = { bolt: Bolt; snapshots: Snapshot[]; history: KeptStep[] };

/** Takes a bolt off the shelf with all that belongs to it, which is given back so that it can be put there again. */
export async function removeBolt(id: string): Promise<WholeBolt | null> {
  const tx = (await db()).transaction(['bolts', 'snapshots', 'history'], 'readwrite');
  const bolt = await tx.objectStore('bolts').get(id);
  const snapshots = await tx.objectStore('snapshots').index('bolt').getAll(id);
  const history = await tx.objectStore('history').getAll(stepsOf(id));
  await tx.objectStore('bolts').delete(id);
  await tx.objectStore('history').delete(stepsOf(id));
  for (const s of snapshots) await tx.objectStore('snapshots').delete(s.id);
  await tx.done;
  return bolt ? { bolt, snapshots, history } : null;
}

/** Puts a bolt that was taken off back as it was. */
export async function putBack({ bolt, snapshots, history }: WholeBolt): Promise<void> {
  const tx = (await db()).transaction(['bolts', 'snapshots', 'history'], 'readwrite');
  await tx.objectStore('bolts').put(bolt);
  for (const s of snapshots) await tx.objectStore('snapshots').put(s);
  for (const step of history) await tx.objectStore('history').put(step);
  await tx.done;
}

/** Snapshots of a bolt, oldest first; one whose document is not sound is left out. */
export async function listSnapshots(bolt: string): Promise<Snapshot[]> {
  const all = await (await db()).getAllFromIndex('snapshots', 'bolt', bolt);
  return all
    .flatMap((s) => {
      const project = soundProject(s.project);
      return project ? [{ ...s, project }] : [];
    })
    .sort((a, b) => a.at.localeCompare(b.at));
}

export async function writeSnapshot(snapshot: Snapshot): Promise<void> {
  await (await db()).put('snapshots', snapshot);
}

export async function removeSnapshot(id: string): Promise<void> {
  await (await db()).delete('snapshots', id);
}

export const hasAsset = async (asset: string): Promise<boolean> =>
  (await (await db()).getKey('assets', asset)) !== undefined;

/** Keeps a picture under its hash; the same picture twice is kept once. */
export async function putAsset(asset: string, blob: Blob): Promise<void> {
  await (await db()).put('assets', blob, asset);
}

/** @throws when the asset is not on this machine. */
export async function readAsset(asset: string): Promise<Uint8Array<ArrayBuffer>> {
  const blob = await (await db()).get('assets', asset);
  if (!blob) throw new Error('A picture of this bolt is not on this machine.');
  return new Uint8Array(await blob.arrayBuffer());
}

export async function readSetting(key: string): Promise<unknown> {
  return (await db()).get('settings', key);
}

export async function writeSetting(key: string, value: unknown): Promise<void> {
  await (await db()).put('settings', value, key);
}
