import { smallText, trimmed } from '../../units';
import { isPiece } from '../cloth/piece-name';
import type { FindingModule } from '../kind';
import { nameOf, pairOf, percentText, printedAt } from '../words';
import { nearTouches, type Touching } from './measure';
import { separate, TOUCH_WAYS } from './mend';
import { plantNearTouch } from './plant';

export const touching: FindingModule<Touching> = {
  measure: ({ cloth, limits, wants }) => nearTouches(cloth, limits, wants.gapMm),
  mend: {
    part: 'touches',
    name: 'Touches',
    turn: 5,
    run: separate,
    summary: (n) => `${n} parted`,
    ways: TOUCH_WAYS,
  },
  kinds: {
    'near-touch': {
      letter: 'N',
      title: (f) => `Nearly touching, ${smallText(f.gapMm)}`,
      why: (f, named) =>
        `${pairOf(f, named)}. The gaps are about ${smallText(f.usualMm)}; under ${smallText(f.limitMm)} it looks like a mistake. Part them, or let them overlap clearly.`,
      mends: true,
      fault: {
        name: 'near touch',
        lookFor: 'Two edges that almost meet. Follow the narrowest ground.',
        toldAs: ['near-touch', 'overlap'],
        plant: plantNearTouch,
      },
    },
    overlap: {
      letter: 'O',
      title: (f) => `Overlap, ${percentText(f.share)} of the smaller one`,
      why: (f, named) =>
        `${pairOf(f, named)}. Nearly all else on this cloth lies free, so this reads as a slip. Part them, or overlap more on purpose.`,
      mends: true,
    },
    'own-copy': {
      letter: 'W',
      title: (f, named) => `${nameOf(f, named)} meets its own copy`,
      why: (f, named) =>
        `The gap to its copy is ${smallText(f.gapMm)}. It clears itself at ${percentText(f.largest)} of ${isPiece(f.placements[0]) ? 'its size' : `the art's size (${printedAt(f, named, f.largest)})`} or smaller.`,
      mends: true,
    },
    'small-gap': {
      letter: 'G',
      title: (f) => `Gap of ${trimmed(f.gapMm, 2)} mm may close in print`,
      why: (f, named) =>
        `${pairOf(f, named)}. Under ${trimmed(f.limitMm, 2)} mm the ink may run together. Part them.`,
    },
  },
};
