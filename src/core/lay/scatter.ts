import type { Placed } from '../render';
import { ArgumentError } from '../units';
import { changePlaces, isBesideItsLike } from './change-places';
import { seededRandom } from './random';
import { settle } from './settle';
import type { SilhouetteIndex } from './silhouette-index';
import { gapSpread } from './silhouette-index';

/** Ways that motifs point: all one way, that or upside down, in four, or tossed. */
export const DIRECTIONS = ['one-way', 'two-way', 'four-way', 'tossed'] as const;
export type Directions = (typeof DIRECTIONS)[number];

/** A motif to scatter. `free`: it has no top, and may turn as it likes. `lead`: its leading colour. */
export type ScatterMotif = {
  motif: string;
  lead: number;
  free: boolean;
  /** It takes the eye: such ones are spread about. */
  heavy?: boolean;
  count: number;
  least: number;
  most: number;
};

export type ScatterRules = {
  motifs: ScatterMotif[];
  directions: Directions;
  /** How far from its direction a motif may lean, degrees either way. */
  leanDeg: number;
  mirror: boolean;
  /** Heavy ones lie in the one and the other half of the cell in turn, side by side or one above the other. */
  alternate?: 'columns' | 'rows' | null;
  minGapMm: number;
  /** All sizes are brought up or down together, within their ranges, toward this share of the cloth, 0 to 1;
   * less where that many do not fit. */
  cover: number;
  onProgress?: (share: number) => void;
};

export type Scattered = {
  placed: Placed[];
  cover: number;
  smallestGapMm: number;
  spread: number | null;
  /** What kept it from the cover asked for: all are at their largest, or no more fits with this gap. Null: nothing. */
  heldBy: 'sizes' | 'gap' | null;
  /** How many of those asked for found no place. */
  missing: number;
};

/** When more than this share finds no place at first, it is not tried again with what is left. */
const HOPELESS = 0.35;
/** So few may be left out where all the others lie well. */
const FEW = 0.12;
/** Places tried for each motif, by round. */
const TRIES = [28, 140, 320];
/** A spread of gaps that is even enough to stop at; one at which settling it further shows no more. */
const EVEN = 0.2;
const SETTLED = 0.15;
/** Above this the whole is laid anew, twice at most, and the evenest kept. */
const EVEN_ENOUGH = 0.25;
/** More room than this is not told apart, mm. */
const ROOM_MM = 60;

/**
 * Lays motifs on a ground, around what lies there already (which is not moved): large ones first, each where it
 * has the most room of many places tried (best candidate, Mitchell 1991, with silhouettes on the torus), away
 * from its like; then all are settled. No gap is smaller than asked.
 * @throws ArgumentError when a motif is larger than the cell, or when not all of them fit: it says how many do.
 */
export function scatter(silhouettes: SilhouetteIndex, rules: ScatterRules, seed: number): Scattered {
  const held = silhouettes.count;
  let laid = 0;
  let most: Scattered | null = null;
  // Too dense as asked: a little less cover, with the same number and the same gap, may do.
  for (const ease of [1, 0.82, 0.66]) {
    let best: Scattered | null = null;
    for (let again = 0; again < 3 && (best?.spread ?? 1) > EVEN_ENOUGH; again++) {
      while (silhouettes.count > held) silhouettes.pop();
      const random = seededRandom(seed + again * 7919);
      const wanted = sized(silhouettes, rules, rules.cover * ease, random);
      if (!wanted.length)
        throw new ArgumentError('Choose at least one motif to scatter, and how many of it.');
      const found = layAll(silhouettes, rules, wanted, random);
      laid = Math.max(laid, found);
      if (found < wanted.length * (1 - HOPELESS)) throw refused(rules, laid);
      const missing = wanted.length - found;
      if (missing > wanted.length * FEW) break;
      if (missing) settle(silhouettes, settling(rules, held));
      swell(silhouettes, rules, held);
      apartFromLike(silhouettes, rules, held);
      const heldBack = missing ? 'gap' : heldBy(silhouettes, rules, held, ease);
      const result = { ...scattered(silhouettes, held), heldBy: heldBack, missing };
      // With a few left out, a little less cover is tried before that is what there is.
      if (missing) {
        if (!most || missing < most.missing) most = result;
        break;
      }
      if (!best || (result.spread ?? 1) < (best.spread ?? 1)) best = result;
    }
    if (best) return best;
  }
  if (most) return most;
  throw refused(rules, laid);
}

/** By how much each is made larger at a time, and so many times at the most. */
const SWELL = 1.05;
const SWELLS = 10;

/** What was laid smaller than it may be grows, within the sizes and the gap asked, until it covers what is asked. */
function swell(silhouettes: SilhouetteIndex, rules: ScatterRules, held: number) {
  const most = new Map(rules.motifs.map((m) => [m.motif, m.most]));
  for (let round = 0; round < SWELLS && silhouettes.cover() < rules.cover - NEAR / 2; round++) {
    let grew = 0;
    for (let n = held; n < silhouettes.count && silhouettes.cover() < rules.cover; n++) {
      const p = silhouettes.placed(n);
      const scale = Math.min(most.get(p.motif) ?? p.scale, p.scale * SWELL);
      if (scale <= p.scale) continue;
      const near = silhouettes.nearest(n, { ...p, scale }, rules.minGapMm * 2, rules.minGapMm);
      if (near && near.gap < rules.minGapMm) continue;
      silhouettes.set(n, { ...p, scale });
      grew++;
    }
    if (!grew) break;
    settle(silhouettes, { ...settling(rules, held), passes: 6, fine: false });
  }
}

const settling = ({ minGapMm }: ScatterRules, held: number) => ({
  minGapMm,
  locked: new Set(Array.from({ length: held }, (_, n) => n)),
  passes: 30,
});

function refused(rules: ScatterRules, laid: number): ArgumentError {
  const asked = rules.motifs.reduce((s, m) => s + m.count, 0);
  return new ArgumentError(
    `${laid} of ${asked} fit with ${rules.minGapMm} mm between them. Ask for a smaller gap, smaller sizes or fewer motifs.`,
  );
}

/** As near to the cover asked for as this is near enough. */
const NEAR = 0.02;

function heldBy(
  silhouettes: SilhouetteIndex,
  rules: ScatterRules,
  held: number,
  ease: number,
): Scattered['heldBy'] {
  if (silhouettes.cover() >= rules.cover - NEAR) return null;
  const most = new Map(rules.motifs.map((m) => [m.motif, m.most]));
  const placed = Array.from({ length: silhouettes.count - held }, (_, n) => silhouettes.placed(held + n));
  const largest = placed.filter((p) => p.scale >= (most.get(p.motif) ?? 0) * 0.98).length;
  return ease === 1 && largest > placed.length / 2 ? 'sizes' : 'gap';
}

function scattered(silhouettes: SilhouetteIndex, held: number): Omit<Scattered, 'heldBy' | 'missing'> {
  const gaps = silhouettes.gaps();
  return {
    placed: Array.from({ length: silhouettes.count - held }, (_, n) => silhouettes.placed(held + n)),
    cover: silhouettes.cover(),
    smallestGapMm: Math.min(...gaps.slice(held)),
    spread: gapSpread(gaps),
  };
}

/** What settling brought beside its like changes places with something of about its size, within the sizes asked. */
function apartFromLike(silhouettes: SilhouetteIndex, rules: ScatterRules, held: number) {
  const gaps = silhouettes.gaps().sort((a, b) => a - b);
  const middle = gaps[gaps.length >> 1];
  const sizes = new Map(rules.motifs.map((m) => [m.motif, m]));
  const suits = ({ motif, scale }: Placed) => {
    const m = sizes.get(motif);
    return !!m && scale >= m.least * 0.98 && scale <= m.most * 1.02;
  };
  const locked = new Set(Array.from({ length: held }, (_, n) => n));
  const leads = new Map(rules.motifs.map((m) => [m.motif, m.lead]));
  const least = Math.max(rules.minGapMm, middle / 2);
  for (let n = held; n < silhouettes.count; n++) {
    if (isBesideItsLike(silhouettes, n, middle, leads))
      changePlaces(silhouettes, n, { locked, leads, middle, least, suits });
  }
}

/** Lays and settles; how many found a place. */
function layAll(
  silhouettes: SilhouetteIndex,
  rules: ScatterRules,
  wanted: Wanted[],
  random: () => number,
): number {
  const locked = new Set(Array.from({ length: silhouettes.count }, (_, n) => n));
  const lead = new Map(rules.motifs.map((m) => [m.motif, m.lead]));
  const heavy = new Set(rules.motifs.flatMap((m) => (m.heavy ? [m.motif] : [])));
  const { minGapMm } = rules;
  let left = wanted;
  // What finds no room at first may find some once the others have settled.
  for (let round = 0; round < TRIES.length && left.length; round++) {
    const missed: Wanted[] = [];
    for (const [k, want] of left.entries()) {
      const placed = bestPlace(silhouettes, want, rules, { lead, heavy }, random, round);
      if (placed) silhouettes.add(placed);
      else missed.push(want);
      rules.onProgress?.((0.6 * (wanted.length - left.length + k)) / wanted.length);
    }
    // Far too many: more of the same would only take longer to say so.
    if (missed.length > wanted.length * HOPELESS) return wanted.length - missed.length;
    if (missed.length) settle(silhouettes, { minGapMm, locked, passes: 12, fine: false });
    left = missed;
  }
  if (!left.length) {
    const onProgress = (s: number) => rules.onProgress?.(0.6 + 0.4 * s);
    for (let k = 0; k < 4; k++) {
      const { after } = settle(silhouettes, {
        minGapMm,
        locked,
        passes: 30,
        fine: k > 0,
        enough: SETTLED,
        onProgress,
      });
      if (after === null || after <= EVEN) break;
    }
  }
  return wanted.length - left.length;
}

type Wanted = ScatterMotif & { scale: number };

/** One entry for each placement, largest first, sized so that the cover asked for is met if the ranges allow. */
function sized(
  silhouettes: SilhouetteIndex,
  rules: ScatterRules,
  cover: number,
  random: () => number,
): Wanted[] {
  const { width, height } = silhouettes.cell;
  const wanted = rules.motifs.flatMap((m) =>
    Array.from({ length: m.count }, (_, k): Wanted => {
      // Sizes go through the range evenly, in no order.
      const t = m.count > 1 ? (k + 0.3 + 0.4 * random()) / m.count : 0.5;
      return { ...m, scale: m.least * (m.most / m.least) ** t };
    }),
  );
  const areaOf = (w: Wanted, scale: number) => (silhouettes.outlines.get(w.motif)?.areaMm2 ?? 0) * scale ** 2;
  const aim = (cover - silhouettes.cover()) * silhouettes.cellAreaMm2;
  const within = (w: Wanted, k: number) => Math.min(w.most, Math.max(w.least, w.scale * k));
  let low = 0.1;
  let high = 10;
  for (let n = 0; n < 30; n++) {
    const mid = Math.sqrt(low * high);
    if (wanted.reduce((s, w) => s + areaOf(w, within(w, mid)), 0) > aim) high = mid;
    else low = mid;
  }
  const out = wanted.map((w) => ({ ...w, scale: within(w, low) }));
  for (const w of out) {
    const outline = silhouettes.outlines.get(w.motif);
    if (outline && outline.radius * w.least * 2 > Math.max(width, height) * 1.42) {
      throw new ArgumentError(
        `A motif is larger than the cell even at its smallest size (${Math.round(outline.radius * w.least * 2)} mm). Allow smaller sizes, or make the cell larger.`,
      );
    }
  }
  return out.sort((p, q) => areaOf(q, q.scale) - areaOf(p, p.scale));
}

const WAYS: Record<Exclude<Directions, 'tossed'>, number[]> = {
  'one-way': [0],
  'two-way': [0, 180],
  'four-way': [0, 90, 180, -90],
};

function angleFor(want: Wanted, { directions, leanDeg }: ScatterRules, random: () => number): number {
  if (want.free) return Math.round(random() * 360 - 180);
  const lean = (random() * 2 - 1) * leanDeg;
  if (directions === 'tossed') return Math.round(lean);
  const ways = WAYS[directions];
  return Math.round(ways[Math.floor(random() * ways.length)] + lean);
}

/** The place with the most room for a motif, of many tried; smaller within its range when it is tight. */
function bestPlace(
  silhouettes: SilhouetteIndex,
  want: Wanted,
  rules: ScatterRules,
  { lead, heavy }: { lead: Map<string, number>; heavy: Set<string> },
  random: () => number,
  round: number,
): Placed | null {
  const { a, b } = silhouettes.lattice;
  const scales = [want.scale, Math.max(want.least, want.scale * 0.85), want.least];
  for (const scale of scales.slice(0, round ? 3 : 2)) {
    let best: Placed | null = null;
    let most = Number.NEGATIVE_INFINITY;
    for (let k = 0; k < TRIES[round]; k++) {
      const u = random();
      const v = random();
      const placed: Placed = {
        motif: want.motif,
        x: u * a.x + v * b.x,
        y: u * a.y + v * b.y,
        angle: angleFor(want, rules, random),
        scale,
        mirror: rules.mirror && random() < 0.5,
      };
      const room = Math.max(ROOM_MM, 1.5 * rules.minGapMm);
      const gap = silhouettes.nearest(-1, placed, room, rules.minGapMm)?.gap ?? room;
      if (gap < rules.minGapMm) continue;
      const worth =
        gap - likeness(silhouettes, placed, lead, heavy) - outOfTurn(silhouettes, placed, rules, heavy);
      if (worth > most) {
        most = worth;
        best = placed;
      }
    }
    if (best) return best;
  }
  return null;
}

/** How far apart alike things should be, in shares of the spacing they would have if spread evenly. */
const APART = { motif: 0.8, lead: 0.6, heavy: 0.7 };

/** How much too near the same motif, the same leading colour, or another heavy one is: mm of room that it weighs against. */
function likeness(
  silhouettes: SilhouetteIndex,
  placed: Placed,
  lead: Map<string, number>,
  heavy: Set<string>,
): number {
  const own = lead.get(placed.motif) ?? -1;
  const laid = Array.from({ length: silhouettes.count }, (_, n) => silhouettes.placed(n));
  const weigh = (alike: Placed[], share: number, most: number) => {
    const apart = share * Math.sqrt(silhouettes.cellAreaMm2 / (alike.length + 1));
    return Math.max(0, ...alike.map((p) => most * (1 - silhouettes.apart(placed, p) / apart)));
  };
  const same = laid.filter((p) => p.motif === placed.motif);
  const coloured = own < 0 ? [] : laid.filter((p) => p.motif !== placed.motif && lead.get(p.motif) === own);
  const others = heavy.has(placed.motif) ? laid.filter((p) => heavy.has(p.motif)) : [];
  return weigh(same, APART.motif, 90) + weigh(coloured, APART.lead, 40) + weigh(others, APART.heavy, 60);
}

/** How far a heavy one is from the half of the cell whose turn it is, mm; 0 for all others. */
function outOfTurn(
  silhouettes: SilhouetteIndex,
  placed: Placed,
  { alternate }: ScatterRules,
  heavy: Set<string>,
): number {
  if (!alternate || !heavy.has(placed.motif)) return 0;
  const { width, height } = silhouettes.cell;
  const [at, long] = alternate === 'columns' ? [placed.x, width] : [placed.y, height];
  let before = 0;
  for (let n = 0; n < silhouettes.count; n++) if (heavy.has(silhouettes.placed(n).motif)) before++;
  const turn = (before % 2 ? 0.75 : 0.25) * long;
  const off = at - turn - Math.round((at - turn) / long) * long;
  return 3 * Math.max(0, Math.abs(off) - 0.06 * long);
}
