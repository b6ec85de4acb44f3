import type { Found } from '../found';
import { freeOf, type Work } from '../mending/work';
import type { HeavySpot } from './measure';

/** How far under the limit it is brought, by attempt. */
const UNDER = [0.95, 0.85, 0.72];
export const WEIGHT_WAYS = UNDER.length;

/** Makes smaller what weighs too much, so much that the eye no longer stops there. */
export function lighten(work: Work, finding: Found, attempt: number): boolean {
  const { silhouettes } = work;
  const { limit, times } = finding as HeavySpot;
  const [n] = freeOf(work, finding);
  if (n === undefined) return false;
  const p = silhouettes.placed(n);
  silhouettes.set(n, { ...p, scale: p.scale * Math.sqrt((UNDER[attempt] * limit) / times) });
  return true;
}
