import { nearestCopy } from '../../lattice';
import type { ClothMeasures } from '../cloth/measures';
import { peaksOf } from '../cloth/weight';
import type { Found } from '../found';
import type { Limits } from '../limits';

export type HeavySpot = Found & { times: number; limit: number; widthMm: number } & (
    | { kind: 'heavy' }
    | { kind: 'faint' }
  );

/** With fewer motifs than this there is no usual weight to stand out from. */
const LEAST_MOTIFS = 6;

/** Spots whose weight at a glance stands out from the mean: too heavy, or, where no bare patch says it, too faint. */
export function heavySpots(cloth: ClothMeasures, limits: Limits, bare: readonly Found[]): HeavySpot[] {
  const { atDistance, scene, lattice, spacingMm } = cloth;
  if (scene.placements.length < LEAST_MOTIFS) return [];
  const { torus } = atDistance.picture;
  const mean = atDistance.blurred.reduce((s, v) => s + v, 0) / atDistance.blurred.length;
  if (!(mean > 0)) return [];
  const spot = (
    kind: 'heavy' | 'faint',
    p: { x: number; y: number; value: number },
    limit: number,
  ): HeavySpot => {
    const at = cloth.place(p, atDistance.picture);
    return {
      kind,
      severity: kind === 'heavy' ? 'warning' : 'note',
      at,
      placements: kind === 'heavy' ? nearestPlacement(cloth, at) : [],
      times: Math.abs(p.value) / mean,
      limit,
      widthMm: spacingMm,
    };
  };
  const heavy = peaksOf(atDistance.blurred, torus)
    .filter((p) => p.value > mean * limits.heavy)
    .slice(0, 3)
    .map((p) => spot('heavy', p, limits.heavy));
  const faint = peaksOf(
    atDistance.blurred.map((v) => -v),
    torus,
  )
    .filter((p) => -p.value < mean * limits.faint)
    .map((p) => spot('faint', p, limits.faint))
    .filter((f) =>
      bare.every((b) => {
        const near = nearestCopy(lattice, b.at, f.at);
        return Math.hypot(near.x - f.at.x, near.y - f.at.y) > spacingMm;
      }),
    )
    .slice(0, 2);
  // What is pointed out everywhere is how the cloth is meant to be.
  return [...(heavy.length < 3 ? heavy : heavy.slice(0, 1)), ...faint];
}

function nearestPlacement({ scene, lattice }: ClothMeasures, at: { x: number; y: number }): string[] {
  let best = '';
  let distance = Number.POSITIVE_INFINITY;
  for (const p of scene.placements) {
    const near = nearestCopy(lattice, p, at);
    const d = Math.hypot(near.x - at.x, near.y - at.y);
    if (d < distance && p.id) {
      distance = d;
      best = p.id;
    }
  }
  return best ? [best] : [];
}
