/** Cloths by means that the product has no part in: seven ways of laying, shapes known exactly, sizes alike or very unlike. */
import {
  type Layout,
  labDistance,
  latticeOf,
  oklabOf,
  type Placed,
  type Rgb,
  type Scene,
  seededRandom,
} from '../../src/core';
import { INKS as CLOTH_INKS, LAYOUTS } from '../cloths/make-cloth';
import { asPlaced, drawn, type Piece, SHAPES, type Shape } from './capsules';
import { Torus } from './torus';
import { GENERATORS, type Generator, grown, LAY, type Plan, parted, piece } from './ways';

export { GENERATORS, type Generator } from './ways';

type Random = () => number;
const GROUNDS: Rgb[] = [
  [244, 236, 220],
  [250, 250, 248],
  [38, 40, 62],
  [206, 224, 220],
];
export const INKS: Rgb[] = [...CLOTH_INKS, [120, 110, 180]];

/** A motif of a cloth: its shape, the length it is drawn at, its ink and printed area at that length. */
export type Kind = { shape: Shape; name: string; mm: number; ink: number; areaMm2: number; large: number };
export type EyeCloth = {
  name: string;
  generator: Generator;
  layout: Layout;
  cell: { width: number; height: number };
  torus: Torus;
  kinds: Kind[];
  ground: Rgb;
  motifs: Scene['motifs'];
  leads: Map<string, number>;
};

export const INK_OF = (ink: number) => INKS[ink % INKS.length];
/** How far an ink stands out from a ground. */
export const contrast = (ground: Rgb, ink: number) =>
  labDistance(oklabOf(...ground), oklabOf(...INK_OF(ink)));

const placedOf = (cloth: EyeCloth, pieces: Piece[]): Placed[] =>
  pieces.map((p, n) => asPlaced(p, `p${n}`, `m${p.motif}`, cloth.kinds[p.motif].mm));
export const sceneOf = (cloth: EyeCloth, pieces: Piece[]): Scene => ({
  ground: cloth.ground,
  motifs: cloth.motifs,
  placements: placedOf(cloth, pieces),
});
export const weightOf = (cloth: Pick<EyeCloth, 'kinds' | 'ground'>, p: Piece) => {
  const k = cloth.kinds[p.motif];
  return k.areaMm2 * (p.mm / k.mm) ** 2 * contrast(cloth.ground, k.ink);
};

/** A sort that is drawn anew for a cloth and known to it from then on. */
export function addKind(cloth: EyeCloth, shape: Shape, mm: number, ink: number, name: string): number {
  const { art, areaMm2 } = drawn(shape, mm, INK_OF(ink));
  const n = cloth.kinds.push({ shape, name, mm, ink, areaMm2, large: 0 }) - 1;
  cloth.torus.shapes[n] = shape;
  cloth.motifs.set(`m${n}`, art);
  cloth.leads.set(`m${n}`, ink % INKS.length);
  return n;
}

const pick = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)];

/** Lays small things in holes much wider than the others, turned as suits them best. */
export function filled(
  { torus, random, gap }: Pick<Plan, 'torus' | 'random' | 'gap'>,
  kinds: Pick<Kind, 'large' | 'areaMm2' | 'mm'>[],
  mostMm2 = 1e9,
) {
  const small = kinds.flatMap((k, i) => (k.large === 2 ? [i] : []));
  for (let k = 0; k < 30; k++) {
    const holes = torus.holes();
    const usual = torus.usualHole(holes);
    const [hole] = holes;
    if (hole.r < 1.4 * usual) return;
    const alike = (m: number) =>
      Math.min(
        1e9,
        ...torus
          .all()
          .filter((p) => p.motif === m)
          .map((p) => torus.apart(p, hole)),
      );
    const motif = [...small].sort((p, q) => alike(q) - alike(p))[Math.floor(1.5 * random())];
    let best: Piece | null = null;
    for (let t = 0; t < 8; t++) {
      const tried = { ...piece(hole, 0.3 * hole.r, random), motif };
      const clear = Math.max(gap, usual * 0.45);
      const { areaMm2, mm } = kinds[motif];
      const fits = () =>
        torus.nearest(tried, -1, gap).gap >= clear && areaMm2 * (tried.mm / (mm || 1)) ** 2 < mostMm2;
      for (let more = 0; more < 12 && fits(); more++) tried.mm *= 1.2;
      tried.mm /= 1.2;
      if (!best || tried.mm > best.mm) best = tried;
    }
    if (best) torus.add(best);
  }
}

/** Gives each piece a motif of about its size, so that no two alike come to lie beside each other where it can be had. */
function dressed({ torus, random }: Plan, kinds: Kind[]) {
  const order = torus
    .all()
    .map((_, k) => k)
    .sort((p, q) => torus.pieces[q].piece.mm - torus.pieces[p].piece.mm);
  const groups = [0, 1, 2].map((g) => kinds.flatMap((k, i) => (k.large === g ? [i] : [])));
  for (const [rank, k] of order.entries()) {
    const group = groups[rank < order.length / 5 ? 0 : rank < order.length / 2 ? 1 : 2];
    const p = torus.pieces[k].piece;
    let best = group[0];
    let most = -1;
    for (const motif of group) {
      let near = 1e9;
      for (const done of order.slice(0, rank)) {
        const q = torus.pieces[done].piece;
        const share = q.motif === motif ? 1 : kinds[q.motif].ink === kinds[motif].ink ? 2 : 1e9;
        near = Math.min(near, torus.apart(p, q) * share);
      }
      near *= 0.9 + 0.2 * random();
      if (near > most) [most, best] = [near, motif];
    }
    torus.set(k, { ...p, motif: best });
  }
}

/** Pairs of neighbours that are the same motif at about one size, as near as their neighbours or not much farther. */
function alikeSideBySide({ torus }: Pick<Plan, 'torus'>, pairs: [number, number][]): [number, number][] {
  const own = torus.pieces.map((): number[] => []);
  for (const [i, j] of pairs) for (const k of [i, j]) own[k].push(torus.gap(i, j));
  return pairs.filter(([i, j]) => {
    const [p, q] = [torus.pieces[i].piece, torus.pieces[j].piece];
    if (i === j || p.motif !== q.motif || Math.max(p.mm / q.mm, q.mm / p.mm) > 1.45) return false;
    const gaps = [...own[i], ...own[j]].sort((a, b) => a - b);
    return torus.gap(i, j) < 1.35 * gaps[gaps.length >> 1];
  });
}

/** Lets what lies beside its like change motifs with something of about its length. */
function parting({ torus, gap }: Plan) {
  const pairs = torus.neighbours(0.1);
  const beside = (k: number, motif: number) =>
    pairs.filter(([i, j]) => (i === k || j === k) && torus.pieces[i === k ? j : i].piece.motif === motif)
      .length;
  for (let round = 0; round < 4; round++) {
    for (const [, k] of alikeSideBySide({ torus }, pairs)) {
      const p = torus.pieces[k].piece;
      for (let m = 0; m < torus.pieces.length; m++) {
        const q = torus.pieces[m].piece;
        if (q.motif === p.motif || Math.abs(Math.log(q.mm / p.mm)) > 0.35) continue;
        if (beside(k, q.motif) || beside(m, p.motif)) continue;
        torus.set(k, { ...p, motif: q.motif });
        torus.set(m, { ...q, motif: p.motif });
        if (
          torus.nearest(torus.pieces[k].piece, k, gap).gap >= gap * 0.8 &&
          torus.nearest(torus.pieces[m].piece, m, gap).gap >= gap * 0.8
        )
          break;
        torus.set(k, p);
        torus.set(m, q);
      }
    }
  }
}

const COUNTS = [7, 9, 11, 12, 14, 16, 18, 22, 28, 34, 40, 48, 60, 80, 120];

/** What keeps a cloth from standing for a clean one, by measures of its own; null: nothing. */
function unfit(torus: Torus, kinds: Kind[], ground: Rgb): string | null {
  const field = torus.field();
  const holes = torus.holes(field);
  if (holes[0].r > 1.75 * torus.usualHole(holes)) return 'hole';
  const gaps = torus.gaps().sort((p, q) => p - q);
  if (gaps[0] < 0.42 * gaps[gaps.length >> 1]) return 'gap';
  if (torus.widestBand() > 1.1 * torus.usualHole(holes)) return 'band';
  const order = torus.all().sort((p, q) => weightOf({ kinds, ground }, q) - weightOf({ kinds, ground }, p));
  const times = weightOf({ kinds, ground }, order[0]) / weightOf({ kinds, ground }, order[1]);
  // A motif that is laid once may be the one large thing of its cloth.
  const alone = order.filter((p) => p.motif === order[0].motif).length === 1;
  if (times > (alone ? 2.1 : 1.6)) return 'weight';
  if (alikeSideBySide({ torus }, torus.neighbours(0.1, field)).length) return 'twins';
  return null;
}

/** A clean cloth of a generator and a seed; `n` goes round layouts and counts. Tries again until it is fit. */
export function eyeCloth(generator: Generator, n: number, seed: number, counts = COUNTS): EyeCloth {
  for (let again = 0; again < 60; again++) {
    const random = seededRandom(
      seed * 7919 + n * 131 + again * 15485863 + GENERATORS.indexOf(generator) * 977,
    );
    const layout = LAYOUTS[(n + GENERATORS.indexOf(generator)) % LAYOUTS.length];
    const k = layout.kind === 'diamond' ? 1.4 : 1;
    const cell = {
      width: Math.round(k * (180 + 180 * random())),
      height: Math.round(k * (180 + 180 * random())),
    };
    const lattice = latticeOf(layout, cell);
    const count = counts[Math.floor(random() * counts.length)];
    const ground = pick(GROUNDS, random);
    const names = Object.keys(SHAPES).sort(() => random() - 0.5);
    const each = [2, 2 + Math.floor(random() * 2), 3 + Math.floor(random() * 2)];
    const sorts = each.flatMap((m, large) => Array.from({ length: m }, () => large));
    const inks = INKS.map((_, i) => i).filter((i) => contrast(ground, i) > 0.12);
    const kinds = sorts.map((large, i): Kind => {
      const name = names[i % names.length];
      return { name, shape: SHAPES[name](random), mm: 0, ink: inks[i % inks.length], areaMm2: 0, large };
    });
    const torus = new Torus(
      lattice,
      kinds.map((s) => s.shape),
    );
    const area = torus.areaMm2;
    const spacing = Math.sqrt(area / count);
    const unlike = 0.4 + 0.9 * random();
    // Lengths by role: about a fifth large, a third middle, the rest small.
    const lengths = Array.from({ length: count }, (_, i) => {
      const t = i < count / 5 ? 1.15 : i < count / 2 ? 0.8 : 0.5;
      return spacing * t ** unlike * 0.85 * (0.9 + 0.2 * random());
    });
    const plan: Plan = { random, torus, n: count, spacing, lengths, gap: spacing * (0.06 + 0.16 * random()) };
    LAY[generator](plan);
    dressed(plan, kinds);
    parted(plan);
    if (generator !== 'rejected') grown(plan);
    filled(plan, kinds);
    parting(plan);
    if (torus.pieces.length < 6) continue;
    const cloth: EyeCloth = {
      name: `${generator} ${n}`,
      generator,
      layout,
      cell,
      torus,
      kinds,
      ground,
      motifs: new Map(),
      leads: new Map(),
    };
    for (const [i, sort] of kinds.entries()) {
      sort.mm = Math.max(4, ...torus.all().flatMap((p) => (p.motif === i ? [p.mm] : [])));
      const { art, areaMm2 } = drawn(sort.shape, sort.mm, INK_OF(sort.ink));
      sort.areaMm2 = areaMm2;
      cloth.motifs.set(`m${i}`, art);
      cloth.leads.set(`m${i}`, sort.ink % INKS.length);
    }
    const why = unfit(torus, kinds, ground);
    if (process.env.EYE_WHY && why) console.log(generator, n, count, why);
    if (!why) return cloth;
  }
  throw new Error(`No clean cloth of ${generator} for ${n}, ${seed}.`);
}
