import { proxy } from 'comlink';
import { levelForLines, type ProofCube } from '../../core';
import type { AssetLoader } from '../art/art-store';
import { plainOf } from '../art/shared-art';
import { spriteLevels } from '../art/sprite-levels';
import type { ArtRequest, ProofSeen } from '../protocol';
import type { SpriteAsk } from '../services/cloth';
import { reading, type Work, type WorkOf } from '../wire/bounds';
import { measureEach } from './lines';
import {
  artFrom,
  artStore,
  emptyWorkers,
  endSoon,
  inBatch,
  interactive,
  keepWorkers,
  pages,
} from './workers';

/** What the printer that is proofed makes of every colour. */
const printer: { now: ProofCube | null } = { now: null };

/** From now on the printer of this profile is proofed; null: none. What the profile says of itself. */
export async function setPrinter(bytes: Uint8Array | null, seen: ProofSeen) {
  const found = bytes && (await pages.run((s) => s.colour.readPrinter(bytes, seen), reading));
  printer.now = found ? found.cube : null;
  return found && { name: found.name, inks: found.inks };
}

/** The printer that is proofed. @throws Error when there is none. */
export function printerNow(): ProofCube {
  if (!printer.now) throw new Error('No printer is set to proof with.');
  return printer.now;
}

type Ask = Omit<SpriteAsk, 'shared'>;

async function withArt(asks: Ask[], load: AssetLoader): Promise<SpriteAsk[]> {
  const wanted = asks.map(({ request, longSide }) => ({
    art: plainOf(request),
    wanted: spriteLevels(longSide),
  }));
  const arts = await artStore.source(load).levels(wanted);
  return asks.map((ask, n) => ({ ...ask, shared: arts[n] }));
}

export async function sprite(request: ArtRequest, longSide: number, load: AssetLoader) {
  const [ask] = await withArt([{ request, longSide }], load);
  return interactive.run((s) => s.cloth.sprite(ask, printer.now));
}

export async function quickSprites(asks: Ask[], load: AssetLoader) {
  const all = await withArt(asks, load);
  return interactive.run((s) => s.cloth.sprites(all, printer.now));
}

/** The worker that draws is made ready while what it will draw is being fetched. */
export function startDrawing() {
  keepWorkers();
  void interactive.run((s) => s.cloth.ready()).catch(() => {});
}

/** The bolt on show was left: what is held of it goes, as soon as work that goes on has ended. */
export function endDrawing() {
  letGoOfArt();
  endSoon();
}

/** Measures the lines of art that are not known yet, as long as it is wanted. */
export const measureLines = (arts: ArtRequest[], load: AssetLoader, wanted: () => boolean) =>
  measureEach(
    arts,
    async (art) => {
      const ask = { art: plainOf(art), wanted: [levelForLines(art.ppi)] };
      const [shared] = await artStore.source(load).levels([ask]);
      return inBatch((s) => s.cloth.lineIn(shared, art.ppi));
    },
    2,
    wanted,
  );

/** Some art is let go of; or all: another bolt is opened. */
export function letGoOfArt(some?: string[]) {
  artStore.letGo(some);
  if (!some) emptyWorkers();
}

export const proveWrapOf = (...[request, work, load]: [...WorkOf<'cloth', 'proveWrap'>, Work, AssetLoader]) =>
  inBatch((s) => s.cloth.proveWrap(request, proxy(work.onProgress), artFrom(load)), work);
