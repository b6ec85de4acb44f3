import type { Found } from '../found';
import { fillAt, middleGap, movedBy, nearbyPlace, type Work } from '../mending/work';
import type { Lane } from './measure';

/** How many of those beside a lane are looked at, how many of them are tried, and how clear one must lie in it. */
const BESIDE = 16;
const TRIED = 4;
const CLEAR = 0.4;
export const LANE_WAYS = TRIED + 2;
/** Of how much of what may stay free is left on both sides of what was moved in. */
const LEFT = 0.85;

/** Closes an open lane: the one beside it that has the least way into it, then the next; or what fits is laid in. */
export function unlane(work: Work, finding: Found, attempt: number): boolean {
  const f = finding as Lane;
  const { silhouettes, locked } = work;
  if (attempt === TRIED) return fillAt(work, f.at, f.widthMm / 2);
  const long = Math.hypot(f.along.x, f.along.y);
  const normal = { x: -f.along.y / long, y: f.along.x / long };
  const { a, b } = silhouettes.lattice;
  const period = Math.abs(a.x * b.y - a.y * b.x) / long;
  const mid = f.at.x * normal.x + f.at.y * normal.y;
  const off = (p: { x: number; y: number }) => {
    const t = p.x * normal.x + p.y * normal.y - mid;
    return t - Math.round(t / period) * period;
  };
  const gap = middleGap(work) * CLEAR;
  const beside = Array.from({ length: silhouettes.count }, (_, n) => n)
    .filter((n) => !locked.has(n))
    .map((n) => {
      const p = silhouettes.placed(n);
      const { low, high } = silhouettes.reach(p, normal);
      const t = off(p);
      // How far its edge is from the lane's middle.
      return { n, side: t < 0 ? -1 : 1, distance: t < 0 ? -t - high : t + low };
    })
    .sort((p, q) => p.distance - q.distance)
    .slice(0, BESIDE);
  const need = f.widthMm - LEFT * f.limitMm;
  const moves = beside.flatMap(({ n, side, distance }) => {
    const was = silhouettes.placed(n);
    // From its edge now to as far in as leaves too little on the other side.
    const way = distance - f.widthMm / 2 + need;
    const to = nearbyPlace(work, n, gap, (p) => (off(was) - off(p)) * side > way);
    return to ? [{ n, to, by: movedBy(to, was) }] : [];
  });
  moves.sort((p, q) => p.by - q.by);
  // At last two at once.
  const chosen = attempt > TRIED ? moves.slice(0, 2) : moves.slice(attempt, attempt + 1);
  if (chosen.length < (attempt > TRIED ? 2 : 1)) return false;
  for (const { n, to } of chosen) silhouettes.set(n, to);
  return true;
}
