import { type Box, cellSteps, type Layout, nearestCopy, type Point, type Size } from '../lattice';

/** Something to come to rest at: where, and what to call it. */
type SpecialPoint = Point & { name: string };

/** A line to show while something rests on it, mm of the cloth; `says` names it. */
export type SnapLine = { from: Point; to: Point; says: string };

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

const NAMES: [x: number, y: number, name: string][] = [
  [0, 0, 'corner'],
  [0.5, 0.5, 'middle'],
  [0.5, 0, 'edge middle'],
  [0, 0.5, 'edge middle'],
  [0.25, 0.25, 'quarter point'],
  [0.75, 0.25, 'quarter point'],
  [0.25, 0.75, 'quarter point'],
  [0.75, 0.75, 'quarter point'],
];

/** The cell's own points: corner, middle, middles of the edges, quarter points; for a diamond those of the diamond. */
export function specialPoints(layout: Layout, { width, height }: Size): SpecialPoint[] {
  if (layout.kind === 'diamond') {
    // The left point is the origin, the middle half a width to the right.
    return [
      { x: 0, y: 0, name: 'side point' },
      { x: width / 2, y: 0, name: 'middle' },
      { x: width / 2, y: height / 2, name: 'top and bottom point' },
      { x: width / 4, y: height / 4, name: 'edge middle' },
      { x: width / 4, y: -height / 4, name: 'edge middle' },
      { x: width / 4, y: 0, name: 'quarter point' },
      { x: (3 * width) / 4, y: 0, name: 'quarter point' },
      { x: width / 2, y: height / 4, name: 'quarter point' },
      { x: width / 2, y: -height / 4, name: 'quarter point' },
    ];
  }
  return NAMES.map(([x, y, name]) => ({ x: x * width, y: y * height, name }));
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
        { from: { x: x - w, y }, to: { x: x + w, y }, says: name },
        { from: { x, y: y - h }, to: { x, y: y + h }, says: '' },
      ],
    };
  }
  const far = (o: Box) => Math.hypot((o.x0 + o.x1) / 2 - middle.x, (o.y0 + o.y1) / 2 - middle.y);
  const others = [...scene.others].sort((p, q) => far(p) - far(q));
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

function restAlong(box: Box, scene: SnapScene, axis: Axis, within: number): Rest | null {
  const held = seen(box, axis);
  let best: Rest | null = null;
  const offer = (move: number, lines: () => SnapLine[]) => {
    if (Math.abs(move) < Math.min(within, best ? Math.abs(best.move) - 1e-6 : within))
      best = { move, lines: lines() };
  };
  const upright = (at: number, from: number, to: number, says: string): SnapLine => ({
    from: point(axis, at, from),
    to: point(axis, at, to),
    says,
  });
  const parts = axis === 'x' ? scene.columns : scene.rows;
  if (parts > 0) {
    const step = (axis === 'x' ? scene.cell.width : scene.cell.height) / parts;
    const line = Math.round(held.m / step) * step;
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
    says: `equal gaps, ${Number(mm.toFixed(1))} mm`,
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
