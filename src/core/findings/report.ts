import type { Rgb } from '../colour';
import type { PixelPlan, Point } from '../lattice';
import type { Reserved } from '../lay';
import type { Wants } from '../products';
import type { Scene } from '../render';
import { type ClothMeasures, measureCloth } from './cloth/measures';
import { type Evenness, evennessOf } from './evenness';
import type { Measured } from './kind';
import { type ClothStyle, type Limits, limitsOf, type Strictness, WANTS } from './limits';
import { hasUnread } from './picture-layers/measure';
import { thinnestLine } from './print-limits/line';
import { type Finding, findingModules } from './registry';
import { type DirectionReport, directionOf } from './upside-down/measure';

/** What a check should know beside the scene. All has a default. */
export type CheckOptions = {
  style?: ClothStyle;
  strictness?: Strictness;
  /** The least that the print holds. */
  wants?: Wants;
  /** The leading colour of each motif, by a number; -1 or left out: none. */
  leads?: Map<string, number>;
  /** The colours on show, ground first. */
  inks?: Rgb[];
  /** Motifs that are meant to weigh. */
  heroes?: Set<string>;
  /** Motifs that have a top. */
  tops?: Set<string>;
  reserves?: Reserved[];
  /** The outline that is worked to, mm, when it is not the cell itself. */
  outline?: Point[];
  /** Lines of motifs that were not measured before are left for later. */
  knownLines?: boolean;
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
  /** What could not be judged on this cloth, and why: sentences. */
  unjudged: string[];
  /** On how many motifs no line was looked for yet: 0 in a whole check. */
  linesLeft: number;
};

const UNREAD =
  'Gaps, lanes, rows, weight, likeness and direction: what is drawn in a whole drawing or a finished tile is not told apart piece by piece, so none of it is judged.';

/**
 * Looks a cloth over, for all that can be measured on it.
 * @param plan at print ppi. @param look when it was measured already.
 * @returns findings in order of weight; nothing to compare gives none, never NaN.
 */
export function runCheck(
  scene: Scene,
  plan: PixelPlan,
  options: CheckOptions = {},
  look?: ClothMeasures,
): CheckReport {
  const { style = 'even', strictness = 'usual' } = options;
  const limits = limitsOf(style, strictness);
  const cloth = look ?? measureCloth(scene, plan, options.reserves);
  const leads = options.leads ?? new Map();
  const tops = options.tops ?? new Set<string>();
  const all: Finding[] = [];
  const measured: Measured = {
    cloth,
    plan,
    limits,
    wants: options.wants ?? WANTS,
    leads,
    inks: options.inks ?? [],
    heroes: options.heroes ?? new Set(),
    tops,
    outline: options.outline ?? [],
    knownLines: options.knownLines ?? false,
    found: all,
  };
  const unread = hasUnread(scene);
  const modules = findingModules.all().filter((m) => m.anyArt || !unread);
  for (const { measure } of modules) all.push(...(measure(measured) as Finding[]));
  const { rooms, picture } = cloth;
  const placed = new Set(scene.placements.map((p) => scene.motifs.get(p.motif)));
  const unmeasured = [...placed].filter((art) => art && thinnestLine.known(art) === undefined);
  return {
    findings: [...all.filter((f) => f.severity === 'warning'), ...all.filter((f) => f.severity === 'note')],
    medianGapMm: rooms && !unread ? cloth.across(rooms.median) : null,
    gapsMm: rooms && !unread ? rooms.rooms.map((c) => cloth.across(c.r)) : [],
    cover: picture.cover,
    evenness: unread ? null : evennessOf(cloth, leads),
    direction: directionOf(scene.placements, tops).report,
    limits,
    unjudged: [...(unread ? [UNREAD] : []), ...modules.flatMap((m) => m.unjudged?.(measured) ?? [])],
    seen: Array.from(picture.seen, (v, k) => v / Math.max(1, picture.drawn[k])),
    linesLeft: options.knownLines ? unmeasured.length : 0,
  };
}

/** What became of a cloth between two reports: the score, and what is to be looked at, less what was. */
export function compareFindings(before: CheckReport, after: CheckReport) {
  const count = (r: CheckReport, kind: Finding['kind']) => r.findings.filter((f) => f.kind === kind).length;
  const kinds = [...new Set([...before.findings, ...after.findings].map((f) => f.kind))];
  return {
    score: before.evenness && after.evenness ? after.evenness.score - before.evenness.score : null,
    warnings:
      after.findings.filter((f) => f.severity === 'warning').length -
      before.findings.filter((f) => f.severity === 'warning').length,
    kinds: kinds
      .map((kind) => ({ kind, change: count(after, kind) - count(before, kind) }))
      .filter((k) => k.change !== 0),
  };
}
