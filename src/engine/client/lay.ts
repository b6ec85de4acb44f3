import { proxy } from 'comlink';
import type { AskOf, Call, Work, WorkOf } from '../wire/bounds';
import { inBatch, interactive } from './workers';

export const scatter = (...[request, rules, seed, work]: [...WorkOf<'lay', 'scatter'>, Work]) =>
  inBatch((s) => s.lay.scatter(request, rules, seed, proxy(work.onProgress)), work);
export const settle = (...[request, minGapMm, work]: [...WorkOf<'lay', 'settle'>, Work]) =>
  inBatch((s) => s.lay.settle(request, minGapMm, proxy(work.onProgress)), work);
export const fillPatch = (
  ...[request, patch, fillers, gapMm, leads, work]: [...AskOf<'lay', 'fillPatch'>, Work]
) => inBatch((s) => s.lay.fillPatch(request, patch, fillers, gapMm, leads), work);
export const largestFit: Call<'lay', 'largestFit'> = (...args) =>
  interactive.run((s) => s.lay.largestFit(...args));
export const takeInHand: Call<'lay', 'takeInHand'> = (...args) =>
  interactive.run((s) => s.lay.takeInHand(...args));
export const forecast: Call<'lay', 'forecast'> = (...args) => interactive.run((s) => s.lay.forecast(...args));
export const evenness: Call<'lay', 'evenness'> = (...args) => interactive.run((s) => s.lay.evenness(...args));
export const grainTile: Call<'lay', 'grain'> = (...args) => interactive.run((s) => s.lay.grain(...args));
