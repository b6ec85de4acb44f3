import type { SilhouetteIndex } from '../../lay';
import type { Placed } from '../../render';
import type { Spoilt } from '../kind';
import { areaOf, middle, placedOn, type Random } from '../planting';

/** Lays the darkest motif far too large in the place of another, and clears room for it. */
export function plantHeavy(
  silhouettes: SilhouetteIndex,
  random: Random,
  weights: Map<string, number>,
): Spoilt {
  const all = placedOn(silhouettes);
  const weight = (p: Placed) => areaOf(silhouettes, p) * (weights.get(p.motif) ?? 1);
  const most = Math.max(...all.map(weight));
  const [motif] = [...weights].sort((a, b) => b[1] - a[1])[0] ?? [all[0].motif];
  const n = Math.floor(random() * all.length);
  const p = { ...all[n], motif, scale: 1 };
  const grown = { ...p, scale: Math.sqrt((2.6 * most) / weight(p)) };
  const kept = silhouettes.like([grown]);
  const gap = middle(silhouettes.gaps()) * 0.6;
  for (const [k, q] of all.entries())
    if (k !== n && (kept.nearest(-1, q, gap * 2, gap)?.gap ?? gap) >= gap) kept.add(q);
  return { placements: placedOn(kept), at: { x: grown.x, y: grown.y } };
}
