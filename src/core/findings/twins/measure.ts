import { nearestCopy, wrapPoint } from '../../lattice';
import type { ClothMeasures } from '../cloth/measures';
import { nearestGaps } from '../cloth/nearest-gaps';
import type { Found } from '../found';
import type { Limits } from '../limits';

export type Twins = Found & { kind: 'twins'; same: 'motif' | 'colour'; gapMm: number; usualMm: number };

/** How alike in size two of the same are, to be the same thing twice. */
const SIZE = 1.45;
const LEAST_KINDS = 3;
/** Two of one colour are told only when they lie this much nearer than twins of one motif. */
const COLOUR_NEARER = 0.75;

/** Neighbours side by side that are the same motif, or lead with the same colour, at about the same size. */
export function twinsOf(cloth: ClothMeasures, limits: Limits, leads: Map<string, number>): Twins[] {
  const { scene, silhouettes, lattice, mm } = cloth;
  const n = scene.placements.length;
  // With one or two motifs in all, each lies beside its like everywhere, and is meant to.
  if (new Set(scene.placements.map((p) => p.motif)).size < LEAST_KINDS) return [];
  const { middle } = nearestGaps(cloth);
  const area = (k: number) => {
    const p = scene.placements[k];
    return (silhouettes.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2;
  };
  const found = new Map<number, Twins>();
  for (const pair of cloth.pairs) {
    const [i, j] = [pair.i % n, pair.j % n];
    if (i === j) continue;
    const [p, q] = [scene.placements[i], scene.placements[j]];
    const lead = leads.get(p.art ?? p.motif) ?? -1;
    const same =
      p.motif === q.motif ? 'motif' : lead >= 0 && lead === leads.get(q.art ?? q.motif) ? 'colour' : null;
    if (!same) continue;
    const [small, large] = [area(i), area(j)].sort((a, b) => a - b);
    if (large > small * SIZE ** 2) continue;
    const limit = middle * limits.twins * (same === 'colour' ? COLOUR_NEARER : 1);
    if (mm(pair.gap) > limit + mm(2)) continue;
    const gaps = silhouettes.around(i, limit, new Set([j])).map((near) => near.gap);
    if (!gaps.length) continue;
    const gapMm = Math.min(...gaps);
    const key = Math.min(i, j) * n + Math.max(i, j);
    const known = found.get(key);
    if (known && known.gapMm <= gapMm) continue;
    const at = cloth.point(pair);
    const [a, b] = [pair.i, pair.j].map((l) => nearestCopy(lattice, cloth.imageAt(l), at));
    found.set(key, {
      kind: 'twins',
      severity: same === 'motif' ? 'warning' : 'note',
      at: wrapPoint(lattice, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }),
      placements: [p.id ?? '', q.id ?? ''],
      same,
      gapMm,
      usualMm: middle,
    });
  }
  return [...found.values()].sort((a, b) => a.gapMm - b.gapMm).slice(0, 12);
}
