import { trimmed } from '../../units';
import type { FindingModule } from '../kind';
import { nameOf, percentText } from '../words';
import { type Hairline, hairlines } from './measure';

export const hairline: FindingModule<Hairline> = {
  anyArt: true,
  measure: ({ cloth: { lattice, outlines }, scene, plan }) => hairlines({ scene, lattice, outlines }, plan),
  kinds: {
    hairline: {
      letter: 'E',
      title: (f, named) => `Hairline at the edge of ${nameOf(f, named)}`,
      why: (f) =>
        `Where it meets its copy a line ${trimmed(f.px, 1)} px wide lacks ${percentText(f.share)} of its cover. It prints as a pale line at each repeat: let the art run over its edge, or size it to a whole pixel.`,
    },
  },
};
