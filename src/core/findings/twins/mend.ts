import { asMotif, changePlaces, liesWell } from '../../lay';
import type { Found } from '../found';
import { freeOf, middleGap, movedBy, nearbyPlace, type Work } from '../mending/work';
import type { Twins } from './measure';

const SMALLER = [1, 0.92, 0.84, 0.75];
export const TWIN_WAYS = 3;
/** So many of the angles that a motif has on the cloth are tried. */
const ANGLES = 3;

/**
 * Puts another motif of the same size in the place of one of two twins; where none may lie there, lets one change places
 * with a third; else moves one away.
 */
export function untwin(work: Work, finding: Found, attempt: number): boolean {
  const f = finding as Twins;
  const { silhouettes, locked, leads } = work;
  const rules = { locked, leads, middle: middleGap(work) };
  const free = freeOf(work, f);
  if (attempt === 0) return free.some((n) => replace(work, n));
  if (attempt === 1) return free.some((n) => changePlaces(silhouettes, n, rules));
  const moves = free.flatMap((n) => {
    const was = silhouettes.placed(n);
    const other = silhouettes.like(
      f.placements
        .map(Number)
        .filter((m) => m !== n)
        .map((m) => silhouettes.placed(m)),
    );
    const to = nearbyPlace(
      work,
      n,
      rules.middle * 0.5,
      (p) => (other.nearest(-1, p, f.usualMm * 2)?.gap ?? f.usualMm * 2) > f.usualMm * 1.3,
    );
    return to ? [{ n, to, by: movedBy(to, was) }] : [];
  });
  const [least] = moves.sort((p, q) => p.by - q.by);
  if (!least) return false;
  silhouettes.set(least.n, least.to);
  return true;
}

/** The motif laid least often of those that may lie in the place of a piece. */
function replace(work: Work, n: number): boolean {
  const { silhouettes, scene, locked, leads } = work;
  const rules = { locked, leads, middle: middleGap(work) };
  const p = silhouettes.placed(n);
  const used = new Map<string, { angles: number[]; least: number; most: number }>();
  for (let m = 0; m < silhouettes.count; m++) {
    const { motif, scale, angle } = silhouettes.placed(m);
    const known = used.get(motif) ?? { angles: [], least: scale, most: scale };
    used.set(motif, {
      angles: [...known.angles, angle],
      least: Math.min(known.least, scale),
      most: Math.max(known.most, scale),
    });
  }
  // Only what is on the cloth already, at about a size and at an angle that it has there.
  const others = [...used].filter(([motif]) => motif !== p.motif && scene.motifs.has(motif));
  for (const [motif, { angles, least, most }] of others.sort(
    (a, b) => a[1].angles.length - b[1].angles.length,
  )) {
    for (const angle of angles.slice(0, ANGLES)) {
      for (const smaller of SMALLER) {
        const as = asMotif(silhouettes, p, motif, angle, smaller);
        if (as.scale > most * 1.15 || as.scale < least * 0.85) continue;
        silhouettes.set(n, as);
        if (liesWell(silhouettes, n, rules)) return true;
      }
    }
  }
  silhouettes.set(n, p);
  return false;
}
