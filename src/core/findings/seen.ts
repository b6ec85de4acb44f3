import { type Lattice, nearestCopy } from '../lattice';
import type { Found } from './found';

/** A finding as it is kept with a version of the cloth: what it was, in words, and where, mm. */
export type SeenFinding = Pick<Found, 'kind' | 'severity'> & { title: string; x: number; y: number };

/** A finding is the same one when it is of the same kind and no further off, mm. */
const SAME_MM = 15;

/** Which findings of an earlier version are gone in a later one, and which of the later were not there before. Each is matched once, the nearest first. */
export function goneAndNew(
  before: readonly SeenFinding[],
  after: readonly SeenFinding[],
  lattice: Lattice,
): { gone: SeenFinding[]; fresh: SeenFinding[] } {
  const pairs = before
    .flatMap((a) =>
      after.flatMap((b) => {
        if (a.kind !== b.kind) return [];
        const near = nearestCopy(lattice, b, a);
        const mm = Math.hypot(near.x - a.x, near.y - a.y);
        return mm <= SAME_MM ? [{ a, b, mm }] : [];
      }),
    )
    .sort((p, q) => p.mm - q.mm);
  const known = new Set<SeenFinding>();
  for (const { a, b } of pairs) if (!known.has(a) && !known.has(b)) known.add(a).add(b);
  return { gone: before.filter((f) => !known.has(f)), fresh: after.filter((f) => !known.has(f)) };
}
