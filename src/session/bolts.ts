import { ArgumentError, type LogEntry, newProject, rescue } from '../core';
import { fetchDemo } from '../demo';
import {
  listBolts,
  putAsset,
  putBack,
  rawDocument,
  readRaw,
  readSetting,
  removeBolt,
  writeBolt,
  writeSetting,
  writeThumbnail,
} from '../shelf';
import { isOpen } from './bolt-lock';

/** A bolt as the shelf shows it. */
export type OnShelf = Awaited<ReturnType<typeof listBolts>>[number];
export { listBolts };

const created = (text: string): LogEntry => ({ at: new Date().toISOString(), kind: 'created', text });

/** A bolt that is open in some window is worked on there, and changed from nowhere else. */
export async function refuseOpen(id: string) {
  if (await isOpen(id))
    throw new ArgumentError(
      'This bolt is open in another window. Close it there first; nothing was changed.',
    );
}

/** Puts the demo bolt on the shelf, with its pictures. @throws ArgumentError while it is open. */
export async function layOutDemo(): Promise<void> {
  const { project, assets, thumbnail } = await fetchDemo();
  await refuseOpen(project.id);
  for (const [name, blob] of assets) await putAsset(name, blob);
  await writeBolt(project, [created('Laid out as a demo bolt, for Tansy Wharf Mill.')]);
  await writeThumbnail(project.id, thumbnail);
}

/** The shelf as it is; on the very first start the demo bolt is put there. */
export async function shelfAtStart() {
  if (!(await readSetting('demoShown'))) {
    await layOutDemo();
    await writeSetting('demoShown', true);
  }
  return listBolts();
}

/** A new bolt on the shelf; its id. */
export async function beginBolt(name: string): Promise<string> {
  const id = crypto.randomUUID();
  await writeBolt(newProject(id, name), [created('This bolt was begun.')]);
  return id;
}

/** Takes a bolt off the shelf; what puts it back as it was is returned. @throws ArgumentError while it is open. */
export async function takeOffShelf(id: string): Promise<() => Promise<void>> {
  await refuseOpen(id);
  const taken = await removeBolt(id);
  return async () => {
    await refuseOpen(id);
    if (taken) await putBack(taken);
  };
}

/** What is kept of a bolt as it is, whatever it is, as a file to take away. */
export async function boltAsItIs(id: string): Promise<{ name: string; file: Blob }> {
  const raw = await readRaw(id);
  const file = new Blob([JSON.stringify(raw, null, 1)], { type: 'application/json' });
  return { name: raw.head?.name ?? 'A bolt', file };
}

/** Makes a new bolt of all that can be read of one that cannot; that one stays as it is. Its id, and what was lost. */
export async function rescueBolt(id: string): Promise<{ id: string; lost: string[] }> {
  const raw = await readRaw(id);
  const { project, lost } = rescue(rawDocument(raw), crypto.randomUUID());
  const name = `${raw.head?.name ?? project.name}, rescued`.slice(0, 80);
  const told = lost.length ? `Lost: ${lost.join(', ')}.` : 'Nothing was lost.';
  await writeBolt({ ...project, name }, [
    created(`Rescued from a bolt that could not be read. ${told}`.slice(0, 400)),
  ]);
  return { id: project.id, lost };
}
