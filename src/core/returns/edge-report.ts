import type { Point } from '../lattice';
import { labelAreas, type Raster } from '../raster';
import { MM_PER_INCH } from '../units';
import {
  colourOfRun,
  crossingOf,
  type EdgeName,
  type EdgePair,
  edgePairs,
  middleOfRun,
  type Run,
  runsAlong,
  type Steps,
} from './edges';

/** A new stroke that touches an edge. Places are px of the picture, lengths mm, angles degrees. */
export type Touching = {
  edge: EdgeName;
  /** Where it leaves, on the picture, and from the edge's beginning (from the left, or from the top). */
  at: Point;
  alongMm: number;
  widthMm: number;
  /**
   * Where it comes back on the opposite edge, how far off that is, and by how much its lean differs; null: it does not come back.
   * `joins`: neither is seen.
   */
  returns: { edge: EdgeName; at: Point; alongMm: number; offMm: number; lean: number; joins: boolean } | null;
};

/** Something new that comes nearer an edge than was asked, without touching it. */
export type Near = { edge: EdgeName; at: Point; mm: number };

export type EdgeReport = { touching: Touching[]; near: Near[] };

export type EdgeOptions = {
  ppi: number;
  /** How the picture lies beside its copies, px. */
  steps: Steps;
  /** How far what is new is to stay from the edge, mm; 0: no matter. */
  marginMm: number;
};

/** What touches lies on the edge or one px from it. */
const TOUCHES = 2;
/** A stroke is followed so far into the picture, and looked for so far along the opposite edge, mm. */
const FOLLOWED_MM = 3;
const LOOKED_MM = 8;
/** Colours that differ by less, levels, may be one stroke. */
const ALIKE = 56;
/** A stroke that comes back within so much, mm (or one px), and at so nearly the same lean, degrees, joins. */
const JOINS_MM = 0.15;
const JOINS_DEG = 10;

const DEG = 180 / Math.PI;

/**
 * What the new strokes of a returned picture do at its edges. Each that touches an edge is followed back into the picture; where
 * its middle line crosses the edge is held against where one of its colour, new or old, crosses the opposite edge.
 * @param after the picture as it came back. @param mask 1 where it is new.
 */
export function edgeReport(after: Raster, mask: Uint8Array, options: EdgeOptions): EdgeReport {
  const touching = edgePairs(after, options.steps).flatMap((pair) =>
    touchingOf(pair, after, mask, options.ppi),
  );
  return { touching, near: nearOf(after, mask, options) };
}

/** A run of new strokes on one of two edges, with its colour. */
type NewRun = { end: 0 | 1; run: Run; colour: [number, number, number] };
type Match = { one: NewRun; other: { end: 0 | 1; run: Run; isNew: boolean } };

const apart = (a: ArrayLike<number>, b: ArrayLike<number>) =>
  Math.max(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1]), Math.abs(a[2] - b[2]));

function touchingOf(pair: EdgePair, after: Raster, mask: Uint8Array, ppi: number): Touching[] {
  const px = (mm: number) => (mm * ppi) / MM_PER_INCH;
  const mm = (v: number) => (v * MM_PER_INCH) / ppi;
  const isNewAt = (end: 0 | 1) => (along: number) => {
    for (let depth = 0; depth < TOUCHES; depth++) if (mask[pair.pixel(end, along, depth)]) return true;
    return false;
  };
  const all = ([0, 1] as const).flatMap((end): NewRun[] =>
    runsAlong(pair.long, isNewAt(end)).map((run) => ({
      ...{ end, run },
      colour: colourOfRun(after, pair, end, run, 1),
    })),
  );
  const far = (a: Run, b: Run) => {
    const d = middleOfRun(a) - middleOfRun(b);
    return Math.abs(d - pair.long * Math.round(d / pair.long));
  };
  const within = (a: Run, b: Run) => far(a, b) <= px(LOOKED_MM) + Math.abs(a.length - b.length) / 2;
  // New strokes that meet new ones first, the nearest before the others.
  const matches = all
    .filter((p) => p.end === 0)
    .flatMap((one) =>
      all
        .filter((q) => q.end === 1 && within(one.run, q.run) && apart(one.colour, q.colour) < ALIKE)
        .map((q): Match => ({ one, other: { end: 1, run: q.run, isNew: true } })),
    )
    .sort((p, q) => far(p.one.run, p.other.run) - far(q.one.run, q.other.run));
  const taken = new Set<Run>();
  const found: Match[] = [];
  for (const m of matches) {
    if (taken.has(m.one.run) || taken.has(m.other.run)) continue;
    taken.add(m.one.run).add(m.other.run);
    found.push(m);
  }
  const crossing = (end: 0 | 1, run: Run, isNew: boolean, colour: ArrayLike<number>) =>
    crossingOf(pair, end, run, Math.max(12, px(FOLLOWED_MM)), (p) =>
      isNew ? mask[p] === 1 : apart(after.data.subarray(p * 4, p * 4 + 3), colour) < ALIKE,
    );
  const place = (end: 0 | 1, along: number): Point => {
    const p = pair.pixel(end, Math.round(along), 0);
    return { x: p % after.width, y: Math.floor(p / after.width) };
  };
  const fromStart = (at: Point) => mm(pair.names[0] === 'left' ? at.y : at.x);
  const said = ({ end, run, colour }: NewRun, other: Match['other'] | null): Touching => {
    const own = crossing(end, run, true, colour);
    const at = place(end, own.along);
    const back = other && crossing(other.end, other.run, other.isNew, colour);
    let returns: Touching['returns'] = null;
    if (other && back) {
      const off = back.along - own.along;
      const offMm = Math.abs(mm(off - pair.long * Math.round(off / pair.long)));
      const lean = Math.abs((Math.atan(own.slope) + Math.atan(back.slope)) * DEG);
      const there = place(other.end, back.along);
      returns = {
        ...{ edge: pair.names[other.end], at: there, alongMm: fromStart(there), offMm, lean },
        joins: offMm <= Math.max(JOINS_MM, mm(1)) && lean <= JOINS_DEG,
      };
    }
    return { edge: pair.names[end], at, alongMm: fromStart(at), widthMm: mm(run.length), returns };
  };
  const alone = all.filter((a) => !taken.has(a.run));
  return [
    ...found.map(({ one, other }) => said(one, other)),
    ...alone.map((one) => said(one, oldRunFor(one, pair, after, within, far))),
  ];
}

/** What was on the opposite edge before, of a stroke's colour, the nearest to where it leaves. */
function oldRunFor(
  { end, run, colour }: NewRun,
  pair: EdgePair,
  after: Raster,
  within: (a: Run, b: Run) => boolean,
  far: (a: Run, b: Run) => number,
): Match['other'] | null {
  const other = end === 0 ? 1 : 0;
  const runs = runsAlong(pair.long, (along) => {
    const p = pair.pixel(other, along, 0) * 4;
    return apart(after.data.subarray(p, p + 3), colour) < ALIKE;
  });
  const [best] = runs
    .filter((r) => r.length >= 2 && r.length < pair.long / 2 && within(run, r))
    .sort((p, q) => far(run, p) - far(run, q));
  return best ? { end: other, run: best, isNew: false } : null;
}

/** What is new and comes near an edge, each piece of it once for each edge. */
function nearOf(after: Raster, mask: Uint8Array, { ppi, marginMm }: EdgeOptions): Near[] {
  const { width, height } = after;
  const margin = Math.round((marginMm * ppi) / MM_PER_INCH);
  if (margin <= TOUCHES) return [];
  const { labels } = labelAreas(mask, width, height);
  const touching = new Set<number>();
  const nearest = new Map<string, { label: number; edge: EdgeName; at: Point; px: number }>();
  const look = (x: number, y: number) => {
    const label = labels[y * width + x];
    if (!label) return;
    const to: [EdgeName, number][] = [
      ['left', x],
      ['right', width - 1 - x],
      ['top', y],
      ['bottom', height - 1 - y],
    ];
    for (const [edge, px] of to) {
      if (px < TOUCHES) touching.add(label);
      if (px >= margin) continue;
      const key = `${label} ${edge}`;
      if (px < (nearest.get(key)?.px ?? margin)) nearest.set(key, { label, edge, at: { x, y }, px });
    }
  };
  for (let y = 0; y < height; y++) {
    const inBand = y < margin || y >= height - margin;
    for (let x = 0; x < width; x++) {
      if (!inBand && x === margin) x = Math.max(x, width - margin);
      look(x, y);
    }
  }
  return [...nearest.values()]
    .filter(({ label }) => !touching.has(label))
    .map(({ edge, at, px }) => ({ edge, at, mm: (px * MM_PER_INCH) / ppi }))
    .sort((a, b) => a.mm - b.mm);
}
