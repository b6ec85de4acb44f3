import { openProject } from '../core';
import { type Snapshot, withDb } from './db';

/** Snapshots of a bolt, oldest first; one whose document is not sound is left out. */
export async function listSnapshots(bolt: string): Promise<Snapshot[]> {
  const all = await withDb((db) => db.getAllFromIndex('snapshots', 'bolt', bolt));
  return all
    .flatMap((s) => {
      try {
        return [{ ...s, project: openProject(s.project) }];
      } catch {
        return [];
      }
    })
    .sort((a, b) => a.at.localeCompare(b.at));
}

export const writeSnapshot = (snapshot: Snapshot): Promise<unknown> =>
  withDb((db) => db.put('snapshots', snapshot));

export const removeSnapshot = (id: string): Promise<void> => withDb((db) => db.delete('snapshots', id));
