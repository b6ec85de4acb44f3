import { type PDFDocument, type PDFFont, type PDFPage, type PDFRef, rgb } from '@cantoo/pdf-lib';
import { rgbOfHex } from '../../colour';
import type { Size } from '../../lattice';
import type { Prepared } from '../../render';
import { MM_PER_INCH } from '../../units';
import { fitted } from './fitted';
import { fillWith } from './picture';
import { type Chip, EDGE, type TestPrintAsk } from './test-print-pages';

export const MM = 72 / MM_PER_INCH;
export const RULER = 22;
const CHIP = { side: 9, most: 12 };
/** What a row of chips takes, mm. */
export const CHIPS = 17;

/** What every page is set with; `true1`: how long a mm is made so that it comes out as one. */
export type Setting = {
  pdf: PDFDocument;
  image: PDFRef;
  block: Prepared;
  ask: TestPrintAsk;
  plain: PDFFont;
  bold: PDFFont;
  true1: number;
};

/** The cloth in a box of a page, mm from its upper left corner, at a size, from a place of the repeat on, mm. */
export function cloth(page: PDFPage, set: Setting, scale: number, box: Box, begins = { x: 0, y: 0 }) {
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
export type Box = Size & { x: number; y: number };

export function words(
  page: PDFPage,
  font: PDFFont,
  text: string,
  x: number,
  y: number,
  mm: number,
  most: number,
) {
  const size = mm * MM;
  page.drawText(fitted(text, font, size, most * MM), {
    ...{ x: x * MM, y: page.getHeight() - y * MM, size, font },
    color: rgb(0.13, 0.1, 0.17),
  });
}

export function line(page: PDFPage, x0: number, y0: number, x1: number, y1: number) {
  const high = page.getHeight();
  page.drawLine({
    start: { x: x0 * MM, y: high - y0 * MM },
    end: { x: x1 * MM, y: high - y1 * MM },
    ...{ thickness: 0.1 * MM, color: rgb(0, 0, 0) },
  });
}

/** 100 mm and 4 in, to be held against a ruler. */
export function ruler(page: PDFPage, { plain, true1 }: Setting, y: number, width: number) {
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

export function chips(page: PDFPage, { plain }: Setting, list: readonly Chip[], y: number, width: number) {
  const shown = list.slice(0, CHIP.most);
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
