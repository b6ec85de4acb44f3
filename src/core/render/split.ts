import { homeCell, type PixelPlan } from '../lattice';
import { mod, registry } from '../units';

/**
 * A way to split a cell in inks: which turn (0, 1, 2 ...) a place of the cell has; `u` and `v` go from 0 to 1 over the cell (over
 * the sides of a diamond), `steps` is how many parts there are each way, a multiple of the inks. `other`: in a cell that alternates.
 */
export type SplitPattern = {
  id: string;
  /** What it is called, by how often the inks go round in a cell. */
  names: { name: string; count: number }[];
  turn: (u: number, v: number, steps: number, other: boolean) => number;
  /** Whether it has that many parts across, and down; else one. */
  across: boolean;
  down: boolean;
  /** It is of two inks, one for each of two cells that alternate. */
  byCell?: true;
};

const PATTERNS: SplitPattern[] = [
  {
    id: 'stripes',
    names: [
      { name: 'halves, side by side', count: 1 },
      { name: 'stripes', count: 4 },
    ],
    across: true,
    down: false,
    turn: (u, _v, steps) => Math.floor(u * steps),
  },
  {
    id: 'bands',
    names: [
      { name: 'halves, one under the other', count: 1 },
      { name: 'bands', count: 4 },
    ],
    across: false,
    down: true,
    turn: (_u, v, steps) => Math.floor(v * steps),
  },
  {
    id: 'checker',
    names: [
      { name: 'quarters', count: 1 },
      { name: 'a checker', count: 4 },
    ],
    across: true,
    down: true,
    turn: (u, v, steps) => Math.floor(u * steps) + Math.floor(v * steps),
  },
  {
    id: 'cells',
    names: [{ name: 'cell by cell', count: 1 }],
    across: false,
    down: false,
    turn: (_u, _v, _steps, other) => (other ? 1 : 0),
    byCell: true,
  },
];
export const splitPatterns = registry(PATTERNS, (p) => [p.id]);

/** How a ground is split, and in how many inks; the inks go round `count` times in a cell. */
export type Split = { pattern: string; count: number; inks: number };

/** Parts of a pixel that are told apart each way where the edge between two inks runs aslant. */
const FINE = 4;

/**
 * Shares of the inks at a pixel of the cloth, into `out` (one number for each ink, 0 to 1). Edges that run along pixels are sharp;
 * those of diamonds are mixed by how much of the pixel each ink has. Null where the pattern is not known: all is ink 0.
 */
export function inkShares(
  split: Split,
  plan: PixelPlan,
): ((x: number, y: number, out: Float64Array) => void) | null {
  const pattern = splitPatterns.of(split.pattern);
  if (!pattern) return null;
  const steps = split.count * split.inks;
  const { width: w, height: h } = plan.cell;
  if (plan.layout.kind !== 'diamond') {
    const home = homeCell(plan);
    return (x, y, out) => {
      const at = home(x, y);
      out.fill(0);
      out[pattern.turn((at.x + 0.5) / w, (at.y + 0.5) / h, steps, at.other) % split.inks] = 1;
    };
  }
  const inkAt = (dx: number, dy: number) => {
    // In whole parts of a pixel, so that copies have the same: dx and dy are that many parts from the origin, halves added.
    const [p, q] = [dx * h + dy * w, dx * h - dy * w];
    const whole = 2 * FINE * w * h;
    const other = mod(Math.floor(p / whole) + Math.floor(q / whole), 2) === 1;
    return (
      pattern.turn(
        mod(p, whole) / whole,
        mod(q, whole) / whole,
        steps,
        plan.layout.alternate !== undefined && other,
      ) % split.inks
    );
  };
  return (x, y, out) => {
    out.fill(0);
    for (let sy = 0; sy < FINE; sy++) {
      for (let sx = 0; sx < FINE; sx++) {
        out[inkAt(2 * (x * FINE + sx) + 1, 2 * (y * FINE + sy) + 1)] += 1 / FINE ** 2;
      }
    }
  };
}
