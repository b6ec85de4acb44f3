import fontkit from '@cantoo/fontkit';
import { PDFDocument, type PDFFont, type PDFPage, type PDFRef, rgb } from '@cantoo/pdf-lib';
import { rgbOfHex } from '../../colour';
import type { Size } from '../../lattice';
import type { Prepared } from '../../render';
import { ArgumentError, MM_PER_INCH } from '../../units';
import type { Parts } from '../format';
import { fitted } from './fitted';
import { fillWith, imageOf } from './picture';
import { EDGE, HEAD, OVERLAP, PAPERS, type TestPrintAsk, testPrintPages } from './test-print-pages';

const MM = 72 / MM_PER_INCH;
const RULER = 22;
const CHIP = { side: 9, room: 17, most: 12 };

/**
 * A test print as a PDF in true size: the cloth at up to three sizes, a ruler in mm and in, its colours with their codes; or one whole
 * repeat over several pages that lie over each other by 12 mm, cut along their marks.
 * @throws ArgumentError for sizes that are not above 0, and as testPrintPages.
 */
export async function testPrint(block: Prepared, ask: TestPrintAsk): Promise<Parts> {
  const { scales, about, fonts, measured, whole } = ask;
  if (!scales.length || scales.length > 3 || scales.some((s) => !(s > 0)))
    throw new ArgumentError('A test print has one to three sizes above 0.');
  if (!(measured > 80 && measured < 120)) throw new ArgumentError('A ruler of 100 mm measures 80 to 120 mm.');
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  const embed = (font: Uint8Array, name: string) =>
    pdf.embedFont(font, { subset: true, customName: `AAAAAA+${name}` });
  const [plain, bold] = [await embed(fonts.plain, 'HexaplexText'), await embed(fonts.bold, 'HexaplexBold')];
  pdf.setTitle(`${about.title}: test print`);
  pdf.setSubject(about.description);
  pdf.setCreator('Hexaplex');
  pdf.setProducer('Hexaplex');
  const size = { width: block.width + 1, height: block.height + 1 };
  const image = imageOf(pdf, block, { ...size, ppi: ask.ppi, pixels: 'rgb' }, () => {});
  const true1 = 100 / measured;
  const set: Setting = { pdf, image, block, ask, plain, bold, true1 };
  if (whole) wholeRepeat(set);
  else besideEachOther(set);
  return [(await pdf.save({ useObjectStreams: false })) as Uint8Array<ArrayBuffer>];
}

/** What every page is set with; `true1`: how long a mm is made so that it comes out as one. */
type Setting = {
  pdf: PDFDocument;
  image: PDFRef;
  block: Prepared;
  ask: TestPrintAsk;
  plain: PDFFont;
  bold: PDFFont;
  true1: number;
};

/** The cloth in a box of a page, mm from its upper left corner, at a size, from a place of the repeat on, mm. */
function cloth(page: PDFPage, set: Setting, scale: number, box: Box, begins = { x: 0, y: 0 }) {
  const { image, block, ask, true1 } = set;
  const k = (72 / ask.ppi) * scale * true1;
  fillWith(
    page,
    image,
    { width: block.width * k, height: block.height * k },
    { width: (block.width + 1) * k, height: (block.height + 1) * k },
    {
      x: box.x * MM,
      y: page.getHeight() - (box.y + box.height) * MM,
      width: box.width * MM,
      height: box.height * MM,
    },
    { x: begins.x * MM, y: begins.y * MM },
  );
}
type Box = Size & { x: number; y: number };

function words(page: PDFPage, font: PDFFont, text: string, x: number, y: number, mm: number, most: number) {
  const size = mm * MM;
  page.drawText(fitted(text, font, size, most * MM), {
    ...{ x: x * MM, y: page.getHeight() - y * MM, size, font },
    color: rgb(0.13, 0.1, 0.17),
  });
}

function line(page: PDFPage, x0: number, y0: number, x1: number, y1: number) {
  const high = page.getHeight();
  page.drawLine({
    start: { x: x0 * MM, y: high - y0 * MM },
    end: { x: x1 * MM, y: high - y1 * MM },
    ...{ thickness: 0.1 * MM, color: rgb(0, 0, 0) },
  });
}

/** 100 mm and 4 in, to be held against a ruler. */
function ruler(page: PDFPage, { plain, true1 }: Setting, y: number, width: number) {
  const x = EDGE;
  for (let mm = 0; mm <= 100; mm++)
    line(page, x + mm * true1, y, x + mm * true1, y + (mm % 10 === 0 ? 4 : mm % 5 === 0 ? 3 : 2));
  for (let cm = 0; cm <= 10; cm += 2)
    words(page, plain, `${cm * 10}`, x + cm * 10 * true1 + 0.5, y + 7, 2.2, 12);
  for (let eighth = 0; eighth <= 32; eighth++) {
    const at = x + (eighth / 8) * MM_PER_INCH * true1;
    line(page, at, y + 10, at, y + 10 + (eighth % 8 === 0 ? 4 : eighth % 4 === 0 ? 3 : 2));
  }
  for (let inch = 0; inch <= 4; inch++)
    words(page, plain, `${inch} in`, x + inch * MM_PER_INCH * true1 + 0.5, y + 17, 2.2, 12);
  const beside = x + 108;
  words(
    page,
    plain,
    'Printed at 100 %, the upper ruler is 100 mm long. If it is not, type what it measures',
    beside,
    y + 4,
    2.2,
    width - beside - EDGE,
  );
  words(
    page,
    plain,
    'into Hexaplex: the next print comes out true.',
    beside,
    y + 8,
    2.2,
    width - beside - EDGE,
  );
}

function chips(page: PDFPage, { ask, plain }: Setting, y: number, width: number) {
  const shown = ask.chips.slice(0, CHIP.most);
  const step = Math.min(24, (width - 2 * EDGE) / Math.max(1, shown.length));
  for (const [n, { code, hex }] of shown.entries()) {
    const x = EDGE + n * step;
    const [r, g, b] = rgbOfHex(hex);
    page.drawRectangle({
      ...{
        x: x * MM,
        y: page.getHeight() - (y + CHIP.side) * MM,
        width: (step - 2) * MM,
        height: CHIP.side * MM,
      },
      color: rgb(r / 255, g / 255, b / 255),
      ...{ borderWidth: 0.1 * MM, borderColor: rgb(0.6, 0.6, 0.6) },
    });
    words(page, plain, code, x, y + CHIP.side + 3, 2.2, step - 2);
  }
}

/** Up to three sizes on one page, one under the other. */
function besideEachOther(set: Setting) {
  const { pdf, ask, plain, bold } = set;
  const { width, height } = PAPERS[ask.paper];
  const page = pdf.addPage([width * MM, height * MM]);
  words(page, bold, ask.about.title, EDGE, EDGE + 4, 5, width - 2 * EDGE);
  words(page, plain, ask.about.description, EDGE, EDGE + 9, 2.8, width - 2 * EDGE);
  const foot = height - EDGE - RULER - CHIP.room;
  const top = EDGE + HEAD;
  const each = (foot - top) / ask.scales.length;
  for (const [n, scale] of ask.scales.entries()) {
    const y = top + n * each;
    words(page, plain, ask.lines[n] ?? '', EDGE, y + 2.5, 2.8, width - 2 * EDGE);
    cloth(page, set, scale, { x: EDGE, y: y + 4, width: width - 2 * EDGE, height: each - 8 });
  }
  chips(page, set, foot + 1, width);
  ruler(page, set, height - EDGE - RULER + 2, width);
}

/** One repeat over as many pages as it takes. */
function wholeRepeat(set: Setting) {
  const { pdf, ask, block, plain, true1 } = set;
  const { width, height } = PAPERS[ask.paper];
  const scale = ask.scales[0];
  const mm = (px: number) => (px / ask.ppi) * MM_PER_INCH * scale * true1;
  const { across, down } = testPrintPages(
    { width: mm(block.width) / scale, height: mm(block.height) / scale },
    ask,
  );
  const [wide, high] = [width - 2 * EDGE, height - HEAD - 2 * EDGE];
  for (let j = 0; j < down; j++)
    for (let i = 0; i < across; i++) {
      const page = pdf.addPage([width * MM, height * MM]);
      const begins = { x: i * (wide - OVERLAP), y: j * (high - OVERLAP) };
      const box = {
        ...{ x: EDGE, y: EDGE + HEAD },
        width: Math.min(wide, mm(block.width) - begins.x),
        height: Math.min(high, mm(block.height) - begins.y),
      };
      cloth(page, set, scale, box, begins);
      words(
        page,
        set.bold,
        `${ask.about.title}, page ${String.fromCharCode(65 + (j % 26))}${i + 1} of ${down} x ${across}`,
        EDGE,
        EDGE + 4,
        4,
        wide,
      );
      words(
        page,
        plain,
        `${ask.about.description}. Each page lies over the next by ${OVERLAP} mm: cut along the marks, with a sharp blade and a steel rule, hand clear.`,
        EDGE,
        EDGE + 9,
        2.4,
        wide,
      );
      // Where the next page begins, and where it ends that the one before lies over.
      if (i < across - 1) mark(page, box.x + wide - OVERLAP, box);
      if (j < down - 1) {
        const y = box.y + high - OVERLAP;
        line(page, box.x - 5, y, box.x - 1, y);
        line(page, box.x + box.width + 1, y, box.x + box.width + 5, y);
      }
    }
}

function mark(page: PDFPage, x: number, box: Box) {
  line(page, x, box.y - 5, x, box.y - 1);
  line(page, x, box.y + box.height + 1, x, box.y + box.height + 5);
}
