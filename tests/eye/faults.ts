/** Faults as a person would see them, put into clean cloths by capsules alone: where, and which way they run. */
import { type Point, seededRandom } from '../../src/core';
import type { Piece } from './capsules';
import { SHAPES } from './capsules';
import { addKind, contrast, type EyeCloth, filled, weightOf } from './cloths';
import type { Torus } from './torus';

export const FAULTS = ['bare-patch', 'lane', 'row-up', 'near-touch', 'heavy', 'twins'] as const;
export type Fault = (typeof FAULTS)[number];
export type Planted = {
  fault: Fault;
  pieces: Piece[];
  at: Point;
  along?: Point;
  apart?: number;
  note: string;
};

type Random = () => number;
type Plant = (cloth: EyeCloth, random: Random) => Omit<Planted, 'fault'> | null;

const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;
const pick = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)];
/** A fault must not cost more than this share of the cloth. */
const LOST = 0.34;
const FEWEST_ON_LINES = 7;

/** All that clears some pieces, which stay. */
function clearOf(torus: Torus, kept: Piece[], rest: Piece[], gap: number): Piece[] {
  const on = torus.like(kept);
  const room = Math.max(gap, 0.1);
  return rest.filter((p) => on.nearest(p, -1, room).gap >= room);
}

const barePatch: Plant = ({ torus }, random) => {
  const holes = torus.holes();
  const usual = torus.usualHole(holes);
  const start = pick(torus.all(), random);
  const wanted = Math.max(usual * 2.1, holes[0].r * 1.45) * (1 + 0.2 * random());
  let left = torus.all();
  let hole = { ...start, r: 0 };
  while (hole.r < wanted) {
    if (left.length < 5 || left.length < torus.pieces.length * (1 - LOST)) return null;
    const near = [...left].sort((p, q) => torus.apart(p, hole) - torus.apart(q, hole))[0];
    left = left.filter((p) => p !== near);
    // Where it opened: the widest of the holes about the place, and of those that it runs into.
    const holes = torus.like(left).holes();
    let open = holes.find((h) => torus.apart(h, start) < h.r + 0.8 * torus.spacing());
    for (let wider = open; wider; ) {
      open = wider;
      const { r } = wider;
      wider = holes.find((h) => h.r > r && torus.apart(h, open ?? h) < 1.1 * (h.r + r));
    }
    if (open) hole = { ...start, ...open };
  }
  return { pieces: left, at: hole, note: `${(hole.r / usual).toFixed(1)} times` };
};

const lane: Plant = ({ torus }, random) => {
  const usual = torus.usualHole(torus.holes());
  const half = usual * (0.95 + 0.3 * random());
  const gap = middle(torus.gaps());
  const ways = torus.directions(5).filter(({ normal, period }) =>
    torus.pieces.every((_, n) => {
      const { low, high } = torus.span(n, normal);
      return high - low + 2.2 * half < period;
    }),
  );
  if (!ways.length) return null;
  const { normal, period, step } = pick(ways, random);
  const t0 = random() * period;
  const moved = torus.pieces.map(({ piece: p }, n) => {
    const { low, high } = torus.span(n, normal);
    const t = p.x * normal.x + p.y * normal.y - t0;
    const off = t - Math.round(t / period) * period;
    const need = off < 0 ? half + high + off : half - low - off;
    const by = need > 0 ? need * (off < 0 ? -1 : 1) : 0;
    return { p: { ...p, x: p.x + by * normal.x, y: p.y + by * normal.y }, by };
  });
  let kept: Piece[] = [];
  for (const { p } of moved.sort((a, b) => Math.abs(a.by) - Math.abs(b.by)))
    kept = [...kept, ...clearOf(torus, kept, [p], gap * 0.3)];
  if (kept.length < torus.pieces.length * (1 - LOST)) return null;
  const t = torus.like(kept).bandAbout(normal, period, t0);
  return {
    pieces: kept,
    at: { x: t * normal.x, y: t * normal.y },
    along: step,
    note: `${(half / usual).toFixed(2)} of a gap`,
  };
};

/** The largest on lines; what lies between is plainly smaller than they are, and what is bare then is filled. */
const rowUp: Plant = (cloth, random) => {
  const { torus, kinds } = cloth;
  const gap = middle(torus.gaps());
  const areaOf = (p: Piece) => kinds[p.motif].areaMm2 * (p.mm / kinds[p.motif].mm) ** 2;
  const all = torus.all().sort((p, q) => areaOf(q) - areaOf(p));
  // Five or six on lines are doubtful to the eye.
  const many = Math.max(FEWEST_ON_LINES, Math.round(all.length * (0.25 + 0.2 * random())));
  if (many >= all.length) return null;
  const large = all.slice(0, many);
  const most = 0.4 * areaOf(large[many - 1]);
  const rest = all.slice(many).map((p) => ({ ...p, mm: p.mm * Math.min(1, Math.sqrt(most / areaOf(p))) }));
  const spacing = Math.sqrt(torus.areaMm2 / many);
  const { normal, period, step } = pick(torus.directions(3), random);
  const rows = Math.max(1, Math.round(period / (spacing * (1.1 + 0.4 * random()))));
  const apart = period / rows;
  const t0 = random() * period;
  const long = Math.hypot(step.x, step.y);
  const stray = 0.12 * random();
  let kept: Piece[] = [];
  for (const p of large) {
    const t = p.x * normal.x + p.y * normal.y - t0;
    const line = Math.round(t / apart) * apart - t + stray * apart * (random() - 0.5) * 2;
    for (let k = 0; k < 60; k++) {
      const by = (k % 2 ? 1 : -1) * Math.ceil(k / 2) * spacing * 0.1;
      const tried = {
        ...p,
        x: p.x + line * normal.x + (by * step.x) / long,
        y: p.y + line * normal.y + (by * step.y) / long,
      };
      if (!clearOf(torus, kept, [tried], gap * 0.7).length) continue;
      kept = [...kept, tried];
      break;
    }
  }
  if (kept.length < FEWEST_ON_LINES || kept.length < many * 0.8 || apart > 2.2 * spacing) return null;
  const on = torus.like([...kept, ...clearOf(torus, kept, rest, gap * 0.6)]);
  filled({ torus: on, random, gap: gap * 0.7 }, kinds, most);
  return {
    pieces: on.all(),
    at: { x: t0 * normal.x, y: t0 * normal.y },
    along: step,
    apart,
    note: `${kept.length} of ${on.pieces.length} on ${rows} lines, stray ${stray.toFixed(2)}`,
  };
};

const nearTouch: Plant = ({ torus }, random) => {
  const gap = middle(torus.gaps());
  for (let tries = 0; tries < 300; tries++) {
    const n = Math.floor(random() * torus.pieces.length);
    const p = torus.pieces[n].piece;
    const { of } = torus.nearest(p, n);
    if (of === n || of < 0) continue;
    const wanted = gap * (0.02 + 0.1 * random());
    const t = random() * 2 * Math.PI;
    let [low, high] = [0, 3 * torus.spacing()];
    const at = (by: number) => ({ ...p, x: p.x + by * Math.cos(t), y: p.y + by * Math.sin(t) });
    for (let k = 0; k < 24; k++) {
      const mid = (low + high) / 2;
      if (torus.nearest(at(mid), n).gap > wanted) low = mid;
      else high = mid;
    }
    if (low > 0.5 * torus.spacing()) continue;
    const moved = at(low);
    const met = torus.nearest(moved, n);
    if (Math.abs(met.gap - wanted) > 0.02 * gap || met.of === n) continue;
    const others = torus.like(torus.all().filter((_, k) => k !== n && k !== met.of));
    if (others.nearest(moved).gap < 0.5 * gap) continue;
    const pieces = torus.all().map((q, k) => (k === n ? moved : q));
    return {
      pieces,
      at: meeting(torus.like(pieces), n, met.of),
      note: `${met.gap.toFixed(2)} mm of ${gap.toFixed(1)}`,
    };
  }
  return null;
};

/** Where two pieces come nearest: the place of least room between them. */
function meeting(torus: Torus, n: number, m: number): Point {
  const two = torus.like([torus.pieces[n].piece, torus.pieces[m].piece]);
  const p = torus.pieces[n].piece;
  let best: Point = p;
  let least = 1e9;
  const { reach } = torus.pieces[n];
  for (let k = 0; k < 4000; k++) {
    const at = {
      x: p.x + ((k % 63) / 31 - 1) * (reach + 1),
      y: p.y + (Math.floor(k / 63) / 31 - 1) * (reach + 1),
    };
    const [one, other] = [0, 1].map((i) => two.like([two.pieces[i].piece]).roomAt(at.x, at.y));
    const far = Math.max(one, other) + Math.max(0, -Math.min(one, other));
    if (far < least) [least, best] = [far, at];
  }
  return best;
}

const heavy: Plant = (cloth, random) => {
  const { torus } = cloth;
  const gap = middle(torus.gaps());
  const all = torus.all();
  const most = Math.max(...all.map((p) => weightOf(cloth, p)));
  const times = 2.3 + random();
  const here = pick(all, random);
  let motif: number;
  if (random() < 0.5) {
    // One of those that are there, far too large.
    const [heaviest] = [...all].sort((p, q) => weightOf(cloth, q) - weightOf(cloth, p));
    motif = heaviest.motif;
  } else {
    // A blot that is like nothing else.
    const inks = cloth.kinds
      .map((k) => k.ink)
      .sort((p, q) => contrast(cloth.ground, q) - contrast(cloth.ground, p));
    motif = addKind(cloth, SHAPES[pick(['disc', 'bean', 'bunch'], random)](random), 90, inks[0], 'blot');
  }
  const one = { ...here, motif, mm: cloth.kinds[motif].mm };
  const grown = { ...one, mm: one.mm * Math.sqrt((times * most) / weightOf(cloth, one)) };
  const rest = clearOf(
    torus,
    [grown],
    all.filter((p) => p !== here),
    gap * 0.8,
  );
  if (rest.length < all.length * (1 - LOST) || torus.like([]).nearest(grown).gap < gap) return null;
  const left = Math.max(...rest.map((p) => weightOf(cloth, p)));
  return {
    pieces: [...rest, grown],
    at: grown,
    note: `${cloth.kinds[motif].name}, ${(weightOf(cloth, grown) / left).toFixed(1)} times the next`,
  };
};

const twins: Plant = ({ torus }, random) => {
  const pairs = torus.neighbours(0.16);
  const own = (n: number, on: Torus) =>
    pairs.filter((pair) => pair.includes(n)).map(([i, j]) => on.gap(i, j));
  for (let tries = 0; tries < 120; tries++) {
    const [i, j] =
      random() < 0.5 ? pick(pairs, random) : ([...pick(pairs, random)].reverse() as [number, number]);
    if (i === j) continue;
    const [p, q] = [torus.pieces[i].piece, torus.pieces[j].piece];
    if (p.motif === q.motif) continue;
    const twin = { ...q, motif: p.motif, mm: p.mm * (0.75 + 0.45 * random()), angle: random() * 360 };
    const on = torus.like(torus.all().map((o, k) => (k === j ? twin : o)));
    const usual = middle(torus.gaps());
    const { gap, of } = on.nearest(twin, j);
    if (gap < 0.45 * usual || of < 0) continue;
    const between = on.gap(i, j);
    const local = middle([...own(i, on), ...own(j, on)]);
    if (between > 0.85 * local) continue;
    // No third beside them.
    const third = on
      .all()
      .some(
        (o, k) =>
          k !== i && k !== j && o.motif === p.motif && Math.min(on.gap(k, i), on.gap(k, j)) < 1.8 * local,
      );
    if (third) continue;
    const copy = nearest(on, twin, p);
    return {
      pieces: on.all(),
      at: { x: (p.x + copy.x) / 2, y: (p.y + copy.y) / 2 },
      note: `${(between / local).toFixed(2)} of the middle`,
    };
  }
  return null;
};

function nearest(torus: Torus, p: Point, to: Point): Point {
  const { a, b } = torus.lattice;
  let best = p;
  for (let i = -4; i <= 4; i++) {
    for (let j = -4; j <= 4; j++) {
      const at = { x: p.x + i * a.x + j * b.x, y: p.y + i * a.y + j * b.y };
      if (Math.hypot(at.x - to.x, at.y - to.y) < Math.hypot(best.x - to.x, best.y - to.y)) best = at;
    }
  }
  return best;
}

const PLANT: Record<Fault, Plant> = {
  'bare-patch': barePatch,
  lane,
  'row-up': rowUp,
  'near-touch': nearTouch,
  heavy,
  twins,
};

/** The cloth with a fault in it; null where that cloth has no place for it. */
export function planted(cloth: EyeCloth, fault: Fault, seed: number): Planted | null {
  const found = PLANT[fault](cloth, seededRandom(seed * 31 + FAULTS.indexOf(fault)));
  return found && { fault, ...found };
}
