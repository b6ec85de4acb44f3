import { proxy } from 'comlink';
import type { AssetLoader } from '../art/art-store';
import { linesKey, type SceneRequest } from '../protocol';
import type { AskOf, Work, WorkOf } from '../wire/bounds';
import { knownLines } from './lines';
import { artFrom, checker, inBatch } from './workers';

/** The same request with the lines that were measured of its art before. */
function withLines(request: SceneRequest): SceneRequest {
  const known = knownLines(request.arts);
  return { ...request, arts: request.arts.map((art) => ({ ...art, lineMm: known.get(linesKey(art)) })) };
}

export const check = (...[request, options, load]: [...AskOf<'check', 'check'>, AssetLoader]) =>
  checker.run((s) => s.check.check(withLines(request), options, artFrom(load)));
export const clothMap = (...[request, kind, load]: [...AskOf<'check', 'clothMap'>, AssetLoader]) =>
  checker.run((s) => s.check.clothMap(request, kind, artFrom(load)));
export const liftOff = (
  ...[request, layer, id, work, load]: [...AskOf<'check', 'liftOff'>, Work, AssetLoader]
) => inBatch((s) => s.check.liftOff(request, layer, id, artFrom(load)), work);
export const mend = (
  ...[request, options, parts, may, work, load]: [...WorkOf<'check', 'mend'>, Work, AssetLoader]
) =>
  inBatch(
    (s) => s.check.mend(withLines(request), options, parts, may, proxy(work.onProgress), artFrom(load)),
    work,
  );
export const practise = (
  ...[request, fault, seed, madeUp, leads, work, load]: [...AskOf<'check', 'practise'>, Work, AssetLoader]
) => inBatch((s) => s.check.practise(request, fault, seed, madeUp, leads, artFrom(load)), work);
