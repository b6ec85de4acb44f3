import { asMotif, changePlaces, liesWell } from '../../lay';
import { middleGap, toMend, type Work } from '../mending/work';
import type { Twins } from './measure';

const SMALLER = [1, 0.92, 0.84];

/**
 * Lets one of two twins change places with another motif of about its size; where none may, another motif takes its place.
 * How many were mended.
 */
export function untwin(work: Work): number {
  const { ground, locked, leads } = work;
  let mended = 0;
  for (const f of toMend<Twins>(work, ['twins'])) {
    const rules = { locked, leads, middle: middleGap(work) };
    const free = f.placements.map(Number).filter((n) => !locked.has(n));
    if (free.some((n) => changePlaces(ground, n, rules) || replace(work, n))) mended++;
  }
  return mended;
}

function replace(work: Work, n: number): boolean {
  const { ground, scene, locked, leads } = work;
  const rules = { locked, leads, middle: middleGap(work) };
  const p = ground.placed(n);
  for (const motif of scene.motifs.keys()) {
    if (motif === p.motif) continue;
    for (const smaller of SMALLER) {
      ground.set(n, asMotif(ground, p, motif, p.angle, smaller));
      if (liesWell(ground, n, rules)) return true;
    }
  }
  ground.set(n, p);
  return false;
}
