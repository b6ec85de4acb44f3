import { crop, type Raster } from '../../raster';
import { mmToPx, Said } from '../../units';
import { cutOff, OWN, softenEdge } from '../mask';
import type { IntakeSettings } from '../page';
import { evenLight, type Leaving, leavingSheet } from '../page';
import { commonBox } from './parts';
import { type ReadPage, readPage } from './split';

/** A whole drawing: its art, where its box lies on the squared page (px), and what of it leaves the sheet. */
export type Drawing = { x: number; y: number; art: Raster; leaving: Leaving[] };

/** Less art than this, share of the sheet, is a blank sheet; less ground than this, one inked all over. */
const BLANK = 2e-4;
const ALL = 0.985;

/**
 * Takes a squared page in as one drawing, all of it at its place: what it lies on taken off, or kept.
 * @param keep what the art lies on stays with it: then the drawing is the whole sheet.
 * @throws Said where there is nothing on the sheet, or (not kept) nothing but art.
 */
export function wholeDrawing(page: Raster, ppi: number, settings: IntakeSettings, keep: boolean): Drawing {
  const read = readPage(page, ppi, settings);
  const { width, height } = page;
  const inked = read.mask.reduce((s, v) => s + v, 0) / read.mask.length;
  if (inked < BLANK)
    throw new Said(
      'There is nothing on this sheet that stands off from its ground. Is it blank, or the right way up? A lower tolerance finds fainter marks.',
    );
  if (!keep && !read.cutOut && inked > ALL)
    throw new Said(
      'This sheet is art all over: there is no ground on it to take off. Keep the ground with it, or take it in as a tile.',
    );
  const leaving = leavingSheet(read.mask, width, height, ppi);
  if (keep) return { x: 0, y: 0, art: evenLight(page, read.tone), leaving };
  const art = cutWhole(read, settings);
  const box = commonBox([art]);
  if (!box) throw new Said('There is nothing left of this sheet without its ground.');
  return { x: box.x, y: box.y, art: crop(art, box.x, box.y, box.width, box.height), leaving };
}

function cutWhole(
  { page, ppi, tone, ground, mask, shadows, cutOut }: ReadPage,
  { softMm }: IntakeSettings,
): Raster {
  const flat = evenLight(page, tone);
  if (cutOut) return flat;
  const own = mask.map((v) => v * OWN);
  const art = cutOff(flat, own, ppi, ground, { x: 0, y: 0, ...page }, shadows, page.width);
  softenEdge(art, mmToPx(softMm, ppi));
  return art;
}
