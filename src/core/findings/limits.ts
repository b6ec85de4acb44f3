import { productOf, type Wants } from '../products';

/** How a cloth is meant to look: much ground, evenly filled, or close to full. */
export const CLOTH_STYLES = ['airy', 'even', 'packed'] as const;
export type ClothStyle = (typeof CLOTH_STYLES)[number];

/** How soon something is pointed out. */
export const STRICTNESS = ['easy', 'usual', 'strict'] as const;
export type Strictness = (typeof STRICTNESS)[number];

/** What the print holds where nothing else is known: cloth that is printed from a file. */
export const WANTS: Wants = productOf('cloth').wants;

/** From where on each thing is pointed out; shares of what is usual on the same cloth, but for the lengths in mm. */
export type Limits = {
  /** Hole to the wider gaps of the cloth, where all its gaps are alike; grows with their spread. */
  bare: number;
  /** Free path to the middle gap; a path of little cover to the same. */
  lane: number;
  softLane: number;
  /** How unlikely chance must be to lay things on lines, as a power of ten, less two for a whole swing of the weight. */
  row: number;
  /** Weight of the heaviest to the next; weight at a glance to the mean where heavy ones crowd, and of the faintest place. */
  heavy: number;
  crowded: number;
  faint: number;
  /** Gap to the middle nearest gap. */
  touch: number;
  /** Gap of two of the same to the middle gap of their own neighbours; and where the two lie as near as a pair. */
  twins: number;
  twinsNear: number;
  /** Width of a leftover strip to the middle gap, and how many times as long as wide it is. */
  sliver: number;
  sliverLong: number;
};

const USUAL: Record<ClothStyle, Limits> = {
  airy: {
    bare: 1.3,
    lane: 0.62,
    softLane: 0.9,
    row: 5,
    heavy: 1.8,
    crowded: 2.3,
    faint: 0.2,
    touch: 0.3,
    twins: 0.9,
    twinsNear: 1.25,
    sliver: 0.1,
    sliverLong: 5,
  },
  even: {
    bare: 1.3,
    lane: 0.55,
    softLane: 0.85,
    row: 5,
    heavy: 1.8,
    crowded: 2.3,
    faint: 0.25,
    touch: 0.3,
    twins: 0.9,
    twinsNear: 1.25,
    sliver: 0.1,
    sliverLong: 5,
  },
  packed: {
    bare: 1.3,
    lane: 0.5,
    softLane: 0.8,
    row: 5,
    heavy: 1.8,
    crowded: 2.3,
    faint: 0.3,
    touch: 0.3,
    twins: 0.9,
    twinsNear: 1.25,
    sliver: 0.1,
    sliverLong: 6,
  },
};

/** By how much a limit is farther from what is usual. */
const EASE: Record<Strictness, number> = { easy: 1.2, usual: 1, strict: 0.88 };

/** The limits for a style, as strict as asked. */
export function limitsOf(style: ClothStyle, strictness: Strictness): Limits {
  const ease = EASE[strictness];
  const u = USUAL[style];
  return {
    ...u,
    bare: u.bare * ease,
    lane: u.lane * ease,
    softLane: u.softLane * ease,
    row: u.row * ease,
    heavy: u.heavy * ease,
    crowded: u.crowded * ease,
    faint: u.faint / ease,
    touch: u.touch / ease,
    twins: u.twins / ease,
    twinsNear: u.twinsNear / ease,
    sliver: u.sliver / ease,
  };
}
