import type { Point } from '../lattice';
import type { SilhouetteIndex } from './silhouette-index';
import { gapSpread } from './silhouette-index';

export type SettleOptions = {
  /** Gaps never become smaller than this, mm (nor smaller than they were, where they already are). */
  minGapMm: number;
  /** Numbers of the pieces that stay where they are. */
  locked: Set<number>;
  /** The most passes over all pieces. Default 60. */
  passes?: number;
  /** Small steps end once the spread is at most this. Default 0. */
  enough?: number;
  /** Whether the pieces that are least even are then looked at one by one. Default true. */
  fine?: boolean;
  onProgress?: (share: number) => void;
};

/** How far a piece feels others, in mean gaps. */
const REACH = 2.6;
/** A pass that lowers the spread by less than this share, ten times running, ends the work. */
const LEAST_GAIN = 0.004;

/**
 * Eases pieces apart, and wide gaps closed, until the gaps to the nearest neighbours are as even as small steps
 * make them. Each piece is pushed by every neighbour within reach, edge from edge, the more the nearer it is
 * (a relaxation in the manner of Lloyd, 1982, with silhouettes instead of points); one that has more room than
 * most leans toward its nearest. Steps shrink; the evenest state met is the one that is kept. Changes the ground.
 * @returns the spread of the gaps (deviation over mean) before and after; null where there is nothing to compare.
 */
export function settle(
  silhouettes: SilhouetteIndex,
  options: SettleOptions,
): { before: number | null; after: number | null } {
  const { minGapMm, locked } = options;
  const passes = options.passes ?? 60;
  const enough = options.enough ?? 0;
  let gaps = silhouettes.gaps();
  const before = gapSpread(gaps);
  const free = gaps.map((_, n) => n).filter((n) => !locked.has(n));
  if (before === null && gaps.length < 2) return { before, after: before };
  let best = before ?? Number.POSITIVE_INFINITY;
  let kept = gaps.map((_, n) => silhouettes.placed(n));
  let idle = 0;
  // What is nearly even is only eased; large steps would first make it worse.
  const stride = Math.min(0.5, 1.5 * (before ?? 1));
  for (let pass = 0; pass < passes && idle < 10 && best > enough; pass++) {
    const mean = Math.max(minGapMm, gaps.reduce((s, g) => s + Math.min(g, 200), 0) / gaps.length);
    const step = mean * stride * (1 - pass / passes) + 0.05;
    for (const n of free) {
      const push = pushOn(silhouettes, n, mean, gaps[n]);
      const long = Math.hypot(push.x, push.y);
      if (long < 1e-6) continue;
      const by = Math.min(step, long * mean * 0.6);
      const floor = Math.min(minGapMm, gaps[n]);
      for (const share of [1, 0.4]) {
        const p = silhouettes.placed(n);
        const moved = { ...p, x: p.x + (push.x / long) * by * share, y: p.y + (push.y / long) * by * share };
        const gap = silhouettes.nearest(n, moved, gaps[n] + 2 * by + mean)?.gap ?? gaps[n] + 2 * by + mean;
        // What was too near may only come free; what is free keeps the smallest gap.
        if (gap < floor || (gaps[n] < minGapMm && gap < gaps[n])) continue;
        silhouettes.set(n, moved);
        gaps[n] = gap;
        break;
      }
    }
    gaps = gaps.map((g, n) => silhouettes.nearest(n, undefined, g + 3 * mean)?.gap ?? g + 3 * mean);
    const spread = gapSpread(gaps) ?? Number.POSITIVE_INFINITY;
    if (spread < best * (1 - LEAST_GAIN)) {
      best = spread;
      kept = gaps.map((_, n) => silhouettes.placed(n));
      idle = 0;
    } else idle++;
    options.onProgress?.((pass + 1) / passes);
  }
  for (const [n, p] of kept.entries()) silhouettes.set(n, p);
  if (options.fine ?? true) easeOutliers(silhouettes, free, minGapMm);
  return { before, after: gapSpread(silhouettes.gaps()) };
}

/** How many of the least even pieces are looked at again, and in how many directions. */
const WORST = 5;
const WAYS = 8;

/** Tries places around the pieces whose gap is farthest from the mean; keeps those that even the whole. */
function easeOutliers(silhouettes: SilhouetteIndex, free: number[], minGapMm: number) {
  let gaps = silhouettes.gaps();
  const mean = gaps.reduce((s, g) => s + g, 0) / gaps.length;
  let spread = gapSpread(gaps) ?? 0;
  const off = (n: number) => Math.abs(gaps[n] - mean);
  for (let pass = 0; pass < 2; pass++) {
    for (const n of [...free].sort((a, b) => off(b) - off(a)).slice(0, WORST)) {
      for (const reach of [0.25, 0.6, 1.4]) {
        for (let k = 0; k < WAYS; k++) {
          const was = silhouettes.placed(n);
          const t = (k * 2 * Math.PI) / WAYS;
          const touched = neighbours(silhouettes, n, mean);
          silhouettes.set(n, {
            ...was,
            x: was.x + Math.cos(t) * reach * mean,
            y: was.y + Math.sin(t) * reach * mean,
          });
          const within = mean * 8;
          const gap = silhouettes.nearest(n, undefined, within)?.gap ?? within;
          if (gap < Math.min(minGapMm, gaps[n])) {
            silhouettes.set(n, was);
            continue;
          }
          const now = [...gaps];
          now[n] = gap;
          for (const m of [...touched, ...neighbours(silhouettes, n, mean)]) {
            now[m] = silhouettes.nearest(m, undefined, within)?.gap ?? within;
          }
          const evened = gapSpread(now) ?? spread;
          if (evened < spread && Math.min(...now) >= Math.min(minGapMm, Math.min(...gaps))) {
            spread = evened;
            gaps = now;
          } else silhouettes.set(n, was);
        }
      }
    }
  }
}

/** The pieces whose nearest gap may hang on piece `n`. */
const neighbours = (silhouettes: SilhouetteIndex, n: number, mean: number) =>
  new Set(
    silhouettes
      .around(n, mean * 2.5)
      .flatMap((a) => (typeof a.piece === 'number' && a.piece !== n ? [a.piece] : [])),
  );

/** Which way a piece is pushed by its neighbours, in shares of the mean gap. */
function pushOn(silhouettes: SilhouetteIndex, n: number, mean: number, own: number): Point {
  const push = { x: 0, y: 0 };
  let nearest: { gap: number; to: Point } | null = null;
  for (const near of silhouettes.around(n, mean * REACH)) {
    if (!nearest || near.gap < nearest.gap) nearest = near;
    const long = Math.hypot(near.to.x, near.to.y);
    if (long < 1e-9) {
      // Overlapping: away from the other's middle.
      if (near.piece === 'reserve' || near.piece === n) continue;
      const [p, q] = [silhouettes.placed(n), silhouettes.placed(near.piece)];
      const d = Math.hypot(p.x - q.x, p.y - q.y) || 1;
      push.x += (2 * (p.x - q.x)) / d;
      push.y += (2 * (p.y - q.y)) / d;
      continue;
    }
    const k = (mean / Math.max(near.gap, mean * 0.2)) ** 2 - (1 / REACH) ** 2;
    push.x -= (near.to.x / long) * k;
    push.y -= (near.to.y / long) * k;
  }
  if (nearest && own > mean * 1.15) {
    const k = Math.min(1.5, own / mean - 1);
    const long = Math.hypot(nearest.to.x, nearest.to.y) || 1;
    push.x += (nearest.to.x / long) * k * 1.5;
    push.y += (nearest.to.y / long) * k * 1.5;
  }
  return push;
}
