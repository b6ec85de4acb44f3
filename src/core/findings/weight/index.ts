import { trimmed } from '../../units';
import type { FindingModule } from '../kind';
import { nameOf, percentText } from '../words';
import { type HeavySpot, heavySpots } from './measure';
import { lighten } from './mend';
import { plantHeavy } from './plant';

export const weight: FindingModule<HeavySpot> = {
  measure: ({ cloth, limits, found }) =>
    heavySpots(
      cloth,
      limits,
      found.filter((f) => f.kind === 'bare-patch'),
    ),
  mend: {
    part: 'weight',
    name: 'Weight',
    turn: 1,
    run: lighten,
    summary: (n) => `${n} made lighter`,
    // What fills the room that a smaller piece leaves may weigh on it again.
    upsets: { again: true },
  },
  kinds: {
    heavy: {
      letter: 'H',
      title: (f, named) => `${nameOf(f, named)} weighs too much`,
      why: (f) =>
        `At a glance it weighs ${trimmed(f.times, 1)} times the mean; the eye stops at ${trimmed(f.limit, 1)}. Make it smaller, or give it lighter neighbours.`,
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
