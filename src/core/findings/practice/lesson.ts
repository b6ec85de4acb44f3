import { type Layout, latticeOf, nearestCopy, type Point, type Size } from '../../lattice';
import type { Planted } from './plant';

/** How well a pin met a planted fault: how far off it was, mm, and whether that is near enough. */
export type Marked = { off: number; hit: boolean };

/** A pin this near to the fault, as a share of the longer side of the cell, has found it. */
const NEAR = 0.08;

/**
 * Marks a pin put on a cloth with a planted fault. For a lane or rows what counts is how far the pin is from the line.
 * @param at where the pin is, mm.
 */
export function markPin(planted: Planted, at: Point, layout: Layout, cell: Size): Marked {
  const lattice = latticeOf(layout, cell);
  const near = NEAR * Math.max(cell.width, cell.height);
  if (planted.along) {
    const long = Math.hypot(planted.along.x, planted.along.y);
    const period =
      Math.abs(lattice.a.x * lattice.b.y - lattice.a.y * lattice.b.x) / long / (planted.rows ?? 1);
    const t = ((at.x - planted.at.x) * -planted.along.y + (at.y - planted.at.y) * planted.along.x) / long;
    const off = Math.abs(t - Math.round(t / period) * period);
    return { off, hit: off <= near };
  }
  const copy = nearestCopy(lattice, planted.at, at);
  const off = Math.hypot(copy.x - at.x, copy.y - at.y);
  return { off, hit: off <= near };
}
