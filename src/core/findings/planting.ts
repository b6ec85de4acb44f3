import type { Point } from '../lattice';
import type { SilhouetteIndex } from '../lay';
import type { Placed } from '../render';
import { lowDirections } from './cloth/directions';

/** What planters of faults share. */
export type Random = () => number;

export const pick = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)];

/** The middle value of a list of numbers. */
export const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;

export const placedOn = (silhouettes: SilhouetteIndex): Placed[] =>
  Array.from({ length: silhouettes.count }, (_, n) => silhouettes.placed(n));

/** How far apart things are if spread evenly, mm. */
export const spacingOf = (silhouettes: SilhouetteIndex) =>
  Math.sqrt(silhouettes.cellAreaMm2 / Math.max(1, silhouettes.count));

export const areaOf = (silhouettes: SilhouetteIndex, p: Placed) =>
  (silhouettes.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2;

/** Room from a point to the nearest art, mm; what is wider than four spacings is not told apart. */
const roomAt = (silhouettes: SilhouetteIndex, at: Point): number =>
  Math.min(4 * spacingOf(silhouettes), silhouettes.roomAt(at));

/** About a start, the place with the most room, and that room: from several places round it, by ever smaller steps. */
export function roomiest(silhouettes: SilhouetteIndex, start: Point, step: number): Point & { r: number } {
  const with8 = (at: Point, by: number) =>
    Array.from({ length: 8 }, (_, k) => {
      const to = { x: at.x + by * Math.cos((k * Math.PI) / 4), y: at.y + by * Math.sin((k * Math.PI) / 4) };
      return { ...to, r: roomAt(silhouettes, to) };
    });
  const climb = (from: Point & { r: number }) => {
    let best = from;
    for (let by = step; by > 0.2; ) {
      const tried = with8(best, by).sort((p, q) => q.r - p.r)[0];
      if (tried.r > best.r) best = tried;
      else by /= 2;
    }
    return best;
  };
  const starts = [{ ...start, r: roomAt(silhouettes, start) }, ...with8(start, step * 1.6)];
  return starts.map(climb).sort((p, q) => q.r - p.r)[0];
}

/** Where the gaps of an even cloth are: half the room between three motifs, over places spread through it. */
export function usualRoom(silhouettes: SilhouetteIndex, random: Random): number {
  const { a, b } = silhouettes.lattice;
  const rooms = Array.from({ length: 24 }, () => {
    const [u, v] = [random(), random()];
    return roomiest(silhouettes, { x: u * a.x + v * b.x, y: u * a.y + v * b.y }, spacingOf(silhouettes) / 3)
      .r;
  });
  return middle(rooms);
}

/** Directions whose lines lie far enough apart for the largest motif and so much more. */
export function wideDirections(silhouettes: SilhouetteIndex, more: number) {
  const all = lowDirections(silhouettes.lattice);
  const wide = all.filter(({ period, normal }) =>
    placedOn(silhouettes).every((p) => {
      const { low, high } = silhouettes.reach(p, normal);
      return high - low + more < period;
    }),
  );
  return wide.length ? wide : all.slice(0, 1);
}
