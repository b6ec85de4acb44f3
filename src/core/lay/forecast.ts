import type { Point } from '../lattice';
import type { Placed } from '../render';
import type { SilhouetteIndex } from './silhouette-index';

/** What usual is on a cloth, mm: the width of its empty circles, and the gap from edge to edge. */
export type Usual = { roomMm: number; gapMm: number };

/** What comes of a piece lying where it is held, mm. Null: nothing worth a word. */
export type Forecast = {
  /** The empty circle that it leaves behind, where that is wide. */
  opens: (Point & { widthMm: number }) | null;
  /** Where it comes too near to something: the middle of the gap, and how wide that is. */
  crowds: (Point & { gapMm: number }) | null;
  /** The place nearby that has the most room for it, and the gap that it has there. */
  best: { at: Point; gapMm: number } | null;
};

/** A circle so many times the usual is wide, a gap of so little of the usual one narrow. */
const WIDE = 1.4;
const NARROW = 0.3;
/** How far about the hand is looked, in spacings, from how many places, and by which steps. */
const ABOUT = 0.9;
const STARTS = 6;
const STEP = { first: 0.22, last: 0.02 };
/** A place must have so much more room to be told, and lie so far from the hand, mm. */
const ROOMIER = 1.15;
const ELSEWHERE_MM = 1;

const AROUND = Array.from({ length: 8 }, (_, k) => [
  Math.cos((k * Math.PI) / 4),
  Math.sin((k * Math.PI) / 4),
]);

/**
 * From a place to the best about it, by ever smaller steps (pattern search, Hooke and Jeeves, 1961).
 * @param worth may end early, with anything less, once a place is worth less than the bar.
 */
function climbed<T extends Point>(
  start: T,
  worth: (p: T, bar: number) => number,
  step: number,
  last: number,
) {
  let best = start;
  let most = worth(start, 0);
  for (let by = step; by > last; ) {
    let next: T | null = null;
    for (const [dx, dy] of AROUND) {
      const tried = { ...best, x: best.x + by * dx, y: best.y + by * dy };
      const value = worth(tried, most);
      if (value > most) [next, most] = [tried, value];
    }
    if (next) best = next;
    else by /= 2;
  }
  return { best, most };
}

/** What lies within reach of a piece, where it was and where it is held. */
function about(all: SilhouetteIndex, number: number, held: Placed, reach: number): Placed[] {
  const radius = ({ motif, scale }: Placed) => (all.outlines.get(motif)?.radius ?? 0) * scale;
  const from = all.placed(number);
  const out: Placed[] = [];
  for (let k = 0; k < all.count; k++) {
    const p = all.placed(k);
    const far = reach + radius(p) + radius(held);
    if (k !== number && Math.min(all.apart(held, p), all.apart(from, p)) < far) out.push(p);
  }
  return out;
}

/**
 * What a piece that is held would open, crowd and do better, at one of the places that it passes.
 * @param all what lies on the cloth, the held piece among it as it lay before: it is not changed.
 * @param number the number of the held piece. @param held the piece as the hand has it now.
 */
export function forecast(all: SilhouetteIndex, number: number, held: Placed, usual: Usual): Forecast {
  const from = all.placed(number);
  const spacing = Math.sqrt(all.cellAreaMm2 / Math.max(1, all.count));
  const reach = spacing * 2;
  const n = 0;
  const silhouettes = all.like([from, ...about(all, number, held, reach + ABOUT * spacing)]);
  const gapAt = (p: Placed, bar: number) => silhouettes.nearest(n, p, reach, bar)?.gap ?? reach;
  const near = silhouettes.nearest(n, held, reach);
  const gap = near?.gap ?? reach;
  const crowds =
    near && gap < NARROW * usual.gapMm
      ? {
          x: held.x + near.from.x + near.to.x / 2,
          y: held.y + near.from.y + near.to.y / 2,
          gapMm: gap,
        }
      : null;

  const within = (p: Point) => Math.hypot(p.x - held.x, p.y - held.y) <= ABOUT * spacing;
  let best: Forecast['best'] = null;
  let most = gap;
  const starts = Array.from({ length: STARTS }, (_, k) => {
    const t = ((k + 0.5) * 2 * Math.PI) / STARTS;
    const by = (k % 2 ? 0.35 : 0.75) * ABOUT * spacing;
    return { ...held, x: held.x + by * Math.cos(t), y: held.y + by * Math.sin(t) };
  });
  // Where it came from had room for it.
  starts.push({ ...held, x: from.x, y: from.y });
  for (const start of starts) {
    const found = climbed(
      start,
      (p, bar) => (within(p) ? gapAt(p, bar) : -1),
      STEP.first * spacing,
      STEP.last * spacing,
    );
    if (found.most <= most) continue;
    most = found.most;
    best = { at: { x: found.best.x, y: found.best.y }, gapMm: found.most };
  }
  const elsewhere = best && Math.hypot(best.at.x - held.x, best.at.y - held.y) > ELSEWHERE_MM;
  if (!elsewhere || most < ROOMIER * gap + 0.2) best = null;

  // The circle that is left: empty of all but the piece where it is held.
  silhouettes.set(n, held);
  const left = climbed(
    { x: from.x, y: from.y },
    (p) => (Math.hypot(p.x - from.x, p.y - from.y) <= spacing ? silhouettes.roomAt(p) : -1),
    STEP.first * spacing,
    STEP.last * spacing,
  );
  const opens = 2 * left.most > WIDE * usual.roomMm ? { ...left.best, widthMm: 2 * left.most } : null;
  return { opens, crowds, best };
}
