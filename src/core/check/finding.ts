import type { Point } from '../lattice';

/** `look`: worth mending. `note`: worth knowing. */
type Severity = 'look' | 'note';

type Common = {
  /** Where on the cloth, mm, on one of its copies. */
  at: Point;
  severity: Severity;
  /** The placements that it is about, by id. */
  placements: string[];
};

/** Something to look at. Lengths are mm; `limit` is from where it is pointed out, `usual` what the rest of the cloth has. */
export type Finding = Common &
  (
    | { kind: 'bare-patch'; widthMm: number; usualMm: number; limitMm: number }
    | { kind: 'lane'; widthMm: number; usualMm: number; limitMm: number; along: Point; cover: number }
    | { kind: 'row-up'; apartMm: number; swing: number; limit: number; along: Point }
    | { kind: 'heavy' | 'faint'; times: number; limit: number; widthMm: number }
    | { kind: 'near-touch'; gapMm: number; usualMm: number; limitMm: number }
    | { kind: 'overlap'; share: number }
    | { kind: 'own-copy'; gapMm: number; largest: number }
    | { kind: 'twins'; same: 'motif' | 'colour'; gapMm: number; usualMm: number }
    | { kind: 'sliver'; widthMm: number; longMm: number; usualMm: number; limitMm: number }
    | { kind: 'upside-down'; degrees: number; of: number }
    // `unfit`: what its pixels allow is too small for its lines, so that no size of it suits this print.
    | { kind: 'low-ppi'; ppi: number; limit: number; largestScale: number; unfit: boolean }
    | { kind: 'thin-line'; lineMm: number; limitMm: number; smallestScale: number; unfit: boolean }
    | { kind: 'small-gap'; gapMm: number; limitMm: number }
    | { kind: 'like-inks'; inks: [number, number]; far: number; limit: number }
    | { kind: 'hairline'; px: number; longMm: number; share: number }
    | { kind: 'left-over'; what: LeftOver; count: number }
  );

export type LeftOver = 'covered' | 'specks' | 'stand-in' | 'permission' | 'hidden' | 'locked';
export type FindingKind = Finding['kind'];

/** Every kind, in the order in which a cloth is looked over. */
export const FINDING_KINDS = [
  'hairline',
  'bare-patch',
  'lane',
  'row-up',
  'heavy',
  'faint',
  'near-touch',
  'overlap',
  'own-copy',
  'twins',
  'low-ppi',
  'thin-line',
  'small-gap',
  'like-inks',
  'sliver',
  'upside-down',
  'left-over',
] as const satisfies FindingKind[];
