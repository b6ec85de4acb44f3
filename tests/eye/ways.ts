/** Seven ways of laying things on a torus, none of them the product's. */
import type { Piece } from './capsules';
import type { Torus } from './torus';

export const GENERATORS = [
  'relaxed',
  'equal',
  'rejected',
  'jittered',
  'clusters',
  'greedy',
  'graded',
] as const;
export type Generator = (typeof GENERATORS)[number];
type Random = () => number;

export type Plan = {
  random: Random;
  torus: Torus;
  n: number;
  spacing: number;
  lengths: number[];
  gap: number;
};

/** Makes smaller what lies nearer than `gap` to something, a little at a time. */
export function parted({ torus, gap }: Plan) {
  for (let round = 0; round < 60; round++) {
    let clear = true;
    for (let k = 0; k < torus.pieces.length; k++) {
      const p = torus.pieces[k].piece;
      if (torus.nearest(p, k, gap).gap >= gap) continue;
      torus.set(k, { ...p, mm: p.mm * 0.93 });
      clear = false;
    }
    if (clear) return;
  }
}

/** All larger together, until the first two come as near as `gap`. */
export function grown(plan: Plan) {
  const { torus, gap, spacing } = plan;
  for (let round = 0; round < 14; round++) {
    for (let k = 0; k < torus.pieces.length; k++) {
      const p = torus.pieces[k].piece;
      const larger = { ...p, mm: p.mm * 1.07 };
      if (p.mm < 2.6 * spacing && torus.nearest(larger, k, gap).gap >= gap) torus.set(k, larger);
    }
  }
}

/** Points moved to the middle of what is nearest to them, larger ones taking more. */
function relaxedPoints({ torus, n, random }: Plan, takes: number[], rounds: number) {
  const { a, b } = torus.lattice;
  const points = Array.from({ length: n }, () => [random(), random()]);
  const copies = [-1, 0, 1].flatMap((i) => [-1, 0, 1].map((j) => [i, j]));
  const G = 56;
  for (let round = 0; round < rounds; round++) {
    const sums = points.map(() => [0, 0, 0]);
    // Every copy of every point, on the plane, and by how much nearness to it counts.
    const near = points.flatMap(([pu, pv], m) =>
      copies.map(([i, j]) => {
        const [u, v] = [pu + i, pv + j];
        return { m, i, j, x: u * a.x + v * b.x, y: u * a.y + v * b.y, share: 1 / takes[m] ** 2 };
      }),
    );
    for (let k = 0; k < G * G; k++) {
      const [u, v] = [((k % G) + 0.5) / G, (Math.floor(k / G) + 0.5) / G];
      const [x, y] = [u * a.x + v * b.x, u * a.y + v * b.y];
      let best = 1e9;
      let to = near[0];
      for (const copy of near) {
        const d = ((copy.x - x) ** 2 + (copy.y - y) ** 2) * copy.share;
        if (d < best) [best, to] = [d, copy];
      }
      sums[to.m][0] += u - to.i;
      sums[to.m][1] += v - to.j;
      sums[to.m][2]++;
    }
    for (const [m, [su, sv, c]] of sums.entries()) if (c) points[m] = [su / c, sv / c];
  }
  return points.map(([u, v]) => ({ x: u * a.x + v * b.x, y: u * a.y + v * b.y }));
}

export const piece = (at: { x: number; y: number }, mm: number, random: Random): Piece => ({
  motif: 0,
  x: at.x,
  y: at.y,
  mm,
  angle: Math.round(random() * 360),
  mirror: random() < 0.5,
});

export const LAY: Record<Generator, (plan: Plan) => void> = {
  relaxed(plan) {
    const { torus, lengths, random } = plan;
    for (const [k, at] of relaxedPoints(plan, lengths, 14).entries())
      torus.add(piece(at, lengths[k], random));
  },
  equal(plan) {
    const { torus, random, spacing } = plan;
    const alike = plan.lengths.map(() => spacing * 0.7);
    for (const at of relaxedPoints(plan, alike, 8))
      torus.add(piece(at, alike[0] * (0.9 + 0.2 * random()), random));
  },
  rejected({ torus, lengths, random, gap }) {
    const { a, b } = torus.lattice;
    for (const mm of [...lengths].sort((p, q) => q - p)) {
      for (let tries = 0; tries < 160; tries++) {
        const [u, v] = [random(), random()];
        const at = { x: u * a.x + v * b.x, y: u * a.y + v * b.y };
        const tried = piece(at, mm * (tries < 100 ? 1 : 0.75), random);
        if (torus.nearest(tried, -1, gap).gap < gap) continue;
        torus.add(tried);
        break;
      }
    }
  },
  jittered({ torus, n, lengths, random, spacing }) {
    const { a, b } = torus.lattice;
    const across = Math.max(2, Math.round(Math.hypot(a.x, a.y) / spacing));
    const down = Math.max(2, Math.round(n / across));
    let k = 0;
    for (let i = 0; i < across; i++) {
      for (let j = 0; j < down; j++) {
        const u = (i + 0.5 + 0.66 * (random() - 0.5)) / across;
        const v = (j + (i % 2) / 2 + 0.66 * (random() - 0.5)) / down;
        torus.add(
          piece({ x: u * a.x + v * b.x, y: u * a.y + v * b.y }, lengths[k++ % lengths.length], random),
        );
      }
    }
  },
  clusters(plan) {
    const { torus, random, lengths, n, gap } = plan;
    const heads = Math.max(3, Math.round(n / 4));
    const middles = relaxedPoints({ ...plan, n: heads }, new Array(heads).fill(1), 12);
    for (let k = 0; k < n; k++) {
      const mid = middles[k % heads];
      const mm = lengths[k] * (k < heads ? 1 : 0.7);
      for (let tries = 0; tries < 80; tries++) {
        const t = random() * 2 * Math.PI;
        const by =
          (k < heads ? 0.05 : 0.35 + 0.01 * tries) *
          Math.sqrt(torus.areaMm2 / heads) *
          (0.8 + 0.4 * random());
        const tried = piece(
          { x: mid.x + by * Math.cos(t), y: mid.y + by * Math.sin(t) },
          mm * 0.99 ** tries,
          random,
        );
        if (torus.nearest(tried, -1, gap).gap < gap) continue;
        torus.add(tried);
        break;
      }
    }
  },
  greedy({ torus, lengths, random, gap, n }) {
    const [most] = [...lengths].sort((p, q) => q - p);
    torus.add(piece({ x: 0, y: 0 }, most, random));
    while (torus.pieces.length < n) {
      const [hole] = torus.holes();
      const mm = Math.min(most, 2 * Math.max(2, hole.r - gap) * (0.75 + 0.3 * random()));
      torus.add(piece(hole, mm, random));
    }
  },
  graded(plan) {
    const { random, torus, lengths, n } = plan;
    const heroes = Math.max(2, Math.round(n / 6));
    const order = [...lengths].sort((p, q) => q - p);
    const takes = order.map((_, k) => (k < heroes ? 2.6 : 1));
    for (const [k, at] of relaxedPoints(plan, takes, 16).entries())
      torus.add(piece(at, order[0] * (k < heroes ? 1 : 0.36), random));
  },
};
