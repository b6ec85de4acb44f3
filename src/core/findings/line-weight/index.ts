import { trimmed } from '../../units';
import type { FindingModule } from '../kind';
import { type LineWeight, unlikeLines } from './measure';

const times = (v: number) => `${trimmed(v, 1)} times`;

export const lineWeight: FindingModule<LineWeight> = {
  anyArt: true,
  measure: ({ scene, knownLines }) => unlikeLines(scene, knownLines),
  kinds: {
    'line-weight': {
      letter: 'K',
      title: () => 'Lines of unlike weight',
      why: (f) =>
        `${f.count} of ${f.of} are laid more than a third larger or smaller than they were drawn: their lines print ${f.least < 1 ? `${times(f.least)}${f.most > 1 ? ' to ' : ' '}` : ''}${f.most > 1 ? `${times(f.most)} ` : ''}as thick as those beside them. Lay them nearer to their drawn size, or draw them again at the size they have.`,
    },
  },
};
