import type { Lattice, Point } from './layout';

const det = ({ a, b }: Lattice) => a.x * b.y - a.y * b.x;

/** How many of each lattice vector a point is from the origin (fractions allowed). */
function latticeSteps(lattice: Lattice, p: Point): { i: number; j: number } {
  const d = det(lattice);
  const { a, b } = lattice;
  return { i: (p.x * b.y - p.y * b.x) / d, j: (a.x * p.y - a.y * p.x) / d };
}

/**
 * The copy of a point that lies in the home cell, same unit as the lattice. Where one vector is upright or
 * level (straight, half-drop, brick) that is the box from (0,0); else the diamond with its left point there.
 */
export function wrapPoint(lattice: Lattice, p: Point): Point {
  const { a, b } = lattice;
  const down = (v: number, n: number) => Math.floor(v / n + 1e-9);
  let { i, j } = latticeSteps(lattice, p);
  if (b.x === 0) {
    i = down(p.x, a.x);
    j = down(p.y - i * a.y, b.y);
  } else if (a.y === 0) {
    j = down(p.y, b.y);
    i = down(p.x - j * b.x, a.x);
  } else {
    i = Math.floor(i + 1e-9);
    j = Math.floor(j + 1e-9);
  }
  return { x: p.x - i * a.x - j * b.x, y: p.y - i * a.y - j * b.y };
}

/** The copy of `p` nearest to `near`. */
export function nearestCopy(lattice: Lattice, p: Point, near: Point): Point {
  const { i, j } = latticeSteps(lattice, { x: near.x - p.x, y: near.y - p.y });
  let best = p;
  let bestD = Number.POSITIVE_INFINITY;
  // Vectors may be far from square (a deep drop): look two steps around the rounded answer.
  for (let di = -2; di <= 2; di++) {
    for (let dj = -2; dj <= 2; dj++) {
      const ni = Math.round(i) + di;
      const nj = Math.round(j) + dj;
      const c = {
        x: p.x + ni * lattice.a.x + nj * lattice.b.x,
        y: p.y + ni * lattice.a.y + nj * lattice.b.y,
      };
      const d = (c.x - near.x) ** 2 + (c.y - near.y) ** 2;
      if (d < bestD - 1e-9) {
        bestD = d;
        best = c;
      }
    }
  }
  return best;
}

export type Box = { x0: number; y0: number; x1: number; y1: number };

/**
 * Every lattice vector that brings the box into touch with the window, sorted by y, then x.
 * Boxes are half open: [x0, x1) x [y0, y1).
 */
export function shiftsInto(lattice: Lattice, box: Box, window: Box): Point[] {
  // A shift v works when box + v meets window: v in (w.x0 - b.x1, w.x1 - b.x0) and the same for y.
  const range: Box = {
    x0: window.x0 - box.x1,
    x1: window.x1 - box.x0,
    y0: window.y0 - box.y1,
    y1: window.y1 - box.y0,
  };
  const corners = [
    { x: range.x0, y: range.y0 },
    { x: range.x1, y: range.y0 },
    { x: range.x0, y: range.y1 },
    { x: range.x1, y: range.y1 },
  ].map((c) => latticeSteps(lattice, c));
  const iMin = Math.floor(Math.min(...corners.map((c) => c.i)) - 1e-9);
  const iMax = Math.ceil(Math.max(...corners.map((c) => c.i)) + 1e-9);
  const jMin = Math.floor(Math.min(...corners.map((c) => c.j)) - 1e-9);
  const jMax = Math.ceil(Math.max(...corners.map((c) => c.j)) + 1e-9);
  const out: Point[] = [];
  for (let i = iMin; i <= iMax; i++) {
    for (let j = jMin; j <= jMax; j++) {
      const x = i * lattice.a.x + j * lattice.b.x;
      const y = i * lattice.a.y + j * lattice.b.y;
      if (x > range.x0 && x < range.x1 && y > range.y0 && y < range.y1) out.push({ x, y });
    }
  }
  return out.sort((m, n) => m.y - n.y || m.x - n.x);
}
