import { ArtStore } from '../src/engine/art/art-store';
import type { ArtSource } from '../src/engine/art/shared-art';
import { services } from '../src/engine/services';

type Files = Map<string, Uint8Array<ArrayBuffer>>;

/** An owner of art without workers. */
export const artStore = () =>
  new ArtStore({
    share: services.art.shareArt,
    decode: services.art.decodeArt,
    draw: services.art.drawVector,
  });

/** The art of these files, by asset. */
export const sourceOf = (files: Files): ArtSource =>
  artStore().source(async (asset) => {
    const bytes = files.get(asset);
    if (!bytes) throw new Error('This picture is not among the files.');
    return bytes;
  });
