import { shareOut } from './share-out';

/** What a motif is for, its printed area as it was drawn, mm2, and the largest scale that its pixels print well. */
export type PlannedMotif = {
  id: string;
  role: 'hero' | 'secondary' | 'filler';
  areaMm2: number;
  most: number;
};
/** How many of a motif, and between which scales. */
export type PlannedSort = { count: number; least: number; most: number };

/** Of a tossed cloth: how many of all are of a role, and how long they are beside each other. */
const MAKE_UP = {
  hero: { part: 0.12, long: 2.1, spread: 1.15 },
  secondary: { part: 0.33, long: 1.25, spread: 1.25 },
  filler: { part: 0.55, long: 0.7, spread: 1.3 },
};
/** How many times the smallest gap the middle one is, once all is laid and settled. */
const MIDDLE_GAP = 3.2;
/** Nothing is planned smaller than this, mm across, nor larger than this share of the cell's side. */
const LEAST_MM = 3;
const MOST_OF_CELL = 0.5;
const MOST = 400;

const across = (areaMm2: number) => Math.sqrt((4 * areaMm2) / Math.PI);

/**
 * How many of each motif, and how large, so that together they cover what is asked with about the gap asked: things so large
 * and so far apart that, spread evenly as discs, they leave the middle gap (a square grid's), shared out by role.
 * @param free the area that is to be covered, mm2: one cell, less what is kept free. @param cover 0 to 1.
 */
export function scatterPlan(
  motifs: readonly PlannedMotif[],
  free: number,
  cover: number,
  gapMm: number,
  odd: boolean,
): Map<string, PlannedSort> {
  const roles = (['hero', 'secondary', 'filler'] as const).filter((r) => motifs.some((m) => m.role === r));
  const parts = roles.reduce((s, r) => s + MAKE_UP[r].part, 0);
  // The mean of squares of the lengths is one, so that the mean thing is as wide as is wanted.
  const mean = Math.sqrt(roles.reduce((s, r) => s + (MAKE_UP[r].part / parts) * MAKE_UP[r].long ** 2, 0));
  const wide = (MIDDLE_GAP * Math.max(gapMm, 0.2)) / Math.max(0.12, Math.sqrt(Math.PI / (4 * cover)) - 1);
  const sizes = new Map(
    motifs.map((m) => {
      const { long, spread } = MAKE_UP[m.role];
      const wanted = Math.min((wide * long) / mean, MOST_OF_CELL * Math.sqrt(free));
      const scale = Math.min(Math.max(wanted, LEAST_MM) / across(m.areaMm2), m.most / spread);
      return [m.id, { scale, spread }];
    }),
  );
  const areaOf = (m: PlannedMotif) => m.areaMm2 * (sizes.get(m.id)?.scale ?? 1) ** 2;
  // A role's part goes to its motifs alike; then so many in all as cover what is asked.
  const weights = motifs.map((m) => MAKE_UP[m.role].part / motifs.filter((q) => q.role === m.role).length);
  const all = weights.reduce((s, w) => s + w, 0);
  const each = motifs.reduce((s, m, k) => s + ((weights[k] ?? 0) / all) * areaOf(m), 0);
  const total = Math.min(MOST, Math.max(motifs.length, Math.round((cover * free) / Math.max(each, 1e-6))));
  const counts = shareOut(total, weights, odd);
  return new Map(
    motifs.map((m, k) => {
      const { scale = 1, spread = 1 } = sizes.get(m.id) ?? {};
      return [m.id, { count: counts[k] ?? 0, least: scale / spread, most: Math.min(m.most, scale * spread) }];
    }),
  );
}
