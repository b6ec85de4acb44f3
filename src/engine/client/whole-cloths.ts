import { proxy, transfer } from 'comlink';
import type { NotTheSame } from '../../core';
import type { AssetLoader } from '../art/art-store';
import type { ReturnAsk, Returned } from '../services/returns';
import type { TileFile } from '../services/tiles';
import { type Call, handedOver, long, MOST, reading, type Work } from '../wire/bounds';
import type { Wire } from '../wire/worker-slot';
import { tiles } from './workers';

export const takeTile = (file: TileFile, work: Work) =>
  tiles.run((s) => s.tiles.takeTile(file), { signal: work.signal, mostMs: MOST.reading });
export const mendTile = (...[file, mending, work]: [...Parameters<Call<'tiles', 'mendTile'>>, Work]) =>
  tiles.run((s) => s.tiles.mendTile(file, mending), long(work));
export const blotAt: Call<'tiles', 'blotAt'> = (...args) =>
  tiles.run((s) => s.tiles.blotAt(...args), reading);
export const tileFile: Call<'tiles', 'tileFile'> = (...args) =>
  tiles.finish((s) => s.tiles.tileFile(...args), reading);
/** The tile is done with; one that is being laid is finished. */
export const letGoOfTile = () => tiles.clear();

/** Takes back a cloth that was drawn on elsewhere; the worker knows what went out. */
const withOut = (
  { out: { asset, under, guide }, whole }: ReturnAsk,
  work: Work,
  load: AssetLoader,
  call: (
    s: Wire,
    under: Uint8Array<ArrayBuffer> | null,
    guide: Uint8Array<ArrayBuffer> | null,
  ) => Promise<unknown>,
) =>
  tiles.finish(async (s) => {
    if (!(await s.returns.knowsOut(asset))) await s.returns.takeOut(asset, handedOver(await load(asset)));
    return call(
      s,
      under && !whole ? handedOver(await load(under)) : null,
      guide && !(await s.returns.knowsGuide(guide.asset)) ? handedOver(await load(guide.asset)) : null,
    );
  }, long(work)) as Promise<Returned | NotTheSame>;
export const takeReturn = (bytes: Uint8Array<ArrayBuffer>, ask: ReturnAsk, work: Work, load: AssetLoader) =>
  withOut(ask, work, load, (s, under, guide) =>
    s.returns.takeReturn(handedOver(bytes), ask, under, guide, proxy(work.onProgress)),
  );
export const joinEnds = (n: number, ask: ReturnAsk, work: Work, load: AssetLoader) =>
  withOut(ask, work, load, (s, under) => s.returns.joinEnds(n, ask, under, proxy(work.onProgress)));

/** What is to be drawn next on a picture that went out, and that as a picture to lie over it. */
export const makeGuide = (
  { asset, bytes }: { asset: string; bytes: Uint8Array<ArrayBuffer> },
  asked: Parameters<Call<'returns', 'makeGuide'>>,
  work: Work,
) =>
  tiles.run(async (s) => {
    if (!(await s.returns.knowsOut(asset))) await s.returns.takeOut(asset, handedOver(bytes));
    return s.returns.makeGuide(...asked);
  }, long(work));

/** Puts a sheet of paper together from its scans; the worker is done with them after it. */
export const joinSheet = (scans: Uint8Array<ArrayBuffer>[], asCame: boolean, work: Work) =>
  tiles.run(
    (s) =>
      s.paper.joinSheet(
        transfer(
          scans,
          scans.map((b) => b.buffer),
        ),
        asCame,
        proxy(work.onProgress),
      ),
    long(work),
  );
