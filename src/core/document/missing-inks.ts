import { labDistance, oklabOf, type Rgb, rgbOfHex } from '../colour';
import { SAME_INK } from './edits/colours';
import type { Ink } from './schema';

/** A colour of less than this share of what was drawn is none of its own. */
const SMALLEST = 0.02;

/**
 * Which colours of something that was drawn are none of the inks, nor near one; of several that are near each other the one that there
 * is most of.
 * @param found the colours of it, the most first.
 */
export function missingInks(
  inks: readonly Pick<Ink, 'hex' | 'also'>[],
  found: readonly { rgb: Rgb; share: number }[],
): Rgb[] {
  const known = inks.flatMap(({ hex, also }) => [hex, ...also]).map((hex) => oklabOf(...rgbOfHex(hex)));
  return found.flatMap(({ rgb, share }) => {
    const lab = oklabOf(...rgb);
    if (share < SMALLEST || known.some((k) => labDistance(lab, k) < SAME_INK)) return [];
    known.push(lab);
    return [rgb];
  });
}
