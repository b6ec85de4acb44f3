import { z } from 'zod';
import { ArgumentError } from '../../../units';
import { length } from '../lengths';
import { cross, minus, patch, plus, unit, type Vec } from '../mesh';
import { solid } from './solid';

const place = z.tuple([length, length, length]);

/** A round or flattened rod along a smooth line through some places (Catmull and Rom, 1974). */
export const tube = solid(
  z.strictObject({
    solid: z.literal('tube'),
    through: z.array(place).min(2).max(60),
    /** Half its thickness: in the plane that its line bends in, and out of it. */
    radius: z.union([length, z.tuple([length, length])]),
    /** A direction that is never along it: the second radius lies that way. */
    side: z.tuple([z.number(), z.number(), z.number()]).default([0, 0, 1]),
    fine: z.number().min(0.3).max(100).default(4),
  }),
  ({ through, radius, side, fine }, mm) => {
    const places = through.map((p): Vec => [mm(p[0]), mm(p[1]), mm(p[2])]);
    const [ra, rb] = Array.isArray(radius) ? radius.map(mm) : [mm(radius), mm(radius)];
    const line = capped(smoothLine(places, fine), Math.min(ra, rb));
    const across = 20;
    return patch({
      across,
      down: line.length - 1,
      round: true,
      at: (i, j) => {
        const along = unit(minus(line[Math.min(line.length - 1, j + 1)], line[Math.max(0, j - 1)]));
        const out = unit(cross(along, side));
        const flat = unit(cross(out, along));
        const t = (2 * Math.PI * i) / across;
        const full = CAP[Math.min(j, line.length - 1 - j)]?.[1] ?? 1;
        return plus(plus(line[j], out, ra * full * Math.cos(t)), flat, rb * full * Math.sin(t));
      },
    });
  },
);

/** No rod has more stops than this. */
const MOST_STOPS = 4000;

/** Its ends are round: how far from an end, as a share of its radius, it is how thick. */
const CAP: [away: number, full: number][] = [
  [0, 0.02],
  [0.1, 0.44],
  [0.4, 0.8],
  [1, 1],
];

/** A line with stops for its round ends. */
function capped(line: readonly Vec[], radius: number): Vec[] {
  const ends = (a: Vec, b: Vec): Vec[] => {
    const way = unit(minus(b, a));
    const most = Math.min(radius, Math.hypot(...minus(b, a)) * 0.9);
    return CAP.map(([away]) => plus(a, way, away * most));
  };
  const last = line.length - 1;
  return [...ends(line[0], line[1]), ...line.slice(1, -1), ...ends(line[last], line[last - 1]).reverse()];
}

function smoothLine(places: readonly Vec[], fine: number): Vec[] {
  const line: Vec[] = [];
  for (let k = 0; k + 1 < places.length; k++) {
    const [a, b] = [places[k], places[k + 1]];
    const [before, after] = [places[k - 1] ?? a, places[k + 2] ?? b];
    const count = Math.max(2, Math.ceil(Math.hypot(...minus(b, a)) / fine));
    if (!(line.length + count <= MOST_STOPS))
      throw new ArgumentError('A rod of this thing is longer or finer than can be drawn.');
    for (let n = k === 0 ? 0 : 1; n <= count; n++) {
      const t = n / count;
      const at = (c: 0 | 1 | 2) =>
        0.5 *
        (2 * a[c] +
          (b[c] - before[c]) * t +
          (2 * before[c] - 5 * a[c] + 4 * b[c] - after[c]) * t * t +
          (3 * a[c] - before[c] - 3 * b[c] + after[c]) * t * t * t);
      line.push([at(0), at(1), at(2)]);
    }
  }
  return line;
}
