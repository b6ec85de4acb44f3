import { largestFit } from '../../lay';
import type { Found } from '../found';
import { freeOf, middleGap, movedBy, nearbyPlace, type Work } from '../mending/work';
import type { Touching } from './measure';

/** Gap that is given to what nearly touched, as shares of the middle one: just enough, then more, then what can be had. */
const WANTED = [0.36, 0.5, 0.62, 0.32];
export const TOUCH_WAYS = WANTED.length + 1;
/** By how much a motif may be reduced where no place is free. */
const SMALLER = 0.8;

/** Parts what nearly touches or overlaps by a slip, and makes smaller what meets its own copy. */
export function separate(work: Work, finding: Found, attempt: number): boolean {
  const f = finding as Touching;
  const { silhouettes } = work;
  const free = freeOf(work, f);
  if (f.kind === 'own-copy') {
    const [n] = free;
    if (n === undefined || attempt) return false;
    silhouettes.set(n, { ...silhouettes.placed(n), scale: f.largest * 0.99 });
    return true;
  }
  const middle = middleGap(work);
  if (attempt < WANTED.length) {
    const moves = free.flatMap((n) => {
      const to = nearbyPlace(work, n, middle * WANTED[attempt]);
      return to ? [{ n, to, by: movedBy(to, silhouettes.placed(n)) }] : [];
    });
    const [least] = moves.sort((a, b) => a.by - b.by);
    if (!least) return false;
    silhouettes.set(least.n, least.to);
    return true;
  }
  for (const n of free) {
    const p = silhouettes.placed(n);
    const scale = largestFit(silhouettes, n, p, middle * WANTED[0], p.scale);
    if (scale === null || scale < p.scale * SMALLER) continue;
    silhouettes.set(n, { ...p, scale });
    return true;
  }
  return false;
}
