import { z } from 'zod';
import { length } from '../lengths';
import { patch } from '../mesh';
import { pathSchema, stopsOf } from '../path';
import { solid } from './solid';

/** Something turned: a path led round the upright axis. It is printed round from behind on; `round`: through how many degrees. */
export const lathe = solid(
  z.strictObject({
    solid: z.literal('lathe'),
    path: pathSchema,
    /** From where to where, degrees about the axis; 0 faces the viewer, 90 is to the right. */
    round: z.tuple([z.number(), z.number()]).default([-180, 180]),
    fine: z.number().min(0.5).max(100).default(4),
    /** The radius that the print is measured at; left out: the largest. */
    at: length.optional(),
  }),
  ({ path, round, fine, at }, mm) => {
    const stops = stopsOf(path, mm, fine);
    const largest = Math.max(...stops.map((s) => s.out));
    const radius = at === undefined ? largest : mm(at);
    const [from, to] = round.map((d) => (d * Math.PI) / 180);
    const across = Math.min(360, Math.max(12, Math.ceil((largest * (to - from)) / fine)));
    const angle = (i: number) => from + ((to - from) * i) / across;
    return patch({
      across,
      down: stops.length - 1,
      at: (i, j) => [stops[j].out * Math.sin(angle(i)), stops[j].up, stops[j].out * Math.cos(angle(i))],
      uv: (i, j) => [(angle(i) - from) * radius, stops[j].along],
      round: Math.abs(to - from - 2 * Math.PI) < 1e-6,
    });
  },
);
