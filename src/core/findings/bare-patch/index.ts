import { counted, smallText } from '../../units';
import type { FindingModule } from '../kind';
import { type BarePatch, barePatches } from './measure';
import { fillPatch } from './mend';
import { plantBarePatch } from './plant';

export const barePatch: FindingModule<BarePatch> = {
  measure: ({ cloth, limits, found }) => barePatches(cloth, limits, found),
  unjudged: ({ cloth }) => (cloth.rooms ? null : 'Bare patches: there are too few gaps to know a usual one.'),
  mend: {
    part: 'patches',
    name: 'Patches',
    turn: 4,
    run: fillPatch,
    summary: (n) => `${counted(n, 'patch', 'patches')} filled`,
    ways: 3,
  },
  kinds: {
    'bare-patch': {
      letter: 'B',
      title: (f) => `Bare patch, ${smallText(f.widthMm)} wide`,
      why: (f) =>
        `The others are about ${smallText(f.usualMm)}. Over ${smallText(f.limitMm)} the eye goes there first: fill it, or move a motif nearer.`,
      drawn: (f) => `In the drawing, something about ${smallText(f.widthMm - f.usualMm)} wide fits here.`,
      extent: (f) => ({ ring: f.widthMm }),
      mends: true,
      fault: {
        name: 'bare patch',
        lookFor: 'A hole more than twice as wide as the gaps. Squint: it is the lightest spot.',
        plant: plantBarePatch,
      },
    },
  },
};
