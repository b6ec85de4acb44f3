import type { AssetLoader } from '../art/art-store';
import { type AskOf, type Call, reading, type Work } from '../wire/bounds';
import { artFrom, inBatch, interactive, pages } from './workers';

export const joinParts: Call<'parts', 'joinParts'> = (...args) =>
  pages.run((s) => s.parts.joinParts(...args), reading);
export const compose: Call<'parts', 'compose'> = (...args) =>
  interactive.run((s) => s.parts.compose(...args));
export const composePieces = (
  ...[pieces, ppi, mostPx, load]: [...AskOf<'parts', 'composePieces'>, AssetLoader]
) => interactive.run((s) => s.parts.composePieces(pieces, ppi, mostPx, artFrom(load)));
export const viewFill: Call<'parts', 'viewFill'> = (...args) =>
  interactive.run((s) => s.parts.viewFill(...args));
export const regionAt: Call<'parts', 'regionAt'> = (...args) =>
  interactive.run((s) => s.parts.regionAt(...args));
export const fillLineArt: Call<'parts', 'fill'> = (...args) => interactive.run((s) => s.parts.fill(...args));
export const trace = (...[bytes, ppi, inks, options, work]: [...Parameters<Call<'parts', 'trace'>>, Work]) =>
  inBatch((s) => s.parts.trace(bytes, ppi, inks, options), work);
