import {
  addLayer,
  addSheet,
  cellMiddle,
  cellOf,
  type IntakeSettings,
  isBare,
  type Layout,
  pxToMm,
  replaceArt,
  setBrief,
  setGroundInk,
  setLayout,
  several,
} from '../../core';
import { leavingPage, lookAtPage, takeDrawing, type Work } from '../../engine';
import { putAsset } from '../../shelf';
import { edit, record } from '../bolt';
import type { Session } from '../kernel';
import type { IncomingPage, Origin } from './intake';
import { keepPage, pictureOf, shortName } from './picture';

export { leavingPage, lookAtPage };

/** What is said of a drawing as it is taken in: with what it lies on or without; whether the cell takes its sheet's size, and is laid straight. */
export type DrawingTaken = { keep: boolean; asCell: boolean; straight: boolean };

/** Keeps a page as one drawing, at its place: the middle of its sheet is the middle of the cell. */
export async function keepDrawing(
  bolt: Session,
  page: IncomingPage,
  settings: IntakeSettings,
  ppi: number,
  ground: string | null,
  { keep, asCell, straight }: DrawingTaken,
  origin: Origin,
  work: Work,
  sheetId?: string,
): Promise<boolean> {
  const made = await takeDrawing(page.bytes, ppi, settings, keep, work);
  await keepPage(page);
  await putAsset(made.sha256, new Blob([made.png], { type: 'image/png' }));
  const { box } = made;
  const sheet = {
    id: sheetId ?? crypto.randomUUID(),
    name: page.name.slice(0, 80),
    asset: page.sha256,
    ppi,
    settings,
  };
  const mm = (px: number) => pxToMm(px, ppi);
  const art = { asset: made.sha256, width: box.width, height: box.height, ppi, sheet: sheet.id, box };
  const ok = edit(bolt, (p) => {
    const there = p.pictures.find((m) => m.sheet === sheet.id);
    if (there?.box) {
      const was = there.box;
      const moved = {
        x: mm(box.x + box.width / 2 - was.x - was.width / 2),
        y: mm(box.y + box.height / 2 - was.y - was.height / 2),
      };
      return several('Drawing taken in again', [addSheet(sheet, []), replaceArt(there.id, art, moved)]);
    }
    const size = { widthMm: mm(made.sheet.width), heightMm: mm(made.sheet.height) };
    const resized = asCell ? { ...p, brief: { ...p.brief, ...size } } : p;
    const layout: Layout = straight ? { kind: 'straight', drop: p.layout.drop } : p.layout;
    const middle = cellMiddle(layout, cellOf(resized));
    const picture = pictureOf(page, art, origin);
    const layer = {
      kind: 'drawing' as const,
      id: crypto.randomUUID(),
      picture: picture.id,
      x: middle.x + mm(box.x + box.width / 2 - made.sheet.width / 2),
      y: middle.y + mm(box.y + box.height / 2 - made.sheet.height / 2),
      scale: 1,
    };
    return several('Drawing taken in', [
      ...(asCell ? [setBrief(size)] : []),
      ...(straight ? [setLayout(layout)] : []),
      ...(ground && isBare(p) ? [setGroundInk(ground)] : []),
      addLayer(picture, layer, 'over', sheet),
    ]);
  });
  if (ok)
    record(bolt, {
      kind: 'motifs',
      text: `${shortName(page.name)} taken in as one drawing, ${Math.round(ppi)} ppi${sheetId ? ', again' : ''}.`,
      sha256: page.sha256,
      bytes: page.bytes.length,
    });
  return ok;
}
