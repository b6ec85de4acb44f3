import { type PDFPage, rgb } from '@cantoo/pdf-lib';
import { EDGE, HEAD, PAPERS, STRIKE_MARKS } from './test-print-pages';
import { CHIPS, chips, cloth, line, MM, RULER, ruler, type Setting, words } from './test-print-parts';

/** No more colourways are shown, and what is asked to be written down. */
const MOST_WAYS = 3;
const ASKED = [
  `${STRIKE_MARKS.across} mm across now measure`,
  `${STRIKE_MARKS.along} mm along now measure`,
  'Printed by, on what cloth, on what date',
  'Washed or steamed at',
  'Colours: too light, too dark, which one',
  'To be changed before it is printed',
];
const ROW = 7;

/**
 * A sheet to judge a strike-off by: the cloth at its size with four marks as far apart as is told, the colours of every colourway with
 * their codes, what is to be measured and written down, and a ruler.
 */
export function strikeOff(set: Setting) {
  const { pdf, ask, plain, bold, true1 } = set;
  const { width, height } = PAPERS[ask.paper];
  const wide = width - 2 * EDGE;
  const page = pdf.addPage([width * MM, height * MM]);
  const foot = height - EDGE - RULER;
  const asked = foot - ASKED.length * ROW;
  const ways = ask.ways.slice(0, MOST_WAYS);
  const top = EDGE + HEAD - 2;
  const box = {
    ...{ x: EDGE, y: top, width: wide },
    height: Math.min(STRIKE_MARKS.along * true1 + 12, asked - top - ways.length * CHIPS),
  };
  // What is drawn first lies under the marks.
  cloth(page, set, ask.scales[0], box);
  words(page, bold, `${ask.about.title}: strike-off`, EDGE, EDGE + 4, 5, wide);
  words(page, plain, `${ask.about.description}. ${ask.lines[0] ?? ''}`, EDGE, EDGE + 9, 2.8, wide);
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  for (const [i, j] of [
    [-1, -1],
    [1, -1],
    [-1, 1],
    [1, 1],
  ])
    cross(
      page,
      middle.x + (i * STRIKE_MARKS.across * true1) / 2,
      middle.y + (j * STRIKE_MARKS.along * true1) / 2,
    );
  for (const [n, way] of ways.entries()) {
    const y = box.y + box.height + 2 + n * CHIPS;
    words(page, plain, way.name, EDGE, y + 2, 2.2, wide);
    chips(page, set, way.chips, y + 3, width);
  }
  for (const [n, text] of ASKED.entries()) {
    const y = asked + n * ROW + 4;
    words(page, plain, text, EDGE, y, 2.6, 66);
    line(page, EDGE + 68, y + 0.5, width - EDGE, y + 0.5);
  }
  ruler(page, set, foot + 2, width);
}

/** A cross that is seen on any cloth: black on white, its middle at a place of the page, mm. */
function cross(page: PDFPage, x: number, y: number) {
  const REACH = 4;
  page.drawRectangle({
    ...{ x: (x - REACH) * MM, y: page.getHeight() - (y + REACH) * MM },
    ...{ width: 2 * REACH * MM, height: 2 * REACH * MM, color: rgb(1, 1, 1) },
  });
  line(page, x - REACH, y, x + REACH, y);
  line(page, x, y - REACH, x, y + REACH);
}
