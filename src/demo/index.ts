import { openProject, type Project, Said } from '../core';

const BASE = '/demo';

/** The demo bolt, Kite Weather, the pictures it needs (by asset name) and its thumbnail. */
export async function fetchDemo(): Promise<{ project: Project; assets: Map<string, Blob>; thumbnail: Blob }> {
  const get = async (path: string) => {
    const answer = await fetch(`${BASE}/${path}`);
    if (!answer.ok)
      throw new Said('Kite Weather could not be read. See that Hexaplex is still running, then try again.');
    return answer;
  };
  const project = openProject(await (await get('kite-weather.json')).json());
  const assets = new Map<string, Blob>();
  await Promise.all([
    ...project.motifs.map(async (m) => {
      assets.set(m.asset, await (await get(`assets/${m.asset}.png`)).blob());
    }),
    ...project.sheets.map(async (s) => {
      assets.set(s.asset, await (await get('kite-weather-sheet.jpg')).blob());
    }),
  ]);
  const thumbnail = await (await get('strip.webp')).blob();
  return { project, assets, thumbnail };
}
export { fetchSample, SAMPLES } from './samples';
