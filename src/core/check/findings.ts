import type { Rgb } from '../colour';
import type { PixelPlan, Point } from '../lattice';
import type { Reserved } from '../lay';
import type { Scene } from '../render';
import { type DirectionReport, directionOf } from './direction';
import { type Evenness, evennessOf } from './evenness';
import type { Finding } from './finding';
import { hairlines } from './hairline';
import { heavySpots } from './heavy';
import { barePatches } from './holes';
import { openLanes } from './lanes';
import { type ClothStyle, type Limits, limitsOf, PRODUCTS, type Product, type Strictness } from './limits';
import { type Look, lookAt } from './look';
import { nearTouches } from './near';
import { likeInks, printLimits } from './print';
import { rowUps } from './row-up';
import { slivers } from './sliver';
import { specksOf } from './specks';
import { twinsOf } from './twins';

/** What a check should know beside the scene. All has a default. */
export type CheckOptions = {
  style?: ClothStyle;
  strictness?: Strictness;
  product?: Product;
  /** The leading colour of each motif, by a number; -1 or left out: none. */
  leads?: Map<string, number>;
  /** The colours on show, ground first. */
  inks?: Rgb[];
  /** Motifs that have a top. */
  tops?: Set<string>;
  reserves?: Reserved[];
  /** The outline that is worked to, mm, when it is not the cell itself. */
  outline?: Point[];
};

export type CheckReport = {
  /** What to look at, the weightiest first. */
  findings: Finding[];
  /** Diameter of the middle empty circle, mm; null when there is too little on the cloth to compare. */
  medianGapMm: number | null;
  /** Diameters of all empty circles, mm, largest first. */
  gapsMm: number[];
  /** Share of the cloth that is covered by art, 0 to 1. */
  cover: number;
  evenness: Evenness | null;
  direction: DirectionReport;
  limits: Limits;
  /** Share of each placement that stays in sight, in the scene's order. */
  seen: number[];
};

/**
 * Looks a cloth over, for all that can be measured on it.
 * @param plan at print ppi. @param look when it was measured already.
 * @returns findings in order of weight; nothing to compare gives none, never NaN.
 */
export function findings(
  scene: Scene,
  plan: PixelPlan,
  options: CheckOptions = {},
  look?: Look,
): CheckReport {
  const { style = 'even', strictness = 'usual', product = 'cloth' } = options;
  const limits = limitsOf(style, strictness);
  const seen = look ?? lookAt(scene, plan, options.reserves);
  const leads = options.leads ?? new Map();
  const inks = options.inks ?? [];
  const bare = barePatches(seen, limits);
  const direction = directionOf(scene.placements, options.tops ?? new Set());
  const all: Finding[] = [
    ...hairlines(seen, plan),
    ...bare,
    ...openLanes(seen, limits),
    ...rowUps(seen, limits),
    ...heavySpots(seen, limits, bare),
    ...nearTouches(seen, limits, PRODUCTS[product].gapMm),
    ...twinsOf(seen, limits, leads),
    ...printLimits(seen, product),
    ...slivers(seen, limits, options.outline),
    ...specks(seen),
    ...direction.findings,
    ...likeInks(inks, scene.placements[0] ?? { x: 0, y: 0 }),
  ];
  const { rooms, picture } = seen;
  return {
    findings: [...all.filter((f) => f.severity === 'look'), ...all.filter((f) => f.severity === 'note')],
    medianGapMm: rooms && seen.across(rooms.median),
    gapsMm: rooms ? rooms.rooms.map((c) => seen.across(c.r)) : [],
    cover: picture.cover,
    evenness: evennessOf(seen, leads),
    direction: direction.report,
    limits,
    seen: Array.from(picture.seen, (v, k) => v / Math.max(1, picture.drawn[k])),
  };
}

/** One finding for all motifs with specks about them. */
function specks({ scene }: Look): Finding[] {
  const with1 = scene.placements.filter((p) => {
    const art = scene.motifs.get(p.motif);
    return art && specksOf(art) > 0;
  });
  if (!with1.length) return [];
  const kinds = [...new Set(with1.map((p) => p.motif))];
  const count = kinds.reduce((s, motif) => s + specksOf(scene.motifs.get(motif)!), 0);
  return [
    {
      kind: 'left-over',
      severity: 'note',
      at: { x: with1[0].x, y: with1[0].y },
      placements: with1.map((p) => p.id ?? ''),
      what: 'specks',
      count,
    },
  ];
}

/** What became of a cloth between two reports: the score, and what is to be looked at, less what was. */
export function compareFindings(before: CheckReport, after: CheckReport) {
  const count = (r: CheckReport, kind: Finding['kind']) => r.findings.filter((f) => f.kind === kind).length;
  const kinds = [...new Set([...before.findings, ...after.findings].map((f) => f.kind))];
  return {
    score: before.evenness && after.evenness ? after.evenness.score - before.evenness.score : null,
    looks:
      after.findings.filter((f) => f.severity === 'look').length -
      before.findings.filter((f) => f.severity === 'look').length,
    kinds: kinds
      .map((kind) => ({ kind, change: count(after, kind) - count(before, kind) }))
      .filter((k) => k.change !== 0),
  };
}
