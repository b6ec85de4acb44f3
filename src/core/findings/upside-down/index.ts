import type { FindingModule } from '../kind';
import { nameOf } from '../words';
import { directionOf, type UpsideDown } from './measure';

export const upsideDown: FindingModule<UpsideDown> = {
  anyArt: true,
  measure: ({ scene, tops }) => directionOf(scene.placements, tops).findings,
  unjudged: ({ layers }) =>
    layers.some((l) => l.placed.length)
      ? 'Direction, and pinholes and pale rims inside what is drawn: in a picture they are not looked for.'
      : null,
  kinds: {
    'upside-down': {
      letter: 'D',
      title: (f, named) => `${nameOf(f, named)} is upside down`,
      why: (f) =>
        `All but a few of the ${f.of} motifs with a top stand upright. Turn it, or turn more, so that it is meant.`,
    },
  },
};
