import { smallText } from '../../units';
import { isPiece } from '../cloth/piece-name';
import type { FindingModule } from '../kind';
import { nameOf, wayText } from '../words';
import { LEAST_FOR_LINES } from './lines';
import { type RowUp, rowUps } from './measure';
import { ROW_WAYS, unrow } from './mend';
import { plantRows } from './plant';

export const rowUp: FindingModule<RowUp> = {
  measure: ({ cloth, limits }) => rowUps(cloth, limits),
  unjudged: ({ cloth }) =>
    cloth.things.length < LEAST_FOR_LINES
      ? `Rows: fewer than ${LEAST_FOR_LINES} things stand in rows by the layout alone.`
      : cloth.regular
        ? 'Rows: all stands in a regular grid, which is rows.'
        : null,
  mend: {
    part: 'rows',
    name: 'Rows',
    turn: 2,
    run: unrow,
    summary: () => 'rows broken up',
    ways: ROW_WAYS,
  },
  kinds: {
    'row-up': {
      letter: 'R',
      title: (f, named) =>
        f.which === 'motif'
          ? `${isPiece(f.placements[0]) ? 'Pieces that look alike' : nameOf(f, named)} in rows, ${smallText(f.apartMm)} apart`
          : `Rows, ${smallText(f.apartMm)} apart`,
      why: (f, named) => {
        const which =
          f.which === 'motif'
            ? `All ${f.count} ${isPiece(f.placements[0]) ? 'that look alike' : `of ${nameOf(f, named)}`}`
            : f.count === f.of
              ? `All ${f.of} things`
              : `The ${f.count} largest of ${f.of}`;
        return `${which} lie on lines ${wayText(f.along)}, ${smallText(f.strayMm)} off them; chance would put them ${smallText(f.chanceMm)} off. From across a room the rows show before the motifs: move some out of line.`;
      },
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
