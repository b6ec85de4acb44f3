import type { Point } from '../lattice';
import type { Placed } from '../render';
import { stripesOf } from './cloth/bands';
import { shortest } from './cloth/directions';
import type { ClothMeasures } from './cloth/measures';
import { nearestGaps } from './cloth/nearest-gaps';
import { isPiece, layerOfPiece } from './cloth/piece-name';

/** How even a cloth is, 0 to 100 in all and for each part, and what the parts were worked out from. */
export type Evenness = {
  score: number;
  parts: { gaps: number; cover: number; weight: number; colours: number; sizes: number };
  /** Gap to the nearest neighbour of every placement, mm, smallest first. */
  gapsMm: number[];
  /** How often each motif is laid, or how many pieces a drawing or tile has (by its layer), and its share of what is covered. */
  motifs: { motif: string; count: number; share: number }[];
};

/** The cover is looked at in stripes so many spacings apart or more; kinds in waves so many long or longer. */
const STRIPES = 2;
const WAVES = 3;

/** 100 at or under `good`, falling to 0 at `bad`. */
const mark = (v: number, good: number, bad: number) =>
  Math.round(100 * Math.min(1, Math.max(0, (bad - v) / (bad - good))));

const spreadOf = (list: ArrayLike<number>) => {
  let mean = 0;
  for (let k = 0; k < list.length; k++) mean += list[k] / list.length;
  let sum = 0;
  for (let k = 0; k < list.length; k++) sum += (list[k] - mean) ** 2 / list.length;
  return mean > 0 ? Math.sqrt(sum) / mean : 0;
};

/** Null for fewer than three things on the cloth. */
export function evennessOf(cloth: ClothMeasures, leads: Map<string, number>): Evenness | null {
  const { scene, rooms, atDistance, picture } = cloth;
  // What runs on through its own copies has no place to be even about.
  if (scene.placements.filter((p) => !p.through).length < 3 || !rooms) return null;
  const { gaps } = nearestGaps(cloth);
  const gapsMm = gaps.filter(Number.isFinite).sort((a, b) => a - b);
  const holes = spreadOf(rooms.rooms.map((c) => c.r));
  const [stripes] = stripesOf(atDistance.cover, STRIPES * cloth.spacingMm);
  const colours = unbalance(cloth, (p) => leads.get(p.art ?? p.motif) ?? -1);
  const areas = scene.placements.map((p) => (cloth.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2);
  const order = [...areas].sort((a, b) => b - a);
  const large = order[Math.floor(order.length / 3)];
  const sizes = unbalance(cloth, (_, k) => (areas[k] >= large ? 1 : -1));
  const parts = {
    gaps: mark(holes, 0.16, 0.75),
    cover: mark(stripes?.swing ?? 0, 0.08, 0.8),
    weight: mark(spreadOf(atDistance.blurred), 0.28, 0.8),
    colours: mark(colours, 0.1, 0.75),
    sizes: mark(sizes, 0.1, 0.75),
  };
  const score = Math.round(
    0.35 * parts.gaps + 0.2 * parts.cover + 0.2 * parts.weight + 0.15 * parts.colours + 0.1 * parts.sizes,
  );
  const count = new Map<string, { motif: string; count: number; share: number }>();
  const seen = picture.seen.reduce((s, v) => s + v, 0);
  for (const [k, p] of scene.placements.entries()) {
    // What is drawn in a picture counts as one.
    const motif = p.id && isPiece(p.id) ? layerOfPiece(p.id) : p.motif;
    const known = count.get(motif) ?? { motif, count: 0, share: 0 };
    count.set(motif, {
      ...known,
      count: known.count + 1,
      share: known.share + picture.seen[k] / Math.max(1, seen),
    });
  }
  return {
    score,
    parts,
    gapsMm,
    motifs: [...count.values()].sort((a, b) => b.share - a.share),
  };
}

/** The waves of a torus no shorter than `least`, as steps of phase for each mm across and down; one of each two opposite. */
function wavesOf({ a, b }: ClothMeasures['lattice'], least: number): Point[] {
  const [p, q] = shortest({ a, b });
  const det = p.x * q.y - p.y * q.x;
  const [g, h] = [
    { x: q.y / det, y: -q.x / det },
    { x: -p.y / det, y: p.x / det },
  ];
  const out: Point[] = [];
  const most = [g, h].map((v) => Math.ceil(1.2 / (Math.hypot(v.x, v.y) * least)));
  for (let i = 0; i <= most[0]; i++) {
    for (let j = i ? -most[1] : 1; j <= most[1]; j++) {
      const wave = { x: i * g.x + j * h.x, y: i * g.y + j * h.y };
      if (Math.hypot(wave.x, wave.y) * least <= 1) out.push(wave);
    }
  }
  return out;
}

/**
 * How much the kinds of a cloth keep to one side of it: the mean, over kinds, of how far their places agree in any long
 * wave of the torus (0: spread about, 1: all in one place), above what so few would by chance.
 */
function unbalance(cloth: ClothMeasures, kindOf: (p: Placed, n: number) => number): number {
  const { scene, lattice, outlines } = cloth;
  const waves = wavesOf(lattice, WAVES * cloth.spacingMm);
  const kinds = new Map<number, { re: number[]; im: number[]; all: number; squares: number }>();
  for (const [n, p] of scene.placements.entries()) {
    const kind = kindOf(p, n);
    if (kind < 0) continue;
    const w = (outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2;
    const known = kinds.get(kind) ?? { re: waves.map(() => 0), im: waves.map(() => 0), all: 0, squares: 0 };
    for (const [k, g] of waves.entries()) {
      const t = 2 * Math.PI * (g.x * p.x + g.y * p.y);
      known.re[k] += w * Math.cos(t);
      known.im[k] += w * Math.sin(t);
    }
    known.all += w;
    known.squares += w * w;
    kinds.set(kind, known);
  }
  let sum = 0;
  let of = 0;
  for (const { re, im, all, squares } of kinds.values()) {
    const chance = Math.sqrt(squares) / all;
    const agree = Math.max(0, ...re.map((v, k) => Math.hypot(v, im[k]) / all));
    sum += all * Math.max(0, agree - chance);
    of += all;
  }
  return of ? sum / of : 0;
}
