import { productOf } from '../../products';
import { trimmed } from '../../units';
import type { FindingModule } from '../kind';
import { nameOf, printedAt } from '../words';
import { type PrintLimit, printLimitsOf } from './measure';

export const printLimits: FindingModule<PrintLimit> = {
  anyArt: true,
  measure: ({ scene, wants, knownLines }) => printLimitsOf(scene, wants, knownLines),
  kinds: {
    'low-ppi': {
      letter: 'P',
      title: (f, named) => `${nameOf(f, named)} prints at ${trimmed(f.ppi, 0)} ppi`,
      why: (f, named) =>
        f.unfit
          ? `It has the pixels for ${printedAt(f, named, f.largestScale)} at the most, and so small its lines break up: no size of it suits this print. Scan it again at a higher ppi, or draw its lines thicker.`
          : `${productOf(named.checking.product).material} wants ${f.limit} or more: use it at ${printedAt(f, named, f.largestScale)} or smaller, or scan it again at a higher ppi.`,
    },
    'thin-line': {
      letter: 'I',
      title: (f, named) => `Thin line in ${nameOf(f, named)}, ${trimmed(f.lineMm, 2)} mm`,
      why: (f, named) =>
        f.unfit
          ? `Lines under ${trimmed(f.limitMm, 2)} mm break up in this print, and it has too few pixels to be laid larger: no size of it suits this print. Draw its lines thicker and scan them at a higher ppi.`
          : `Lines under ${trimmed(f.limitMm, 2)} mm break up in this print. Lay it at ${printedAt(f, named, f.smallestScale)} or larger, or draw the line thicker.`,
    },
  },
};
