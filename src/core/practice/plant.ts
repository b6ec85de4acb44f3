import { type Finding, lowDirections } from '../check';
import { nearestCopy, type Point } from '../lattice';
import { type Ground, seededRandom } from '../lay';
import type { Placed } from '../render';

/** The faults that can be planted in a cloth, one at a time. */
export const FAULTS = ['bare-patch', 'lane', 'row-up', 'near-touch', 'twins', 'heavy'] as const;
export type Fault = (typeof FAULTS)[number];

/** The findings by which the check tells each fault. */
export const FAULT_KINDS: Record<Fault, Finding['kind'][]> = {
  'bare-patch': ['bare-patch'],
  lane: ['lane'],
  'row-up': ['row-up'],
  'near-touch': ['near-touch', 'overlap'],
  twins: ['twins'],
  heavy: ['heavy'],
};

/** A cloth with a fault in it: where the fault is, for a lane or rows the way that they run, and how many rows to a period. */
export type Planted = { fault: Fault; placements: Placed[]; at: Point; along?: Point; rows?: number };

type Random = () => number;

const pick = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)];

/** The middle value of a list of numbers. */
const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;

/** Room from a point to the nearest art, mm; what is wider than four spacings is not told apart. */
function roomAt(ground: Ground, at: Point, motif: string): number {
  const most = 4 * spacingOf(ground);
  return ground.nearest(-1, { motif, ...at, angle: 0, scale: 1e-4, mirror: false }, most)?.gap ?? most;
}

/** About a start, the place with the most room, and that room: from several places round it, by ever smaller steps. */
function roomiest(ground: Ground, start: Point, step: number): Point & { r: number } {
  const { motif } = ground.placed(0);
  const with8 = (at: Point, by: number) =>
    Array.from({ length: 8 }, (_, k) => {
      const to = { x: at.x + by * Math.cos((k * Math.PI) / 4), y: at.y + by * Math.sin((k * Math.PI) / 4) };
      return { ...to, r: roomAt(ground, to, motif) };
    });
  const climb = (from: Point & { r: number }) => {
    let best = from;
    for (let by = step; by > 0.2; ) {
      const tried = with8(best, by).sort((p, q) => q.r - p.r)[0];
      if (tried.r > best.r) best = tried;
      else by /= 2;
    }
    return best;
  };
  const starts = [{ ...start, r: roomAt(ground, start, motif) }, ...with8(start, step * 1.6)];
  return starts.map(climb).sort((p, q) => q.r - p.r)[0];
}

/** Where the gaps of an even cloth are: half the room between three motifs, over places spread through it. */
function usualRoom(ground: Ground, random: Random): number {
  const { a, b } = ground.lattice;
  const rooms = Array.from({ length: 24 }, () => {
    const [u, v] = [random(), random()];
    return roomiest(ground, { x: u * a.x + v * b.x, y: u * a.y + v * b.y }, spacingOf(ground) / 3).r;
  });
  return middle(rooms);
}

const spacingOf = (ground: Ground) => Math.sqrt(ground.cellAreaMm2 / Math.max(1, ground.count));

/** Takes motifs off about a place until the hole is 2.2 times as wide as the gaps. */
function barePatch(ground: Ground, random: Random): Omit<Planted, 'fault'> {
  const usual = usualRoom(ground, random);
  const all = placedOn(ground);
  const start = pick(all, random);
  let left = all;
  let hole = { x: start.x, y: start.y, r: 0 };
  while (left.length > 3 && hole.r < usual * 2.2) {
    const far = (p: Placed) => ground.apart(p, { ...p, ...hole });
    const nearest = [...left].sort((p, q) => far(p) - far(q))[0];
    left = left.filter((p) => p !== nearest);
    hole = roomiest(ground.like(left), hole, spacingOf(ground) / 4);
  }
  return { placements: left, at: hole };
}

/** Directions whose lines lie far enough apart for the largest motif and so much more. */
function wideDirections(ground: Ground, more: number) {
  const all = lowDirections(ground.lattice);
  const wide = all.filter(({ period, normal }) =>
    placedOn(ground).every((p) => {
      const { low, high } = ground.reach(p, normal);
      return high - low + more < period;
    }),
  );
  return wide.length ? wide : all.slice(0, 1);
}

/** Pushes aside what lies in a straight band, and takes off what then lies on another. */
function lane(ground: Ground, random: Random): Omit<Planted, 'fault'> {
  const usual = usualRoom(ground, random);
  const half = usual * 0.85;
  const { normal, period, step } = pick(wideDirections(ground, 2.2 * half), random);
  const t0 = random() * period;
  const pushed = placedOn(ground).map((p) => {
    const reach = ground.reach(p, normal);
    const mid = p.x * normal.x + p.y * normal.y - t0;
    const off = mid - Math.round(mid / period) * period;
    const side = off < 0 ? -1 : 1;
    const need = half + (side > 0 ? -reach.low : reach.high) - Math.abs(off);
    return need > 0 ? { ...p, x: p.x + side * need * normal.x, y: p.y + side * need * normal.y } : p;
  });
  const kept = ground.like([]);
  for (const p of pushed) if (!kept.nearest(-1, p, usual * 0.15)) kept.add(p);
  return { placements: placedOn(kept), at: { x: t0 * normal.x, y: t0 * normal.y }, along: step };
}

const placedOn = (ground: Ground) => Array.from({ length: ground.count }, (_, n) => ground.placed(n));

/** Draws motifs together into straight rows about as far apart as the motifs are. */
function rowUp(ground: Ground, random: Random): Omit<Planted, 'fault'> {
  const { normal, period, step } = pick(wideDirections(ground, 0).slice(0, 4), random);
  const spacing = spacingOf(ground);
  const rows = Math.max(1, Math.round(period / (spacing * 1.5)));
  const t0 = random() * period;
  const apart = period / rows;
  const kept = ground.like([]);
  for (const p of placedOn(ground)) {
    const t = p.x * normal.x + p.y * normal.y - t0;
    const off = t - Math.round(t / apart) * apart;
    const to = { ...p, x: p.x - 0.9 * off * normal.x, y: p.y - 0.9 * off * normal.y };
    // Along its row it goes to where it lies clear.
    const long = Math.hypot(step.x, step.y);
    for (let k = 0; k < 80; k++) {
      const by = (k % 2 ? 1 : -1) * Math.ceil(k / 2) * spacing * 0.12;
      const tried = { ...to, x: to.x + (by * step.x) / long, y: to.y + (by * step.y) / long };
      if (kept.nearest(-1, tried, 1)) continue;
      kept.add(tried);
      break;
    }
  }
  return { placements: placedOn(kept), at: { x: t0 * normal.x, y: t0 * normal.y }, along: step, rows };
}

/** Slides one motif toward its neighbour until they nearly touch. */
function nearTouch(ground: Ground, random: Random): Omit<Planted, 'fault'> {
  const usual = middle(ground.gaps());
  for (let tries = 0; tries < 200; tries++) {
    const n = Math.floor(random() * ground.count);
    const near = ground.nearest(n);
    if (!near || typeof near.piece !== 'number' || near.piece === n || near.gap <= 0) continue;
    const wanted = usual * 0.12 * random();
    const share = (near.gap - wanted) / Math.max(1e-9, Math.hypot(near.to.x, near.to.y));
    const p = ground.placed(n);
    const moved = { ...p, x: p.x + near.to.x * share, y: p.y + near.to.y * share };
    const now = ground.nearest(n, moved);
    if (!now || now.piece !== near.piece || now.gap > usual * 0.15) continue;
    const placements = placedOn(ground).map((q, k) => (k === n ? moved : q));
    const at = { x: moved.x + now.from.x + now.to.x / 2, y: moved.y + now.from.y + now.to.y / 2 };
    return { placements, at };
  }
  return { placements: placedOn(ground), at: { x: 0, y: 0 } };
}

const areaOf = (ground: Ground, p: Placed) => (ground.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2;

/** Lays a motif again in the place of its nearest neighbour of about its size. */
function twins(ground: Ground, random: Random): Omit<Planted, 'fault'> {
  const order = placedOn(ground).map((_, n) => n);
  const beside = middle(ground.gaps()) * 0.95;
  for (let tries = 0; tries < 300; tries++) {
    const n = pick(order, random);
    const near = ground.nearest(n);
    if (!near || typeof near.piece !== 'number' || near.piece === n) continue;
    const [p, q] = [ground.placed(n), ground.placed(near.piece)];
    const grow = areaOf(ground, p) / areaOf(ground, q);
    if (p.motif === q.motif || grow > (tries < 200 ? 1.8 : 3) || grow < (tries < 200 ? 0.5 : 0.3)) continue;
    const twin = { ...q, motif: p.motif, scale: p.scale * Math.min(1, Math.max(0.78, 1 / Math.sqrt(grow))) };
    // Turned and moved a little if it would lie on its neighbours.
    for (let k = 0; k < 80; k++) {
      const t = random() * 2 * Math.PI;
      const by = (k / 80) * spacingOf(ground) * 0.3;
      const tried = {
        ...twin,
        angle: (q.angle + k * 24) % 360,
        x: q.x + by * Math.cos(t),
        y: q.y + by * Math.sin(t),
      };
      const now = ground.nearest(near.piece, tried, near.gap * 3);
      if (!now || now.gap < near.gap * 0.6) continue;
      const apart = ground.like([p, tried]).nearest(0)?.gap ?? beside;
      if (apart >= beside || apart <= 0) continue;
      // No third of them beside the two: one fault at a time.
      const rest = placedOn(ground).filter((o, m) => o.motif === p.motif && m !== n && m !== near.piece);
      const third = ground.like([...rest, tried]).nearest(rest.length, undefined, beside * 1.2);
      if (third && third.piece !== rest.length) continue;
      const placements = placedOn(ground).map((o, m) => (m === near.piece ? tried : o));
      const other = nearestCopy(ground.lattice, tried, p);
      return { placements, at: { x: (p.x + other.x) / 2, y: (p.y + other.y) / 2 } };
    }
  }
  return { placements: placedOn(ground), at: { x: 0, y: 0 } };
}

/** Lays the darkest motif far too large in the place of another, and clears room for it. */
function heavy(ground: Ground, random: Random, weights: Map<string, number>): Omit<Planted, 'fault'> {
  const all = placedOn(ground);
  const weight = (p: Placed) => areaOf(ground, p) * (weights.get(p.motif) ?? 1);
  const most = Math.max(...all.map(weight));
  const [motif] = [...weights].sort((a, b) => b[1] - a[1])[0] ?? [all[0].motif];
  const n = Math.floor(random() * all.length);
  const p = { ...all[n], motif, scale: 1 };
  const grown = { ...p, scale: Math.sqrt((2.6 * most) / weight(p)) };
  const kept = ground.like([grown]);
  const gap = middle(ground.gaps()) * 0.6;
  for (const [k, q] of all.entries())
    if (k !== n && (kept.nearest(-1, q, gap * 2, gap)?.gap ?? gap) >= gap) kept.add(q);
  return { placements: placedOn(kept), at: { x: grown.x, y: grown.y } };
}

const PLANT: Record<
  Fault,
  (ground: Ground, random: Random, weights: Map<string, number>) => Omit<Planted, 'fault'>
> = {
  'bare-patch': barePatch,
  lane,
  'row-up': rowUp,
  'near-touch': nearTouch,
  twins,
  heavy,
};

/**
 * Plants a fault in a cloth, somewhere in it, and says where. The ground itself is not changed.
 * @param ground what is laid, three pieces or more. @param weights how far each motif stands out from the ground.
 */
export function plantFault(
  ground: Ground,
  fault: Fault,
  weights: Map<string, number>,
  seed: number,
): Planted {
  return { fault, ...PLANT[fault](ground, seededRandom(seed), weights) };
}
