import { counted, trimmed } from '../../units';
import type { FindingModule } from '../kind';
import { specksAbout, specksIn, type Unfinished, type UnfinishedSort } from './measure';

/** What is smaller, mm, nobody asks of a print. */
const FINEST_MM = 0.25;

const IS: Record<UnfinishedSort, string> = {
  covered: 'wholly covered by others',
  specks: 'with specks about them',
  'stand-in': 'still a stand-in',
  permission: 'without an answer on permission',
  hidden: 'hidden',
  locked: 'locked',
};
const WHY: Record<UnfinishedSort, string> = {
  covered: 'They cannot be seen and only slow the file. Take them off, or bring them on top.',
  specks:
    'Bits under 0.6 mm² that touch nothing: dirt of the pencil or the scan, most likely. Clean them under Motifs.',
  'stand-in': 'The rough shape would be printed. Swap in the finished art under Lay.',
  permission: 'Say under Motifs whether the art is yours to use; the job sheet carries the answer.',
  hidden: 'They are neither seen nor sent. Show them, or take them off.',
  locked: 'They stay where they are when anything is mended. Unlock what may move.',
};

export const unfinished: FindingModule<Unfinished> = {
  anyArt: true,
  measure: ({ scene, layers }) => [...specksAbout(scene), ...specksIn(layers)],
  unjudged: ({ layers }) => {
    const least = Math.max(0, ...layers.map((l) => (l.placed.length ? l.leastMm : 0)));
    return least > FINEST_MM
      ? `Specks under ${trimmed(least, 1)} mm: what is drawn is looked at no finer.`
      : null;
  },
  kinds: {
    unfinished: {
      letter: 'U',
      title: (f) =>
        f.what === 'specks' ? `${counted(f.count, 'speck')} about the motifs` : `${f.count} ${IS[f.what]}`,
      why: (f) => WHY[f.what],
    },
  },
};
