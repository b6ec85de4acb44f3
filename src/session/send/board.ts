import {
  type Board,
  type BoardSheet,
  type BoardText,
  boardSheet,
  finishPng,
  formats,
  MM_PER_INCH,
  nth,
  type Project,
  Said,
} from '../../core';
import type { Lettering } from '../../core/format/pdf/lettering';
import type { Work } from '../../engine';
import { solidOf, useBook } from '../colour';
import { drawPicture } from '../mockups';
import { fontFile } from './fonts';

/** How fine a board is, and pixels for a millimetre of it. */
const PPI = 200;
export const PX_PER_MM = PPI / MM_PER_INCH;
const FONT = { plain: '"Atkinson Hyperlegible Next Variable"', bold: '"Bricolage Grotesque Variable"' };

/** A board of some colourways of a bolt, with the codes of its colours. */
function boardOf(project: Project, ways: string[], title: string, subtitle: string): Board {
  const { widthMm: width, heightMm: height } = project.brief;
  return {
    title,
    subtitle,
    cellMm: { width, height },
    ways: project.colourways
      .filter((c) => ways.includes(c.id))
      .map(({ name, note, colours }) => ({
        name,
        note,
        chips: chipsOf(colours),
      })),
  };
}

/** Colours with the code of each: a solid's name, where it is one. */
export function chipsOf(colours: string[]): Board['ways'][number]['chips'] {
  const { solids } = useBook.getState();
  return colours.map((hex) => ({ hex, code: solidOf(solids, hex)?.name ?? hex }));
}

/** Makes a presentation board of colourways, as a PDF or a PNG. */
export async function makeBoard(
  project: Project,
  ask: { ways: string[]; title: string; subtitle: string; kind: 'pdf' | 'png' },
  { signal, onProgress }: Work,
): Promise<Blob> {
  const sheet = boardSheet(boardOf(project, ask.ways, ask.title, ask.subtitle));
  const shown = project.colourways.filter((c) => ask.ways.includes(c.id));
  const pictures: ImageBitmap[] = [];
  for (const mark of sheet.marks) {
    if (mark.kind !== 'picture') continue;
    const window = {
      colours: nth(shown, mark.way).colours,
      width: Math.round(mark.width * PX_PER_MM),
      height: Math.round(mark.height * PX_PER_MM),
      spanMm: mark.width * sheet.scale,
    };
    pictures.push(await drawPicture(project, window, signal));
    onProgress(pictures.length / shown.length);
  }
  return boardFile(sheet, ask.title, pictures, ask.kind);
}

/** A board with its pictures, in order, as a file. */
export async function boardFile(
  sheet: BoardSheet,
  title: string,
  pictures: ImageBitmap[],
  kind: 'pdf' | 'png',
): Promise<Blob> {
  if (kind === 'png') return paint(sheet, pictures);
  const files = await Promise.all(pictures.map(jpegOf));
  // What writes PDF is fetched when a PDF is wanted.
  const fonts = { plain: await fontFile('plain'), bold: await fontFile('bold') };
  const { boardPdf } = await import('../../core/format/pdf/board');
  return new Blob([await boardPdf(sheet, title, files, fonts, lettering)], { type: 'application/pdf' });
}

async function jpegOf(picture: ImageBitmap): Promise<Uint8Array> {
  const canvas = new OffscreenCanvas(picture.width, picture.height);
  canvas.getContext('2d')?.drawImage(picture, 0, 0);
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 1 });
  const bytes = new Uint8Array(await blob.arrayBuffer());
  return formats.of('jpeg')?.lossy?.finish(bytes, PPI) ?? bytes;
}

const INK = '#221a2b';
const fontOf = ({ bold, sizeMm }: BoardText, pxPerMm: number) =>
  `${bold ? '700' : '400'} ${sizeMm * pxPerMm}px ${bold ? FONT.bold : FONT.plain}, sans-serif`;

/** Letters that a PDF has no plain font for, drawn at 600 ppi. */
async function lettering(mark: BoardText): Promise<Lettering> {
  const pxPerMm = PX_PER_MM * 3;
  const [width, height] = [Math.ceil(mark.width * pxPerMm), Math.ceil(mark.sizeMm * 1.5 * pxPerMm)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Said('The letters of the board could not be drawn.');
  const below = Math.round(height / 3);
  context.fillStyle = INK;
  context.font = fontOf(mark, pxPerMm);
  context.fillText(cut(context, mark.text, width), 0, height - below);
  return {
    png: new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer()),
    widthMm: width / pxPerMm,
    heightMm: height / pxPerMm,
    belowMm: below / pxPerMm,
  };
}

async function paint({ width, height, marks }: BoardSheet, pictures: ImageBitmap[]): Promise<Blob> {
  const canvas = new OffscreenCanvas(Math.round(width * PX_PER_MM), Math.round(height * PX_PER_MM));
  const context = canvas.getContext('2d', { alpha: false });
  if (!context) throw new Said('The board could not be drawn.');
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  for (const mark of marks) {
    const [x, y] = [mark.x * PX_PER_MM, mark.y * PX_PER_MM];
    if (mark.kind === 'text') {
      context.fillStyle = INK;
      context.font = fontOf(mark, PX_PER_MM);
      context.fillText(cut(context, mark.text, mark.width * PX_PER_MM), x, y);
    } else if (mark.kind === 'box') {
      context.fillStyle = mark.hex;
      context.fillRect(x, y, mark.width * PX_PER_MM, mark.height * PX_PER_MM);
    } else {
      context.drawImage(nth(pictures, mark.way), x, y, mark.width * PX_PER_MM, mark.height * PX_PER_MM);
    }
  }
  const png = await canvas.convertToBlob({ type: 'image/png' });
  return new Blob([finishPng(new Uint8Array(await png.arrayBuffer()), PPI)], { type: 'image/png' });
}

function cut(context: OffscreenCanvasRenderingContext2D, text: string, width: number): string {
  if (context.measureText(text).width <= width) return text;
  let n = text.length;
  while (n > 1 && context.measureText(`${text.slice(0, n)}…`).width > width) n--;
  return `${text.slice(0, n)}…`;
}
