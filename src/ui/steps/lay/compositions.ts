import type { Directions, Layout, Placement, Project } from '@/core';
import { type ScatterAsk, scatterOn } from '@/session/check';
import { useSprites } from '@/session/cloth';
import { plannedSorts, sortOf, withTotal } from './scatter-settings';

/** A way of laying a cloth: its layout, how thickly, how its motifs lie, and how many of them against the usual number. */
type Way = {
  name: string;
  layout: Pick<Layout, 'kind' | 'drop'>;
  cover: number;
  gap: number;
  lean: number;
  directions: Directions;
  times: number;
};

const HALF = { p: 1, q: 2 };
const THIRD = { p: 1, q: 3 };
export const WAYS: readonly Way[] = [
  {
    ...{ name: 'Tossed, all over', layout: { kind: 'half-drop', drop: HALF } },
    ...{ cover: 32, gap: 4, lean: 20, directions: 'tossed', times: 1 },
  },
  {
    ...{ name: 'Few and large', layout: { kind: 'half-drop', drop: HALF } },
    ...{ cover: 38, gap: 5, lean: 15, directions: 'two-way', times: 0.5 },
  },
  {
    ...{ name: 'Many and small', layout: { kind: 'half-drop', drop: THIRD } },
    ...{ cover: 28, gap: 3, lean: 25, directions: 'tossed', times: 2 },
  },
  {
    ...{ name: 'One way, in a diamond', layout: { kind: 'diamond', drop: HALF } },
    ...{ cover: 30, gap: 4, lean: 8, directions: 'one-way', times: 0.6 },
  },
  {
    ...{ name: 'Upright, in bricks', layout: { kind: 'brick', drop: HALF } },
    ...{ cover: 30, gap: 5, lean: 0, directions: 'one-way', times: 1 },
  },
  {
    ...{ name: 'Airy, straight', layout: { kind: 'straight', drop: HALF } },
    ...{ cover: 15, gap: 9, lean: 12, directions: 'four-way', times: 0.7 },
  },
];

/** A rough one shows its character with so many, and is laid at once. */
const USUAL_MOST = 21;

/** A rough composition: a way as it came out. */
export type Composition = { way: Way; layout: Layout; placements: Placement[]; told: string };

/** Lays the motifs of a bolt in one way, without changing the bolt; what is locked stays. */
export async function compose(
  project: Project,
  way: Way,
  seed: number,
  how: Parameters<typeof scatterOn>[3],
): Promise<Composition> {
  const { cover, gap, lean, directions } = way;
  const kept = project.placements.filter((p) => p.locked);
  const bare: Project = { ...project, layout: way.layout, placements: kept };
  const rules = { cover, gap, odd: true, afresh: true };
  const { sprites } = useSprites.getState();
  const usual = plannedSorts(bare, rules, sprites, {});
  const total = project.motifs.reduce((s, m) => s + sortOf(usual, m).count, 0);
  const asked = Math.max(project.motifs.length, Math.round(Math.min(USUAL_MOST, total) * way.times));
  const sorts = plannedSorts(bare, rules, sprites, withTotal(usual, project.motifs, asked, true));
  const ask: ScatterAsk = {
    motifs: project.motifs
      .map((m) => ({ motif: m.id, ...sortOf(sorts, m) }))
      .filter((m) => m.count > 0)
      .map((m) => ({ ...m, least: Math.min(m.least, m.most) / 100, most: m.most / 100 })),
    ...{ cover: cover / 100, minGapMm: gap, leanDeg: lean, directions },
    ...{ alternate: null, mirror: true, afresh: true },
  };
  const { found, fresh } = await scatterOn(bare, ask, seed, how);
  return {
    way,
    layout: way.layout,
    placements: [...kept, ...fresh],
    told: `${fresh.length} laid, ${Math.round(found.cover * 100)}\u00a0% covered, smallest gap ${found.smallestGapMm.toFixed(1)} mm.`,
  };
}
