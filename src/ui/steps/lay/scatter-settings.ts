import {
  cellOf,
  type Directions,
  isVector,
  latticeOf,
  type Motif,
  type MotifRole,
  type Project,
  productOf,
  type ScatterRules,
  type Silhouette,
  scatterPlan,
  shareOut,
  twinOf,
} from '@/core';
import type { Sprite } from '@/session/cloth';
import { sessionStore } from '@/session/kernel';

/** How many of a motif, and its sizes in percent. */
export type Sort = { count: number; least: number; most: number };

/** How many of a motif of each role, and its sizes in percent, while its silhouette is not known yet. */
const BY_ROLE: Record<MotifRole, Sort> = {
  hero: { count: 2, least: 70, most: 130 },
  secondary: { count: 3, least: 55, most: 120 },
  filler: { count: 5, least: 45, most: 110 },
};

/** What was said of each motif; the rest is planned. */
type Said = Record<string, Partial<Sort>>;
type Sorts = Record<string, Sort>;

type Settings = {
  sorts: Said;
  rules: {
    cover: number;
    gap: number;
    lean: number;
    directions: Directions;
    alternate: NonNullable<ScatterRules['alternate']> | 'no';
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
    ...{ cover: 30, gap: 4, lean: 20, directions: 'tossed', alternate: 'no' },
    ...{ mirror: true, odd: true, afresh: false },
  },
  seed: 1,
  asked: null,
};

/** What scatter was told, kept while its bolt is open. */
export const useScatterSettings = sessionStore<Settings>(() => FRESH);

export const sortOf = (sorts: Sorts, m: Pick<Motif, 'id' | 'role'>): Sort => sorts[m.id] ?? BY_ROLE[m.role];

const areas = new WeakMap<Silhouette, number>();
/** The area that a silhouette covers, mm2. */
function areaOf(s: Silhouette): number {
  const known = areas.get(s) ?? s.alpha.reduce((sum, a) => sum + a, 0) * (s.pxMm ** 2 / 255);
  areas.set(s, known);
  return known;
}

/** An art without pixels prints at any size. */
const ANY_SIZE = 20;

/** How far sizes may go from the planned ones where numbers were said. */
const STRETCH = { least: 0.45, most: 2.4 };

/**
 * What is laid: by role, so many and so large that the cover and the gap asked come of it; what was said of counts and sizes
 * holds, and the sizes of the others follow the counts.
 */
export function plannedSorts(
  project: Project,
  rules: Pick<Settings['rules'], 'cover' | 'gap' | 'odd' | 'afresh'>,
  sprites: ReadonlyMap<string, Pick<Sprite, 'silhouette'>>,
  said: Said,
): Sorts {
  const known = project.motifs.flatMap((m) => {
    const s = sprites.get(m.id)?.silhouette;
    return s ? [{ m, areaMm2: areaOf(s) }] : [];
  });
  const cell = cellOf(project);
  const { a, b } = latticeOf(project.layout, cell);
  const area = Math.abs(a.x * b.y - a.y * b.x) / (twinOf(project.layout, cell) ? 2 : 1);
  const stays = project.placements
    .filter((p) => !rules.afresh || p.locked)
    .reduce((s, p) => s + (known.find(({ m }) => m.id === p.motif)?.areaMm2 ?? 0) * p.scale ** 2, 0);
  const cover = rules.cover / 100;
  const free = Math.max(0.1 * area, area - stays / cover);
  const ppi = productOf(project.checking.product).wants.ppi;
  const motifs = known.map(({ m, areaMm2 }) => ({
    id: m.id,
    role: m.role,
    areaMm2,
    most: isVector(m) ? ANY_SIZE : m.ppi / ppi,
  }));
  const plan = scatterPlan(motifs, free, cover, rules.gap, rules.odd);
  const countOf = (id: string) => said[id]?.count ?? plan.get(id)?.count ?? 0;
  const laid = motifs.reduce((s, { id, areaMm2 }) => {
    const { least = 0, most = 0 } = plan.get(id) ?? {};
    return s + countOf(id) * areaMm2 * least * most;
  }, 0);
  const k = Math.min(STRETCH.most, Math.max(STRETCH.least, Math.sqrt((cover * free) / Math.max(laid, 1e-6))));
  const percent = (scale: number) => Math.max(2, Math.round(scale * 100));
  const planned = new Map(
    motifs.map(({ id, most: prints }): [string, Sort] => {
      const { least = 1, most = 1 } = plan.get(id) ?? {};
      const size = (scale: number) => percent(Math.min(prints, scale * k));
      return [id, { least: size(least), most: size(most), count: countOf(id) }];
    }),
  );
  return Object.fromEntries(
    project.motifs.map(({ id, role }) => [id, { ...(planned.get(id) ?? BY_ROLE[role]), ...said[id] }]),
  );
}

type Few = Pick<Motif, 'id' | 'role'>[];

/** Other counts of all motifs, in all `total`, by weights. */
function shared(motifs: Few, weights: number[], total: number, odd: boolean) {
  const counts = shareOut(total, weights, odd);
  return Object.fromEntries(motifs.map((m, k) => [m.id, { count: counts[k] ?? 0 }]));
}

/** Another number in all: each keeps its share. */
export function withTotal(sorts: Sorts, motifs: Few, total: number, odd: boolean) {
  const counts = motifs.map((m) => sortOf(sorts, m).count);
  return shared(motifs, counts.some(Boolean) ? counts : counts.map(() => 1), total, odd);
}

/** Another share for a role, 0 to 1, its motifs alike; the others keep their proportions in what is left. */
export function withShare(sorts: Sorts, motifs: Few, role: MotifRole, share: number, odd: boolean) {
  const total = motifs.reduce((s, m) => s + sortOf(sorts, m).count, 0);
  const others = motifs.filter((m) => m.role !== role);
  const rest = others.reduce((s, m) => s + sortOf(sorts, m).count, 0);
  const weights = motifs.map((m) => {
    if (m.role === role) return share / (motifs.length - others.length);
    return ((1 - share) * (rest ? sortOf(sorts, m).count : 1)) / (rest || others.length);
  });
  return shared(motifs, weights, total, odd);
}
