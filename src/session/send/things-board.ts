import {
  capital,
  cellOf,
  type LengthUnit,
  lengthText,
  mmPer,
  nth,
  type Project,
  repeatBlock,
  type ShownThing,
  thingsSheet,
  trimmed,
} from '../../core';
import { Stopped, type Work } from '../../engine';
import { drawShown, thingOf } from '../mockups';
import { boardFile, chipsOf, PX_PER_MM } from './board';

const sizeText = (widthMm: number, heightMm: number, unit: LengthUnit) =>
  `${trimmed(widthMm / mmPer(unit), 1)} x ${lengthText(heightMm, unit, 1)}`;

/** What a thing on the board is, in words: its print, the repeat on it, its colourway. */
export function shownNote(
  project: Project,
  { product, widthMm, heightMm, times, colourway }: ShownThing,
): string {
  const { unit } = project.brief;
  const block = repeatBlock(project.layout, cellOf(project));
  const { goods } = thingOf(product);
  const print =
    goods.prints === 'block' ? `${lengthText(widthMm, unit)} wide` : sizeText(widthMm, heightMm, unit);
  const way = project.colourways.find((c) => c.id === colourway);
  return `${print}, repeat ${lengthText(block.width * times, unit)} wide. ${way?.name ?? ''}`;
}

/** Makes a board of the things that a bolt keeps on it, as a PDF or a PNG. */
export async function makeThingsBoard(
  project: Project,
  ask: { title: string; subtitle: string; kind: 'pdf' | 'png' },
  { signal, onProgress }: Work,
): Promise<Blob> {
  const sheet = thingsSheet({
    title: ask.title,
    subtitle: ask.subtitle,
    things: project.board.map((shown) => ({
      name: capital(thingOf(shown.product).goods.name),
      note: shownNote(project, shown),
      chips: chipsOf(project.colourways.find((c) => c.id === shown.colourway)?.colours ?? ['#ffffff']),
    })),
  });
  const pictures: ImageBitmap[] = [];
  for (const mark of sheet.marks) {
    if (mark.kind !== 'picture') continue;
    if (signal?.aborted) throw new Stopped('Stopped.');
    const size = { width: Math.round(mark.width * PX_PER_MM), height: Math.round(mark.height * PX_PER_MM) };
    pictures.push(await drawShown(project, nth(project.board, mark.way), size));
    onProgress(pictures.length / project.board.length);
  }
  return boardFile(sheet, ask.title, pictures, ask.kind);
}
