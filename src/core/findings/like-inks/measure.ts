import { cielabOf, deltaE2000, type Rgb } from '../../colour';
import type { Found } from '../found';

export type LikeInks = Found & { kind: 'like-inks'; inks: [number, number]; distance: number; limit: number };

/** Inks nearer than this, dE00, can hardly be told apart on cloth. */
const LIKE_INKS = 3;

/** Inks of a colourway that are too near each other to tell. @param inks as shown, ground first. */
export function likeInksOf(inks: Rgb[], at: { x: number; y: number }): LikeInks[] {
  const labs = inks.map(cielabOf);
  return labs.flatMap((a, i) =>
    labs.slice(i + 1).flatMap((b, k): LikeInks[] => {
      const distance = deltaE2000(a, b);
      if (distance >= LIKE_INKS) return [];
      return [
        {
          kind: 'like-inks',
          severity: 'note',
          at,
          placements: [],
          inks: [i, i + 1 + k],
          distance,
          limit: LIKE_INKS,
        },
      ];
    }),
  );
}
