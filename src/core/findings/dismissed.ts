import { type Lattice, nearestCopy, type Point } from '../lattice';
import { isPiece } from './cloth/piece-name';
import type { Found } from './found';

/** A finding that a person has looked at and leaves as it is: of which kind, where, mm, and why. */
export type Dismissed = Point & { id: string; kind: string; placements: string[]; note: string };

/** A finding this near to one that was dismissed, mm, is the same one. */
const SAME_MM = 8;

/** What was dismissed that a finding is again, or undefined: of its kind, about the same placements, or at the same place. */
export function matchDismissed<D extends Dismissed>(
  finding: Found,
  dismissed: D[],
  lattice: Lattice,
): D | undefined {
  return dismissed.find((l) => {
    if (l.kind !== finding.kind) return false;
    // Pieces of a picture are told anew with each version of it: those are known by their place.
    const named = !l.placements.some(isPiece);
    if (named && l.placements.length && l.placements.length === finding.placements.length) {
      return l.placements.every((id) => finding.placements.includes(id));
    }
    const near = nearestCopy(lattice, l, finding.at);
    return Math.hypot(near.x - finding.at.x, near.y - finding.at.y) < SAME_MM;
  });
}
