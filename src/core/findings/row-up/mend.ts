import { seededRandom } from '../../lay';
import { ease, middleGap, nearbyPlace, toMend, type Work } from '../mending/work';
import type { RowUp } from './measure';

/** Rows are broken up so often at the most. */
const ROUNDS = 5;

/**
 * Breaks up rows: motifs are moved out of line, by differing steps across the rows, where they clear their neighbours.
 * Another attempt takes other steps.
 */
export function unrow(work: Work, attempt = 0): number {
  const { silhouettes, locked } = work;
  let mended = 0;
  const random = seededRandom(silhouettes.count * 7919 + 5 + attempt * 104729);
  for (let round = 0; round < ROUNDS; round++) {
    const [f] = toMend<RowUp>(work, ['row-up']);
    if (!f) break;
    const long = Math.hypot(f.along.x, f.along.y);
    const normal = { x: -f.along.y / long, y: f.along.x / long };
    const gap = middleGap(work) * 0.5;
    let moved = 0;
    for (let n = 0; n < silhouettes.count; n++) {
      if (locked.has(n)) continue;
      const was = silhouettes.placed(n);
      const t = (was.x - f.at.x) * normal.x + (was.y - f.at.y) * normal.y;
      const line = t - Math.round(t / f.apartMm) * f.apartMm;
      // What lies between the rows already may stay.
      if (Math.abs(line) > f.apartMm * 0.3) continue;
      const least = f.apartMm * (0.14 + 0.22 * random());
      const across = (p: { x: number; y: number }) =>
        Math.abs((p.x - was.x) * normal.x + (p.y - was.y) * normal.y);
      const to = nearbyPlace(work, n, gap, (p) => across(p) > least);
      if (!to) continue;
      silhouettes.set(n, to);
      moved++;
    }
    if (!moved) break;
    ease(work);
    mended++;
  }
  return mended ? 1 : 0;
}
