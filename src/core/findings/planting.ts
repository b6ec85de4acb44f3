import type { Point } from '../lattice';
import type { Ground } from '../lay';
import type { Placed } from '../render';
import { lowDirections } from './cloth/directions';

/** What planters of faults share. */
export type Random = () => number;

export const pick = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)];

/** The middle value of a list of numbers. */
export const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;

export const placedOn = (ground: Ground): Placed[] =>
  Array.from({ length: ground.count }, (_, n) => ground.placed(n));

/** How far apart things are if spread evenly, mm. */
export const spacingOf = (ground: Ground) => Math.sqrt(ground.cellAreaMm2 / Math.max(1, ground.count));

export const areaOf = (ground: Ground, p: Placed) =>
  (ground.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2;

/** Room from a point to the nearest art, mm; what is wider than four spacings is not told apart. */
function roomAt(ground: Ground, at: Point, motif: string): number {
  const most = 4 * spacingOf(ground);
  return ground.nearest(-1, { motif, ...at, angle: 0, scale: 1e-4, mirror: false }, most)?.gap ?? most;
}

/** About a start, the place with the most room, and that room: from several places round it, by ever smaller steps. */
export function roomiest(ground: Ground, start: Point, step: number): Point & { r: number } {
  const { motif } = ground.placed(0);
  const with8 = (at: Point, by: number) =>
    Array.from({ length: 8 }, (_, k) => {
      const to = { x: at.x + by * Math.cos((k * Math.PI) / 4), y: at.y + by * Math.sin((k * Math.PI) / 4) };
      return { ...to, r: roomAt(ground, to, motif) };
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
  const starts = [{ ...start, r: roomAt(ground, start, motif) }, ...with8(start, step * 1.6)];
  return starts.map(climb).sort((p, q) => q.r - p.r)[0];
}

/** Where the gaps of an even cloth are: half the room between three motifs, over places spread through it. */
export function usualRoom(ground: Ground, random: Random): number {
  const { a, b } = ground.lattice;
  const rooms = Array.from({ length: 24 }, () => {
    const [u, v] = [random(), random()];
    return roomiest(ground, { x: u * a.x + v * b.x, y: u * a.y + v * b.y }, spacingOf(ground) / 3).r;
  });
  return middle(rooms);
}

/** Directions whose lines lie far enough apart for the largest motif and so much more. */
export function wideDirections(ground: Ground, more: number) {
  const all = lowDirections(ground.lattice);
  const wide = all.filter(({ period, normal }) =>
    placedOn(ground).every((p) => {
      const { low, high } = ground.reach(p, normal);
      return high - low + more < period;
    }),
  );
  return wide.length ? wide : all.slice(0, 1);
}
