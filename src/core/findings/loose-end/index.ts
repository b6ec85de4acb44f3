import { trimmed } from '../../units';
import type { FindingModule } from '../kind';
import type { LooseEnd, NearEdge } from './measure';

const mm = (v: number) => `${trimmed(v, 1)} mm`;

/** A stroke that leans by less than this more or less than where it left is not told of that, degrees. */
const LEANS = 3;

const leaning = (degrees: number) =>
  degrees < LEANS ? '' : `, leaning ${Math.round(degrees)} degrees differently`;

/** What was drawn on the cloth elsewhere and does not join: found as it comes back, not on the cloth. */
export const looseEnd: FindingModule<LooseEnd | NearEdge> = {
  anyArt: true,
  measure: () => [],
  kinds: {
    'loose-end': {
      letter: 'X',
      title: ({ back }) =>
        !back
          ? 'Loose end, it does not come back'
          : back.offMm < 0.05
            ? `Kink at the edge, ${Math.round(back.lean)} degrees`
            : `Loose end, ${mm(back.offMm)} off where it comes back`,
      why: ({ edge, alongMm, back }) =>
        back
          ? `A new stroke leaves ${edge} at ${mm(alongMm)} and comes back ${back.edge} at ${mm(back.alongMm)}${leaning(back.lean)}: the cloth shows a step there.`
          : `A new stroke leaves ${edge} at ${mm(alongMm)} and ends there: the cloth shows it cut off.`,
      drawn: () =>
        'Slide the cloth the other way, send it out again, and draw the two ends together; or rub the stroke out near the edge.',
      extent: ({ back }) => ({ ring: Math.max(12, 3 * (back?.offMm ?? 0)) }),
    },
    'near-edge': {
      letter: 'Y',
      title: ({ edge, mm: off }) => `New, ${mm(off)} from the ${edge} edge`,
      why: ({ marginMm }) =>
        `You asked for ${mm(marginMm)} clear: what comes near the edge now is in the way when the cloth is slid the other way.`,
      drawn: () => 'Leave it, or move it inward where it is drawn.',
      extent: () => ({ ring: 12 }),
    },
  },
};
