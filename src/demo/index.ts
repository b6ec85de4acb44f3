import { allArt, openProject, type Project, type ProjectText, readProjectText, Said } from '../core';

const BASE = '/demo';

/** The demo bolts: each in a manner of its own. The first is on a shelf that is new. */
export const DEMOS: { id: string; name: string; summary: string; strip: string; versions?: true }[] = [
  {
    id: 'kite-weather',
    name: 'Kite Weather',
    summary: 'motifs from a sheet, laid one by one',
    strip: 'strip.webp',
  },
  { id: 'wind-lines', name: 'Wind Lines', summary: 'one whole drawing', strip: 'wind-lines-strip.webp' },
  { id: 'wash-day', name: 'Wash Day', summary: 'motifs on a painted ground', strip: 'wash-day-strip.webp' },
  {
    id: 'pennant-row',
    name: 'Pennant Row',
    summary: 'a finished tile in a half-drop',
    strip: 'pennant-row-strip.webp',
  },
  {
    id: 'high-wind',
    name: 'High Wind',
    summary: 'slid by half and drawn on, in three versions',
    strip: 'high-wind-strip.webp',
    versions: true,
  },
];

/** A version of a demo bolt, as it is kept. */
type Version = ProjectText['snapshots'][number] & { project: Project };

/** The pictures that a document asks for, by asset name. */
const picturesOf = (project: Project) => {
  const { picture, out } = project.drawnOn;
  return [...allArt(project).map((m) => m.asset), picture, out?.asset, out?.guide?.asset].flatMap(
    (a) => a ?? [],
  );
};

/** A demo bolt, its versions, the pictures it needs (by asset name) and its thumbnail. */
export async function fetchDemo(
  id = 'kite-weather',
): Promise<{ project: Project; versions: Version[]; assets: Map<string, Blob>; thumbnail: Blob }> {
  const demo = DEMOS.find((d) => d.id === id);
  if (!demo) throw new Said('There is no demo bolt of that name.');
  const get = async (path: string) => {
    const answer = await fetch(`${BASE}/${path}`);
    if (!answer.ok)
      throw new Said(`${demo.name} could not be read. See that Hexaplex is still running, then try again.`);
    return answer;
  };
  const project = openProject(await (await get(`${id}.json`)).json());
  const versions = demo.versions
    ? readProjectText(await (await get(`${id}-versions.json`)).text()).snapshots.map((s) => ({
        ...s,
        project: openProject(s.project),
      }))
    : [];
  const assets = new Map<string, Blob>();
  const names = new Set([project, ...versions.map((v) => v.project)].flatMap(picturesOf));
  await Promise.all([
    ...[...names].map(async (name) => {
      assets.set(name, await (await get(`assets/${name}.png`)).blob());
    }),
    ...project.sheets.map(async (s) => {
      assets.set(s.asset, await (await get(`${id}-sheet.jpg`)).blob());
    }),
  ]);
  const thumbnail = await (await get(demo.strip)).blob();
  return { project, versions, assets, thumbnail };
}
export { fetchSample, PAPER_SAMPLES, SAMPLES } from './samples';
