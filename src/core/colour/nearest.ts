import { cielabOf, deltaE2000 } from './difference';
import { type Lab, rgbOfHex } from './oklab';

/** A cloth or ink that a printer has ready: how it looks on a screen, and as it was measured. */
export type Solid = { name: string; hex: string /** CIE L*a*b*, D65. */; lab: Lab };

/** The solids of a book nearest to a colour, nearest first, with their dE00. */
export function nearestColours(hex: string, book: Solid[], most = 1): { solid: Solid; distance: number }[] {
  const lab = cielabOf(rgbOfHex(hex));
  return book
    .map((solid) => ({ solid, distance: deltaE2000(lab, solid.lab) }))
    .sort((p, q) => p.distance - q.distance)
    .slice(0, most);
}
