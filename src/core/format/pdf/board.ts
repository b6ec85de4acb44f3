import fontkit from '@cantoo/fontkit';
import { PDFDocument, rgb } from '@cantoo/pdf-lib';
import { rgbOfHex } from '../../colour';
import type { BoardSheet, BoardText } from '../../print';
import { MM_PER_INCH } from '../../units';
import { fitted, hasLetters } from './fitted';
import type { Lettering } from './lettering';

const POINTS = 72 / MM_PER_INCH;

/**
 * A board as a PDF of one page. `pictures`: each colourway's cloth as a JPEG, in order. `fonts`: plain and bold, TTF or
 * WOFF, which are put into it; `lettering` draws what they have no letters for.
 */
export async function boardPdf(
  { width, height, marks }: BoardSheet,
  title: string,
  pictures: Uint8Array[],
  fonts: { plain: Uint8Array; bold: Uint8Array },
  lettering: (mark: BoardText) => Promise<Lettering>,
): Promise<Uint8Array<ArrayBuffer>> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  const page = pdf.addPage([width * POINTS, height * POINTS]);
  pdf.registerFontkit(fontkit);
  const embed = (font: Uint8Array, name: string) =>
    pdf.embedFont(font, { subset: true, customName: `AAAAAA+${name}` });
  const [plain, bold] = [await embed(fonts.plain, 'HexaplexText'), await embed(fonts.bold, 'HexaplexBold')];
  const colour = (hex: string) => {
    const [r, g, b] = rgbOfHex(hex);
    return rgb(r / 255, g / 255, b / 255);
  };
  for (const mark of marks) {
    const x = mark.x * POINTS;
    if (mark.kind === 'text') {
      const font = mark.bold ? bold : plain;
      if (!hasLetters(font, mark.text)) {
        const { png, widthMm, heightMm, belowMm } = await lettering(mark);
        page.drawImage(await pdf.embedPng(png), {
          x,
          y: (height - mark.y - belowMm) * POINTS,
          width: widthMm * POINTS,
          height: heightMm * POINTS,
        });
        continue;
      }
      // Letters are about seven tenths as high as their size.
      const size = mark.sizeMm * POINTS;
      const text = fitted(mark.text, font, size, mark.width * POINTS);
      page.drawText(text, { x, y: (height - mark.y) * POINTS, size, font, color: colour('#221a2b') });
      continue;
    }
    const box = {
      x,
      y: (height - mark.y - mark.height) * POINTS,
      width: mark.width * POINTS,
      height: mark.height * POINTS,
    };
    if (mark.kind === 'box') page.drawRectangle({ ...box, color: colour(mark.hex) });
    else page.drawImage(await pdf.embedJpg(pictures[mark.way]), box);
  }
  return (await pdf.save()) as Uint8Array<ArrayBuffer>;
}
