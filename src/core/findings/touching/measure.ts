import { nearestCopy, wrapPoint } from '../../lattice';
import { largestFit } from '../../lay';
import type { ClothMeasures } from '../cloth/measures';
import { nearestGaps } from '../cloth/nearest-gaps';
import { besideEachOther, wereOne } from '../cloth/piece-name';
import type { Found } from '../found';
import type { Limits } from '../limits';

export type Touching = Found &
  (
    | { kind: 'near-touch'; gapMm: number; usualMm: number; limitMm: number }
    | { kind: 'overlap'; share: number }
    | { kind: 'own-copy'; gapMm: number; largest: number }
    | { kind: 'small-gap'; gapMm: number; limitMm: number }
  );

/** Overlaps that are more than this share of the smaller motif, or of which there are many, are meant. */
const MEANT_SHARE = 0.5;
const MEANT_PART = 0.3;

/** Edges that nearly touch, measured between the silhouettes themselves; overlaps that look like slips; own copies met. */
export function nearTouches(cloth: ClothMeasures, limits: Limits, gapMm: number): Touching[] {
  const { scene, silhouettes, lattice, mm } = cloth;
  const n = scene.placements.length;
  const { middle } = nearestGaps(cloth);
  const limitMm = middle * limits.touch;
  const id = (k: number) => scene.placements[k].id ?? '';
  const laps: Touching[] = [];
  const told = new Set<number>();
  const lapped = new Set<number>();
  for (const [key, { px, x, y }] of cloth.picture.overlaps) {
    const [i, j] = [Math.floor(key / n), key % n];
    const { drawn } = cloth.picture;
    const share = px / Math.max(1, Math.min(drawn[i], drawn[j]));
    // A rim of half-covered pixels is no overlap.
    if (i === j || share < 0.004 || px < 3) continue;
    // What lies within a pixel looks lapped in the picture: the silhouettes themselves decide.
    const real = silhouettes
      .around(i, 0.01, new Set([j]))
      .some((near) => near.gap === 0 && Math.hypot(near.to.x, near.to.y) < 1e-9);
    if (!real || besideEachOther(scene.placements[i], scene.placements[j])) continue;
    lapped.add(i).add(j);
    told.add(key);
    if (share > MEANT_SHARE) continue;
    laps.push({
      kind: 'overlap',
      severity: 'warning',
      at: cloth.place({ x: x / px, y: y / px }),
      placements: [id(i), id(j)],
      share,
    });
  }
  const meant = lapped.size > n * MEANT_PART;
  const touches: (Touching & { gapMm: number })[] = [];
  const within = Math.max(limitMm, gapMm);
  // The picture says who may be near; how near is measured.
  const close = new Map<number, Set<number>>();
  for (const { i, j, gap } of cloth.pairs) {
    const [a, b] = [Math.min(i % n, j % n), Math.max(i % n, j % n)];
    if (a !== b && mm(gap) < within + mm(1.6)) close.set(a, (close.get(a) ?? new Set()).add(b));
  }
  for (const [k, others] of close) {
    for (const near of silhouettes.around(k, within, others)) {
      if (typeof near.piece !== 'number' || near.piece === k) continue;
      const key = k * n + near.piece;
      if (told.has(key)) continue;
      told.add(key);
      const p = scene.placements[k];
      const at = wrapPoint(lattice, {
        x: p.x + near.from.x + near.to.x / 2,
        y: p.y + near.from.y + near.to.y / 2,
      });
      if (wereOne(scene.placements[k], scene.placements[near.piece], near.gap)) continue;
      const placements = [id(k), id(near.piece)];
      if (near.gap < limitMm && !meant) {
        touches.push({
          kind: 'near-touch',
          severity: 'warning',
          at,
          placements,
          gapMm: near.gap,
          usualMm: middle,
          limitMm,
        });
      } else if (near.gap > 0 && near.gap < gapMm) {
        touches.push({
          kind: 'small-gap',
          severity: 'note',
          at,
          placements,
          gapMm: near.gap,
          limitMm: gapMm,
        });
      }
    }
  }
  touches.sort((a, b) => a.gapMm - b.gapMm);
  return [...(meant ? [] : laps), ...touches, ...ownCopies(cloth, limitMm)];
}

/** Motifs so large that they come near their own copies. */
function ownCopies({ scene, silhouettes, lattice }: ClothMeasures, limitMm: number): Touching[] {
  const { a, b } = lattice;
  const step = Math.min(Math.hypot(a.x, a.y), Math.hypot(b.x, b.y), Math.hypot(a.x - b.x, a.y - b.y));
  return scene.placements.flatMap((p, k): Touching[] => {
    const outline = silhouettes.outlines.get(p.motif);
    if (!outline || p.through || outline.radius * p.scale * 2 + limitMm < step) return [];
    const alone = silhouettes.like([p]);
    const near = alone.nearest(0, undefined, limitMm + 1);
    if (!near || near.gap >= limitMm) return [];
    const largest = largestFit(alone, 0, p, limitMm, p.scale) ?? p.scale;
    const at = { x: p.x + near.from.x + near.to.x / 2, y: p.y + near.from.y + near.to.y / 2 };
    return [
      {
        kind: 'own-copy',
        severity: 'warning',
        at: wrapPoint(lattice, nearestCopy(lattice, at, p)),
        placements: [scene.placements[k].id ?? ''],
        gapMm: near.gap,
        largest,
      },
    ];
  });
}
