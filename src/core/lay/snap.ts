import { type Box, cellMiddle, cellSteps, type Layout, nearestCopy, type Point, type Size } from '../lattice';

/** Something to come to rest at: where, and what to call it. */
type SpecialPoint = Point & { name: string };

/** A line to show while something rests on it, mm of the cloth; `says` names it. */
export type SnapLine = { from: Point; to: Point; summary: string };

/** How far to move what is held so that it rests, and the lines that say why. */
export type Snap = { dx: number; dy: number; lines: SnapLine[] };

export type SnapScene = {
  layout: Layout;
  /** The cell, mm. */
  cell: Size;
  /** Whether the cell's special points count. */
  points: boolean;
  /** Boxes of the other things nearby (copies too), mm of the cloth. */
  others: Box[];
  /** Equal parts of the cell to rest on; 0: none. */
  columns: number;
  rows: number;
  /** How near is near enough, mm. */
  withinMm: number;
};

/** Points by shares of the two steps to the next cells. */
const SHARES: [i: number, j: number, name: string][] = [
  [0, 0, 'corner'],
  [0.5, 0.5, 'middle'],
  [0.5, 0, 'edge middle'],
  [0, 0.5, 'edge middle'],
  [0.25, 0.25, 'quarter point'],
  [0.75, 0.25, 'quarter point'],
  [0.25, 0.75, 'quarter point'],
  [0.75, 0.75, 'quarter point'],
];
/** What the first three are called where cells do not stand straight. */
const LEANING: Record<string, string> = { middle: 'half of both steps', 'edge middle': 'half a step' };

/**
 * The points that a layout makes special: corner, middle, half and quarter steps to the next cells; where cells do not
 * stand straight, the middle of the cell beside them.
 */
export function specialPoints(layout: Layout, cell: Size): SpecialPoint[] {
  const { a, b } = cellSteps(layout, cell);
  const points = SHARES.map(([i, j, name]) => ({ x: i * a.x + j * b.x, y: i * a.y + j * b.y, name }));
  if (layout.kind === 'straight') return points;
  if (layout.kind === 'diamond')
    return points.map((p, n) => (n ? p : { ...p, name: 'side, top and bottom point' }));
  const leaning = points.map((p) => ({ ...p, name: LEANING[p.name] ?? p.name }));
  return [...leaning, { ...cellMiddle(layout, cell), name: 'middle' }];
}

/** Only the nearest few are lined up with; with all of them something would always be in line. */
const ALIGNED = 5;

type Rest = { move: number; lines: SnapLine[] };

/**
 * Where a held thing comes to rest. Its middle is drawn to the cell's special points first; else each direction
 * by itself to the nearest of: the grid's lines, the middles and edges of other things, and places that leave
 * equal gaps on both sides, or the same gap as between the next two.
 * @param box the held thing on the cloth, mm; its middle is the box's.
 */
export function snapMove(box: Box, scene: SnapScene): Snap {
  const { withinMm: within, cell } = scene;
  const middle = { x: (box.x0 + box.x1) / 2, y: (box.y0 + box.y1) / 2 };
  const steps = cellSteps(scene.layout, cell);
  let best: SpecialPoint | null = null;
  let bestD = within;
  for (const p of scene.points ? specialPoints(scene.layout, cell) : []) {
    const at = nearestCopy(steps, p, middle);
    const d = Math.hypot(at.x - middle.x, at.y - middle.y);
    if (d < bestD) {
      bestD = d;
      best = { ...at, name: p.name };
    }
  }
  if (best) {
    const { x, y, name } = best;
    const [w, h] = [cell.width / 2, cell.height / 2];
    return {
      dx: x - middle.x,
      dy: y - middle.y,
      lines: [
        { from: { x: x - w, y }, to: { x: x + w, y }, summary: name },
        { from: { x, y: y - h }, to: { x, y: y + h }, summary: '' },
      ],
    };
  }
  const distance = (o: Box) => Math.hypot((o.x0 + o.x1) / 2 - middle.x, (o.y0 + o.y1) / 2 - middle.y);
  const others = [...scene.others].sort((p, q) => distance(p) - distance(q));
  const across = restAlong(box, { ...scene, others }, 'x', within);
  const down = restAlong(box, { ...scene, others }, 'y', within);
  return {
    dx: across?.move ?? 0,
    dy: down?.move ?? 0,
    lines: [...(across?.lines ?? []), ...(down?.lines ?? [])],
  };
}

type Axis = 'x' | 'y';
/** A box seen along one direction: its start, end and middle there, and its span the other way. */
const seen = (b: Box, axis: Axis) =>
  axis === 'x'
    ? { a: b.x0, b: b.x1, m: (b.x0 + b.x1) / 2, s: b.y0, t: b.y1 }
    : { a: b.y0, b: b.y1, m: (b.y0 + b.y1) / 2, s: b.x0, t: b.x1 };
const point = (axis: Axis, along: number, other: number): Point =>
  axis === 'x' ? { x: along, y: other } : { x: other, y: along };

/** Where the grid begins along an axis in the cell that holds a place on the other: each cell has its own. */
function gridStart({ layout, cell }: SnapScene, axis: Axis, other: number): number {
  const share = layout.drop.p / layout.drop.q;
  if (layout.kind === 'half-drop' && axis === 'y')
    return Math.floor(other / cell.width) * cell.height * share;
  if (layout.kind === 'brick' && axis === 'x') return Math.floor(other / cell.height) * cell.width * share;
  return layout.kind === 'diamond' && axis === 'y' ? -cell.height / 2 : 0;
}

function restAlong(box: Box, scene: SnapScene, axis: Axis, within: number): Rest | null {
  const held = seen(box, axis);
  let best: Rest | null = null;
  const offer = (move: number, lines: () => SnapLine[]) => {
    if (Math.abs(move) < Math.min(within, best ? Math.abs(best.move) - 1e-6 : within))
      best = { move, lines: lines() };
  };
  const upright = (at: number, from: number, to: number, summary: string): SnapLine => ({
    from: point(axis, at, from),
    to: point(axis, at, to),
    summary,
  });
  const parts = axis === 'x' ? scene.columns : scene.rows;
  if (parts > 0) {
    const step = (axis === 'x' ? scene.cell.width : scene.cell.height) / parts;
    const from = gridStart(scene, axis, (held.s + held.t) / 2);
    const line = from + Math.round((held.m - from) / step) * step;
    offer(line - held.m, () => [upright(line, held.s - step, held.t + step, 'grid')]);
  }
  const others = scene.others.map((o) => seen(o, axis));
  for (const o of others.slice(0, ALIGNED)) {
    const span: [number, number] = [Math.min(o.s, held.s), Math.max(o.t, held.t)];
    offer(o.m - held.m, () => [upright(o.m, ...span, 'middles in line')]);
    for (const edge of [o.a, o.b]) {
      for (const mine of [held.a, held.b])
        offer(edge - mine, () => [upright(edge, ...span, 'edges in line')]);
    }
  }
  const level = others.filter((o) => o.s < held.t && o.t > held.s);
  const before = nearestOf(
    level.filter((o) => o.b <= held.m),
    (o) => -o.b,
  );
  const after = nearestOf(
    level.filter((o) => o.a >= held.m),
    (o) => o.a,
  );
  const row = (held.s + held.t) / 2;
  const gapLine = (from: number, to: number, mm: number): SnapLine => ({
    from: point(axis, from, row),
    to: point(axis, to, row),
    summary: `equal gaps, ${Number(mm.toFixed(1))} mm`,
  });
  const long = held.b - held.a;
  if (before && after && after.a - before.b > long) {
    const gap = (after.a - before.b - long) / 2;
    offer(before.b + gap - held.a, () => [
      gapLine(before.b, before.b + gap, gap),
      gapLine(after.a - gap, after.a, gap),
    ]);
  }
  for (const [first, way] of [
    [before, -1],
    [after, 1],
  ] as const) {
    if (!first) continue;
    const beyond = level.filter((o) => (way < 0 ? o.b <= first.a : o.a >= first.b));
    const second = nearestOf(beyond, (o) => (way < 0 ? -o.b : o.a));
    if (!second) continue;
    const gap = way < 0 ? first.a - second.b : second.a - first.b;
    const edge = way < 0 ? first.b + gap : first.a - gap;
    offer(edge - (way < 0 ? held.a : held.b), () => [
      gapLine(way < 0 ? second.b : first.b, way < 0 ? first.a : second.a, gap),
      gapLine(way < 0 ? first.b : edge, way < 0 ? edge : first.a, gap),
    ]);
  }
  return best;
}

function nearestOf<T>(list: T[], by: (t: T) => number): T | null {
  return list.reduce<T | null>((m, o) => (m === null || by(o) < by(m) ? o : m), null);
}
