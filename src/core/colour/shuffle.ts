import { ArgumentError } from '../units';
import { cielabOf, deltaE2000 } from './difference';
import { type Lab, rgbOfHex } from './oklab';
import { hexOfOklch, oklchOf } from './oklch';

export type ShuffleRules = {
  /** Numbers of inks that stay as they are. */
  locked: number[];
  /** What is lighter than another ink stays lighter. */
  keepOrder: boolean;
  /** Smallest dE00 between inks that touch. */
  leastDifference: number;
  /** Pairs of inks that touch; empty: all pairs. */
  touches: { a: number; b: number }[];
  /** Number of the leading ink, whose colour stays; null: none. */
  lead: number | null;
  /** How far from the colourway it may go, 0 to 1. */
  spread: number;
};

export type Shuffled = {
  colours: string[];
  /** The smallest dE00 between inks that touch. */
  least: number;
  /** Whether every rule holds; else it is the best that was found. */
  holds: boolean;
};

const TRIES = 300;
/** Ties in lightness are no order. */
const SAME_LIGHT = 0.01;
/** How far a full spread goes: hues of single inks (degrees), lightness, chroma (as a factor). */
const REACH = { hue: 70, light: 0.16, chroma: 0.6 };

const pairsOf = (n: number) =>
  Array.from({ length: n }, (_, a) =>
    Array.from({ length: n - a - 1 }, (_, k) => ({ a, b: a + 1 + k })),
  ).flat();

/**
 * Another colourway by rule. The hues turn together, some inks change hues, each varies a little; the first
 * try that keeps every rule is taken. The same seed gives the same colourway.
 * @throws ArgumentError when nothing is left to change.
 */
export function shuffleColourway(colours: string[], rules: ShuffleRules, random: () => number): Shuffled {
  const still = new Set(rules.lead === null ? rules.locked : [...rules.locked, rules.lead]);
  const free = colours.map((_, n) => n).filter((n) => !still.has(n));
  if (!free.length) throw new ArgumentError('Every ink is locked. Unlock one to shuffle the rest.');
  const from = colours.map(oklchOf);
  const pairs = rules.touches.length ? rules.touches : pairsOf(colours.length);
  const measured = pairs.filter(({ a, b }) => !still.has(a) || !still.has(b));
  const s = rules.spread;
  // Nothing grows louder than the loudest ink was.
  const loudest = 1.08 * Math.max(0.06, ...from.map((c) => c.c));
  const either = () => random() * 2 - 1;
  let best: Shuffled = { colours, least: -1, holds: false };
  for (let t = 0; t < TRIES; t++) {
    const turn = either() * 180 * s;
    const hues = free.map((n) => from[n].h);
    if (s > 0.4) changePlaces(hues, random);
    const next = [...from];
    for (const [k, n] of free.entries()) {
      next[n] = {
        l: Math.min(0.98, Math.max(0.12, from[n].l + either() * REACH.light * s)),
        c: Math.min(loudest, Math.max(n ? 0.02 : 0, from[n].c * (1 + either() * REACH.chroma * s))),
        h: hues[k] + turn + either() * REACH.hue * s,
      };
    }
    if (rules.keepOrder) {
      const lights = free.map((n) => next[n].l).sort((p, q) => p - q);
      const ranked = [...free].sort((p, q) => from[p].l - from[q].l);
      for (const [k, n] of ranked.entries()) next[n] = { ...next[n], l: lights[k] };
    }
    const hexes = colours.map((hex, n) => (still.has(n) ? hex : hexOfOklch(next[n])));
    const labs: Lab[] = hexes.map((hex) => cielabOf(rgbOfHex(hex)));
    const least = Math.min(100, ...measured.map(({ a, b }) => deltaE2000(labs[a], labs[b])));
    const ordered = !rules.keepOrder || sameOrder(colours, hexes);
    const holds = ordered && least >= rules.leastDifference;
    if (holds) return { colours: hexes, least, holds };
    if (ordered && least > best.least) best = { colours: hexes, least, holds: false };
  }
  return best;
}

function changePlaces(list: number[], random: () => number) {
  for (let n = list.length - 1; n > 0; n--) {
    const k = Math.floor(random() * (n + 1));
    [list[n], list[k]] = [list[k], list[n]];
  }
}

/** Whether what was lighter than another is so still. */
export function sameOrder(before: string[], after: string[]): boolean {
  const p = before.map((hex) => oklchOf(hex).l);
  const q = after.map((hex) => oklchOf(hex).l);
  return pairsOf(p.length).every(
    ({ a, b }) => Math.abs(p[a] - p[b]) < SAME_LIGHT || (p[a] - p[b]) * (q[a] - q[b]) > 0,
  );
}
