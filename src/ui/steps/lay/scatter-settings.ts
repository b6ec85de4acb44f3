import { type Directions, type Motif, type MotifRole, shareOut } from '@/core';
import { sessionStore } from '@/session/session';

/** How many of a motif, and its sizes in percent. */
export type Sort = { count: number; least: number; most: number };

/** How many of a motif of each role, and its sizes in percent, to begin with. */
const BY_ROLE: Record<MotifRole, Sort> = {
  hero: { count: 2, least: 70, most: 130 },
  secondary: { count: 3, least: 55, most: 120 },
  filler: { count: 5, least: 45, most: 110 },
};

type Settings = {
  sorts: Record<string, Sort>;
  rules: {
    cover: number;
    gap: number;
    lean: number;
    directions: Directions;
    mirror: boolean;
    odd: boolean;
    afresh: boolean;
  };
  seed: number;
  /** The number in all that was typed last, to tell what became of it. */
  asked: number | null;
};

const FRESH: Settings = {
  sorts: {},
  rules: {
    ...{ cover: 30, gap: 4, lean: 20, directions: 'tossed' },
    ...{ mirror: true, odd: true, afresh: false },
  },
  seed: 1,
  asked: null,
};

/** What scatter was told, kept while its bolt is open. */
export const useScatterSettings = sessionStore<Settings>(() => FRESH);

export const sortOf = (sorts: Settings['sorts'], m: Pick<Motif, 'id' | 'role'>): Sort =>
  sorts[m.id] ?? BY_ROLE[m.role];

type Few = Pick<Motif, 'id' | 'role'>[];

/** The sorts of all motifs with other counts, in all `total`, by weights. */
function shared(sorts: Settings['sorts'], motifs: Few, weights: number[], total: number, odd: boolean) {
  const counts = shareOut(total, weights, odd);
  return Object.fromEntries(motifs.map((m, k) => [m.id, { ...sortOf(sorts, m), count: counts[k] ?? 0 }]));
}

/** Another number in all: each keeps its share. */
export function withTotal(sorts: Settings['sorts'], motifs: Few, total: number, odd: boolean) {
  const counts = motifs.map((m) => sortOf(sorts, m).count);
  return shared(sorts, motifs, counts.some(Boolean) ? counts : counts.map(() => 1), total, odd);
}

/** Another share for a role, 0 to 1, its motifs alike; the others keep their proportions in what is left. */
export function withShare(
  sorts: Settings['sorts'],
  motifs: Few,
  role: MotifRole,
  share: number,
  odd: boolean,
) {
  const total = motifs.reduce((s, m) => s + sortOf(sorts, m).count, 0);
  const others = motifs.filter((m) => m.role !== role);
  const rest = others.reduce((s, m) => s + sortOf(sorts, m).count, 0);
  const weights = motifs.map((m) => {
    if (m.role === role) return share / (motifs.length - others.length);
    return ((1 - share) * (rest ? sortOf(sorts, m).count : 1)) / (rest || others.length);
  });
  return shared(sorts, motifs, weights, total, odd);
}
