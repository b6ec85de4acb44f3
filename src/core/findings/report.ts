import { labDistance, oklabOf, type Rgb } from '../colour';
import type { PixelPlan, Point } from '../lattice';
import type { Reserved } from '../lay';
import type { Wants } from '../products';
import { layersOf, type Scene } from '../render';
import { measureCloth, outlineOfArt } from './cloth/measures';
import { isPiece } from './cloth/piece-name';
import { type Frame, type LayerRead, readLayers } from './cloth/read-layers';
import { type Evenness, evennessOf } from './evenness';
import type { Measured } from './kind';
import { type ClothStyle, type Limits, limitsOf, type Strictness, WANTS } from './limits';
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

/**
 * A drawing or a tile as it was read: the layer, as the scene names it; where it lies, mm; its pieces, each with its middle and its
 * outline about it, mm; why it cannot be told apart, if it cannot.
 */
export type PictureReport = {
  layer: string;
  frame: Frame;
  pieces: (Point & { id: string; outline: Point[][]; areaMm2: number })[];
  specks: number;
  doubt: string | null;
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
  /** The drawings and tiles on it, and the pieces that are seen in them. */
  pictures: PictureReport[];
  /** On how many motifs no line was looked for yet: 0 in a whole check. */
  linesLeft: number;
};

const pictureReport = ({ layer, frame, placed, motifs, specks, doubt }: LayerRead): PictureReport => ({
  ...{ layer, frame, specks, doubt },
  pieces: placed.flatMap(({ id = '', motif, x, y }) => {
    const art = motifs.get(motif);
    if (!art) return [];
    const { rings, areaMm2 } = outlineOfArt(art);
    const round = (v: number) => Math.round(v * 100) / 100;
    return [
      {
        id,
        x,
        y,
        areaMm2,
        outline: rings.map((ring) =>
          Array.from({ length: ring.length / 2 }, (_, k) => ({
            x: round(ring[2 * k]),
            y: round(ring[2 * k + 1]),
          })),
        ),
      },
    ];
  }),
});

/** Why a picture could not be told apart, as a sentence. */
const unreadText = (layer: LayerRead, scene: Scene): string => {
  const kind = layersOf(scene).find((l) => l.kind !== 'placements' && l.art === layer.layer)?.kind;
  return `Gaps, lanes, rows, weight and likeness: the ${kind === 'tile' ? 'tile' : 'drawing'} is not told apart piece by piece (${layer.doubt}), so none of it is judged.`;
};

/** The leading ink of each piece of a picture: the one that most of it is nearest to, the ground left out. */
export function pieceLeads(layers: readonly LayerRead[], inks: readonly Rgb[]): [string, number][] {
  if (inks.length < 2) return [];
  const labs = inks.slice(1).map((c) => oklabOf(...c));
  return layers.flatMap(({ motifs }) =>
    [...motifs].map(([id, { pyramid }]): [string, number] => {
      const level = pyramid.levels.find((l) => Math.max(l.width, l.height) <= 24) ?? pyramid.levels[0];
      const votes = labs.map(() => 0);
      for (let i = 0; i < level.data.length; i += 4) {
        if (level.data[i + 3] < 200) continue;
        const c = oklabOf(level.data[i], level.data[i + 1], level.data[i + 2]);
        let near = 0;
        for (const [k, lab] of labs.entries()) if (labDistance(lab, c) < labDistance(labs[near], c)) near = k;
        votes[near]++;
      }
      const most = Math.max(...votes);
      return [id, most ? votes.indexOf(most) : -1];
    }),
  );
}

/**
 * Looks a cloth over, for all that can be measured on it.
 * @param plan at print ppi.
 * @returns findings in order of weight; nothing to compare gives none, never NaN.
 */
export function runCheck(scene: Scene, plan: PixelPlan, options: CheckOptions = {}): CheckReport {
  const { style = 'even', strictness = 'usual' } = options;
  const limits = limitsOf(style, strictness);
  const read = readLayers(scene, plan);
  const cloth = measureCloth(read.scene, plan, options.reserves);
  const leads = new Map([...(options.leads ?? []), ...pieceLeads(read.layers, options.inks ?? [])]);
  const tops = options.tops ?? new Set<string>();
  const all: Finding[] = [];
  const measured: Measured = {
    cloth,
    scene,
    layers: read.layers,
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
  const doubtful = read.layers.filter((l) => l.doubt);
  const unread = doubtful.length > 0;
  const modules = findingModules.all().filter((m) => m.anyArt || !unread);
  const drawn = read.layers.some((l) => l.placed.length > 0);
  for (const { measure, anyArt } of modules) {
    const told = measure(measured) as Finding[];
    // What lies between things is mended where they are drawn, too.
    const isDrawn = (f: Finding) =>
      drawn && !anyArt && (f.placements.length ? f.placements.some(isPiece) : true);
    all.push(...told.map((f) => (isDrawn(f) ? { ...f, drawn: true as const } : f)));
  }
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
    unjudged: [
      ...doubtful.map((l) => unreadText(l, scene)),
      ...modules.flatMap((m) => m.unjudged?.(measured) ?? []),
    ],
    seen: read.laid.map((k) => (k < 0 ? 0 : picture.seen[k] / Math.max(1, picture.drawn[k]))),
    pictures: read.layers.map(pictureReport),
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
