import { type DBSchema, type IDBPDatabase, openDB, unwrap, wrap } from 'idb';
import type { LogEntry, Project, SnapshotNotes, Step } from '../core';
import { Said } from '../core';

/** What the shelf shows of a bolt, and how many steps of its history are done: small, so that it is written with every edit. */
export type Head = {
  id: string;
  name: string;
  brief: Project['brief'];
  layout: Project['layout']['kind'];
  /** Colour of the ground on show. */
  ground: string;
  /** When it was changed last, ISO. */
  changed: string;
  /** The number of the step of its history that comes next: those before it are done, the others were undone. */
  applied: number;
  /** When it was put into the bin, ISO; not there: it is on the shelf. */
  binned?: string;
};

/** The document of a bolt as it was when so many steps of its history were done. */
export type Base = { id: string; project: Project; at: number };

/** A step of the history of a bolt, by its number, and the version of document that it changes. */
export type KeptStep = Step & { bolt: string; n: number; version: number };

/** A line of a bolt's log, by its number. */
export type KeptLine = LogEntry & { bolt: string; n: number };

/** The work of a bolt as it stood at some time, under a name; how it was judged and when it was sent, where it was. */
export type Snapshot = SnapshotNotes & {
  id: string;
  bolt: string;
  name: string;
  at: string;
  project: Project;
};

/** What was worked out of a bolt under some name, kept so that it need not be worked out again. */
type Derived = { bolt: string; name: string; value: unknown };

type Of = [bolt: string, n: number];
interface ShelfSchema extends DBSchema {
  heads: { key: string; value: Head };
  bolts: { key: string; value: Base };
  history: { key: Of; value: KeptStep };
  log: { key: Of; value: KeptLine };
  thumbnails: { key: string; value: Blob };
  assets: { key: string; value: Blob };
  /** When a picture was put on the shelf or named again, ms since 1970: a bolt may be about to name it. */
  young: { key: string; value: number };
  settings: { key: string; value: unknown };
  snapshots: { key: string; value: Snapshot; indexes: { bolt: string } };
  derived: { key: [bolt: string, name: string]; value: Derived };
}
export type Db = IDBPDatabase<ShelfSchema>;

/** All that is numbered of a bolt, from a number on, and before another. */
export const numbered = (bolt: string, from = 0, before = Number.POSITIVE_INFINITY) =>
  IDBKeyRange.bound([bolt, from], [bolt, before], false, Number.isFinite(before));

/** All that was worked out of a bolt. */
export const derivedOf = (bolt: string) => IDBKeyRange.bound([bolt], [bolt, []]);

/** What a head tells of a document. */
export const headOf = (project: Project, applied: number, changed = new Date().toISOString()): Head => ({
  id: project.id,
  name: project.name,
  brief: project.brief,
  layout: project.layout.kind,
  ground:
    (project.colourways.find((c) => c.id === project.shown) ?? project.colourways[0])?.colours[0] ??
    '#ffffff',
  changed,
  applied,
});

/** A bolt as versions 1 and 2 of the database kept it. */
type OldBolt = { id: string; project: Project; log?: LogEntry[]; changed?: string; strip?: Blob };

const BLOCKED =
  'Another window has Hexaplex open as it was before its last change. Close it, then load this page anew.';

async function open(onClosed: () => void): Promise<Db> {
  let onBlocked = () => {};
  const blocked = new Promise<never>((_, reject) => {
    onBlocked = () => reject(new Said(BLOCKED));
  });
  const opening = openDB<ShelfSchema>('hexaplex', 5, {
    async upgrade(d, from, _, tx) {
      if (from < 1) {
        d.createObjectStore('bolts', { keyPath: 'id' });
        d.createObjectStore('assets');
        d.createObjectStore('settings');
      }
      if (from < 2) d.createObjectStore('snapshots', { keyPath: 'id' }).createIndex('bolt', 'bolt');
      if (from < 3) {
        d.createObjectStore('heads', { keyPath: 'id' });
        d.createObjectStore('history', { keyPath: ['bolt', 'n'] });
        d.createObjectStore('log', { keyPath: ['bolt', 'n'] });
        d.createObjectStore('thumbnails');
        for (const old of (await tx.objectStore('bolts').getAll()) as unknown as OldBolt[]) {
          const { id, project, log = [], changed = new Date(0).toISOString(), strip } = old;
          await tx.objectStore('bolts').put({ id, project, at: 0 });
          await tx.objectStore('heads').put(oldHead(old, changed));
          if (strip) await tx.objectStore('thumbnails').put(strip, id);
          for (const [n, line] of log.entries()) await tx.objectStore('log').put({ ...line, bolt: id, n });
        }
      }
      if (from < 4) d.createObjectStore('derived', { keyPath: ['bolt', 'name'] });
      if (from < 5) d.createObjectStore('young');
    },
    blocked: () => onBlocked(),
    // Another window has a newer Hexaplex and wants to bring the shelf up to date: this one makes room.
    blocking: () => {
      void opening.then((db) => db.close());
      onClosed();
    },
    terminated: onClosed,
  });
  return quiet(await Promise.race([opening, blocked]));
}

/** Why a transaction came to nothing is told by what was asked in it, once; nobody needs to wait for its end to hear it. */
function quiet(db: Db): Db {
  const raw = unwrap(db);
  const begin = raw.transaction.bind(raw);
  raw.transaction = (...asked) => {
    const tx = begin(...asked);
    wrap(tx).done.catch(() => {});
    return tx;
  };
  return db;
}

/** The head of an old bolt: one whose document cannot be read is still told of by name. */
function oldHead({ id, project }: OldBolt, changed: string): Head {
  try {
    return headOf({ ...project, id }, 0, changed);
  } catch {
    return {
      ...{ id, name: String(project?.name ?? 'A bolt'), layout: 'straight', ground: '#ffffff', changed },
      ...{ brief: { widthMm: 100, heightMm: 100, ppi: 300, unit: 'in' }, applied: 0 },
    };
  }
}

/** One connection, opened anew when it was closed from outside; `memory`: nothing of it outlives this window. */
const connection: { now?: Promise<Db>; memory?: true } = {};

/** Whether this browser lets nothing be kept, so that the shelf is in the memory of this window only. */
export const isInMemory = () => connection.memory === true;

/** What a browser says that keeps nothing: in a private window, or where that is forbidden. */
const REFUSED = ['SecurityError', 'InvalidStateError', 'NotSupportedError'];
const isRefused = (error: unknown) =>
  typeof indexedDB === 'undefined' || (error instanceof DOMException && REFUSED.includes(error.name));

async function openAnywhere(onClosed: () => void): Promise<Db> {
  try {
    return await open(onClosed);
  } catch (error) {
    if (connection.memory || !isRefused(error)) throw error;
    await import('fake-indexeddb/auto');
    connection.memory = true;
    return open(onClosed);
  }
}

function connect(): Promise<Db> {
  connection.now ??= openAnywhere(() => {
    connection.now = undefined;
  }).catch((error) => {
    connection.now = undefined;
    throw error instanceof DOMException && error.name === 'VersionError'
      ? new Said('The shelf of this machine was written by a newer Hexaplex. Reload this page to get it.')
      : error;
  });
  return connection.now;
}

/** What a connection says that was closed from outside: before anything is asked of it, or while it is. */
const CUT_OFF = ['InvalidStateError', 'AbortError', 'UnknownError'];

/**
 * Does something with the database, all of it or nothing; where its connection was closed meanwhile, once more with a
 * new one.
 */
export async function withDb<T>(act: (db: Db) => Promise<T>): Promise<T> {
  const now = connect();
  try {
    return await act(await now);
  } catch (error) {
    if (!(error instanceof DOMException) || !CUT_OFF.includes(error.name)) throw error;
    if (connection.now === now) connection.now = undefined;
    now.then((old) => old.close()).catch(() => {});
    return act(await connect());
  }
}
