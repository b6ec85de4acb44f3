import { clampChroma, converter } from 'culori';
import { hexOfRgb, type Rgb, rgbOfHex } from './oklab';

/** OKLab in polar form: lightness 0 to 1, chroma from 0 (at most about 0.32 on a screen), hue in degrees. */
export type Oklch = { l: number; c: number; h: number };

const toOklch = converter('oklch');
const toRgb = converter('rgb');

export function oklchOf(hex: string): Oklch {
  const [r, g, b] = rgbOfHex(hex);
  const { l, c, h } = toOklch({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
  return { l, c, h: h ?? 0 };
}

/** So far out of what a screen shows that rounding brings it back. */
const HAIR = 0.004;

const clamp = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v));

/** The sRGB colour; where a screen cannot show so strong a one, the strongest of its lightness and hue. */
export function hexOfOklch({ l, c, h }: Oklch): string {
  const wanted = { mode: 'oklch' as const, l: clamp(l, 0, 1), c: Math.max(0, c), h: ((h % 360) + 360) % 360 };
  const plain = toRgb(wanted);
  const shows = [plain.r, plain.g, plain.b].every((v) => v > -HAIR && v < 1 + HAIR);
  const { r, g, b } = shows ? plain : toRgb(clampChroma(wanted, 'oklch'));
  return hexOfRgb([r, g, b].map((v) => v * 255) as Rgb);
}

/** The strongest chroma that a screen shows at a lightness and hue. */
export const mostChroma = (l: number, h: number): number =>
  clampChroma({ mode: 'oklch', l: clamp(l, 0, 1), c: 0.5, h }, 'oklch').c;

/** Cyan, magenta, yellow and black in percent: full replacement of grey, no profile, so a rough guide only. */
export function cmykEstimate([r, g, b]: Rgb): [number, number, number, number] {
  const most = Math.max(r, g, b);
  const part = (v: number) => (most ? Math.round((100 * (most - v)) / most) : 0);
  return [part(r), part(g), part(b), Math.round(100 - (most / 255) * 100)];
}

export function rgbOfCmyk([c, m, y, k]: [number, number, number, number]): Rgb {
  return [c, m, y].map((v) => Math.round(255 * (1 - v / 100) * (1 - k / 100))) as Rgb;
}
