import { derivedOf, withDb } from './db';

/** Of so many bolts, those opened last, what was worked out is kept. */
const MOST_BOLTS = 12;
const LATELY = 'derived of';

/** What was worked out of a bolt and kept, by name. */
export const readDerived = (bolt: string): Promise<Map<string, unknown>> =>
  withDb(
    async (db) =>
      new Map((await db.getAll('derived', derivedOf(bolt))).map((d) => [d.name, d.value] as const)),
  );

/**
 * Keeps what was worked out of a bolt; nothing hangs on its being there later.
 * @param names all that is still wanted of this bolt: the rest goes.
 */
export const writeDerived = (
  bolt: string,
  made: Iterable<[name: string, value: unknown]>,
  names: ReadonlySet<string>,
): Promise<void> =>
  withDb(async (db) => {
    const tx = db.transaction(['heads', 'derived', 'settings'], 'readwrite');
    const [derived, settings] = [tx.objectStore('derived'), tx.objectStore('settings')];
    if ((await tx.objectStore('heads').getKey(bolt)) === undefined) return;
    for (const [name, value] of made) await derived.put({ bolt, name, value });
    for (const key of await derived.getAllKeys(derivedOf(bolt))) {
      if (!names.has(key[1])) await derived.delete(key);
    }
    const before = await settings.get(LATELY);
    const lately = [bolt, ...(Array.isArray(before) ? before.filter((b) => b !== bolt) : [])];
    for (const old of lately.splice(MOST_BOLTS)) await derived.delete(derivedOf(String(old)));
    await settings.put(lately, LATELY);
    await tx.done;
  });

/** Makes room: all that can be worked out again goes. False when there was nothing. */
export const clearDerived = (): Promise<boolean> =>
  withDb(async (db) => {
    const any = (await db.count('derived')) > 0;
    if (any) await db.clear('derived');
    return any;
  });
