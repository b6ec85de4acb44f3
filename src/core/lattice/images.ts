import { cellMiddle, cellSteps, type Layout, type Point, type Size } from './layout';

/** What an image of a placement depends on. */
type Laid = { x: number; y: number; angle: number; mirror: boolean };

/**
 * How a placement lies in the cell that is laid differently: its place about the middle of the home cell,
 * times `sign`, plus `to`. Angles turn the other way where one sign is minus.
 */
export type Twin = { middle: Point; sign: Point; to: Point };

const SIGN = {
  across: { x: -1, y: 1 },
  down: { x: 1, y: -1 },
  'half-turn': { x: -1, y: -1 },
  same: { x: 1, y: 1 },
} as const;

/** The twin of a layout that alternates, in the cell's unit; null when all cells are laid the same. */
export function twinOf(layout: Layout, cell: Size): Twin | null {
  if (!layout.alternate) return null;
  const { a, b } = cellSteps(layout, cell);
  const to = layout.alternate.every === 'column' || layout.kind === 'diamond' ? a : b;
  return { middle: cellMiddle(layout, cell), sign: SIGN[layout.alternate.by], to };
}

/** A placement as it lies in the cell next door (see Twin). */
export function twinned<T extends Laid>(p: T, { middle, sign, to }: Twin): T {
  const turn = sign.x * sign.y;
  return {
    ...p,
    x: middle.x + sign.x * (p.x - middle.x) + to.x,
    y: middle.y + sign.y * (p.y - middle.y) + to.y,
    angle: sign.y < 0 ? 180 + turn * p.angle : turn * p.angle,
    mirror: turn < 0 ? !p.mirror : p.mirror,
  };
}

/**
 * Every image of a placement that the lattice then repeats: itself, and where cells alternate its twin.
 * @param p in the cell's unit.
 */
export function imagesOf<T extends Laid>(p: T, twin: Twin | null): T[] {
  return twin ? [p, twinned(p, twin)] : [p];
}
