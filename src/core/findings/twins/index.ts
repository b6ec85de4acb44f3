import { counted, smallText } from '../../units';
import type { FindingModule } from '../kind';
import { nameOf, pairOf } from '../words';
import { type Twins, tooFewKinds, twinsOf } from './measure';
import { TWIN_WAYS, untwin } from './mend';
import { plantTwins } from './plant';

export const twins: FindingModule<Twins> = {
  measure: ({ cloth, limits, leads }) => twinsOf(cloth, limits, leads),
  unjudged: ({ cloth }) =>
    tooFewKinds(cloth) ? 'Twins: of one or two motifs each lies beside its like everywhere.' : null,
  mend: {
    part: 'twins',
    name: 'Twins',
    turn: 6,
    run: untwin,
    summary: (n) => `${counted(n, 'twin')} changed`,
    ways: TWIN_WAYS,
  },
  kinds: {
    twins: {
      letter: 'T',
      title: (f, named) =>
        f.often
          ? `${nameOf(f, named)} often lies beside itself`
          : f.same === 'motif'
            ? `Two of ${nameOf(f, named)} side by side`
            : 'Two of one colour side by side',
      why: (f, named) =>
        f.often
          ? `It is ${f.often.count} of the ${f.often.of} things on this cloth, so some lie side by side wherever they go. Lay fewer of it if that shows.`
          : `${f.same === 'motif' ? 'Same motif' : pairOf(f, named)}, about one size, ${f.gapMm > 0 ? `${smallText(f.gapMm)} apart; the gaps about them are ${smallText(f.usualMm)}` : 'on top of each other'}. The pair shows again in every repeat: swap one.`,
      mends: true,
      fault: {
        name: 'twins',
        lookFor: 'The same motif twice, side by side.',
        plant: plantTwins,
      },
    },
  },
};
