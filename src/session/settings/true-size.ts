import { readSetting, writeSetting } from '../../shelf';
import { useView } from '../cloth';

const KEY = 'pxPerMm';

/** Takes the fit of this screen, as it was set with a ruler, if it was. */
export async function readyTrueSize() {
  const kept = await readSetting(KEY);
  if (typeof kept === 'number' && kept > 1 && kept < 30) useView.setState({ pxPerMm: kept });
}

/** Keeps the fit for all bolts on this machine. */
export const keepTrueSize = (pxPerMm: number) => writeSetting(KEY, pxPerMm);
