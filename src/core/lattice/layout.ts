import { ArgumentError } from '../units';

export type LayoutKind = 'straight' | 'half-drop' | 'brick' | 'diamond';

/**
 * Every other column or row of cells is laid mirrored left to right (`across`), mirrored top to bottom
 * (`down`), or given half a turn, each about the middle of its cell; `same`: only its ground is another. The columns
 * and rows of a diamond interlock, so that both say the same there.
 */
export type Alternate = { every: 'column' | 'row'; by: 'across' | 'down' | 'half-turn' | 'same' };

/** How cells repeat. `drop` is p/q of the cell: how far each next column hangs, or each next row steps. */
export type Layout = { kind: LayoutKind; drop: { p: number; q: number }; alternate?: Alternate };

/** Width and height in one unit, mm or px, as the caller says. */
export type Size = { width: number; height: number };
export type Point = { x: number; y: number };
/** Two vectors; every whole-number sum of them carries the cloth onto itself. */
export type Lattice = { a: Point; b: Point };

/** Greatest common divisor of two whole numbers. */
export const gcd = (a: number, b: number): number => (b === 0 ? Math.abs(a) : gcd(b, a % b));

/** The drop in lowest terms, with 0 <= p < q. */
export function lowestDrop(drop: Layout['drop']): Layout['drop'] {
  const { p, q } = drop;
  if (!Number.isInteger(p) || !Number.isInteger(q) || q < 1 || q > 12 || p < 0 || p > q) {
    throw new ArgumentError('A drop is a fraction p/q of whole numbers, from 0 to 1, with q at most 12.');
  }
  const g = gcd(p, q) || 1;
  return { p: (p / g) % (q / g), q: q / g };
}

/**
 * The two steps from a cell to the next one, in the cell's unit; y grows downward.
 * Straight (W,0),(0,H); half-drop (W,H p/q),(0,H); brick (W,0),(W p/q,H); diamond (W/2,H/2),(W/2,-H/2).
 */
export function cellSteps(layout: Layout, cell: Size): Lattice {
  const { width: w, height: h } = cell;
  if (!(w > 0 && h > 0)) throw new ArgumentError('A cell needs a width and a height above 0.');
  const { p, q } = lowestDrop(layout.drop);
  switch (layout.kind) {
    case 'straight':
      return { a: { x: w, y: 0 }, b: { x: 0, y: h } };
    case 'half-drop':
      return { a: { x: w, y: (h * p) / q }, b: { x: 0, y: h } };
    case 'brick':
      return { a: { x: w, y: 0 }, b: { x: (w * p) / q, y: h } };
    case 'diamond':
      return { a: { x: w / 2, y: h / 2 }, b: { x: w / 2, y: -h / 2 } };
  }
}

/**
 * The two lattice vectors of a layout over a cell, in the cell's unit: the cell's own steps, or, where every
 * other column or row is laid differently, the steps to the next cell that is laid the same.
 */
export function latticeOf(layout: Layout, cell: Size): Lattice {
  const { a, b } = cellSteps(layout, cell);
  if (!layout.alternate) return { a, b };
  if (layout.kind === 'diamond') return { a: { x: cell.width, y: 0 }, b: { x: 0, y: cell.height } };
  return layout.alternate.every === 'column'
    ? { a: { x: 2 * a.x, y: 2 * a.y }, b }
    : { a, b: { x: 2 * b.x, y: 2 * b.y } };
}

/** The smallest upright rectangle that repeats straight, in the cell's unit: what a printer gets. */
export function repeatBlock(layout: Layout, cell: Size): Size {
  const { p, q } = lowestDrop(layout.drop);
  const { kind, alternate } = layout;
  const columns = alternate?.every === 'column' ? 2 : 1;
  const rows = alternate?.every === 'row' ? 2 : 1;
  /** How many steps of `by` cells until the drop has come to a whole number of `of` cells. */
  const until = (by: number, of: number) => {
    let n = by;
    while ((n * p) % (q * of) !== 0) n += by;
    return n;
  };
  if (kind === 'half-drop') return { width: cell.width * until(columns, rows), height: cell.height * rows };
  if (kind === 'brick') return { width: cell.width * columns, height: cell.height * until(rows, columns) };
  if (kind === 'diamond') return { ...cell };
  return { width: cell.width * columns, height: cell.height * rows };
}

/** Corners of the home cell: the box from (0,0), or the diamond whose left point is (0,0). */
export function cellOutline(layout: Layout, cell: Size): Point[] {
  const { width: w, height: h } = cell;
  return layout.kind === 'diamond'
    ? [
        { x: 0, y: 0 },
        { x: w / 2, y: -h / 2 },
        { x: w, y: 0 },
        { x: w / 2, y: h / 2 },
      ]
    : [
        { x: 0, y: 0 },
        { x: w, y: 0 },
        { x: w, y: h },
        { x: 0, y: h },
      ];
}

/** The middle of the home cell. */
export const cellMiddle = (layout: Layout, cell: Size): Point => ({
  x: cell.width / 2,
  y: layout.kind === 'diamond' ? 0 : cell.height / 2,
});
