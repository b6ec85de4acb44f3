import type { Point } from '../../lattice';
import type { Found } from '../found';
import { fillAt, middleGap, movedBy, nearbyPlace, type Work } from '../mending/work';
import type { BarePatch } from './measure';

/** How many of what lies about a patch are tried, and how near to its middle, in its radii, one is to come. */
const ABOUT = 6;
const NEARER = [0.75, 0.5];

/** Fillers that one patch may take, and how far off its middle what they leave bare may lie, in its radii. */
const FILLERS = 4;
const ARM = 2;

/** Lays a filler at a place, and more in what that leaves bare about it. */
function filled(work: Work, at: Point, r: number): boolean {
  if (!fillAt(work, at, r)) return false;
  const here = { motif: '', ...at, angle: 0, scale: 1, mirror: false };
  for (let k = 1; k < FILLERS; k++) {
    const rest = work.check().find((g): g is BarePatch => {
      const there = { ...here, ...g.at };
      return g.kind === 'bare-patch' && work.silhouettes.apart(here, there) < ARM * r;
    });
    if (!rest || !fillAt(work, rest.at, rest.widthMm / 2)) break;
  }
  return true;
}

/** Lays a filler in a bare patch; where none fits, moves what lies about it nearer to its middle. */
export function fillPatch(work: Work, finding: Found, attempt: number): boolean {
  const f = finding as BarePatch;
  const r = f.widthMm / 2;
  if (!attempt) return filled(work, f.at, r);
  const { silhouettes, locked } = work;
  const middle = { motif: '', ...f.at, angle: 0, scale: 1, mirror: false };
  const about = Array.from({ length: silhouettes.count }, (_, n) => n)
    .filter((n) => !locked.has(n))
    .map((n) => ({ n, far: silhouettes.apart(silhouettes.placed(n), middle) }))
    .sort((a, b) => a.far - b.far)
    .slice(0, ABOUT);
  const clear = middleGap(work) * 0.5;
  const moves = about.flatMap(({ n, far }) => {
    const to = nearbyPlace(
      work,
      n,
      clear,
      (p) => far - silhouettes.apart(p, middle) > NEARER[attempt - 1] * r * 0.5,
    );
    return to ? [{ n, to, by: movedBy(to, silhouettes.placed(n)) }] : [];
  });
  const [least] = moves.sort((a, b) => a.by - b.by);
  if (!least) return false;
  silhouettes.set(least.n, least.to);
  return true;
}
