import { fillAt, middleGap, nearbyPlace, toMend, type Work } from '../mending/work';
import type { Lane } from './measure';

/** Lanes are closed one after the other, so often at the most. */
const ROUNDS = 6;

/**
 * Closes open lanes: motifs beside a lane are moved into it, from both sides in turn along it, where they still clear
 * their neighbours; then what fits is laid in. How many were closed.
 */
export function unlane(work: Work): number {
  let mended = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const [f] = toMend<Lane>(work, ['lane']);
    if (!f) break;
    const long = Math.hypot(f.along.x, f.along.y);
    const normal = { x: -f.along.y / long, y: f.along.x / long };
    const { a, b } = work.silhouettes.lattice;
    const period = Math.abs(a.x * b.y - a.y * b.x) / long;
    const mid = f.at.x * normal.x + f.at.y * normal.y;
    const off = (p: { x: number; y: number }) => {
      const t = p.x * normal.x + p.y * normal.y - mid;
      return t - Math.round(t / period) * period;
    };
    if (!moveIn(work, off, normal, f.widthMm) && !fillAt(work, f.at, f.widthMm / 2)) break;
    mended++;
  }
  return mended;
}

/** Moves up to three motifs from the edges of a lane into it. */
function moveIn(
  work: Work,
  off: (p: { x: number; y: number }) => number,
  normal: { x: number; y: number },
  width: number,
): boolean {
  const { silhouettes, locked } = work;
  const gap = middleGap(work) * 0.4;
  const beside = Array.from({ length: silhouettes.count }, (_, n) => n)
    .filter((n) => !locked.has(n))
    .map((n) => {
      const p = silhouettes.placed(n);
      const { low, high } = silhouettes.reach(p, normal);
      const t = off(p);
      // How far its edge is from the lane's middle.
      return { n, side: t < 0 ? -1 : 1, distance: t < 0 ? -t - high : t + low };
    })
    .sort((a, b) => a.distance - b.distance)
    .slice(0, 14);
  let moved = 0;
  for (const { n, side } of beside) {
    if (moved >= 3) break;
    const was = silhouettes.placed(n);
    const into = (p: { x: number; y: number }) => (off(was) - off(p)) * side;
    const to = nearbyPlace(work, n, gap, (p) => into(p) > width * 0.45);
    if (!to) continue;
    silhouettes.set(n, to);
    moved++;
  }
  return moved > 0;
}
