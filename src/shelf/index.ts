import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { type LogEntry, logEntrySchema, openProject, type Project } from '../core';

/** A bolt on the shelf: the document, its log, and a strip of its cloth to know it by. */
export type Bolt = { id: string; project: Project; log: LogEntry[]; changed: string; strip?: Blob };

/** The work of a bolt as it stood at some time, under a name. */
export type Snapshot = { id: string; bolt: string; name: string; at: string; project: Project };

interface ShelfSchema extends DBSchema {
  bolts: { key: string; value: Bolt };
  assets: { key: string; value: Blob };
  settings: { key: string; value: unknown };
  snapshots: { key: string; value: Snapshot; indexes: { bolt: string } };
}

let opened: Promise<IDBPDatabase<ShelfSchema>> | undefined;
const db = () => {
  opened ??= openDB<ShelfSchema>('hexaplex', 2, {
    upgrade(d, from) {
      if (from < 1) {
        d.createObjectStore('bolts', { keyPath: 'id' });
        d.createObjectStore('assets');
        d.createObjectStore('settings');
      }
      if (from < 2) d.createObjectStore('snapshots', { keyPath: 'id' }).createIndex('bolt', 'bolt');
    },
  });
  return opened;
};

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

/** Writes the document and its log; the strip of cloth is kept as it was. */
export async function writeBolt(project: Project, log: LogEntry[]): Promise<void> {
  const tx = (await db()).transaction('bolts', 'readwrite');
  const before = await tx.store.get(project.id);
  await tx.store.put({
    ...(before?.strip ? { strip: before.strip } : {}),
    id: project.id,
    project,
    log,
    changed: new Date().toISOString(),
  });
  await tx.done;
}

export async function writeStrip(id: string, strip: Blob): Promise<void> {
  const tx = (await db()).transaction('bolts', 'readwrite');
  const bolt = await tx.store.get(id);
  if (bolt) await tx.store.put({ ...bolt, strip });
  await tx.done;
}

/** Takes a bolt off the shelf with its snapshots, which are given back so that both can be put there again. */
export async function removeBolt(id: string): Promise<Snapshot[]> {
  const tx = (await db()).transaction(['bolts', 'snapshots'], 'readwrite');
  await tx.objectStore('bolts').delete(id);
  const gone = await tx.objectStore('snapshots').index('bolt').getAll(id);
  for (const s of gone) await tx.objectStore('snapshots').delete(s.id);
  await tx.done;
  return gone;
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
