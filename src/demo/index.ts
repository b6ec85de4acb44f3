import { allArt, openProject, type Project, Said } from '../core';

const BASE = '/demo';

/** The demo bolts: each in a manner of its own. The first is on a shelf that is new. */
export const DEMOS: { id: string; name: string; summary: string; strip: string }[] = [
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
];

/** A demo bolt, the pictures it needs (by asset name) and its thumbnail. */
export async function fetchDemo(
  id = 'kite-weather',
): Promise<{ project: Project; assets: Map<string, Blob>; thumbnail: Blob }> {
  const demo = DEMOS.find((d) => d.id === id);
  if (!demo) throw new Said('There is no demo bolt of that name.');
  const get = async (path: string) => {
    const answer = await fetch(`${BASE}/${path}`);
    if (!answer.ok)
      throw new Said(`${demo.name} could not be read. See that Hexaplex is still running, then try again.`);
    return answer;
  };
  const project = openProject(await (await get(`${id}.json`)).json());
  const assets = new Map<string, Blob>();
  await Promise.all([
    ...allArt(project).map(async (m) => {
      assets.set(m.asset, await (await get(`assets/${m.asset}.png`)).blob());
    }),
    ...project.sheets.map(async (s) => {
      assets.set(s.asset, await (await get(`${id}-sheet.jpg`)).blob());
    }),
  ]);
  const thumbnail = await (await get(demo.strip)).blob();
  return { project, assets, thumbnail };
}
export { fetchSample, PAPER_SAMPLES, SAMPLES } from './samples';
