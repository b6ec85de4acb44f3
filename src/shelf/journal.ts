import { DOCUMENT_VERSION, type LogEntry, type Project, Said, type Step } from '../core';
import { type Db, type Head, numbered } from './db';

/** What one edit changes on the shelf. */
export type Write = {
  head: Head;
  /** Steps of the history by their numbers; those before `from`, and from `to` on, are no more. */
  put: [n: number, step: Step][];
  from: number;
  to: number;
  /** New lines of the log by their numbers. */
  lines: [n: number, line: LogEntry][];
  /** The document itself, as it was when so many steps were done. */
  base?: { project: Project; at: number };
  /** All of the bolt is in it: what was to be written before need not be. */
  whole?: true;
};

/** Thrown when the shelf has no document that the steps of a write belong to: it was cleared meanwhile. */
export class BaseMissing extends Said {
  override name = 'BaseMissing';
}

/**
 * Writes edits in their order, all or none of them.
 * @throws BaseMissing when steps are written of a bolt whose document is not there.
 */
export async function writeEdits(db: Db, writes: readonly Write[]): Promise<void> {
  // A step is written as the browser sees fit: a killed tab keeps it. A document whole waits until it is on the disk: all
  // later steps stand on it, also when the machine itself fails.
  const durability = writes.some((w) => w.base) ? 'strict' : 'relaxed';
  const tx = db.transaction(['heads', 'bolts', 'history', 'log'], 'readwrite', { durability });
  const bolts = tx.objectStore('bolts');
  const history = tx.objectStore('history');
  for (const { head, put, from, to, lines, base, whole } of writes) {
    const { id } = head;
    if (base) await bolts.put({ id, ...base });
    else if ((await bolts.getKey(id)) === undefined) {
      tx.abort();
      await tx.done.catch(() => {});
      throw new BaseMissing('The document of this bolt is not on the shelf any more.');
    }
    if (whole) await tx.objectStore('log').delete(numbered(id));
    await tx.objectStore('heads').put(head);
    await history.delete(numbered(id, to));
    if (from > 0) await history.delete(numbered(id, 0, from));
    for (const [n, step] of put) await history.put({ ...step, bolt: id, n, version: DOCUMENT_VERSION });
    for (const [n, line] of lines) await tx.objectStore('log').put({ ...line, bolt: id, n });
  }
  await tx.done;
}
