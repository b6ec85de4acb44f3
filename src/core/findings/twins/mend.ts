import { asMotif, changePlaces, liesWell } from '../../lay';
import { middleGap, toMend, type Work } from '../mending/work';
import type { Twins } from './measure';

const SMALLER = [1, 0.92, 0.84];

/**
 * Lets one of two twins change places with another motif of about its size; where none may, another motif takes its place.
 * How many were mended.
 */
export function untwin(work: Work): number {
  const { silhouettes, locked, leads } = work;
  let mended = 0;
  for (const f of toMend<Twins>(work, ['twins'])) {
    const rules = { locked, leads, middle: middleGap(work) };
    const free = f.placements.map(Number).filter((n) => !locked.has(n));
    if (free.some((n) => changePlaces(silhouettes, n, rules) || replace(work, n))) mended++;
  }
  return mended;
}

function replace(work: Work, n: number): boolean {
  const { silhouettes, scene, locked, leads } = work;
  const rules = { locked, leads, middle: middleGap(work) };
  const p = silhouettes.placed(n);
  for (const motif of scene.motifs.keys()) {
    if (motif === p.motif) continue;
    for (const smaller of SMALLER) {
      silhouettes.set(n, asMotif(silhouettes, p, motif, p.angle, smaller));
      if (liesWell(silhouettes, n, rules)) return true;
    }
  }
  silhouettes.set(n, p);
  return false;
}
