import { proxy, type Remote, transfer } from 'comlink';
import { formatOf, formats, type ProofCube, pixelPlan, type Raster, type Rgb } from '../core';
import { type AssetLoader, type Call, handedOver, long, MOST, reading, type Work } from './bounds';
import { Desk } from './desk';
import { knownLines, measureEach, takeLines } from './lines';
import { isPlainCloth, PROBE } from './plain-cloth';
import { Pool } from './pool';
import { type ArtRequest, assetOfKey, type FileProof, type Incoming, type ProofSeen } from './protocol';
import type { Services } from './services';
import type { ThingAsk } from './view-services';
import { type Bounds, WorkerSlot } from './worker-slot';

export type { Work } from './bounds';
export type { ScreenReport, ScreensAsk } from './colour-services';
export type { SheetOfPaper } from './paper-services';
export type {
  ArtRequest,
  CutArt,
  FileProof,
  Incoming,
  InksAsk,
  LayRequest,
  PageLook,
  PageView,
  PieceRequest,
  Proof,
  ProofSeen,
  SceneRequest,
  SendAsk,
  ShutInSight,
} from './protocol';
export { FAR_OFF, linesKey, MARKED } from './protocol';
export type { Returned } from './return-services';
export type { SeenTile, TileFile, TileMending } from './tile-services';
export type { ThingAsk, ThingPlaces } from './view-services';
export {
  blotAt,
  joinEnds,
  joinSheet,
  letGoOfTile,
  makeGuide,
  mendTile,
  takeReturn,
  takeTile,
  tileFile,
} from './whole-cloths';
export { Stopped } from './worker-slot';

/** What the printer that is proofed makes of every colour: a fresh worker is told of it. */
const printer: { now: ProofCube | null } = { now: null };

/** The worker that answers at once (sprites, checks, previews); it reads no file that comes from elsewhere but cut-outs. */
const interactive = new WorkerSlot((s) => (printer.now ? s.setCube(printer.now) : undefined));
/** The workers for long work. */
const batch = new Pool(2);
/** Those that read what comes from elsewhere: pages and profiles, and vectors. */
const pages = new Desk();
const drawings = new WorkerSlot();
/** The one that shows things with the cloth on them: it answers a hand at once. */
const views = new WorkerSlot();

const isDrawing = (bytes: Uint8Array) => formatOf(bytes)?.id === 'svg';

/** A vector at a width, px, by a worker that is ended where it takes too long. */
async function drawn(bytes: Uint8Array<ArrayBuffer>, width: number, mostMs: number): Promise<Raster> {
  // One after the other: the time of each is its own.
  const raster = await drawings.inTurn(() =>
    drawings.run((s) => s.drawVector(handedOver(bytes), width), { mostMs }),
  );
  return transfer(raster, [raster.data.buffer]);
}

/** How wide a vector is drawn before it is known how large it is wanted, px. */
const FIRST_WIDTH = 600;

const give = async (s: Remote<Services>, asset: string, bytes: Uint8Array<ArrayBuffer>) =>
  isDrawing(bytes)
    ? s.putDrawn(asset, await drawn(bytes, FIRST_WIDTH, MOST.again))
    : s.take(asset, handedOver(bytes));

async function withArt<T>(
  slot: WorkerSlot,
  arts: ArtRequest[],
  load: AssetLoader,
  call: (s: Remote<Services>) => Promise<T>,
  bounds?: Bounds,
): Promise<T> {
  return slot.run(async (s) => {
    const { held } = slot;
    const assets = [...new Set(arts.map((a) => a.asset))].filter((a) => !held.has(a));
    if (assets.length) {
      const missing = await s.missing(assets);
      await Promise.all(missing.map(async (asset) => give(s, asset, await load(asset))));
      for (const asset of assets) held.add(asset);
    }
    if (!arts.some((a) => a.drawWidth)) return call(s);
    // Vectors are there at the size that this call wants: no other call comes between.
    return slot.inTurn(async () => {
      for (const { asset, width } of await s.undrawn(arts)) {
        await s.putDrawn(asset, await drawn(await load(asset), width, MOST.reading));
      }
      return call(s);
    });
  }, bounds);
}

/** Long work on the art of a scene, by a worker of the pool. */
const inBatch = <T>(
  arts: ArtRequest[],
  load: AssetLoader,
  call: (s: Remote<Services>) => Promise<T>,
  work?: Pick<Work, 'signal'>,
): Promise<T> =>
  batch.use(
    arts.map((a) => a.asset),
    (slot) => withArt(slot, arts, load, taught(slot, arts, call), long(work)),
    work?.signal,
  );

/** The same call, where the worker is told first which lines are known. */
const taught =
  <T>(slot: WorkerSlot, arts: ArtRequest[], call: (s: Remote<Services>) => Promise<T>) =>
  async (s: Remote<Services>): Promise<T> => {
    const untold = [...knownLines(arts)].filter(([key]) => !slot.held.has(key));
    if (untold.length) await s.learnLines(untold);
    for (const [key] of untold) slot.held.add(key);
    return call(s);
  };

/** Measures the lines of art that are not known yet, as long as it is wanted: handed by the worker that draws to the pool. */
export const measureLines = (arts: ArtRequest[], load: AssetLoader, wanted: () => boolean) =>
  measureEach(
    arts,
    async (art) => {
      const ask = await withArt(interactive, [art], load, (s) => s.linePicture(art));
      return reckon((s) => s.lineIn(transfer(ask, [ask.level.data.buffer])));
    },
    2,
    wanted,
  );
export { knownLines, takeLines };

/** Long work that needs no art. */
const reckon = <T>(call: (s: Remote<Services>) => Promise<T>, work?: Pick<Work, 'signal'>): Promise<T> =>
  batch.use([], (slot) => slot.run(call, long(work)), work?.signal);

/** What a service is asked, without the word of how far it is. */
type Ask<K extends keyof Services> = Parameters<Services[K]> extends [...infer A, unknown] ? A : never;

export const inspectFile = (bytes: Uint8Array<ArrayBuffer>): Promise<Incoming> =>
  // A drawing of a few bytes can be made to take for ever.
  pages.run(
    (s) => s.inspectFile(bytes) as Promise<Incoming>,
    isDrawing(bytes) ? { mostMs: MOST.drawing } : reading,
  );
export const findPageIn: Call<'findPage'> = (bytes) => pages.run((s) => s.findPage(bytes), reading);
export const viewPage: Call<'view'> = (...args) =>
  pages.run((s) => s.view(...args), reading) as ReturnType<Call<'view'>>;
export const split = (...[bytes, ppi, settings, work]: [...Ask<'split'>, Work]) =>
  pages.run((s) => s.split(bytes, ppi, settings, proxy(work.onProgress)), long(work));
export const keepPieces = (numbers: number[], work: Work) =>
  pages.finish((s) => s.keep(numbers, proxy(work.onProgress)), long(work));
export const lookAtPage: Call<'lookAtPage'> = (...args) => pages.run((s) => s.lookAtPage(...args), reading);
export const leavingPage: Call<'leavingPage'> = (...args) =>
  pages.run((s) => s.leavingPage(...args), reading);
export const takeDrawing = (
  ...[bytes, ppi, settings, keep, work]: [...Parameters<Services['takeDrawing']>, Work]
) =>
  pages.finish((s) => s.takeDrawing(bytes, ppi, settings, keep), long(work)) as ReturnType<
    Call<'takeDrawing'>
  >;
/** The page is done with; motifs or a drawing that are being kept are finished. */
export const letGoOfPage = () => pages.clear();

export const joinParts: Call<'joinParts'> = (...args) => pages.run((s) => s.joinParts(...args), reading);
export const paletteOfPicture: Call<'paletteOfPicture'> = (...args) =>
  pages.run((s) => s.paletteOfPicture(...args), reading);
export const compose: Call<'compose'> = (...args) => interactive.run((s) => s.compose(...args));
export const composePieces = (
  ...[pieces, ppi, mostPx, load]: [...Parameters<Services['composePieces']>, AssetLoader]
) =>
  withArt(
    interactive,
    pieces.map((p) => p.art),
    load,
    (s) => s.composePieces(pieces, ppi, mostPx),
  ) as ReturnType<Call<'composePieces'>>;
export const viewFill: Call<'viewFill'> = (...args) => interactive.run((s) => s.viewFill(...args));
export const regionAt: Call<'regionAt'> = (...args) => interactive.run((s) => s.regionAt(...args));
export const fillLineArt: Call<'fill'> = (...args) => interactive.run((s) => s.fill(...args));
export const trace = (...[bytes, ppi, inks, options, work]: [...Parameters<Services['trace']>, Work]) =>
  reckon((s) => s.trace(bytes, ppi, inks, options), work);

export const sprite = (request: ArtRequest, longSide: number, load: AssetLoader) =>
  withArt(interactive, [request], load, (s) => s.sprite(request, longSide));

export const quickSprites = (asks: { request: ArtRequest; longSide: number }[], load: AssetLoader) =>
  withArt(
    interactive,
    asks.map((a) => a.request),
    load,
    (s) => s.sprites(asks),
  );

/** The worker that draws is made ready while what it will draw is being fetched. */
export const startDrawing = () => void interactive.run((s) => s.missing([])).catch(() => {});

/** The workers let go of some art, or of all they hold: another bolt is opened. */
export function letGoOfArt(some?: string[]) {
  const empty = (slot: WorkerSlot) => {
    slot.held = some ? new Set([...slot.held].filter((key) => !some.includes(assetOfKey(key)))) : new Set();
    void slot.run((s) => s.letGoOfArt(some)).catch(() => {});
  };
  // What it has found of other cloths goes with it.
  if (views.isUp) views.end();
  if (interactive.isUp) empty(interactive);
  batch.each(empty);
}

const assetsOf = (arts: ArtRequest[]) => arts.map((a) => a.asset);
export const palette = (arts: ArtRequest[], count: number | undefined, load: AssetLoader) =>
  withArt(interactive, arts, load, (s) => s.palette(assetsOf(arts), count));
export const splitColours = (arts: ArtRequest[], inks: Rgb[], which: number[], load: AssetLoader) =>
  withArt(interactive, arts, load, (s) => s.splitColours(assetsOf(arts), inks, which));
/** From now on the printer of this profile is proofed; null: none. What is told of it, once it was read. */
export async function setPrinter(bytes: Uint8Array | null, seen: ProofSeen) {
  const found = bytes && (await pages.run((s) => s.readPrinter(bytes, seen), reading));
  printer.now = found ? found.cube : null;
  await interactive.run((s) => s.setCube(printer.now));
  return found && { name: found.name, inks: found.inks };
}
export const printed: Call<'printed'> = (...args) => interactive.run((s) => s.printed(...args));
export const inksOnCloth = (
  ...[request, inkOf, groundInks, load]: [...Parameters<Services['inksOnCloth']>, AssetLoader]
) => withArt(interactive, request.arts, load, (s) => s.inksOnCloth(request, inkOf, groundInks));
export const clothPicture = (
  ...[request, size, load, work]: [
    ...Parameters<Services['clothPicture']>,
    AssetLoader,
    Pick<Work, 'signal'>?,
  ]
) => inBatch(request.arts, load, (s) => s.clothPicture(request, size), work);
export const screens = (
  ...[request, inkOf, groundInks, shown, names, ask, work, load]: [...Ask<'screens'>, Work, AssetLoader]
) =>
  inBatch(
    request.arts,
    load,
    (s) => s.screens(request, inkOf, groundInks, shown, names, ask, proxy(work.onProgress)),
    work,
  );

export const viewThing = (...[request, ask, load]: [...Parameters<Services['viewThing']>, AssetLoader]) =>
  withArt(
    views,
    request.arts,
    load,
    async (s) => {
      await givePhoto(s, ask, load);
      return s.viewThing(request, ask);
    },
    reading,
  );
export const readyThing: Call<'readyThing'> = (ask) => views.run((s) => s.readyThing(ask));
export const readyCloth = (...[request, ask, load]: [...Parameters<Services['readyCloth']>, AssetLoader]) =>
  withArt(views, request.arts, load, (s) => s.readyCloth(request, ask));
export const thingPlaces = (ask: ThingAsk, load: AssetLoader) =>
  views.run(async (s) => {
    await givePhoto(s, ask, load);
    return s.thingPlaces(ask);
  }, reading);
export const reducePhoto = (bytes: Uint8Array<ArrayBuffer>) =>
  pages.run((s) => s.reducePhoto(bytes), reading);
async function givePhoto(s: Remote<Services>, { goods: { view } }: ThingAsk, load: AssetLoader) {
  if ('photo' in view && !(await s.hasPhoto(view.photo.id)))
    await s.takePhoto(view.photo.id, handedOver(await load(view.photo.id)));
}

export const check = (...[request, options, load]: [...Parameters<Services['check']>, AssetLoader]) =>
  withArt(
    interactive,
    request.arts,
    load,
    taught(interactive, request.arts, (s) => s.check(request, options)),
  );
export const clothMap = (...[request, kind, load]: [...Parameters<Services['clothMap']>, AssetLoader]) =>
  withArt(interactive, request.arts, load, (s) => s.clothMap(request, kind));
export const liftOff = (
  ...[request, layer, id, work, load]: [...Parameters<Services['liftOff']>, Work, AssetLoader]
) => inBatch(request.arts, load, (s) => s.liftOff(request, layer, id), work);
export const mend = (...[request, options, parts, may, work, load]: [...Ask<'mend'>, Work, AssetLoader]) =>
  inBatch(request.arts, load, (s) => s.mend(request, options, parts, may, proxy(work.onProgress)), work);
export const practise = (
  ...[request, fault, seed, madeUp, leads, work, load]: [
    ...Parameters<Services['practise']>,
    Work,
    AssetLoader,
  ]
) => inBatch(request.arts, load, (s) => s.practise(request, fault, seed, madeUp, leads), work);

export const proveWrapOf = (request: Parameters<Services['proveWrap']>[0], work: Work, load: AssetLoader) =>
  inBatch(request.arts, load, (s) => s.proveWrap(request, proxy(work.onProgress)), work);
/** A test print of a cloth, as a PDF. */
export const testPrint = (
  ...[request, ask, work, load]: [...Parameters<Services['testPrint']>, Work, AssetLoader]
) => inBatch(request.arts, load, (s) => s.testPrint(request, ask), work);

/** Writes a cloth as shapes, and has another program draw it. */
async function exportShapes(
  ...[request, ask, work, load]: [...Ask<'exportPicture'>, Work, AssetLoader]
): Promise<{ file: Blob; proof: FileProof }> {
  const drawings = new Map<string, Uint8Array<ArrayBuffer>>();
  for (const asset of new Set(request.arts.flatMap((a) => (a.drawWidth ? [a.asset] : []))))
    drawings.set(asset, await load(asset));
  const { svg, probe } = await inBatch(request.arts, load, (s) => s.shapesOf(request, ask, drawings), work);
  work.onProgress(0.5);
  const file = new Blob([svg], { type: 'image/svg+xml' });
  const seen = await drawn(new TextEncoder().encode(probe), PROBE, MOST.reading);
  const proof = await inBatch(request.arts, load, (s) => s.proveShapes(request, file, seen), work);
  work.onProgress(1);
  return { file, proof };
}

/** So large a block is rendered by one worker at a time: two would hold twice as much. */
const MOST_BESIDE_PX = 40e6;

/** Writes a picture file and reads it back: a block that is not large by two workers beside each other. */
export async function exportPicture(
  ...[request, ask, work, load]: [...Ask<'exportPicture'>, Work, AssetLoader]
): Promise<{ file: Blob; proof: FileProof }> {
  const { block } = pixelPlan(request.layout, request.cellMm, request.ppi);
  const told = proxy(work.onProgress);
  if (ask.shapes && ask.format === 'svg' && isPlainCloth(request))
    return exportShapes(request, ask, work, load);
  if (formats.of(ask.format)?.lossy || block.width * block.height > MOST_BESIDE_PX)
    return inBatch(request.arts, load, (s) => s.exportPicture(request, ask, told), work);
  const [written, elsewhere] = await Promise.all([
    inBatch(request.arts, load, (s) => s.writePicture(request, ask, told), work),
    inBatch(request.arts, load, (s) => s.cutElsewhere(request, ask), work),
  ]);
  const proof = await inBatch(
    request.arts,
    load,
    (s) => s.provePicture(request, ask, written, elsewhere, told),
    work,
  );
  return { file: written.file, proof };
}

export const scatter = (...[request, rules, seed, work]: [...Ask<'scatter'>, Work]) =>
  reckon((s) => s.scatter(request, rules, seed, proxy(work.onProgress)), work);
export const settle = (...[request, minGapMm, work]: [...Ask<'settle'>, Work]) =>
  reckon((s) => s.settle(request, minGapMm, proxy(work.onProgress)), work);
export const fillPatch = (
  ...[request, patch, fillers, gapMm, leads, work]: [...Parameters<Services['fillPatch']>, Work]
) => reckon((s) => s.fillPatch(request, patch, fillers, gapMm, leads), work);
export const largestFit: Call<'largestFit'> = (...args) => interactive.run((s) => s.largestFit(...args));
export const takeInHand: Call<'takeInHand'> = (...args) => interactive.run((s) => s.takeInHand(...args));
export const forecast: Call<'forecast'> = (...args) => interactive.run((s) => s.forecast(...args));
export const evenness: Call<'evenness'> = (...args) => interactive.run((s) => s.evenness(...args));
export const grainTile: Call<'grain'> = (...args) =>
  interactive.run((s) => s.grain(...args)) as ReturnType<Call<'grain'>>;
