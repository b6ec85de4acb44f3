import type { Placed } from '../render';
import type { SilhouetteIndex } from './silhouette-index';

/**
 * The largest scale at which a placement clears its own copies, its neighbours and what is reserved by `gapMm`.
 * @param n its number on the ground, or -1 when it is not laid yet.
 * @param most no larger scale is looked for.
 * @returns null when even 2 % of full size is too near to something.
 */
export function largestFit(
  silhouettes: SilhouetteIndex,
  n: number,
  placed: Placed,
  gapMm: number,
  most = 20,
): number | null {
  const clears = (scale: number) => {
    const near = silhouettes.nearest(n, { ...placed, scale }, gapMm + 1e-9, gapMm);
    return !near || near.gap >= gapMm;
  };
  let low = 0.02;
  if (!clears(low)) return null;
  // Up by steps until it meets something, so that a hollow shape is not jumped over.
  let high = low;
  while (high < most && clears(Math.min(most, high * 1.25))) high = Math.min(most, high * 1.25);
  if (high >= most) return most;
  low = high;
  high = Math.min(most, high * 1.25);
  for (let k = 0; k < 18; k++) {
    const mid = (low + high) / 2;
    if (clears(mid)) low = mid;
    else high = mid;
  }
  return low;
}
