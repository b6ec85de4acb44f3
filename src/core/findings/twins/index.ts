import { counted, smallText } from '../../units';
import { isPiece } from '../cloth/piece-name';
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
          ? isPiece(f.placements[0])
            ? 'Pieces that look alike often lie side by side'
            : `${nameOf(f, named)} often lies beside itself`
          : f.same === 'motif'
            ? isPiece(f.placements[0])
              ? 'Two alike side by side'
              : `Two of ${nameOf(f, named)} side by side`
            : 'Two of one colour side by side',
      why: (f, named) =>
        f.often
          ? `${isPiece(f.placements[0]) ? 'They are' : 'It is'} ${f.often.count} of the ${f.often.of} things on this cloth, so some lie side by side wherever they go. Have fewer of them if that shows.`
          : `${f.same !== 'motif' || isPiece(f.placements[0]) ? pairOf(f, named) : 'Same motif'}, about one size, ${f.gapMm > 0 ? `${smallText(f.gapMm)} apart; the gaps about them are ${smallText(f.usualMm)}` : 'on top of each other'}. The pair shows again in every repeat: swap one.`,
      mends: true,
      fault: {
        name: 'twins',
        lookFor: 'The same motif twice, side by side.',
        plant: plantTwins,
      },
    },
  },
};
