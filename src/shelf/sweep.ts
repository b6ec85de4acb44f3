import { withDb } from './db';

/** Picture names in a document, a history, a snapshot or a draft. */
const HASH = /[0-9a-f]{64}/g;

/** A picture that was put on the shelf less than a day ago stays: the edit that names it may not be written yet. */
const YOUNG_MS = 86_400_000;

/**
 * Removes the pictures that nothing on this machine names: no bolt, on the shelf or in the bin, no step that can be
 * undone, no snapshot, no page on its way in. Young ones stay, whichever window put them there.
 * @returns how many pictures were removed, and their size in bytes.
 */
export const sweepAssets = (): Promise<{ count: number; bytes: number }> =>
  withDb(async (db) => {
    // One transaction reads all names: what is copied from a snapshot to a bolt meanwhile is seen in one of the two.
    const stores = ['bolts', 'history', 'snapshots', 'settings'] as const;
    const reading = db.transaction(stores);
    const used = new Set<string>();
    for (const store of stores) {
      let cursor = await reading.objectStore(store).openCursor();
      while (cursor) {
        for (const [hash] of JSON.stringify(cursor.value).matchAll(HASH)) used.add(hash);
        cursor = await cursor.continue();
      }
    }
    const tx = db.transaction(['assets', 'young'], 'readwrite');
    const [assets, young] = [tx.objectStore('assets'), tx.objectStore('young')];
    let [count, bytes] = [0, 0];
    for (const asset of await assets.getAllKeys()) {
      const since = await young.get(asset);
      if (since !== undefined && Date.now() - since < YOUNG_MS) continue;
      await young.delete(asset);
      if (used.has(asset)) continue;
      bytes += (await assets.get(asset))?.size ?? 0;
      await assets.delete(asset);
      count++;
    }
    await tx.done;
    return { count, bytes };
  });

/** Lets a sweep take pictures at once that were put on the shelf in vain. */
export const giveUpAssets = (assets: string[]): Promise<void> =>
  withDb(async (db) => {
    const tx = db.transaction('young', 'readwrite');
    for (const asset of assets) await tx.store.delete(asset);
    await tx.done;
  });
