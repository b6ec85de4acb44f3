import { counted, smallText } from '../../units';
import type { FindingModule } from '../kind';
import { percentText, wayText } from '../words';
import { type Lane, LEAST_FOR_LANES, openLanes } from './measure';
import { LANE_WAYS, unlane } from './mend';
import { plantLane } from './plant';

export const lane: FindingModule<Lane> = {
  measure: ({ cloth, limits }) => openLanes(cloth, limits),
  unjudged: ({ cloth }) =>
    cloth.scene.placements.length < LEAST_FOR_LANES
      ? `Lanes: fewer than ${LEAST_FOR_LANES} things always leave some.`
      : cloth.regular
        ? 'Lanes: all stands in a regular grid, which makes them.'
        : null,
  mend: {
    part: 'lanes',
    name: 'Lanes',
    turn: 3,
    run: unlane,
    summary: (n) => `${counted(n, 'lane')} closed`,
    ways: LANE_WAYS,
  },
  kinds: {
    lane: {
      letter: 'L',
      title: (f) => `${f.cover > 0 ? 'Nearly open' : 'Open'} lane, ${smallText(f.widthMm)} wide`,
      why: (f) =>
        `It runs ${wayText(f.along)} through the whole cloth${f.cover > 0 ? `, with ${percentText(f.cover)} of the usual cover in it` : ''}. From ${smallText(f.limitMm)} up (the gaps are about ${smallText(f.usualMm)}) it reads as a stripe of ground: move a motif into it.`,
      drawn: (f) => `In the drawing, let something at least ${smallText(f.widthMm * 0.6)} wide stand in it.`,
      extent: (f) => ({ band: f.along, wideMm: f.widthMm }),
      mends: true,
      fault: {
        name: 'open lane',
        lookFor: 'A straight stripe of ground right through. Tip your head along the slant.',
        straight: true,
        plant: plantLane,
      },
    },
  },
};
