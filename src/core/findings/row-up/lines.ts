import type { Lattice, Point } from '../../lattice';
import { type Direction, lowDirections } from '../cloth/directions';

/** A thing on the cloth: its middle, mm, and how large it is, mm2. */
type Sized = Point & { areaMm2: number };

/**
 * Things that lie on even lines: which of them were looked at (the largest so many), the lines' way, how far apart they are
 * and a point on one, mm; how far those things are off them (root mean square), and how unlikely chance is to do that,
 * as the negative power of ten.
 */
export type Lines = {
  direction: Direction;
  apart: number;
  at: Point;
  largest: number;
  strayMm: number;
  unlikely: number;
};

/** The fewest things that can show lines, and the parts of all, the largest first, that are looked at by themselves. */
export const LEAST_FOR_LINES = 5;
const PARTS = [0.2, 0.33, 0.5, 0.67, 0.83, 1];
/** Lines nearer together than this share of the spacing of what is looked at are single things. */
const LEAST_APART = 0.6;
/** How far things must agree with a line for it to be looked at, 0 to 1, and in how many overtones. */
const AGREE = 0.75;
const OVERTONES = 3;

/** How many of the largest are looked at: nested parts, and down to the widest two jumps in size. */
function cutsOf(areas: number[]): number[] {
  const n = areas.length;
  const jumps = areas
    .slice(1)
    .map((a, k) => ({ k: k + 1, by: areas[k] / Math.max(a, 1e-9) }))
    .filter(({ k }) => k >= LEAST_FOR_LINES)
    .sort((p, q) => q.by - p.by)
    .slice(0, 2);
  const cuts = [...PARTS.map((p) => Math.round(p * n)), ...jumps.map(({ k }) => k)];
  return [...new Set(cuts)].filter((m) => m >= LEAST_FOR_LINES).sort((a, b) => a - b);
}

/**
 * Lines on which the large things of a cloth lie, the least likely first, one for each direction and spacing: of nested sets
 * of the largest, how far their middles agree with even lines in each low direction of the lattice, by Rayleigh's test over
 * three overtones (Z2m; Buccheri et al., 1983), whose tail for chance is a gamma's.
 */
export function linesOf(things: Sized[], lattice: Lattice): Lines[] {
  const order = [...things].sort((p, q) => q.areaMm2 - p.areaMm2);
  const found: Lines[] = [];
  const area = Math.abs(lattice.a.x * lattice.b.y - lattice.a.y * lattice.b.x);
  for (const largest of cutsOf(order.map((t) => t.areaMm2))) {
    const of = order.slice(0, largest);
    const least = LEAST_APART * Math.sqrt(area / largest);
    for (const direction of lowDirections(lattice)) {
      const { normal, period } = direction;
      for (let rows = 1; period / rows >= least; rows++) {
        let z = 0;
        let phase = 0;
        for (let h = 1; h <= OVERTONES; h++) {
          let [re, im] = [0, 0];
          for (const p of of) {
            const t = (2 * Math.PI * h * rows * (p.x * normal.x + p.y * normal.y)) / period;
            re += Math.cos(t);
            im += Math.sin(t);
          }
          const agree = Math.hypot(re, im) / largest;
          if (h === 1 && agree < AGREE) break;
          if (h === 1) phase = Math.atan2(im, re);
          z += largest * agree * agree;
        }
        if (!z) continue;
        const apart = period / rows;
        const off = (phase / (2 * Math.PI)) * apart;
        let squares = 0;
        for (const p of of) {
          const t = p.x * normal.x + p.y * normal.y - off;
          squares += (t - Math.round(t / apart) * apart) ** 2;
        }
        found.push({
          direction,
          apart,
          at: { x: normal.x * off, y: normal.y * off },
          largest,
          strayMm: Math.sqrt(squares / largest),
          unlikely: (z - Math.log(1 + z + (z * z) / 2)) / Math.LN10,
        });
      }
    }
  }
  return found.sort((p, q) => q.unlikely - p.unlikely);
}
