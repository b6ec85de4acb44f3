import { proxy, transfer } from 'comlink';
import type { Raster } from '../../core';
import { ArtStore, type AssetLoader } from '../art/art-store';
import type { ArtSource } from '../art/shared-art';
import { handedOver, long, MOST, type Work } from '../wire/bounds';
import { Desk } from '../wire/desk';
import { Pool } from '../wire/pool';
import { type WorkerCall, WorkerSlot } from '../wire/worker-slot';

/** A worker that has had nothing to do for so long is ended, ms: starting one again takes a few tenths of a second. */
const IDLE_MS = { batch: 4000, makers: 1500 };

/** Answers the hand at once: sprites, forecasts, previews. It reads no files from outside. */
export const interactive = new WorkerSlot();
/** Checks the cloth, so that a long check keeps nobody waiting. */
export const checker = new WorkerSlot();
/** Long work: sending, fixing, scattering. */
const batch = new Pool(2, IDLE_MS.batch);
/** Decode and colour art. */
const makers = new Pool(2, IDLE_MS.makers);
/** Read files from outside: pages and profiles; finished tiles, returned drawings and sheets of paper; vectors. */
export const pages = new Desk();
export const tiles = new Desk();
const drawings = new WorkerSlot();
/** Shows products with the cloth on them; it answers a hand at once. */
export const views = new WorkerSlot();

/** A raster on its way to another worker; it is gone here. */
const given = (raster: Raster): Raster => transfer(raster, [raster.data.buffer]);

/** A vector at a width, px, by a worker that is ended where it takes too long. */
export const drawn = (bytes: Uint8Array<ArrayBuffer>, width: number, mostMs: number): Promise<Raster> =>
  // One after the other: the time of each is its own.
  drawings.inTurn(() => drawings.run((s) => s.art.drawVector(handedOver(bytes), width), { mostMs }));

/** Decoded art of all bolts that are open. */
export const artStore = new ArtStore({
  share: (picture, art, wanted, spare) =>
    makers.use((slot) =>
      slot.run(
        (s) => s.art.shareArt('data' in picture ? given(picture) : handedOver(picture), art, wanted, spare),
        long(),
      ),
    ),
  decode: (bytes) => makers.use((slot) => slot.run((s) => s.art.decodeArt(handedOver(bytes)), long())),
  draw: (bytes, width) => drawn(bytes, width, MOST.again),
});

/** Where a worker gets the art of a bolt from, whose files are read by `load`. */
export function artFrom(load: AssetLoader): ArtSource {
  const source = artStore.source(load);
  return proxy({
    levels: source.levels,
    picture: async (art) => given(await source.picture(art)),
  });
}

/** Long work, by a worker of the pool. */
export const inBatch = <T>(call: WorkerCall<T>, work?: Pick<Work, 'signal'>): Promise<T> =>
  batch.use((slot) => slot.run(call, long(work)), work?.signal);

/** With no bolt on show, the workers of the hand and of the check are kept for so long, ms: another may be opened. */
const KEPT_MS = 5000;
const rest: { timer?: ReturnType<typeof setTimeout> } = {};

/** The bolt on show was left: its workers end unless another bolt is opened soon. */
export function endSoon() {
  clearTimeout(rest.timer);
  rest.timer = setTimeout(() => {
    interactive.end();
    checker.end();
  }, KEPT_MS);
}
export const keepWorkers = () => clearTimeout(rest.timer);

/** The workers let go of all art: another bolt is opened, or none is. */
export function emptyWorkers() {
  // What was found of other cloths goes with it.
  if (views.isUp) views.end();
  for (const slot of [interactive, checker])
    if (slot.isUp) void slot.run((s) => s.cloth.letGo()).catch(() => {});
  for (const pool of [batch, makers]) pool.each((slot) => slot.end());
}
