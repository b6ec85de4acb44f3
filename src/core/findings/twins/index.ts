import { counted, smallText } from '../../units';
import type { FindingModule } from '../kind';
import { nameOf, pairOf } from '../words';
import { type Twins, twinsOf } from './measure';
import { untwin } from './mend';
import { plantTwins } from './plant';

export const twins: FindingModule<Twins> = {
  measure: ({ cloth, limits, leads }) => twinsOf(cloth, limits, leads),
  mend: {
    part: 'twins',
    name: 'Twins',
    turn: 6,
    run: untwin,
    summary: (n) => `${counted(n, 'twin')} changed`,
  },
  kinds: {
    twins: {
      letter: 'T',
      title: (f, named) =>
        f.same === 'motif' ? `Two of ${nameOf(f, named)} side by side` : 'Two of one colour side by side',
      why: (f, named) =>
        `${f.same === 'motif' ? 'Same motif' : pairOf(f, named)}, about one size, ${f.gapMm > 0 ? `${smallText(f.gapMm)} apart; the gaps are about ${smallText(f.usualMm)}` : 'on top of each other'}. The pair shows again in every repeat: swap one.`,
      mends: true,
      fault: {
        name: 'twins',
        lookFor: 'The same motif twice, side by side.',
        plant: plantTwins,
      },
    },
  },
};
