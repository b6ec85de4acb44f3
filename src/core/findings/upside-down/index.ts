import type { FindingModule } from '../kind';
import { nameOf } from '../words';
import { directionOf, type UpsideDown } from './measure';

export const upsideDown: FindingModule<UpsideDown> = {
  measure: ({ cloth, tops }) => directionOf(cloth.scene.placements, tops).findings,
  kinds: {
    'upside-down': {
      letter: 'D',
      title: (f, named) => `${nameOf(f, named)} is upside down`,
      why: (f) =>
        `All but a few of the ${f.of} motifs with a top stand upright. Turn it, or turn more, so that it is meant.`,
    },
  },
};
