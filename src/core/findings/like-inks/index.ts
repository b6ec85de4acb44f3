import { trimmed } from '../../units';
import type { FindingModule } from '../kind';
import { type LikeInks, likeInksOf } from './measure';

export const likeInks: FindingModule<LikeInks> = {
  anyArt: true,
  measure: ({ scene, inks }) => likeInksOf(inks, scene.placements[0] ?? { x: 0, y: 0 }),
  kinds: {
    'like-inks': {
      letter: 'C',
      title: (f, { inks }) => `${inks[f.inks[0]]?.name} and ${inks[f.inks[1]]?.name} look alike`,
      why: (f) =>
        `They are ${trimmed(f.distance, 1)} dE apart; under ${trimmed(f.limit, 1)} print tells them apart badly. Change one, or print both from one ink.`,
    },
  },
};
