import { PDFDocument, type PDFFont, rgb, StandardFonts } from 'pdf-lib';
import { rgbOfHex } from '../../colour';
import type { BoardSheet, BoardText } from '../../print';
import { MM_PER_INCH } from '../../units';

const POINTS = 72 / MM_PER_INCH;

/** Letters that the plain fonts of PDF have: Latin-1, and the marks of print. */
const isPlain = (text: string) => /^[\x20-\x7e\xa0-\xff‘’“”–—…•€]*$/.test(text);

/** Text cut to a width, with an ellipsis. */
function cut(whole: string, font: PDFFont, size: number, width: number): string {
  if (font.widthOfTextAtSize(whole, size) <= width) return whole;
  let n = whole.length;
  while (n > 1 && font.widthOfTextAtSize(`${whole.slice(0, n)}...`, size) > width) n--;
  return `${whole.slice(0, n)}...`;
}

/** A line of text as a PNG: how large it is, and how far above its lower edge the letters stand, mm. */
export type Lettering = { png: Uint8Array; widthMm: number; heightMm: number; belowMm: number };

/**
 * A board as a PDF of one page. `pictures`: each colourway's cloth as a JPEG, in order. `lettering` draws what the plain
 * fonts of PDF have no letters for.
 */
export async function boardPdf(
  { width, height, marks }: BoardSheet,
  title: string,
  pictures: Uint8Array[],
  lettering: (mark: BoardText) => Promise<Lettering>,
): Promise<Uint8Array<ArrayBuffer>> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  const page = pdf.addPage([width * POINTS, height * POINTS]);
  const fonts = [
    await pdf.embedFont(StandardFonts.Helvetica),
    await pdf.embedFont(StandardFonts.HelveticaBold),
  ];
  const colour = (hex: string) => {
    const [r, g, b] = rgbOfHex(hex);
    return rgb(r / 255, g / 255, b / 255);
  };
  for (const mark of marks) {
    const x = mark.x * POINTS;
    if (mark.kind === 'text') {
      if (!isPlain(mark.text)) {
        const { png, widthMm, heightMm, belowMm } = await lettering(mark);
        page.drawImage(await pdf.embedPng(png), {
          x,
          y: (height - mark.y - belowMm) * POINTS,
          width: widthMm * POINTS,
          height: heightMm * POINTS,
        });
        continue;
      }
      const font = fonts[mark.bold ? 1 : 0];
      // Letters are about seven tenths as high as their size.
      const size = mark.sizeMm * POINTS;
      const text = cut(mark.text, font, size, mark.width * POINTS);
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
