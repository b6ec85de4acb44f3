import { Said } from '../core';
import { withDb } from './db';

export const hasAsset = (asset: string): Promise<boolean> =>
  withDb(async (db) => (await db.getKey('assets', asset)) !== undefined);

/**
 * Keeps a picture under its hash, on the disk before an edit names it; the same picture twice is kept once. For a day no
 * sweep takes it, so that the edit has time to be written.
 */
export const putAsset = (asset: string, blob: Blob): Promise<void> =>
  withDb(async (db) => {
    const tx = db.transaction(['assets', 'young'], 'readwrite', { durability: 'strict' });
    await tx.objectStore('assets').put(blob, asset);
    await tx.objectStore('young').put(Date.now(), asset);
    await tx.done;
  });

/**
 * Keeps pictures that are here from being swept for a day, because a bolt is about to name them.
 * @returns whether all of them are here.
 */
export const claimAssets = (assets: string[]): Promise<boolean> =>
  withDb(async (db) => {
    const tx = db.transaction(['assets', 'young'], 'readwrite');
    let all = true;
    for (const asset of assets) {
      if ((await tx.objectStore('assets').getKey(asset)) === undefined) all = false;
      else await tx.objectStore('young').put(Date.now(), asset);
    }
    await tx.done;
    return all;
  });

/** @throws when the asset is not on this machine. */
export async function readAsset(asset: string): Promise<Uint8Array<ArrayBuffer>> {
  const blob = await withDb((db) => db.get('assets', asset));
  if (!blob)
    throw new Said(
      'A picture of this bolt is not on this machine. Open its project file again, or bring the motif in anew.',
    );
  return new Uint8Array(await blob.arrayBuffer());
}

/** A picture as a file of its own, which stays when the shelf is cleared; undefined when it is not on this machine. */
export async function copyOfAsset(asset: string): Promise<Blob | undefined> {
  const blob = await withDb((db) => db.get('assets', asset));
  return blob && new Blob([await blob.arrayBuffer()], { type: blob.type });
}
