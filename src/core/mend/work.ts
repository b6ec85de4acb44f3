import type { CheckOptions, CheckReport, Finding } from '../check';
import { findings, layingOutlineOf, PRODUCTS } from '../check';
import type { PixelPlan } from '../lattice';
import { type Filler, Ground, type Outline, settle } from '../lay';
import type { Placed, Scene } from '../render';

/** A cloth being mended: what lies on it, what may not be touched, and what may be added. */
export type Work = {
  scene: Scene;
  plan: PixelPlan;
  options: CheckOptions;
  /** The silhouettes; piece n is placement n of the scene as it was, then what was added. */
  ground: Ground;
  locked: Set<number>;
  fillers: Filler[];
  leads: Map<string, number>;
  /** Mends only what stands for this finding, when one is named. */
  only: Finding | null;
};

/** What lies on the cloth now. */
export const placedNow = ({ ground }: Pick<Work, 'ground'>): Placed[] =>
  Array.from({ length: ground.count }, (_, n) => ground.placed(n));

/** Begins the mending of a scene. */
export function begin(
  scene: Scene,
  plan: PixelPlan,
  options: CheckOptions,
  may: Pick<Work, 'locked' | 'fillers' | 'only'>,
): Work {
  const cell = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const outlines = new Map(
    [...scene.motifs].map(([id, art]): [string, Outline] => [id, layingOutlineOf(art)]),
  );
  const ground = new Ground(plan.layout, cell, outlines, options.reserves);
  for (const p of scene.placements) ground.add(p);
  // A filler is laid no larger than its pixels print.
  const { ppi } = PRODUCTS[options.product ?? 'cloth'];
  const fillers = may.fillers.flatMap((f): Filler[] => {
    const most = (scene.motifs.get(f.motif)?.ppi ?? 0) / ppi;
    const [least, usual, largest] = f.scales;
    return most < least ? [] : [{ ...f, scales: [least, Math.min(usual, most), Math.min(largest, most)] }];
  });
  return { scene, plan, options, ground, leads: options.leads ?? new Map(), ...may, fillers };
}

/** Looks the cloth over as it is now. Pieces are known by their number. */
export function checkNow(work: Work): CheckReport {
  const placements = placedNow(work).map((p, n) => ({ ...p, id: `${n}` }));
  return findings({ ...work.scene, placements }, work.plan, work.options);
}

/** How far a piece may be moved to mend something, in spacings. */
const FARTHEST = 0.6;
const WAYS = 20;

/** The nearest place about a piece at which it clears everything by a gap and `suits`; null when there is none. */
export function nearbyPlace(
  { ground }: Pick<Work, 'ground'>,
  n: number,
  gapMm: number,
  suits: (p: Placed) => boolean = () => true,
): Placed | null {
  const spacing = Math.sqrt(ground.cellAreaMm2 / Math.max(1, ground.count));
  const was = ground.placed(n);
  for (let ring = 1; ring <= 14; ring++) {
    const by = (ring / 14) * FARTHEST * spacing;
    let best: Placed | null = null;
    let most = gapMm;
    for (let k = 0; k < WAYS; k++) {
      const t = ((k + (ring % 2) / 2) * 2 * Math.PI) / WAYS;
      const tried = { ...was, x: was.x + by * Math.cos(t), y: was.y + by * Math.sin(t) };
      const gap = ground.nearest(n, tried, gapMm * 3, gapMm * 0.99)?.gap ?? gapMm * 3;
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
  settle(work.ground, { minGapMm: middleGap(work) * 0.35, locked: work.locked, passes: 16, fine: false });
}

/** The middle of the gaps to the nearest neighbours, mm. */
export function middleGap({ ground }: Pick<Work, 'ground'>): number {
  const gaps = ground.gaps().sort((a, b) => a - b);
  return gaps[gaps.length >> 1] ?? 0;
}

/** Findings of some kinds, or of those only the one that is to be mended. */
export function toMend(work: Work, report: CheckReport, kinds: Finding['kind'][]): Finding[] {
  const all = report.findings.filter((f) => kinds.includes(f.kind) && f.severity === 'look');
  const { only } = work;
  if (!only) return all;
  if (!kinds.includes(only.kind)) return [];
  const same = all.filter((f) => work.ground.apart({ ...ANY, ...f.at }, { ...ANY, ...only.at }) < 3);
  return same.length ? same : all.slice(0, 1);
}
const ANY = { motif: '', x: 0, y: 0, angle: 0, scale: 1, mirror: false };
