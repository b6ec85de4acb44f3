import fontkit from '@cantoo/fontkit';
import {
  PDFDocument,
  type PDFFont,
  PDFName,
  type PDFPage,
  PDFRawStream,
  type PDFRef,
  rgb,
} from '@cantoo/pdf-lib';
import type { Prepared } from '../../render';
import { ArgumentError, MM_PER_INCH } from '../../units';
import { bytesOf } from '../embedded';
import type { About, Parts, SheetAsk } from '../format';
import type { OnRow } from '../sheet-rows';
import { escapeXml } from '../text';
import { fitted } from './fitted';
import { drawImage, type Extent, fillWith, imageOf } from './picture';

const POINTS = 72;
const MM = POINTS / MM_PER_INCH;
/** Room for marks and words round what is cut, mm; how long a mark is, and how far from the corner. */
const ROOM = 12;
const MARK = { long: 5, gap: 3, wide: 0.1 };
const WORDS_MM = 2.6;
/** No page of a PDF is larger (ISO 32000-1, annex C), points. */
const MOST_POINTS = 14_400;

/**
 * Writes a sheet as a PDF of one page in its true size (ISO 32000-1): what is larger than a block as a tiling pattern of it, which lies in the file
 * once; trim and bleed as boxes, marks and a line of words round them where they are wanted, its font embedded, its colours in sRGB.
 * @param ask its size is with the bleed. @param onRow told of each row of the block.
 * @throws ArgumentError for a page that no PDF has, or marks without a font for their words.
 */
export async function sheetPdf(block: Prepared, ask: SheetAsk, onRow: OnRow = () => {}): Promise<Parts> {
  const { width, height, ppi, pixels, about, bleed = 0, marks = false, font } = ask;
  const points = (px: number) => (px / ppi) * POINTS;
  const room = marks ? ROOM * MM : 0;
  const page = { width: points(width) + 2 * room, height: points(height) + 2 * room };
  if (Math.max(page.width, page.height) > MOST_POINTS)
    throw new ArgumentError(
      'A page of a PDF is up to 200 in (5.08 m) long: make the sheet smaller, or send a TIFF.',
    );
  if (marks && !font) throw new ArgumentError('Marks want a font for their words.');
  const pdf = await PDFDocument.create();
  const sheet = pdf.addPage([page.width, page.height]);
  const [w, h] = [points(width), points(height)];
  sheet.setBleedBox(room, room, w, h);
  const cut = points(bleed);
  sheet.setTrimBox(room + cut, room + cut, w - 2 * cut, h - 2 * cut);
  const once = width <= block.width && height <= block.height;
  // One pixel more than a period: neighbours lie over each other by it, and no light comes through between them. What is clear would
  // be twice as dark there.
  const more = pixels === 'rgba' ? 0 : 1;
  const size = once ? { width, height } : { width: block.width + more, height: block.height + more };
  const image = imageOf(pdf, block, { ...ask, ...size, pixels }, onRow);
  if (once) drawImage(sheet, image, { x: room, y: room, width: w, height: h });
  else {
    const step = { width: points(block.width), height: points(block.height) };
    const box = { width: points(size.width), height: points(size.height) };
    fillWith(sheet, image, step, box, { x: room, y: room, width: w, height: h });
  }
  pdf.setCreator('Hexaplex');
  pdf.setProducer('Hexaplex');
  if (about) {
    pdf.setTitle(about.title);
    pdf.setSubject(about.description);
    pdf.catalog.set(PDFName.of('Metadata'), metadataOf(pdf, about));
  }
  if (marks && font) {
    pdf.registerFontkit(fontkit);
    const letters = await pdf.embedFont(font, { subset: true, customName: 'AAAAAA+HexaplexText' });
    drawMarks(sheet, { room, cut, ...page });
    if (about) drawWords(sheet, `${about.title}: ${about.description}`, letters, room, page.width);
  }
  return [(await pdf.save({ useObjectStreams: false })) as Uint8Array<ArrayBuffer>];
}

/** What a PDF says of itself, as XMP (ISO 16684-1). */
function metadataOf(pdf: PDFDocument, { title, description }: About): PDFRef {
  const inEnglish = (tag: string, text: string) =>
    `<dc:${tag}><rdf:Alt><rdf:li xml:lang="x-default">${escapeXml(text)}</rdf:li></rdf:Alt></dc:${tag}>`;
  const xmp = bytesOf(
    `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:xmp="http://ns.adobe.com/xap/1.0/"><xmp:CreatorTool>Hexaplex</xmp:CreatorTool>${inEnglish('title', title)}${inEnglish('description', description)}</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="r"?>`,
  );
  const dict = pdf.context.obj({ Type: 'Metadata', Subtype: 'XML', Length: xmp.length });
  return pdf.context.register(PDFRawStream.of(dict, xmp));
}

/** Where the sheet is cut, at its corners, and a cross in a ring at the middle of each side to lay plates over each other by. */
function drawMarks(sheet: PDFPage, { room, cut, width, height }: Extent & { room: number; cut: number }) {
  const [long, gap] = [MARK.long * MM, MARK.gap * MM];
  const thickness = MARK.wide * MM;
  const line = (x0: number, y0: number, x1: number, y1: number) =>
    sheet.drawLine({ start: { x: x0, y: y0 }, end: { x: x1, y: y1 }, thickness, color: rgb(0, 0, 0) });
  const edge = room - gap;
  const [left, right] = [room + cut, width - room - cut];
  const [low, high] = [room + cut, height - room - cut];
  for (const x of [left, right]) {
    line(x, edge, x, edge - long);
    line(x, height - edge, x, height - edge + long);
  }
  for (const y of [low, high]) {
    line(edge, y, edge - long, y);
    line(width - edge, y, width - edge + long, y);
  }
  const out = edge - long / 2;
  for (const [x, y] of [
    [width / 2, out],
    [width / 2, height - out],
    [out, height / 2],
    [width - out, height / 2],
  ]) {
    const r = long / 2;
    line(x - r, y, x + r, y);
    line(x, y - r, x, y + r);
    sheet.drawCircle({ x, y, size: r * 0.6, borderWidth: thickness, borderColor: rgb(0, 0, 0) });
  }
}

/** A line of words under the sheet, left of the middle, as long as there is room. */
function drawWords(sheet: PDFPage, text: string, font: PDFFont, room: number, width: number) {
  const size = WORDS_MM * MM;
  const most = width / 2 - room - 2 * MARK.long * MM;
  if (most < size) return;
  sheet.drawText(fitted(text, font, size, most), {
    ...{ x: room + 2 * MARK.gap * MM, y: (MARK.gap * MM) / 2, size, font },
    color: rgb(0, 0, 0),
  });
}
