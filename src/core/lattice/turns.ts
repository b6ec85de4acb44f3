import { ArgumentError } from '../units';
import { cellSteps, gcd, type Layout, type Point, repeatBlock, type Size } from './layout';

/** A repeat turned as a whole so that it repeats upright again: by how much, as what it is laid then, and its block. */
export type Turn = { angle: number; layout: Layout; cell: Size; block: Size };

/** How many steps of either kind are looked at, and the deepest drop that a layout has. */
const REACH = 8;
const DEEPEST = 12;
const SAME = 1e-9;

const dot = (u: Point, v: Point) => u.x * v.x + u.y * v.y;
const cross = (u: Point, v: Point) => u.x * v.y - u.y * v.x;

/**
 * The angles by which a repeat can be turned as a whole and still repeat upright: those that bring one step of its lattice level while
 * another, square to it, stands upright. Turned, its rows are as far apart as the cell's area asks, each stepping aside by a fraction of
 * the cell: the cell holds as much as before. Smallest block first; degrees clockwise, over -90 to 90, and 180.
 * @throws ArgumentError for a layout that lays every other row or column differently.
 */
export function uprightTurns(layout: Layout, cell: Size): Turn[] {
  if (layout.alternate)
    throw new ArgumentError(
      'Every other row or column is laid differently here: such a repeat is not turned as a whole.',
    );
  const { a, b } = cellSteps(layout, cell);
  const area = Math.abs(cross(a, b));
  const at = (m: number, n: number): Point => ({ x: m * a.x + n * b.x, y: m * a.y + n * b.y });
  const steps: { m: number; n: number; v: Point }[] = [];
  for (let m = -REACH; m <= REACH; m++)
    for (let n = -REACH; n <= REACH; n++) if (gcd(m, n) === 1) steps.push({ m, n, v: at(m, n) });
  const found = new Map<string, Turn>();
  for (const { v: level } of steps) {
    const width = Math.hypot(level.x, level.y);
    const square = steps.find(
      ({ v }) => Math.abs(dot(level, v)) < SAME * width * Math.hypot(v.x, v.y) && cross(level, v) > 0,
    );
    if (!square) continue;
    const height = area / width;
    const rows = Math.round(Math.hypot(square.v.x, square.v.y) / height);
    // A step to the next row: how far aside it goes, in cells.
    const next = steps.find(({ v }) => Math.abs(cross(level, v) - area) < SAME * area);
    if (!next || rows > DEEPEST) continue;
    const aside = dot(level, next.v) / width / width;
    const p = Math.round((aside - Math.floor(aside + SAME)) * rows);
    const turned: Layout =
      p % rows === 0 ? { kind: 'straight', drop: { p: 1, q: 2 } } : { kind: 'brick', drop: { p, q: rows } };
    let angle = (-Math.atan2(level.y, level.x) * 180) / Math.PI;
    if (Math.abs(Math.abs(angle) - 180) < 1e-6) angle = 180;
    if (Math.abs(angle) < 1e-6 || (Math.abs(angle) > 90 + 1e-6 && angle !== 180)) continue;
    const size = { width, height };
    found.set(angle.toFixed(4), { angle, layout: turned, cell: size, block: repeatBlock(turned, size) });
  }
  const order = ({ angle, block }: Turn) => [block.width * block.height, Math.abs(angle), -angle];
  return [...found.values()].sort((s, t) => {
    const [u, v] = [order(s), order(t)];
    const k = u.findIndex((n, i) => Math.abs(n - v[i]) > 1e-6 * (i === 0 ? area : 1));
    return k < 0 ? 0 : u[k] - v[k];
  });
}
