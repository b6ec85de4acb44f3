import { gcd, type Lattice, type Point } from '../../lattice';

/** A direction in which the cloth repeats: the step, its length, and how far apart its lines lie, all in one unit. */
export type Direction = { step: Point; long: number; period: number; normal: Point };

/** The shortest two steps of a lattice (Lagrange and Gauss reduction). */
export function shortest({ a, b }: Lattice): [Point, Point] {
  let [p, q] = [a, b];
  const dot = (u: Point, v: Point) => u.x * v.x + u.y * v.y;
  for (let n = 0; n < 100; n++) {
    if (dot(q, q) < dot(p, p)) [p, q] = [q, p];
    const k = Math.round(dot(p, q) / dot(p, p));
    if (!k) break;
    q = { x: q.x - k * p.x, y: q.y - k * p.y };
  }
  return [p, q];
}

/**
 * Every direction whose step is shorter than `most`, the shortest first: a straight line in any other direction comes,
 * going round the torus, nearer than area / most to every place of it.
 */
export function directionsOf(lattice: Lattice, most: number): Direction[] {
  const [p, q] = shortest(lattice);
  const area = Math.abs(p.x * q.y - p.y * q.x);
  const out: Direction[] = [];
  // A step i p + j q is no shorter than j times the height over p, nor i times that over q.
  const jMost = Math.floor((most * Math.hypot(p.x, p.y)) / area);
  const iMost = Math.floor((most * Math.hypot(q.x, q.y)) / area);
  for (let j = 0; j <= jMost; j++) {
    for (let i = j ? -iMost : 1; i <= (j ? iMost : 1); i++) {
      if (gcd(i, j) !== 1) continue;
      const step = { x: i * p.x + j * q.x, y: i * p.y + j * q.y };
      const long = Math.hypot(step.x, step.y);
      if (long > most) continue;
      out.push({ step, long, period: area / long, normal: { x: -step.y / long, y: step.x / long } });
    }
  }
  return out.sort((a, b) => a.long - b.long);
}

/** The directions that the eye takes for rows: the two shortest steps, and what one or two of each make together. */
export function lowDirections(lattice: Lattice): Direction[] {
  const [p, q] = shortest(lattice);
  return directionsOf(lattice, 2.3 * Math.hypot(q.x, q.y))
    .filter((d) => d.long < 3 * Math.hypot(p.x, p.y) || d.period > 0.3 * Math.hypot(p.x, p.y))
    .slice(0, 8);
}
