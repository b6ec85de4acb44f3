import { proxy, type Remote, wrap } from 'comlink';
import { FileRefused, NoMotifs, PictureRefused, RangeMessage, type Rgb } from '../core';
import type { ArtRequest, Incoming, Progress, ProofSeen } from './protocol';
import type { Services } from './services';

export type { ScreenReport, ScreensAsk } from './colour-bench';
export type {
  ArtRequest,
  CutArt,
  FileProof,
  Incoming,
  LayRequest,
  PageView,
  Proof,
  ProofSeen,
  SceneRequest,
} from './protocol';
export { FAR_OFF, MARKED } from './protocol';

/** Long work was stopped by the person; everything is as it was. */
export class Stopped extends Error {
  override name = 'Stopped';
}

/** An error as it was thrown in the worker: only its name and its words come over. */
export function asThrown(error: unknown): unknown {
  if (!(error instanceof Error)) return error;
  const own = Object.entries(THROWN).find(([name]) => name === error.name)?.[1];
  return own && !(error instanceof own) ? new own(error.message) : error;
}
const THROWN = { PictureRefused, FileRefused, RangeMessage, NoMotifs };

/** Where the engine finds the bytes of an asset. */
type AssetLoader = (asset: string) => Promise<Uint8Array>;

/** One worker with its own art. Ending it stops whatever it does; the next call starts a fresh one. */
class Bench {
  private worker: Worker | undefined;
  private remote: Remote<Services> | undefined;
  private stops = new Set<(reason: Error) => void>();
  /** Assets that this worker was given or said it has; another set once it let go of them. */
  held = new Set<string>();
  /** The last of the calls that must not mix. */
  private turn: Promise<unknown> = Promise.resolve();
  private begun: Promise<unknown> | undefined;

  /** @param begin what a fresh worker is told before anything else, if there is something to tell. */
  constructor(private readonly begin: (s: Remote<Services>) => Promise<unknown> | undefined) {}

  /** Runs one call; it ends with Stopped when `stop` is called meanwhile. */
  run<T>(call: (s: Remote<Services>) => Promise<T>): Promise<T> {
    if (!this.remote) {
      this.worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
      this.remote = wrap<Services>(this.worker);
      // A worker that runs out of memory says nothing to those who wait for it.
      this.worker.addEventListener('error', () => this.end(new Error('The work ran out of room and ended.')));
      this.begun = this.begin(this.remote);
    }
    const { remote, begun } = this;
    return new Promise<T>((resolve, reject) => {
      this.stops.add(reject);
      (begun ? begun.then(() => call(remote)) : call(remote))
        .then(resolve, (error) => reject(asThrown(error)))
        .finally(() => this.stops.delete(reject));
    });
  }

  /** Runs calls that are several messages each one after another. */
  inTurn<T>(call: () => Promise<T>): Promise<T> {
    const next = this.turn.then(call, call);
    this.turn = next.catch(() => undefined);
    return next;
  }

  stop() {
    this.end(new Stopped('Stopped.'));
  }

  private end(reason: Error) {
    this.worker?.terminate();
    this.worker = undefined;
    this.remote = undefined;
    this.held = new Set();
    this.turn = Promise.resolve();
    for (const reject of this.stops) reject(reason);
    this.stops.clear();
  }
}

/** The profile that is proofed with. */
let printer: { bytes: Uint8Array; seen: ProofSeen } | null = null;

/** The worker that answers at once (sprites, checks, previews) and the one for long work. */
const desk = new Bench((s) => (printer ? s.setPrinter(printer.bytes, printer.seen) : undefined));
const press = new Bench(() => undefined);
const benches = { desk, press };
type BenchName = keyof typeof benches;

/** Stops the long work under way; what it would have changed stays as it was. */
export const stopLongWork = () => press.stop();

async function withArt<T>(
  bench: BenchName,
  arts: ArtRequest[],
  load: AssetLoader,
  call: (s: Remote<Services>) => Promise<T>,
): Promise<T> {
  return benches[bench].run(async (s) => {
    const { held } = benches[bench];
    const assets = [...new Set(arts.map((a) => a.asset))].filter((a) => !held.has(a));
    if (assets.length) {
      const missing = await s.missing(assets);
      await Promise.all(missing.map(async (asset) => s.take(asset, await load(asset))));
      for (const asset of assets) held.add(asset);
    }
    if (!arts.some((a) => a.drawWidth)) return call(s);
    // Vectors are drawn at the size that this call wants: no other call comes between.
    return benches[bench].inTurn(async () => {
      await s.drawVectors(arts);
      return call(s);
    });
  });
}

type Call<K extends keyof Services> = (
  ...args: Parameters<Services[K]>
) => Promise<Awaited<ReturnType<Services[K]>>>;

export const look = (bytes: Uint8Array<ArrayBuffer>): Promise<Incoming> =>
  desk.run((s) => s.look(bytes) as Promise<Incoming>);
export const findPageIn: Call<'findPage'> = (bytes) => desk.run((s) => s.findPage(bytes));
export const viewPage: Call<'view'> = (...args) =>
  desk.run((s) => s.view(...args)) as ReturnType<Call<'view'>>;
export const split: Call<'split'> = (bytes, ppi, settings, onProgress) =>
  press.run((s) => s.split(bytes, ppi, settings, proxy(onProgress)));
export const keepPieces: Call<'keep'> = (numbers, onProgress) =>
  press.run((s) => s.keep(numbers, proxy(onProgress)));
/** The worker for long work is begun before it is wanted, so that the press that wants it is not held up. */
export const warmPress = () => press.run((s) => s.missing([]));
/** The page is done with: both workers let go of it. */
export const letGoOfPage = () => Promise.all([desk, press].map((b) => b.run((s) => s.letGoOfPage())));

export const joinParts: Call<'joinParts'> = (...args) => desk.run((s) => s.joinParts(...args));
export const compose: Call<'compose'> = (...args) => desk.run((s) => s.compose(...args));
export const lookAtFill: Call<'lookAtFill'> = (...args) => desk.run((s) => s.lookAtFill(...args));
export const regionAt: Call<'regionAt'> = (...args) => desk.run((s) => s.regionAt(...args));
export const fillLineArt: Call<'fill'> = (...args) => desk.run((s) => s.fill(...args));
export const trace: Call<'trace'> = (...args) => press.run((s) => s.trace(...args));

export const sprite = (request: ArtRequest, longSide: number, load: AssetLoader) =>
  withArt('desk', [request], load, (s) => s.sprite(request, longSide));

export const quickSprites = (asks: { request: ArtRequest; longSide: number }[], load: AssetLoader) =>
  withArt(
    'desk',
    asks.map((a) => a.request),
    load,
    (s) => s.sprites(asks),
  );

/** Another bolt is opened: the workers let go of the art they hold. */
export const letGoOfArt = () =>
  Promise.all(
    [desk, press].map((b) => {
      b.held = new Set();
      return b.run((s) => s.letGoOfArt());
    }),
  );

const assetsOf = (arts: ArtRequest[]) => arts.map((a) => a.asset);
export const palette = (arts: ArtRequest[], count: number | undefined, load: AssetLoader) =>
  withArt('desk', arts, load, (s) => s.palette(assetsOf(arts), count));
export const paletteOfPicture: Call<'paletteOfPicture'> = (...args) =>
  desk.run((s) => s.paletteOfPicture(...args));
export const splitColours = (arts: ArtRequest[], inks: Rgb[], which: number[], load: AssetLoader) =>
  withArt('desk', arts, load, (s) => s.splitColours(assetsOf(arts), inks, which));
export const setPrinter: Call<'setPrinter'> = async (bytes, seen) => {
  const found = await desk.run((s) => s.setPrinter(bytes, seen));
  printer = bytes && { bytes, seen };
  return found;
};
export const printed: Call<'printed'> = (...args) => desk.run((s) => s.printed(...args));
export const inksOnCloth = (
  ...[request, wears, load]: [...Parameters<Services['inksOnCloth']>, AssetLoader]
) => withArt('desk', request.arts, load, (s) => s.inksOnCloth(request, wears));
export const clothPicture = (
  ...[request, window, load]: [...Parameters<Services['clothPicture']>, AssetLoader]
) => withArt('press', request.arts, load, (s) => s.clothPicture(request, window));
export const screens = (
  ...[request, wears, shown, names, ask, onProgress, load]: [...Parameters<Services['screens']>, AssetLoader]
) =>
  withArt('press', request.arts, load, (s) =>
    s.screens(request, wears, shown, names, ask, proxy(onProgress)),
  );

export const check = (...[request, options, load]: [...Parameters<Services['check']>, AssetLoader]) =>
  withArt('desk', request.arts, load, (s) => s.check(request, options));
export const clothMap = (...[request, kind, load]: [...Parameters<Services['clothMap']>, AssetLoader]) =>
  withArt('desk', request.arts, load, (s) => s.clothMap(request, kind));
export const mend = (
  ...[request, options, parts, may, onProgress, load]: [...Parameters<Services['mend']>, AssetLoader]
) => withArt('press', request.arts, load, (s) => s.mend(request, options, parts, may, proxy(onProgress)));
export const practise = (
  ...[request, fault, seed, madeUp, leads, load]: [...Parameters<Services['practise']>, AssetLoader]
) => withArt('press', request.arts, load, (s) => s.practise(request, fault, seed, madeUp, leads));
export const takeTile: Call<'takeTile'> = (bytes) => press.run((s) => s.takeTile(bytes));
export const mendTile: Call<'mendTile'> = (mending) => press.run((s) => s.mendTile(mending));
export const tileFile = (ppi: number): Promise<Uint8Array<ArrayBuffer>> =>
  press.run((s) => s.tileFile(ppi) as Promise<Uint8Array<ArrayBuffer>>);

export const proveWrapOf = (
  request: Parameters<Services['proveWrap']>[0],
  onProgress: Progress,
  load: AssetLoader,
) => withArt('press', request.arts, load, (s) => s.proveWrap(request, proxy(onProgress)));

export const exportBlock = (
  request: Parameters<Services['exportBlock']>[0],
  onProgress: Progress,
  load: AssetLoader,
) => withArt('press', request.arts, load, (s) => s.exportBlock(request, proxy(onProgress)));

export const scatter: Call<'scatter'> = (request, rules, seed, onProgress) =>
  press.run((s) => s.scatter(request, rules, seed, proxy(onProgress)));
export const settle: Call<'settle'> = (request, minGapMm, onProgress) =>
  press.run((s) => s.settle(request, minGapMm, proxy(onProgress)));
export const fillPatch: Call<'fillPatch'> = (...args) => press.run((s) => s.fillPatch(...args));
export const largestFit: Call<'largestFit'> = (...args) => desk.run((s) => s.largestFit(...args));
export const evenness: Call<'evenness'> = (...args) => desk.run((s) => s.evenness(...args));
export const grainTile: Call<'grain'> = (...args) =>
  desk.run((s) => s.grain(...args)) as ReturnType<Call<'grain'>>;
