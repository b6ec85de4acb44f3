import { largestFit } from '../../lay';
import { middleGap, nearbyPlace, toMend, type Work } from '../mending/work';
import type { Touching } from './measure';

/** Gap that is given to what nearly touched, as a share of the middle one; a little less where that is not to be had. */
const WANTED = [0.62, 0.5, 0.38];
/** By how much a motif may be reduced where no place is free. */
const SMALLER = 0.8;

/** Parts what nearly touches or overlaps by a slip, and makes smaller what meets its own copy. How many were mended. */
export function separate(work: Work): number {
  const { silhouettes, locked } = work;
  let mended = 0;
  for (const f of toMend<Touching>(work, ['near-touch', 'overlap', 'own-copy'])) {
    const free = f.placements.map(Number).filter((n) => !locked.has(n));
    if (f.kind === 'own-copy') {
      for (const n of free) {
        silhouettes.set(n, { ...silhouettes.placed(n), scale: f.largest * 0.99 });
        mended++;
      }
      continue;
    }
    if (part(work, free)) mended++;
  }
  return mended;
}

function part(work: Work, free: number[]): boolean {
  const { silhouettes } = work;
  const middle = middleGap(work);
  for (const share of WANTED) {
    const moves = free.flatMap((n) => {
      const to = nearbyPlace(work, n, middle * share);
      const was = silhouettes.placed(n);
      return to ? [{ n, to, distance: Math.hypot(to.x - was.x, to.y - was.y) }] : [];
    });
    const [least] = moves.sort((a, b) => a.distance - b.distance);
    if (!least) continue;
    silhouettes.set(least.n, least.to);
    return true;
  }
  for (const n of free) {
    const p = silhouettes.placed(n);
    const scale = largestFit(silhouettes, n, p, middle * WANTED[2], p.scale);
    if (scale === null || scale < p.scale * SMALLER) continue;
    silhouettes.set(n, { ...p, scale });
    return true;
  }
  return false;
}
