import { fillGap } from '../lay';
import { checkNow, middleGap, toMend, type Work } from './work';

/** Patches are filled one after the other, so many at the most. */
const MOST = 12;
/** Room to leave round a filler, as shares of the middle gap, the first that something fits with. */
const CLEAR = [0.8, 0.6, 0.45];

/** Lays the filler that suits an empty place best; false when none does. */
export function fillAt(work: Work, at: { x: number; y: number }, r: number): boolean {
  const middle = middleGap(work);
  for (const share of CLEAR) {
    const [best] = fillGap(work.ground, { ...at, r }, work.fillers, middle * share, work.leads, 1);
    if (!best) continue;
    work.ground.add(best.placed);
    return true;
  }
  return false;
}

/** Lays a filler in every bare patch, the widest first. How many were laid. */
export function fillPatches(work: Work): number {
  let mended = 0;
  for (let k = 0; k < MOST; k++) {
    const [f] = toMend(work, checkNow(work), ['bare-patch']);
    if (f?.kind !== 'bare-patch' || !fillAt(work, f.at, f.widthMm / 2)) break;
    mended++;
  }
  return mended;
}
