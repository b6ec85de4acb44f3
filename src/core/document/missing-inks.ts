import { labDistance, oklabOf, type Rgb, rgbOfHex } from '../colour';
import { SAME_INK } from './edits/colours';
import type { Ink } from './schema';

/** A colour of less than this share of what was drawn is none of its own. */
const SMALLEST = 0.02;

/** Which colours of something that was drawn are none of the inks, nor near one: the rest are printed in the nearest. */
export const missingInks = (
  inks: readonly Pick<Ink, 'hex' | 'also'>[],
  found: readonly { rgb: Rgb; share: number }[],
): Rgb[] => {
  const known = inks.flatMap(({ hex, also }) => [hex, ...also]).map((hex) => oklabOf(...rgbOfHex(hex)));
  return found
    .filter(({ share }) => share >= SMALLEST)
    .map(({ rgb }) => rgb)
    .filter((rgb) => known.every((lab) => labDistance(lab, oklabOf(...rgb)) >= SAME_INK));
};
