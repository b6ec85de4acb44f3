import { tileFitText } from '../../lattice';
import { productOf } from '../../products';
import { trimmed } from '../../units';
import type { FindingModule, Named } from '../kind';
import { type PictureLayer, pictureLayersOf, unjudgedJoins } from './measure';

/** The name of the picture that a layer shows. */
const nameOf = ({ layer }: PictureLayer, { layers = [], pictures = [] }: Named): string => {
  const picture = layers.find((l) => l.id === layer)?.picture;
  return pictures.find((p) => p.id === picture)?.name ?? 'A picture';
};

export const pictureLayers: FindingModule<PictureLayer> = {
  anyArt: true,
  measure: ({ scene, plan, wants }) => pictureLayersOf(scene, plan, wants),
  unjudged: ({ scene, plan }) =>
    unjudgedJoins(scene, plan)
      ? 'Joins of the tile: in a diamond, and where cells are mirrored or turned, how it meets itself is not measured.'
      : null,
  kinds: {
    'coarse-picture': {
      letter: 'Q',
      title: (f, named) => `${nameOf(f, named)} prints at ${trimmed(f.ppi, 0)} ppi`,
      why: (f, named) =>
        `${productOf(named.checking.product).material} wants ${f.limit} or more. Lay it smaller, or scan it again at a higher ppi.`,
    },
    'tile-off': {
      letter: 'A',
      title: (f, named) => `${nameOf(f, named)} does not line up with the repeat`,
      why: (f) => `${tileFitText(f.fit, f.nowMm) ?? ''} In Lay, under Layers, one press makes it so.`,
    },
    'tile-join': {
      letter: 'J',
      title: (f, named) => `The join of ${nameOf(f, named)} shows`,
      why: (f) =>
        `Over its ${f.across ? 'left and right' : 'top and bottom'} edges it jumps ${trimmed(f.times, 1)} times as much as inside it. Open it again in Motifs and mend its joins.`,
    },
  },
};
