/** Made-up cloths, scattered and settled by seed: motifs of plain shapes in flat inks, sized and spaced by style. */
import {
  type Filler,
  FREE_ANGLES,
  type Layout,
  labDistance,
  newRaster,
  type Outline,
  oklabOf,
  type Placed,
  pyramidOf,
  type Rgb,
  type SceneMotif,
  SilhouetteIndex,
  scatter,
  seededRandom,
} from '../../src/core';
import { outlineOfArt } from '../../src/core/findings';

const STYLES = ['airy', 'even', 'packed'] as const;
type Style = (typeof STYLES)[number];
export const GROUND: Rgb = [244, 236, 220];

export const INKS: Rgb[] = [
  [40, 34, 70],
  [178, 62, 50],
  [224, 160, 58],
  [84, 150, 146],
  [205, 140, 150],
];

type Shape = (u: number, v: number) => boolean;
const oval =
  (k: number): Shape =>
  (u, v) =>
    u * u + (v / k) ** 2 < 1;
const SHAPES: Record<string, Shape> = {
  kite: (u, v) => Math.abs(u) + Math.abs(v < 0 ? v * 1.6 : v * 0.9) < 0.92,
  box: (u, v) => Math.abs(u) < 0.62 && Math.abs(v) < 0.9,
  wing: (u, v) => v > 0.9 * u * u - 0.45 && v < 0.45 * u * u + 0.2 && Math.abs(u) < 0.98,
  puff: (u, v) =>
    Math.hypot(u - 0.4, v) < 0.5 || Math.hypot(u + 0.42, v) < 0.48 || Math.hypot(u, v + 0.18) < 0.55,
  oval: oval(0.55),
  bow: (u, v) => Math.abs(v) < 0.12 + 0.5 * Math.abs(u) && Math.abs(u) < 0.95,
  bar: (u, v) => Math.abs(u) < 0.3 && Math.abs(v) < 0.95,
  round: oval(1),
};

const PPI = 200;

function drawn(shape: Shape, mm: number, ink: Rgb): SceneMotif {
  const n = Math.round((mm / 25.4) * PPI);
  const r = newRaster(n, n);
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) {
      let hits = 0;
      for (let k = 0; k < 9; k++) {
        const u = ((x + ((k % 3) + 0.5) / 3) / n) * 2 - 1;
        const v = ((y + (Math.floor(k / 3) + 0.5) / 3) / n) * 2 - 1;
        if (shape(u, v)) hits++;
      }
      if (hits) r.data.set([...ink, (hits * 255) / 9], (y * n + x) * 4);
    }
  }
  return { pyramid: pyramidOf(r), ppi: PPI };
}

type Sort = { shape: string; mm: number; ink: number; share: number };
const SORTS: Sort[] = [
  { shape: 'kite', mm: 62, ink: 1, share: 2 },
  { shape: 'box', mm: 56, ink: 3, share: 2 },
  { shape: 'wing', mm: 50, ink: 0, share: 3 },
  { shape: 'puff', mm: 42, ink: 4, share: 4 },
  { shape: 'oval', mm: 36, ink: 3, share: 4 },
  { shape: 'bow', mm: 26, ink: 2, share: 6 },
  { shape: 'bar', mm: 26, ink: 1, share: 5 },
  { shape: 'round', mm: 20, ink: 2, share: 7 },
];

const ART = new Map(SORTS.map((s) => [s.shape, drawn(SHAPES[s.shape], s.mm, INKS[s.ink])]));
const OUTLINES = new Map([...ART].map(([id, art]): [string, Outline] => [id, outlineOfArt(art)]));
export const LEADS = new Map(SORTS.map((s) => [s.shape, s.ink]));
export const WEIGHTS = new Map(
  SORTS.map((s) => [s.shape, labDistance(oklabOf(...GROUND), oklabOf(...INKS[s.ink]))]),
);

/** The layouts that cloths are made in, in turn. */
export const LAYOUTS: Layout[] = [
  { kind: 'straight', drop: { p: 0, q: 1 } },
  { kind: 'half-drop', drop: { p: 1, q: 2 } },
  { kind: 'brick', drop: { p: 1, q: 2 } },
  { kind: 'diamond', drop: { p: 1, q: 2 } },
  { kind: 'half-drop', drop: { p: 1, q: 3 } },
  { kind: 'brick', drop: { p: 2, q: 5 } },
];

const COVER: Record<Style, { cover: number; gap: number; size: number }> = {
  airy: { cover: 0.16, gap: 6, size: 0.75 },
  even: { cover: 0.28, gap: 4, size: 0.9 },
  packed: { cover: 0.4, gap: 2, size: 1 },
};

export type MadeCloth = {
  style: Style;
  layout: Layout;
  cell: { width: number; height: number };
  silhouettes: SilhouetteIndex;
  placements: Placed[];
  motifs: Map<string, SceneMotif>;
};

/** A clean cloth of a seed. The layout and the style go round by `n`. */
export function makeCloth(n: number, seed: number): MadeCloth {
  const random = seededRandom(seed * 2654435761 + n);
  const style = STYLES[n % STYLES.length];
  const layout = LAYOUTS[Math.floor(n / STYLES.length) % LAYOUTS.length];
  const large = layout.kind === 'diamond' ? 1.45 : 1.05;
  const cell = { width: large * (270 + 120 * random()), height: large * (270 + 120 * random()) };
  const area = cell.width * cell.height * (layout.kind === 'diamond' ? 0.5 : 1);
  const { cover, gap, size } = COVER[style];
  const each = (style === 'airy' ? 0.75 : 1) * Math.sqrt(area / 90000) ** 2;
  for (let tries = 0; tries < 8; tries++) {
    const silhouettes = new SilhouetteIndex(layout, cell, OUTLINES);
    try {
      const { placed } = scatter(
        silhouettes,
        {
          motifs: SORTS.map((s) => ({
            motif: s.shape,
            lead: s.ink,
            free: s.mm < 40,
            count: Math.max(1, Math.round(s.share * each * (0.8 + 0.4 * random()))),
            least: size * 0.5,
            most: size * 1.1,
          })),
          directions: 'tossed',
          leanDeg: 25,
          mirror: true,
          minGapMm: gap * 0.75 ** tries,
          cover,
        },
        Math.floor(random() * 1e9),
      );
      return { style, layout, cell, silhouettes, placements: placed, motifs: ART };
    } catch {
      // Too dense by chance: a smaller gap.
    }
  }
  throw new Error(`No cloth for ${n}, ${seed}.`);
}

/** What may be laid in patches: all but the heroes, near to the sizes in use. */
export function fillersOf(placements: Placed[]): Filler[] {
  return ['wing', 'puff', 'oval', 'bow', 'bar', 'round'].flatMap((motif): Filler[] => {
    const scales = placements.filter((p) => p.motif === motif).map((p) => p.scale);
    if (!scales.length) return [];
    const usual = scales.reduce((s, v) => s + v, 0) / scales.length;
    return [
      {
        motif,
        lead: LEADS.get(motif) ?? -1,
        scales: [usual * 0.6, usual, usual * 1.4],
        angles: [...FREE_ANGLES],
      },
    ];
  });
}
