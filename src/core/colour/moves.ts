import { hexOfRgb, oklabOf, rgbOfHex } from './oklab';
import { hexOfOklch, type Oklch, oklchOf } from './oklch';

/** What a whole colourway can be moved by; each 0 leaves it as it is. */
export type Move = {
  /** Hues turned, degrees. */
  turn: number;
  /** Darker (-1) to lighter (1). */
  lighter: number;
  /** Calmer (-1: grey) to stronger (1: twice the chroma). */
  stronger: number;
  /** Cooler (-1) to warmer (1). */
  warmer: number;
};

export const NO_MOVE: Move = { turn: 0, lighter: 0, stronger: 0, warmer: 0 };

/** How far the warmest move goes toward amber, the coolest toward blue, in OKLab a and b. */
const WARM = { a: 0.018, b: 0.055 };

/** Lightness bent by a power: order is kept, black and white stay. */
const bent = (l: number, lighter: number) => l ** (2 ** -lighter);

function moved(hex: string, { turn, lighter, stronger, warmer }: Move): string {
  const from = oklchOf(hex);
  const c = from.c * (1 + stronger);
  const h = ((from.h + turn) * Math.PI) / 180;
  // Near black and near white there is little room for a tint.
  const room = 4 * from.l * (1 - from.l);
  const a = c * Math.cos(h) + warmer * WARM.a * room;
  const b = c * Math.sin(h) + warmer * WARM.b * room;
  return hexOfOklch({
    l: bent(from.l, lighter),
    c: Math.hypot(a, b),
    h: (Math.atan2(b, a) * 180) / Math.PI,
  });
}

/** A whole colourway moved, its relations kept; locked inks (by number) stay. */
export const moveColours = (colours: string[], move: Move, locked: number[] = []): string[] =>
  colours.map((hex, n) => (locked.includes(n) ? hex : moved(hex, move)));

/** Everything in strengths of one colour, by how light each ink was. */
export function oneColour(colours: string[], hex: string, locked: number[] = []): string[] {
  const { c, h, l } = oklchOf(hex);
  return colours.map((was, n) => {
    if (locked.includes(n)) return was;
    const light = oklchOf(was).l;
    // Full strength at the colour's own lightness, thinning out toward white and black.
    const strength =
      light > l ? (1 - light) / Math.max(0.05, 1 - l) : 0.35 + (0.65 * light) / Math.max(0.05, l);
    return hexOfOklch({ l: light, c: c * Math.min(1, Math.max(0, strength)), h });
  });
}

/**
 * A colourway in the colours of a palette, the darkest ink in its darkest: fewer colours serve several inks, of more
 * those are taken that lie evenly spread. Locked inks stay.
 */
export function dressColours(colours: string[], palette: string[], locked: number[] = []): string[] {
  const byLight = (a: string, b: string) => lightnessOf(a) - lightnessOf(b);
  const sorted = [...palette].sort(byLight);
  const free = colours.map((_, n) => n).filter((n) => !locked.includes(n));
  const ranked = [...free].sort((p, q) => byLight(colours[p], colours[q]));
  const next = [...colours];
  const step = (sorted.length - 1) / Math.max(1, ranked.length - 1);
  for (const [rank, n] of ranked.entries()) next[n] = sorted[Math.round(rank * step)] ?? next[n];
  return next;
}

/** How light each ink is, 0 to 1 (OKLab L). */
export const lightnessOf = (hex: string): number => oklabOf(...rgbOfHex(hex))[0];

/** Two colours only: inks lighter than the split (0 to 1) in the one, the rest in the other; or the other way about. */
export function twoColours(
  colours: string[],
  { light, dark, split, counter }: { light: string; dark: string; split: number; counter: boolean },
  locked: number[] = [],
): string[] {
  return colours.map((was, n) => {
    if (locked.includes(n)) return was;
    return lightnessOf(was) >= split !== counter ? light : dark;
  });
}

/** The split that parts the inks at the widest step between two lightnesses. */
export function widestSplit(colours: string[]): number {
  const ls = colours.map(lightnessOf).sort((p, q) => p - q);
  let split = 0.5;
  let widest = 0;
  for (let n = 1; n < ls.length; n++) {
    if (ls[n] - ls[n - 1] <= widest) continue;
    widest = ls[n] - ls[n - 1];
    split = (ls[n] + ls[n - 1]) / 2;
  }
  return split;
}

/**
 * Twelve grounds for the same inks: pale, middle and deep, in the ground's own hue, in that of the strongest
 * ink, in its opposite and in a grey between.
 */
export function groundFamily(colours: string[]): string[] {
  const [ground, ...inks] = colours.map(oklchOf);
  const lead = inks.reduce<Oklch>((best, ink) => (ink.c > best.c ? ink : best), ground);
  const hues = [
    { h: ground.h, c: 1 },
    { h: lead.h, c: 1 },
    { h: lead.h + 180, c: 1 },
    { h: (ground.h + lead.h) / 2, c: 0.25 },
  ];
  const depths = [
    { l: 0.945, c: 0.025 },
    { l: 0.74, c: 0.06 },
    { l: 0.3, c: 0.045 },
  ];
  return depths.flatMap((d) => hues.map((hue) => hexOfOklch({ l: d.l, c: d.c * hue.c, h: hue.h })));
}

/** Which inks (by number) have the very same colour as another. */
export function twinInks(colours: string[]): number[][] {
  const by = new Map<string, number[]>();
  for (const [n, hex] of colours.entries()) {
    const key = hexOfRgb(rgbOfHex(hex));
    by.set(key, [...(by.get(key) ?? []), n]);
  }
  return [...by.values()].filter((list) => list.length > 1);
}
