import { oklabOf } from '../colour';
import type { TorusPicture } from './lab-picture';
import { onPlane, type TorusParts } from './torus-parts';

/** How an area looks, however it is turned: its size, px; how spread and how long it is for that; its mean colour (OKLab times 100). */
export type AreaLook = { area: number; spread: number; long: number; lab: readonly number[] };

/** How far apart two looks may be to be of the same kind: in size (times), in spread, in length, and in colour. */
const ALIKE = { size: 3, spread: 0.04, long: 0.06, colour: 6 };

/** The looks of some areas of a picture, by their labels. */
export function looksOf(
  { torus, data }: TorusPicture,
  found: TorusParts,
  wanted: ReadonlySet<number>,
): Map<number, AreaLook> {
  const sums = new Map([...wanted].map((k) => [k, new Float64Array(9)]));
  for (let p = 0; p < found.labels.length; p++) {
    const sum = found.labels[p] ? sums.get(found.labels[p]) : undefined;
    if (!sum) continue;
    const { x, y } = onPlane(torus, found, p);
    const [r, g, b] = [data[p * 4], data[p * 4 + 1], data[p * 4 + 2]];
    for (const [k, v] of [1, x, y, x * x, y * y, x * y, r, g, b].entries()) sum[k] += v;
  }
  return new Map(
    [...sums].map(([k, sum]) => {
      const [area, ...rest] = sum;
      const [x, y, xx, yy, xy, r, g, b] = rest.map((v) => v / area);
      const [across, down, lean] = [xx - x * x, yy - y * y, xy - x * y].map((v) => v / area);
      const lab = oklabOf(Math.round(r), Math.round(g), Math.round(b)).map((v) => 100 * v);
      const long = Math.sqrt((across - down) ** 2 + 4 * lean * lean);
      return [k, { area, spread: across + down, long, lab }];
    }),
  );
}

export const areAlike = (p: AreaLook, q: AreaLook): boolean =>
  Math.max(p.area, q.area) < ALIKE.size * Math.min(p.area, q.area) &&
  Math.abs(p.spread - q.spread) < ALIKE.spread &&
  Math.abs(p.long - q.long) < ALIKE.long &&
  Math.hypot(...p.lab.map((v, k) => v - q.lab[k])) < ALIKE.colour;
