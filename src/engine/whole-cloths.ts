import { proxy, type Remote, transfer } from 'comlink';
import type { NotTheSame } from '../core';
import { type AssetLoader, type Call, handedOver, long, MOST, reading, type Work } from './bounds';
import { Desk } from './desk';
import type { ReturnAsk, Returned } from './return-services';
import type { Services } from './services';
import type { TileFile } from './tile-services';

/** The worker that reads whole cloths from elsewhere: finished tiles, cloths that were drawn on, and sheets of paper. */
const tiles = new Desk();

export const takeTile = (file: TileFile, work: Work) =>
  tiles.run((s) => s.takeTile(file), { signal: work.signal, mostMs: MOST.reading });
export const mendTile = (...[file, mending, work]: [...Parameters<Services['mendTile']>, Work]) =>
  tiles.run((s) => s.mendTile(file, mending), long(work));
export const blotAt: Call<'blotAt'> = (...args) => tiles.run((s) => s.blotAt(...args), reading);
export const tileFile: Call<'tileFile'> = (...args) =>
  tiles.finish((s) => s.tileFile(...args), reading) as ReturnType<Call<'tileFile'>>;
/** The tile is done with; one that is being laid is finished. */
export const letGoOfTile = () => tiles.clear();

/** Takes back a cloth that was drawn on elsewhere; the worker knows what went out. */
const withOut = (
  { out: { asset, under, guide }, whole }: ReturnAsk,
  work: Work,
  load: AssetLoader,
  call: (
    s: Remote<Services>,
    under: Uint8Array<ArrayBuffer> | null,
    guide: Uint8Array<ArrayBuffer> | null,
  ) => Promise<unknown>,
) =>
  tiles.finish(async (s) => {
    if (!(await s.knowsOut(asset))) await s.takeOut(asset, handedOver(await load(asset)));
    return call(
      s,
      under && !whole ? handedOver(await load(under)) : null,
      guide && !(await s.knowsGuide(guide.asset)) ? handedOver(await load(guide.asset)) : null,
    );
  }, long(work)) as Promise<Returned | NotTheSame>;
export const takeReturn = (bytes: Uint8Array<ArrayBuffer>, ask: ReturnAsk, work: Work, load: AssetLoader) =>
  withOut(ask, work, load, (s, under, guide) =>
    s.takeReturn(handedOver(bytes), ask, under, guide, proxy(work.onProgress)),
  );
export const joinEnds = (n: number, ask: ReturnAsk, work: Work, load: AssetLoader) =>
  withOut(ask, work, load, (s, under) => s.joinEnds(n, ask, under, proxy(work.onProgress)));

/** What is to be drawn next on a picture that went out, and that as a picture to lie over it. */
export const makeGuide = (
  { asset, bytes }: { asset: string; bytes: Uint8Array<ArrayBuffer> },
  asked: Parameters<Services['makeGuide']>,
  work: Work,
) =>
  tiles.run(async (s) => {
    if (!(await s.knowsOut(asset))) await s.takeOut(asset, handedOver(bytes));
    return s.makeGuide(...asked);
  }, long(work));

/** Puts a sheet of paper together from its scans; the worker is done with them after it. */
export const joinSheet = (scans: Uint8Array<ArrayBuffer>[], asCame: boolean, work: Work) =>
  tiles.run(
    (s) =>
      s.joinSheet(
        transfer(
          scans,
          scans.map((b) => b.buffer),
        ),
        asCame,
        proxy(work.onProgress),
      ),
    long(work),
  );
