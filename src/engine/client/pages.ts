import { proxy } from 'comlink';
import { formatOf } from '../../core';
import type { Incoming } from '../protocol';
import { type Call, long, MOST, reading, type Work, type WorkOf } from '../wire/bounds';
import { pages } from './workers';

export const inspectFile = (bytes: Uint8Array<ArrayBuffer>): Promise<Incoming> =>
  // A drawing of a few bytes can be made to take for ever.
  pages.run(
    (s) => s.pages.inspectFile(bytes),
    formatOf(bytes)?.id === 'svg' ? { mostMs: MOST.drawing } : reading,
  );
export const findPageIn: Call<'pages', 'findPage'> = (bytes) =>
  pages.run((s) => s.pages.findPage(bytes), reading);
export const viewPage: Call<'pages', 'view'> = (...args) => pages.run((s) => s.pages.view(...args), reading);
export const split = (...[bytes, ppi, settings, work]: [...WorkOf<'pages', 'split'>, Work]) =>
  pages.run((s) => s.pages.split(bytes, ppi, settings, proxy(work.onProgress)), long(work));
export const keepPieces = (numbers: number[], work: Work) =>
  pages.finish((s) => s.pages.keep(numbers, proxy(work.onProgress)), long(work));
export const lookAtPage: Call<'pages', 'lookAtPage'> = (...args) =>
  pages.run((s) => s.pages.lookAtPage(...args), reading);
export const leavingPage: Call<'pages', 'leavingPage'> = (...args) =>
  pages.run((s) => s.pages.leavingPage(...args), reading);
export const takeDrawing = (
  ...[bytes, ppi, settings, keep, work]: [...Parameters<Call<'pages', 'takeDrawing'>>, Work]
) => pages.finish((s) => s.pages.takeDrawing(bytes, ppi, settings, keep), long(work));
/** The page is done with; motifs or a drawing that are being kept are finished. */
export const letGoOfPage = () => pages.clear();
