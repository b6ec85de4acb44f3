import { cellSteps, type Layout, latticeOf, nearestCopy, type Point, type Size } from '../lattice';

/** Where else a motif is laid: half of both steps of the layout away, or at every point of a finer division of them. */
export const AGAIN = {
  centre: 'corner and middle',
  halves: 'halves',
  thirds: 'thirds',
  quarters: 'quarters',
} as const;
export type AgainWhere = keyof typeof AGAIN;

/** How each further one lies: the same, every second one mirrored, every second one half turned, or turned on by 360/n. */
export const AGAIN_RULES = ['same', 'mirrored', 'half-turn', 'turned'] as const;
export type AgainRule = (typeof AGAIN_RULES)[number];

const PARTS = { halves: 2, thirds: 3, quarters: 4 };

/**
 * The other places that a layout leaves free for a placement, by shares of the steps to the next cells from where it
 * lies: none that is one of its own copies, none that is a copy of another, none that is `taken`. Row by row.
 */
export function againAt(
  layout: Layout,
  cell: Size,
  at: Point,
  where: AgainWhere,
  taken: Point[] = [],
): Point[] {
  const lattice = latticeOf(layout, cell);
  const { a, b } = cellSteps(layout, cell);
  const n = where === 'centre' ? 2 : PARTS[where];
  const shares = Array.from({ length: n * n }, (_, k) => ({ x: (k % n) / n, y: Math.floor(k / n) / n }));
  const wanted = where === 'centre' ? [{ x: 0.5, y: 0.5 }] : shares;
  const near = Math.min(cell.width, cell.height) * 1e-3;
  const kept: Point[] = [at, ...taken];
  const out: Point[] = [];
  for (const s of wanted) {
    const p = { x: at.x + s.x * a.x + s.y * b.x, y: at.y + s.x * a.y + s.y * b.y };
    const there = kept.some((q) => {
      const c = nearestCopy(lattice, q, p);
      return Math.hypot(c.x - p.x, c.y - p.y) < near;
    });
    if (there) continue;
    kept.push(p);
    out.push(p);
  }
  return out;
}

/** A placement laid again as number `k` (from 1) of `count` in all, by a rule. */
export function laidAgain<T extends { angle: number; mirror: boolean }>(
  p: T,
  rule: AgainRule,
  k: number,
  count: number,
): T {
  const odd = k % 2 === 1;
  if (rule === 'mirrored' && odd) return { ...p, mirror: !p.mirror, angle: -p.angle };
  if (rule === 'half-turn' && odd) return { ...p, angle: p.angle + 180 };
  if (rule === 'turned') return { ...p, angle: p.angle + (360 * k) / count };
  return p;
}
