import { converter, differenceCiede2000 } from 'culori';
import type { Lab, Rgb } from './oklab';

const toLab = converter('lab65');
const toRgb = converter('rgb');
const between = differenceCiede2000();

/** CIE L*a*b* (D65, 2 degree observer) of an sRGB colour. */
export function cielabOf([r, g, b]: Rgb): Lab {
  const lab = toLab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
  return [lab.l, lab.a, lab.b];
}

/** CIE L*a*b* under D65 of one measured under D50, as books of colour give it (Bradford adaptation). */
export function cielabOfD50([l, a, b]: Lab): Lab {
  const lab = toLab({ mode: 'lab', l, a, b });
  return [lab.l, lab.a, lab.b];
}

/** The sRGB bytes of a CIE L*a*b* colour (D65); what a screen cannot show is cut off. */
export function rgbOfCielab([l, a, b]: Lab): Rgb {
  const rgb = toRgb({ mode: 'lab65', l, a, b });
  const byte = (v: number) => Math.round(Math.min(1, Math.max(0, v)) * 255);
  return [byte(rgb.r), byte(rgb.g), byte(rgb.b)];
}

/**
 * CIEDE2000 between two CIE L*a*b* colours: about 1 can just be seen side by side. Sharma, Wu, Dalal, "The
 * CIEDE2000 color-difference formula", 2005; computed by culori.
 */
export const deltaE2000 = (p: Lab, q: Lab): number =>
  between({ mode: 'lab65', l: p[0], a: p[1], b: p[2] }, { mode: 'lab65', l: q[0], a: q[1], b: q[2] });

/** CIEDE2000 between two sRGB colours. */
export const differenceOf = (p: Rgb, q: Rgb): number => deltaE2000(cielabOf(p), cielabOf(q));
