import {
  ArgumentError,
  apply,
  type LogEntry,
  newProject,
  nth,
  type Project,
  rename,
  rescue,
  setGroundInk,
} from '../../core';
import { DEMOS, fetchDemo } from '../../demo';
import {
  binBolt,
  editBolt,
  listBolts,
  putAsset,
  rawDocument,
  readBolt,
  readRaw,
  readSetting,
  readThumbnail,
  removeBolt,
  sweepAssets,
  writeBolt,
  writeSetting,
  writeSnapshot,
  writeThumbnail,
} from '../../shelf';
import { isOpen } from '../bolt';
import { session } from '../kernel';

/** A bolt as the shelf shows it. */
export type OnShelf = Awaited<ReturnType<typeof listBolts>>[number];
export { listBolts, readThumbnail };

const created = (text: string): LogEntry => ({ at: new Date().toISOString(), kind: 'created', text });

/** A bolt that is open in some window is worked on there, and changed from nowhere else. */
export async function refuseOpen(id: string) {
  // A bolt that was just left here is written first, and let go of.
  await session().before;
  if (await isOpen(id))
    throw new ArgumentError(
      'This bolt is open in another window. Close it there first; nothing was changed.',
    );
}

export { DEMOS as demos };

/** Puts a demo bolt on the shelf, with its pictures. @throws ArgumentError while it is open. */
export async function layOutDemo(id?: string): Promise<void> {
  const { project, versions, assets, thumbnail } = await fetchDemo(id);
  await refuseOpen(project.id);
  for (const [name, blob] of assets) await putAsset(name, blob);
  await writeBolt(project, [created('Laid out as a demo bolt, for Tansy Wharf Mill.')]);
  for (const version of versions) await writeSnapshot({ ...version, bolt: project.id });
  await writeThumbnail(project.id, thumbnail);
}

/** What is in the bin stays so many days. */
const BIN_DAYS = 30;

/** The shelf as it is; on the very first start the demo bolt is put there. What lay in the bin too long goes. */
export async function shelfAtStart(): Promise<OnShelf[]> {
  let bolts = await listBolts();
  if (!(await readSetting('demoShown'))) {
    if (!bolts.length) await layOutDemo();
    await writeSetting('demoShown', true);
    bolts = await listBolts();
  }
  const long = new Date(Date.now() - BIN_DAYS * 86_400_000).toISOString();
  const gone = bolts.filter((b) => b.binned && b.binned < long);
  if (!gone.length) return bolts;
  for (const bolt of gone) await removeBolt(bolt.id);
  await sweepAssets();
  return listBolts();
}

/** A new bolt on the shelf; its id. */
export async function beginBolt(name: string): Promise<string> {
  const id = crypto.randomUUID();
  await writeBolt(newProject(id, name), [created('This bolt was begun.')]);
  return id;
}

/** Takes a bolt off the shelf, into the bin. @throws ArgumentError while it is open. */
export async function takeOffShelf(id: string): Promise<void> {
  await refuseOpen(id);
  await binBolt(id, new Date().toISOString());
}

/** Puts a bolt from the bin back on the shelf as it was. */
export const putBackOnShelf = (id: string): Promise<void> => binBolt(id, undefined);

/** Takes a bolt that is in the bin away for good, with the pictures that nothing else uses. */
export async function throwAway(id: string): Promise<void> {
  await refuseOpen(id);
  await removeBolt(id);
  await sweepAssets();
}

export async function renameBolt(id: string, name: string): Promise<void> {
  await refuseOpen(id);
  await editBolt(id, rename(name));
}

async function copyOf(id: string): Promise<Project> {
  const bolt = await readBolt(id);
  if (!bolt) throw new ArgumentError('This bolt is not on the shelf.');
  return bolt.project;
}
const named = (project: Project, name: string): Project => ({
  ...project,
  id: crypto.randomUUID(),
  name: name.slice(0, 80),
});

/** A second bolt like one that is there; its id. */
export async function duplicateBolt(id: string): Promise<string> {
  const from = await copyOf(id);
  const project = named(from, `${from.name}, copy`);
  await writeBolt(project, [created('Begun as a copy of another bolt.')]);
  const thumbnail = await readThumbnail(id);
  if (thumbnail) await writeThumbnail(project.id, thumbnail);
  return project.id;
}

/** A new bolt with the brief, the inks, the colourways and the motifs of another, and nothing on its cloth; its id. */
export async function beginFrom(id: string): Promise<string> {
  const from = await copyOf(id);
  const layers = from.layers.filter((l) => l.kind === 'placements');
  const bare = { placements: [], layers, pictures: [], reserves: [], dismissed: [], polls: [] };
  const project = named({ ...from, ...bare }, `${from.name}, begun anew`);
  await writeBolt(project, [created('Begun with the brief, the inks and the motifs of another bolt.')]);
  return project.id;
}

/** A new bolt with the brief of another alone: what it is for, its size, layout, guides and ground; its id. */
export async function beginFromBrief(id: string): Promise<string> {
  const from = await copyOf(id);
  const { brief, purpose, layout, guides, checking } = from;
  const project = apply(
    { ...newProject(crypto.randomUUID(), ''), brief, purpose, layout, guides, checking },
    rename(`${from.name}, its brief`.slice(0, 80)),
    setGroundInk(nth(from.inks, 0).hex),
  );
  await writeBolt(project, [created('Begun with the brief of another bolt.')]);
  return project.id;
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
