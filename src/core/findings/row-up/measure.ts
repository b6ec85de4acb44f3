import { type Point, wrapPoint } from '../../lattice';
import { stripesOf } from '../cloth/bands';
import type { ClothMeasures } from '../cloth/measures';
import type { Found } from '../found';
import type { Limits } from '../limits';

export type RowUp = Found & { kind: 'row-up'; apartMm: number; swing: number; limit: number; along: Point };

/** With fewer motifs than this the layout alone makes rows, and is meant to. */
const LEAST_MOTIFS = 12;
/** Stripes nearer together than this share of the spacing are single motifs. */
const LEAST_APART = 0.6;
const MOST_SWING = 1.1;

/** Rows: weight that swings in stripes across a direction more than so many motifs spread evenly would make it. */
export function rowUps(cloth: ClothMeasures, limits: Limits): RowUp[] {
  const n = cloth.scene.placements.length;
  if (n < LEAST_MOTIFS) return [];
  const limit = Math.max(
    limits.rowLeast,
    Math.min(MOST_SWING * (limits.row / 4.4), limits.row / Math.sqrt(n)),
  );
  const [strongest] = stripesOf(cloth.atDistance.weight, LEAST_APART * cloth.spacingMm);
  if (!strongest || strongest.swing <= limit) return [];
  const { direction, apart, at, swing } = strongest;
  return [
    {
      kind: 'row-up',
      severity: 'warning',
      at: wrapPoint(cloth.lattice, at),
      placements: [],
      apartMm: apart,
      swing,
      limit,
      along: direction.step,
    },
  ];
}
