import { type Filler, fillGap, type SilhouetteIndex, settle } from '../../lay';
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
  /** Mends only what stands for this finding, when one is named. */
  only: Found | null;
  /** What is found on the cloth as it is now, pieces known by their number. */
  check: () => readonly Found[];
};

/** What lies on the cloth now. */
export const placedNow = ({ silhouettes }: Pick<Work, 'silhouettes'>): Placed[] =>
  Array.from({ length: silhouettes.count }, (_, n) => silhouettes.placed(n));

/** How far a piece may be moved to mend something, in spacings. */
const FARTHEST = 0.6;
const WAYS = 20;

/** The nearest place about a piece at which it clears everything by a gap and `suits`; null when there is none. */
export function nearbyPlace(
  { silhouettes }: Pick<Work, 'silhouettes'>,
  n: number,
  gapMm: number,
  suits: (p: Placed) => boolean = () => true,
): Placed | null {
  const spacing = Math.sqrt(silhouettes.cellAreaMm2 / Math.max(1, silhouettes.count));
  const was = silhouettes.placed(n);
  for (let ring = 1; ring <= 14; ring++) {
    const by = (ring / 14) * FARTHEST * spacing;
    let best: Placed | null = null;
    let most = gapMm;
    for (let k = 0; k < WAYS; k++) {
      const t = ((k + (ring % 2) / 2) * 2 * Math.PI) / WAYS;
      const tried = { ...was, x: was.x + by * Math.cos(t), y: was.y + by * Math.sin(t) };
      const gap = silhouettes.nearest(n, tried, gapMm * 3, gapMm * 0.99)?.gap ?? gapMm * 3;
      if (gap < most || !suits(tried)) continue;
      most = gap;
      best = tried;
    }
    if (best) return best;
  }
  return null;
}

/** Evens the gaps by small steps; what is locked stays. */
export function ease(work: Work) {
  settle(work.silhouettes, {
    minGapMm: middleGap(work) * 0.35,
    locked: work.locked,
    passes: 16,
    fine: false,
  });
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

/** Findings of some kinds that want mending, or of those only the one that is to be mended. */
export function toMend<F extends Found>(work: Work, kinds: F['kind'][]): F[] {
  const all = work.check().filter((f): f is F => kinds.includes(f.kind) && f.severity === 'warning');
  const { only } = work;
  if (!only) return all;
  if (!kinds.includes(only.kind)) return [];
  const same = all.filter((f) => work.silhouettes.apart({ ...ANY, ...f.at }, { ...ANY, ...only.at }) < 3);
  return same.length ? same : all.slice(0, 1);
}
const ANY = { motif: '', x: 0, y: 0, angle: 0, scale: 1, mirror: false };
