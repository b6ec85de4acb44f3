import { smallText } from '../../units';
import type { FindingModule } from '../kind';
import { percentText, wayText } from '../words';
import { type RowUp, rowUps } from './measure';
import { unrow } from './mend';
import { plantRows } from './plant';

export const rowUp: FindingModule<RowUp> = {
  measure: ({ cloth, limits }) => rowUps(cloth, limits),
  mend: {
    part: 'rows',
    name: 'Rows',
    turn: 2,
    run: unrow,
    summary: () => 'rows broken up',
    ways: 4,
    upsets: { again: false },
  },
  kinds: {
    'row-up': {
      letter: 'R',
      title: (f) => `Rows, ${smallText(f.apartMm)} apart`,
      why: (f) =>
        `The weight swings by ${percentText(f.swing)} in stripes ${wayText(f.along)}; up to ${percentText(f.limit)} is chance. From across a room the rows show before the motifs: move some out of line.`,
      extent: (f) => ({ band: f.along, wideMm: f.apartMm * 0.5, onlyInFocus: true }),
      mends: true,
      fault: {
        name: 'rows',
        lookFor: 'Motifs drawn into lines. From afar the cloth looks striped.',
        straight: true,
        plant: plantRows,
      },
    },
  },
};
