/** Shapes known exactly: unions of capsules (a segment and a radius). Gaps between them need no outline and no pixels. */
import { newRaster, type Placed, type Point, pyramidOf, type Rgb, type SceneMotif } from '../../src/core';

export type Capsule = { ax: number; ay: number; bx: number; by: number; r: number };
/** A shape of unit length; `hollow`: drawn as a ring of so much of its radius, though nothing lies in it. */
export type Shape = { capsules: Capsule[]; hollow?: number };

type Random = () => number;
const capsule = (ax: number, ay: number, bx: number, by: number, r: number): Capsule => ({
  ax,
  ay,
  bx,
  by,
  r,
});
const spokes = (n: number, long: number, r: number, from = 0) =>
  Array.from({ length: n }, (_, k) => {
    const t = from + (k * 2 * Math.PI) / n;
    return capsule(0, 0, long * Math.cos(t), long * Math.sin(t), r);
  });
/** A bent line through points at even steps across. */
const bent = (ys: number[], r: number) =>
  ys.slice(1).map((y, k) => {
    const x = (i: number) => (i / (ys.length - 1) - 0.5) * (1 - 2 * r);
    return capsule(x(k), ys[k], x(k + 1), y, r);
  });

export const SHAPES: Record<string, (random: Random) => Shape> = {
  disc: () => ({ capsules: [capsule(0, 0, 0, 0, 0.5)] }),
  bean: (random) => ({ capsules: bent([0, 0.06 + 0.06 * random(), 0], 0.24) }),
  stick: (random) => ({ capsules: [capsule(-0.44, 0, 0.44, 0, 0.045 + 0.03 * random())] }),
  bar: (random) => ({ capsules: [capsule(-0.36, 0, 0.36, 0, 0.12 + 0.04 * random())] }),
  ell: (random) => ({
    capsules: [
      capsule(-0.35, -0.35, -0.35, 0.35, 0.09),
      capsule(-0.35, 0.35, 0.2 + 0.15 * random(), 0.35, 0.09),
    ],
  }),
  star: (random) => ({ capsules: spokes(5, 0.42, 0.07, random() * 6) }),
  cross: () => ({ capsules: spokes(4, 0.38, 0.12) }),
  ring: () => ({ capsules: [capsule(0, 0, 0, 0, 0.5)], hollow: 0.7 }),
  string: (random) => ({
    capsules: bent(
      Array.from({ length: 6 }, (_, k) => (k % 2 ? 1 : -1) * (0.04 + 0.1 * random())),
      0.03,
    ),
  }),
  bunch: (random) => ({
    capsules: Array.from({ length: 4 }, (_, k) => {
      const t = (k * Math.PI) / 2 + random();
      const [x, y] = [0.25 * Math.cos(t), 0.25 * Math.sin(t)];
      return capsule(x, y, 0.1 * Math.cos(t), 0.1 * Math.sin(t), 0.14 + 0.09 * random());
    }),
  }),
  drop: () => ({ capsules: [capsule(0, 0.18, 0, 0.18, 0.3), capsule(0, 0.1, 0, -0.3, 0.16)] }),
};

/** Where a shape lies: as a placement, `mm` its length in print. */
export type Piece = { motif: number; x: number; y: number; angle: number; mirror: boolean; mm: number };

/** A shape's capsules as laid, about the piece's own middle, mm. */
export function laid(shape: Shape, { angle, mirror, mm }: Piece): Capsule[] {
  const t = (angle * Math.PI) / 180;
  const [c, s] = [Math.cos(t) * mm, Math.sin(t) * mm];
  const turn = (x0: number, y: number): [number, number] => {
    const x = mirror ? -x0 : x0;
    return [c * x - s * y, s * x + c * y];
  };
  return shape.capsules.map(({ ax, ay, bx, by, r }) => capsule(...turn(ax, ay), ...turn(bx, by), r * mm));
}

export function toSegment(px: number, py: number, { ax, ay, bx, by }: Capsule): number {
  const [ux, uy] = [bx - ax, by - ay];
  const long = ux * ux + uy * uy;
  const t = long > 0 ? Math.min(1, Math.max(0, ((px - ax) * ux + (py - ay) * uy) / long)) : 0;
  return Math.hypot(px - ax - t * ux, py - ay - t * uy);
}

function crosses(p: Capsule, q: Capsule): boolean {
  const side = (x: number, y: number, s: Capsule) =>
    Math.sign((s.bx - s.ax) * (y - s.ay) - (s.by - s.ay) * (x - s.ax));
  return side(q.ax, q.ay, p) * side(q.bx, q.by, p) < 0 && side(p.ax, p.ay, q) * side(p.bx, p.by, q) < 0;
}

/** The gap between two unions of capsules, the second moved by `at`, mm; below 0 where they lap. */
export function gapOf(a: Capsule[], b: Capsule[], at: Point): number {
  let least = Number.POSITIVE_INFINITY;
  for (const q0 of b) {
    const q = capsule(q0.ax + at.x, q0.ay + at.y, q0.bx + at.x, q0.by + at.y, q0.r);
    for (const p of a) {
      const apart = crosses(p, q)
        ? 0
        : Math.min(
            toSegment(p.ax, p.ay, q),
            toSegment(p.bx, p.by, q),
            toSegment(q.ax, q.ay, p),
            toSegment(q.bx, q.by, p),
          );
      least = Math.min(least, apart - p.r - q.r);
    }
  }
  return least;
}

const PPI = 150;

/** The shape drawn `mm` long in a flat ink, and its area, mm2. */
export function drawn(shape: Shape, mm: number, ink: Rgb): { art: SceneMotif; areaMm2: number } {
  const n = Math.max(8, Math.round((mm / 25.4) * PPI));
  const r = newRaster(n, n);
  let area = 0;
  const [disc] = shape.capsules;
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) {
      const [u, v] = [(x + 0.5) / n - 0.5, (y + 0.5) / n - 0.5];
      let d = Number.POSITIVE_INFINITY;
      for (const c of shape.capsules) d = Math.min(d, toSegment(u, v, c) - c.r);
      if (shape.hollow) d = Math.max(d, disc.r * shape.hollow - Math.hypot(u, v));
      const alpha = Math.min(1, Math.max(0, 0.5 - d * n));
      if (!alpha) continue;
      area += alpha;
      r.data.set([...ink, Math.round(alpha * 255)], (y * n + x) * 4);
    }
  }
  return { art: { pyramid: pyramidOf(r), ppi: PPI }, areaMm2: (area * mm * mm) / (n * n) };
}

/** The piece as the scene lays it, the art having been drawn `mm` long. */
export const asPlaced = (p: Piece, id: string, motif: string, mm: number): Placed => ({
  id,
  motif,
  x: p.x,
  y: p.y,
  angle: p.angle,
  mirror: p.mirror,
  scale: p.mm / mm,
});
