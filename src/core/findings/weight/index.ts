import { trimmed } from '../../units';
import type { FindingModule } from '../kind';
import { nameOf, percentText } from '../words';
import { type HeavySpot, heavySpots, LEAST_FOR_WEIGHT } from './measure';
import { lighten, WEIGHT_WAYS } from './mend';
import { plantHeavy } from './plant';

export const weight: FindingModule<HeavySpot> = {
  measure: ({ cloth, limits, heroes, found }) =>
    heavySpots(
      cloth,
      limits,
      heroes,
      found.filter((f) => f.kind === 'bare-patch'),
    ),
  unjudged: ({ cloth }) =>
    cloth.scene.placements.length < LEAST_FOR_WEIGHT
      ? `Weight: among fewer than ${LEAST_FOR_WEIGHT} things none can stand out.`
      : null,
  mend: {
    part: 'weight',
    name: 'Weight',
    turn: 1,
    run: lighten,
    summary: (n) => `${n} made lighter`,
    ways: WEIGHT_WAYS,
  },
  kinds: {
    heavy: {
      letter: 'H',
      title: (f, named) =>
        f.against === 'next' ? `${nameOf(f, named)} weighs too much` : 'Heavy ones crowd here',
      why: (f) =>
        f.against === 'next'
          ? `By its size and how far it stands out from the ground it weighs ${trimmed(f.times, 1)} times the next heaviest; from ${trimmed(f.limit, 1)} the eye stops there. Make it smaller, or lay another as heavy.`
          : `At a glance this place weighs ${trimmed(f.times, 1)} times the mean; from ${trimmed(f.limit, 1)} the eye stops there. Make one smaller, or move one away.`,
      extent: (f) => ({ ring: f.widthMm }),
      mends: true,
      fault: {
        name: 'heavy spot',
        lookFor: 'One thing far too dark and large. Squint: it stays when all else goes.',
        plant: plantHeavy,
      },
    },
    faint: {
      letter: 'F',
      title: () => 'A faint spot',
      why: (f) =>
        `At a glance this spot weighs ${percentText(f.times)} of the mean; under ${percentText(f.limit)} it reads as worn. Lay something stronger here.`,
      extent: (f) => ({ ring: f.widthMm }),
    },
  },
};
