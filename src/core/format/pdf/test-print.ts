import fontkit from '@cantoo/fontkit';
import { PDFDocument, type PDFPage } from '@cantoo/pdf-lib';
import type { Prepared } from '../../render';
import { ArgumentError, MM_PER_INCH } from '../../units';
import type { Parts } from '../format';
import { imageOf } from './picture';
import { strikeOff } from './strike-off';
import { EDGE, HEAD, OVERLAP, PAPERS, type TestPrintAsk, testPrintPages } from './test-print-pages';
import {
  type Box,
  CHIPS,
  chips,
  cloth,
  line,
  MM,
  RULER,
  ruler,
  type Setting,
  words,
} from './test-print-parts';

/**
 * A test print as a PDF in true size: the cloth at up to three sizes, a ruler in mm and in, its colours with their codes; or one whole
 * repeat over several pages that lie over each other by 12 mm, cut along their marks; or a strike-off sheet, to be measured and written on.
 * @throws ArgumentError for sizes that are not above 0, and as testPrintPages.
 */
export async function testPrint(block: Prepared, ask: TestPrintAsk): Promise<Parts> {
  const { scales, about, fonts, measured, shows } = ask;
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
  const draw = { sizes: besideEachOther, whole: wholeRepeat, 'strike-off': strikeOff };
  draw[shows](set);
  return [(await pdf.save({ useObjectStreams: false })) as Uint8Array<ArrayBuffer>];
}

/** Up to three sizes on one page, one under the other. */
function besideEachOther(set: Setting) {
  const { pdf, ask, plain, bold } = set;
  const { width, height } = PAPERS[ask.paper];
  const page = pdf.addPage([width * MM, height * MM]);
  words(page, bold, ask.about.title, EDGE, EDGE + 4, 5, width - 2 * EDGE);
  words(page, plain, ask.about.description, EDGE, EDGE + 9, 2.8, width - 2 * EDGE);
  const foot = height - EDGE - RULER - CHIPS;
  const top = EDGE + HEAD;
  const each = (foot - top) / ask.scales.length;
  for (const [n, scale] of ask.scales.entries()) {
    const y = top + n * each;
    words(page, plain, ask.lines[n] ?? '', EDGE, y + 2.5, 2.8, width - 2 * EDGE);
    cloth(page, set, scale, { x: EDGE, y: y + 4, width: width - 2 * EDGE, height: each - 8 });
  }
  chips(page, set, ask.chips, foot + 1, width);
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
