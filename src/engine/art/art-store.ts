import { finestLevel, formatOf, LruCache, levelBytes, type Raster, type WantedLevel } from '../../core';
import type { ArtRequest } from '../protocol';
import { type ArtSource, artKey, type LevelsAsk, pictureKey, type SharedArt } from './shared-art';

/** Where the store finds the bytes of an asset. */
export type AssetLoader = (asset: string) => Promise<Uint8Array<ArrayBuffer>>;

/** Who decodes and colours art for the store. */
export type ArtMaker = {
  /** A picture file, or a drawing that was drawn, as levels from `first` on; all of them where they fit in `spare` bytes. */
  share(
    picture: Uint8Array<ArrayBuffer> | Raster,
    art: ArtRequest,
    wanted: WantedLevel[],
    spare: number,
  ): Promise<SharedArt>;
  decode(bytes: Uint8Array<ArrayBuffer>): Promise<Raster>;
  /** A vector at a width, px. */
  draw(bytes: Uint8Array<ArrayBuffer>, width: number): Promise<Raster>;
};

/** So much decoded art is kept at most, bytes: what was used longest ago goes first. */
const MOST_BYTES = 160e6;
/**
 * Art is kept with all its levels, so that zooming in decodes nothing, where they take no more than this, bytes; up to the second of
 * them as long as all that is kept is under `ROOMY_BYTES`.
 */
const SMALL_BYTES = 4e6;
const LARGE_BYTES = 16e6;
const ROOMY_BYTES = 128e6;
/** How wide a vector is drawn when nobody says how wide, px. */
const FIRST_WIDTH = 600;

const isDrawing = (bytes: Uint8Array) => formatOf(bytes)?.id === 'svg';

/** The level from which on art is kept when these are wanted. */
export function firstKept(
  size: { width: number; height: number },
  wanted: WantedLevel[],
  spare: number,
): number {
  const whole = levelBytes(size.width, size.height, 0);
  return whole <= SMALL_BYTES || whole <= Math.min(LARGE_BYTES, spare) ? 0 : finestLevel(size, wanted);
}

/**
 * Owns the decoded art of the page: each picture is decoded once, as far as it is read, into memory that all workers share. What is
 * in use outlives being dropped here, since those who use it hold it too.
 */
export class ArtStore {
  private readonly kept = new LruCache<SharedArt>(MOST_BYTES, (art) => art.bytes.byteLength);
  private readonly making = new Map<string, Promise<SharedArt>>();
  /** How often everything was let go of: what is made of art that was let go of meanwhile is not kept. */
  private cleared = 0;

  constructor(private readonly maker: ArtMaker) {}

  /** The art of a bolt, whose files are read by `load`. */
  source(load: AssetLoader): ArtSource {
    return {
      levels: (asks) => Promise.all(asks.map((ask) => this.levels(ask, load))),
      picture: async (art) => {
        const bytes = await load(art.asset);
        return isDrawing(bytes)
          ? this.maker.draw(bytes, art.drawWidth ?? FIRST_WIDTH)
          : this.maker.decode(bytes);
      },
    };
  }

  private async levels({ art, wanted }: LevelsAsk, load: AssetLoader): Promise<SharedArt> {
    const key = artKey(art);
    for (;;) {
      const known = this.kept.get(key);
      if (known && known.first <= finestLevel(known, wanted)) return known;
      const making = this.making.get(key);
      if (!making) break;
      // It may come as fine as it is wanted here; if it does not come, the reason is found below.
      await making.catch(() => {});
    }
    const { cleared } = this;
    const making = this.make(art, wanted, load);
    this.making.set(key, making);
    try {
      const made = await making;
      if (cleared === this.cleared) this.kept.keep(key, made);
      return made;
    } finally {
      if (this.making.get(key) === making) this.making.delete(key);
    }
  }

  private async make(art: ArtRequest, wanted: WantedLevel[], load: AssetLoader): Promise<SharedArt> {
    const bytes = await load(art.asset);
    const picture = isDrawing(bytes) ? await this.maker.draw(bytes, art.drawWidth ?? FIRST_WIDTH) : bytes;
    return this.maker.share(picture, art, wanted, ROOMY_BYTES - this.kept.size);
  }

  /** Lets go of all art, or of some pictures, in all their colours. */
  letGo(some?: string[]) {
    if (!some) {
      this.cleared++;
      this.kept.clear();
      this.making.clear();
      return;
    }
    for (const key of [...this.kept.keys()])
      if (some.some((asset) => key.startsWith(pictureKey({ asset })))) this.kept.drop(key);
  }

  /** How much decoded art is kept, bytes. */
  get bytes(): number {
    return this.kept.size;
  }
}
