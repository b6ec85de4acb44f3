import { z } from 'zod';
import { length } from '../lengths';
import { joined, patch, turnedOver, type Vec } from '../mesh';
import { pathSchema, stopsOf } from '../path';
import { solid } from './solid';

/**
 * Something flat that is bent along a path: a wall, cloth over a table's edge, a ribbon. It may hang in folds further on. A fold
 * is a line whose direction swings, so that the cloth keeps its length across.
 */
export const sheet = solid(
  z.strictObject({
    solid: z.literal('sheet'),
    path: pathSchema,
    width: length,
    /** How far its corners are apart, mm. */
    fine: z.number().min(0.5).max(500).default(20),
    /** It is seen from behind as well. */
    both: z.boolean().default(false),
    folds: z
      .object({
        /** Where they begin along it, and over how much of it they grow to their depth; how deep and how wide. */
        from: length,
        over: length,
        deep: z.number().min(0).max(300),
        wide: z.number().min(5).max(3000),
      })
      .optional(),
  }),
  ({ path, width, fine, both, folds }, mm) => {
    const stops = stopsOf(path, mm, fine);
    const wide = mm(width);
    const across = Math.min(400, Math.max(1, Math.ceil(wide / fine)));
    const rows = stops.map((stop) => {
      const depth = folds
        ? folds.deep * smooth((stop.along - mm(folds.from)) / Math.max(1, mm(folds.over)))
        : 0;
      return lineAcross(wide, across, depth, folds?.wide ?? 1);
    });
    const front = patch({
      across,
      down: stops.length - 1,
      at: (i, j): Vec => {
        const { out, up, heads } = stops[j];
        const { x, off } = rows[j][i];
        return [x, up + off * Math.sin(heads), out + off * Math.cos(heads)];
      },
      uv: (i, j) => [(i / across) * wide, stops[j].along],
    });
    return both ? joined([front, turnedOver(front)]) : front;
  },
);

const smooth = (t: number) => {
  const s = Math.min(1, Math.max(0, t));
  return s * s * (3 - 2 * s);
};

/** A line across in folds of some depth: its stops, from the middle outward, and how far each is off the sheet. */
function lineAcross(wide: number, across: number, deep: number, fold: number) {
  const step = wide / across;
  const swing = (s: number) => {
    const t = (2 * Math.PI * s) / fold;
    return Math.sin(t + 0.9 * Math.sin(t / 2.7 + 1)) * 0.75 + Math.sin(t * 1.73 + 2) * 0.25;
  };
  const most = Math.min(1.1, (deep * 2 * Math.PI) / fold);
  const line = [{ x: 0, off: 0 }];
  for (let i = 0; i < across; i++) {
    const angle = most * swing((i + 0.5 - across / 2) * step);
    const last = line[i];
    line.push({ x: last.x + step * Math.cos(angle), off: last.off + step * Math.sin(angle) });
  }
  const middle = line[across].x / 2;
  const mean = line.reduce((s, p) => s + p.off, 0) / line.length;
  return line.map(({ x, off }) => ({ x: x - middle, off: off - mean }));
}
