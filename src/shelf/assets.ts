import { Said } from '../core';
import { withDb } from './db';

export const hasAsset = (asset: string): Promise<boolean> =>
  withDb(async (db) => (await db.getKey('assets', asset)) !== undefined);

/** Keeps a picture under its hash, on the disk before an edit speaks of it; the same picture twice is kept once. */
export const putAsset = (asset: string, blob: Blob): Promise<unknown> =>
  withDb(async (db) => {
    const tx = db.transaction('assets', 'readwrite', { durability: 'strict' });
    await tx.store.put(blob, asset);
    await tx.done;
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
