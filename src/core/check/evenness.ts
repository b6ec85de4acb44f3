import { labDistance, oklabOf, type Rgb } from '../colour';
import { shortest } from './directions';
import type { Look } from './look';
import { nearestGaps } from './near';

/** How even a cloth is, 0 to 100 in all and for each part, and what the parts were worked out from. */
export type Evenness = {
  score: number;
  parts: { gaps: number; cover: number; weight: number; colours: number; sizes: number };
  /** Gap to the nearest neighbour of every placement, mm, smallest first. */
  gapsMm: number[];
  /** Cover in nine equal strips across and nine down, shares of the cloth. */
  across: number[];
  down: number[];
  /** Share of the cloth that each ink covers, the ground first. */
  inks: number[];
  /** How often each motif is laid, and its share of what is covered. */
  motifs: { motif: string; count: number; share: number }[];
};

const STRIPS = 9;

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

/** Null for fewer than three things on the cloth. @param inks as shown, ground first. */
export function evennessOf(look: Look, leads: Map<string, number>, inks: Rgb[]): Evenness | null {
  const { scene, rooms, far, picture } = look;
  const n = scene.placements.length;
  if (n < 3 || !rooms) return null;
  const { gaps } = nearestGaps(look);
  const gapsMm = gaps.filter(Number.isFinite).sort((a, b) => a - b);
  const holes = spreadOf(rooms.rooms.map((c) => c.r));
  const { across, down } = strips(look);
  const colours = unbalance(look, (motif) => leads.get(motif) ?? -1);
  const areas = scene.placements.map((p) => (look.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2);
  const order = [...areas].sort((a, b) => b - a);
  const large = order[Math.floor(order.length / 3)];
  const sizes = unbalance(look, (_, k) => (areas[k] >= large ? 1 : -1));
  const parts = {
    gaps: mark(holes, 0.16, 0.75),
    cover: mark(Math.max(spreadOf(across), spreadOf(down)), 0.12, 0.75),
    weight: mark(spreadOf(far.blurred), 0.28, 0.8),
    colours: mark(colours, 0.1, 0.75),
    sizes: mark(sizes, 0.1, 0.75),
  };
  const score = Math.round(
    0.35 * parts.gaps + 0.2 * parts.cover + 0.2 * parts.weight + 0.15 * parts.colours + 0.1 * parts.sizes,
  );
  const count = new Map<string, { motif: string; count: number; share: number }>();
  const seen = picture.seen.reduce((s, v) => s + v, 0);
  for (const [k, p] of scene.placements.entries()) {
    const known = count.get(p.motif) ?? { motif: p.motif, count: 0, share: 0 };
    count.set(p.motif, {
      ...known,
      count: known.count + 1,
      share: known.share + picture.seen[k] / Math.max(1, seen),
    });
  }
  return {
    score,
    parts,
    gapsMm,
    across,
    down,
    inks: inkShares(look, inks),
    motifs: [...count.values()].sort((a, b) => b.share - a.share),
  };
}

/** Cover of equal strips of the piece, across and down. */
function strips({ picture }: Look) {
  const { width, height } = picture.torus;
  const across = new Array<number>(STRIPS).fill(0);
  const down = new Array<number>(STRIPS).fill(0);
  for (let y = 0; y < height; y++) {
    const j = Math.floor((y * STRIPS) / height);
    for (let x = 0; x < width; x++) {
      if (picture.labels[y * width + x] < 0) continue;
      across[Math.floor((x * STRIPS) / width)]++;
      down[j]++;
    }
  }
  const each = (width * height) / STRIPS;
  return { across: across.map((v) => v / each), down: down.map((v) => v / each) };
}

/**
 * How much the kinds of a cloth keep to one side of it: the mean, over kinds, of how far their places agree in the
 * longest waves of the torus (0: spread about, 1: all in one place), above what so few would by chance.
 */
function unbalance({ scene, lattice, outlines }: Look, kindOf: (motif: string, n: number) => number): number {
  const [a, b] = shortest(lattice);
  const det = a.x * b.y - a.y * b.x;
  const waves = [
    { x: b.y / det, y: -b.x / det },
    { x: -a.y / det, y: a.x / det },
  ];
  const kinds = new Map<number, { re: number[]; im: number[]; all: number; squares: number }>();
  for (const [n, p] of scene.placements.entries()) {
    const kind = kindOf(p.motif, n);
    if (kind < 0) continue;
    const w = (outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2;
    const known = kinds.get(kind) ?? { re: [0, 0], im: [0, 0], all: 0, squares: 0 };
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
    const agree = Math.max(...re.map((v, k) => Math.hypot(v, im[k]) / all));
    sum += all * Math.max(0, agree - 0.6 * chance);
    of += all;
  }
  return of ? sum / of : 0;
}

/** The share of the cloth that lies nearest to each ink. */
function inkShares({ far }: Look, inks: Rgb[]): number[] {
  const labs = inks.map((ink) => oklabOf(...ink));
  const shares = inks.map(() => 0);
  const paint = far.picture.colours?.paint;
  if (!labs.length || !paint) return shares;
  const known = new Int8Array(32768).fill(-1);
  const size = paint.length / 3;
  for (let p = 0; p < size; p++) {
    const [r, g, b] = [paint[p * 3], paint[p * 3 + 1], paint[p * 3 + 2]];
    const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
    if (known[key] < 0) {
      const lab = oklabOf(r, g, b);
      const away = labs.map((l) => labDistance(l, lab));
      known[key] = away.indexOf(Math.min(...away));
    }
    shares[known[key]] += 1 / size;
  }
  return shares;
}
