import { toMend, type Work } from '../mending/work';
import type { HeavySpot } from './measure';

const STEP = 0.86;
const ROUNDS = 8;

/** Makes smaller what weighs too much at a glance, until it does not. How many were mended. */
export function lighten(work: Work): number {
  const { silhouettes, locked } = work;
  const touched = new Set<number>();
  for (let round = 0; round < ROUNDS; round++) {
    const found = toMend<HeavySpot>(work, ['heavy']);
    const free = found.flatMap((f) => f.placements.map(Number)).filter((n) => !locked.has(n));
    if (!free.length) break;
    for (const n of new Set(free)) {
      const p = silhouettes.placed(n);
      silhouettes.set(n, { ...p, scale: p.scale * STEP });
      touched.add(n);
    }
  }
  return touched.size;
}
