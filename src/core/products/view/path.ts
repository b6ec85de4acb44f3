import { z } from 'zod';
import { ArgumentError } from '../../units';
import { length, type Resolve } from './lengths';

/** A way in a plane, walked step by step: straight on, or round a bend. Its length is exact by construction. */
export const pathSchema = z.strictObject({
  /** Where it begins: out (or toward the viewer) and up. */
  from: z.tuple([length, length]),
  /** Where it heads, degrees: 0 is down, 90 outward, 180 up. */
  heads: z.number().default(0),
  steps: z
    .array(
      z.union([
        z.strictObject({ go: length }),
        z.strictObject({ turn: z.number().min(-1440).max(1440), radius: length }),
      ]),
    )
    .min(1)
    .max(60),
});
type Path = z.infer<typeof pathSchema>;

/** A place on a path: outward, up, how far along it is, and which way it heads there. */
export type Stop = { out: number; up: number; along: number; heads: number };

/** No path has more stops than this. */
const MOST_STOPS = 4000;

/** The stops of a path, at most so far from each other, mm, and no bend over 6 degrees from one to the next. */
export function stopsOf({ from, heads, steps }: Path, mm: Resolve, fine: number): Stop[] {
  let at = { out: mm(from[0]), up: mm(from[1]), along: 0, heads: (heads * Math.PI) / 180 };
  const stops: Stop[] = [at];
  for (const step of steps) {
    const turn = 'turn' in step ? (step.turn * Math.PI) / 180 : 0;
    const long = 'go' in step ? mm(step.go) : Math.abs(turn) * mm(step.radius);
    const count = Math.max(1, Math.ceil(long / fine), Math.ceil(Math.abs(turn) / (Math.PI / 30)));
    if (!(stops.length + count <= MOST_STOPS))
      throw new ArgumentError('A path of this thing is longer or finer than can be drawn.');
    for (let n = 0; n < count; n++) {
      const next = at.heads + turn / count;
      // The chord of a short arc heads half way between its ends.
      const half = (at.heads + next) / 2;
      const chord = turn ? 2 * (long / Math.abs(turn)) * Math.sin(Math.abs(turn) / count / 2) : long / count;
      at = {
        out: at.out + chord * Math.sin(half),
        up: at.up - chord * Math.cos(half),
        along: at.along + long / count,
        heads: next,
      };
      stops.push(at);
    }
  }
  return stops;
}
