import { smallText } from '../../units';
import type { FindingModule } from '../kind';
import { nameOf, pairOf } from '../words';
import { type Sliver, slivers } from './measure';

export const sliver: FindingModule<Sliver> = {
  measure: ({ cloth, limits, outline }) => slivers(cloth, limits, outline),
  kinds: {
    sliver: {
      letter: 'S',
      title: (f) => `Sliver of ground, ${smallText(f.widthMm)} by ${smallText(f.longMm)}`,
      why: (f, named) =>
        `Between ${f.placements.length > 1 ? pairOf(f, named) : `${nameOf(f, named)} and the outline you work to`}. Strips under ${smallText(f.limitMm)} (the gaps are about ${smallText(f.usualMm)}) clog in print and look like a poor fit. Part them, or close the strip.`,
    },
  },
};
