import { contours } from 'd3-contour';
import type { Silhouette } from './hit-test';

/**
 * A silhouette as closed lines: x, y pairs in mm about the motif's middle, at scale 1. Holes are filled: what
 * lies inside a ring is inside the motif. `areaMm2` is what the rings enclose, `radius` reaches the farthest
 * point, and gaps are told smaller by `slack` mm, so that none is told too large.
 */
export type Outline = { rings: Float64Array[]; areaMm2: number; radius: number; slack: number };

/**
 * Alpha from which a silhouette counts. The true edge is where a pixel is half covered; a quarter keeps tips and hair
 * lines that a reduced picture thins.
 */
const LEVEL = 64;
/** The same for lines to measure by: what pixels take of a tip is given back to it. */
const TRUE_LEVEL = 96;
/** The least area of a ring, mm2. */
const LEAST_MM2 = 0.25;
/** Lines to measure by are kept to within this, mm, and told nearer by a hair: corners are cut a little. */
const TRUE_MM = 0.05;
const HAIR_MM = 0.035;
/** How far along the outline the edges beside a corner are looked at, px; how far it is brought out, and at most, px. */
const CORNER = { arm: 3, by: 0.6, most: 2 };

/**
 * The lines of a silhouette to lay by: roughly kept, with as much slack, so that things laid by them are never nearer
 * than they say.
 */
export function outlineOf(s: Silhouette): Outline {
  const tolerance = Math.max(s.widthMm, s.heightMm) / 220;
  return { ...traced(s, tolerance), slack: tolerance };
}

/** The lines of a silhouette to measure by. */
export const trueOutlineOf = (s: Silhouette): Outline => ({
  ...traced(s, TRUE_MM, true),
  slack: HAIR_MM,
});

/** The lines of the silhouette, kept to within `tolerance` mm (Douglas and Peucker, 1973); `pointed`: corners brought out. */
function traced(s: Silhouette, tolerance: number, pointed = false): Omit<Outline, 'slack'> {
  const { width, height } = s;
  // A clear rim, so that art cut off at its own edge is closed there.
  const wide = width + 2;
  const field = new Array<number>(wide * (height + 2)).fill(0);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) field[(y + 1) * wide + x + 1] = s.alpha[y * width + x];
  }
  const [shape] = contours()
    .size([wide, height + 2])
    .smooth(true)
    .thresholds([pointed ? TRUE_LEVEL : LEVEL])(field);
  // A reduced picture may reach a part of a pixel beyond the art, on the right and below.
  const k = s.pxMm;
  const rings: Float64Array[] = [];
  let areaMm2 = 0;
  let radius = 0;
  for (const [outer] of shape.coordinates) {
    const points = outer
      .slice(0, -1)
      .map(([x, y]) => [(x - 1) * k - s.widthMm / 2, (y - 1) * k - s.heightMm / 2]);
    const area = Math.abs(ringArea(points));
    if (area < LEAST_MM2) continue;
    areaMm2 += area;
    const kept = simplified(pointed ? sharpened(points, k) : points, tolerance);
    for (const [x, y] of kept) radius = Math.max(radius, Math.hypot(x, y));
    rings.push(Float64Array.from(kept.flat()));
  }
  return { rings, areaMm2, radius };
}

/** A ring whose corners are brought out by what pixels took of them: the more, the more pointed they are. */
function sharpened(points: number[][], pxMm: number): number[][] {
  const n = points.length;
  const turn = Math.sign(ringArea(points));
  /** The way from a point to where the outline is an arm away. */
  const way = (from: number, step: 1 | -1) => {
    const [x, y] = points[from];
    for (let k = 1; k < n / 3; k++) {
      const [px, py] = points[(from + step * k + n) % n];
      const d = Math.hypot(px - x, py - y);
      if (d >= CORNER.arm * pxMm) return [(px - x) / d, (py - y) / d];
    }
    return null;
  };
  return points.map(([x, y], i) => {
    const [u, v] = [way(i, -1), way(i, 1)];
    // Only where it turns outward.
    if (!u || !v || turn * (u[0] * v[1] - u[1] * v[0]) >= 0) return [x, y];
    const [dx, dy] = [u[0] + v[0], u[1] + v[1]];
    const d = Math.hypot(dx, dy);
    const sine = Math.sqrt(Math.max(1e-6, (1 - u[0] * v[0] - u[1] * v[1]) / 2));
    const out = Math.min(CORNER.most, CORNER.by * (1 / sine - 1)) * pxMm;
    return d < 1e-9 ? [x, y] : [x - (dx / d) * out, y - (dy / d) * out];
  });
}

function ringArea(points: number[][]): number {
  let twice = 0;
  for (const [i, [x, y]] of points.entries()) {
    const [nx, ny] = points[(i + 1) % points.length];
    twice += x * ny - nx * y;
  }
  return twice / 2;
}

function simplified(points: number[][], tolerance: number): number[][] {
  const n = points.length;
  const keep = new Uint8Array(n + 1);
  let farthest = 0;
  for (let i = 1; i < n; i++) {
    const d = (p: number) => Math.hypot(points[p][0] - points[0][0], points[p][1] - points[0][1]);
    if (d(i) > d(farthest)) farthest = i;
  }
  keep[0] = 1;
  keep[farthest] = 1;
  const spans: [number, number][] = [
    [0, farthest],
    [farthest, n],
  ];
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [from, to] = span;
    const [ax, ay] = points[from];
    const [bx, by] = points[to % n];
    let most = tolerance;
    let at = -1;
    for (let i = from + 1; i < to; i++) {
      const d = Math.sqrt(toSegment2(points[i][0], points[i][1], ax, ay, bx, by));
      if (d > most) {
        most = d;
        at = i;
      }
    }
    if (at < 0) continue;
    keep[at] = 1;
    spans.push([from, at], [at, to]);
  }
  return points.filter((_, i) => keep[i]);
}

/** Squared distance from a point to a segment. */
export function toSegment2(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const ux = bx - ax;
  const uy = by - ay;
  const long = ux * ux + uy * uy;
  const t = long > 0 ? Math.min(1, Math.max(0, ((px - ax) * ux + (py - ay) * uy) / long)) : 0;
  const dx = px - ax - t * ux;
  const dy = py - ay - t * uy;
  return dx * dx + dy * dy;
}
