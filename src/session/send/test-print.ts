import {
  type Colourway,
  cellOf,
  LIMITS,
  nth,
  type Project,
  pixelPlan,
  repeatBlock,
  shownColourway,
  type TestPrintAsk,
} from '../../core';
import { testPrint, type Work } from '../../engine';
import { readSetting, writeSetting } from '../../shelf';
import { loadAsset, sceneRequest } from '../cloth';
import { solidOf, useBook } from '../colour';
import { sessionStore } from '../kernel';
import { fontFile } from './fonts';

const KEY = 'ruler-measured';

/** What the printed ruler of 100 mm measured last on this machine, mm. */
export const useRuler = sessionStore(() => ({ measured: 100 }));

export async function readyRuler() {
  const kept = await readSetting(KEY);
  if (typeof kept === 'number' && kept > 80 && kept < 120) useRuler.setState({ measured: kept });
}

export function setRuler(measured: number) {
  useRuler.setState({ measured });
  void writeSetting(KEY, measured);
}

/** A test print shows no more than a printer does, and no block is larger on it than can be held. */
const MOST_PPI = 300;

/** Makes a test print of a bolt in the colourway on show. */
export async function makeTestPrint(
  project: Project,
  ask: Pick<TestPrintAsk, 'paper' | 'scales' | 'shows' | 'lines' | 'about'>,
  work: Work,
): Promise<Blob> {
  const way = shownColourway(project);
  const { solids } = useBook.getState();
  const largest = Math.max(...ask.scales);
  let ppi = Math.min(MOST_PPI, project.brief.ppi) * Math.min(1, largest);
  const block = repeatBlock(project.layout, cellOf(project));
  const most = (Math.sqrt(LIMITS.maxBlockMp * 1e6 * (block.width / block.height)) / block.width) * 25.4;
  ppi = Math.max(LIMITS.minPpi, Math.min(ppi, most * 0.5));
  const plan = pixelPlan(project.layout, cellOf(project), ppi);
  const chips = ({ colours }: Pick<Colourway, 'colours'>) =>
    colours.map((hex, n) => ({
      hex,
      code: solidOf(solids, hex)?.name ?? `${nth(project.inks, n).name} ${hex}`,
    }));
  return testPrint(
    sceneRequest(project, true, way.id, ppi),
    {
      ...ask,
      ppi: plan.scale.x * 25.4,
      chips: chips(way),
      ways: [way, ...project.colourways.filter((w) => w !== way)].map((w) => ({
        name: w.name,
        chips: chips(w),
      })),
      measured: useRuler.getState().measured,
      fonts: { plain: await fontFile('plain'), bold: await fontFile('bold') },
    },
    work,
    loadAsset,
  );
}
