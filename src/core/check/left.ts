import { type Lattice, nearestCopy, type Point } from '../lattice';
import type { Finding, FindingKind } from './finding';

/** A finding that a person has looked at and leaves as it is: of which kind, where, mm, and why. */
export type Left = Point & { id: string; kind: FindingKind; placements: string[]; note: string };

/** A finding this near to one that was left, mm, is the same one. */
const SAME_MM = 8;

/** What was left that a finding is again, or undefined: of its kind, about the same placements, or at the same place. */
export function leftAs(finding: Finding, left: Left[], lattice: Lattice): Left | undefined {
  return left.find((l) => {
    if (l.kind !== finding.kind) return false;
    if (l.placements.length && l.placements.length === finding.placements.length) {
      return l.placements.every((id) => finding.placements.includes(id));
    }
    const near = nearestCopy(lattice, l, finding.at);
    return Math.hypot(near.x - finding.at.x, near.y - finding.at.y) < SAME_MM;
  });
}
