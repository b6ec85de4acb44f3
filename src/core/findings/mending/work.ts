import { type Filler, fillGap, type SilhouetteIndex } from '../../lay';
import type { Placed, Scene } from '../../render';
import type { Found } from '../found';

/** A cloth being mended: what lies on it, what may not be touched, and what may be added. */
export type Work = {
  scene: Scene;
  /** The silhouettes; piece n is placement n of the scene as it was, then what was added. */
  silhouettes: SilhouetteIndex;
  locked: Set<number>;
  fillers: Filler[];
  leads: Map<string, number>;
  /** What is found on the cloth as it is now, pieces known by their number. */
  check: () => readonly Found[];
};

/** What lies on the cloth now. */
export const placedNow = ({ silhouettes }: Pick<Work, 'silhouettes'>): Placed[] =>
  Array.from({ length: silhouettes.count }, (_, n) => silhouettes.placed(n));

/** The numbers of the pieces that a finding is about and that may be moved. */
export const freeOf = ({ locked }: Pick<Work, 'locked'>, { placements }: Found): number[] =>
  placements.map(Number).filter((n) => !locked.has(n));

/** How far a piece may be moved to mend something, in spacings, by how many steps, and in how many ways. */
const FARTHEST = 0.75;
const STEPS = 28;
const WAYS = 24;

/** How far a piece is from where it was, mm. */
export const movedBy = (p: Placed, q: Placed): number => Math.hypot(p.x - q.x, p.y - q.y);

/** What makes way for another is at most so large, as a share of its area; so many at most; and goes so far, in spacings. */
const SMALL = 0.6;
const MAKE_WAY = 3;
const AWAY = 2.2;

const areaOf = ({ silhouettes }: Pick<Work, 'silhouettes'>, n: number) => {
  const p = silhouettes.placed(n);
  return (silhouettes.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2;
};

/**
 * Lays a piece in a new place, and what is small and in its way where it clears everything again: mostly in the room that
 * the piece left. How many made way; null, and nothing changed, where that cannot be.
 */
export function layWithRoom(work: Work, n: number, to: Placed, gapMm: number): number | null {
  const { silhouettes, locked } = work;
  const was = silhouettes.placed(n);
  silhouettes.set(n, to);
  const moved: { m: number; p: Placed }[] = [];
  const back = () => {
    silhouettes.set(n, was);
    for (const { m, p } of moved) silhouettes.set(m, p);
    return null;
  };
  const met = new Set(silhouettes.around(n, gapMm).map(({ piece }) => piece));
  if (met.size > MAKE_WAY) return back();
  const area = areaOf(work, n);
  for (const m of met) {
    if (m === 'reserve' || m === n || locked.has(m) || areaOf(work, m) > SMALL * area) return back();
    const p = silhouettes.placed(m);
    const place = nearbyPlace(work, m, gapMm, undefined, AWAY);
    if (!place) return back();
    silhouettes.set(m, place);
    moved.push({ m, p });
  }
  return moved.length;
}

/**
 * The place nearest to a piece's own at which it clears everything by a gap and `suits`; null when there is none.
 * @param farthest how far it may be, in spacings.
 */
export function nearbyPlace(
  { silhouettes }: Pick<Work, 'silhouettes'>,
  n: number,
  gapMm: number,
  suits: (p: Placed) => boolean = () => true,
  farthest = FARTHEST,
): Placed | null {
  const spacing = Math.sqrt(silhouettes.cellAreaMm2 / Math.max(1, silhouettes.count));
  const was = silhouettes.placed(n);
  for (let ring = 1; ring <= STEPS; ring++) {
    const by = (ring / STEPS) * farthest * spacing;
    let best: Placed | null = null;
    let most = gapMm;
    for (let k = 0; k < WAYS; k++) {
      const t = ((k + (ring % 2) / 2) * 2 * Math.PI) / WAYS;
      const tried = { ...was, x: was.x + by * Math.cos(t), y: was.y + by * Math.sin(t) };
      if (!suits(tried)) continue;
      const gap = silhouettes.nearest(n, tried, gapMm * 3, gapMm * 0.99)?.gap ?? gapMm * 3;
      if (gap < most) continue;
      most = gap;
      best = tried;
    }
    if (best) return best;
  }
  return null;
}

/** The middle of the gaps to the nearest neighbours, mm. */
export function middleGap({ silhouettes }: Pick<Work, 'silhouettes'>): number {
  const gaps = silhouettes.gaps().sort((a, b) => a - b);
  return gaps[gaps.length >> 1] ?? 0;
}

/** Room to leave round a filler, as shares of the middle gap, the first that something fits with. */
const CLEAR = [0.8, 0.6, 0.45];

/** Lays the filler that suits an empty place best; false when none does. */
export function fillAt(work: Work, at: { x: number; y: number }, r: number): boolean {
  const middle = middleGap(work);
  for (const share of CLEAR) {
    const [best] = fillGap(work.silhouettes, { ...at, r }, work.fillers, middle * share, work.leads, 1);
    if (!best) continue;
    work.silhouettes.add(best.placed);
    return true;
  }
  return false;
}
