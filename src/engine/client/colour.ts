import { proxy } from 'comlink';
import type { Rgb } from '../../core';
import type { AssetLoader } from '../art/art-store';
import type { ArtRequest } from '../protocol';
import { type AskOf, type Call, reading, type Work, type WorkOf } from '../wire/bounds';
import { printerNow } from './art';
import { artFrom, inBatch, interactive, pages } from './workers';

export const paletteOfPicture: Call<'colour', 'paletteOfPicture'> = (...args) =>
  pages.run((s) => s.colour.paletteOfPicture(...args), reading);
export const palette = (arts: ArtRequest[], count: number | undefined, load: AssetLoader) =>
  interactive.run((s) => s.colour.palette(arts, count, artFrom(load)));
export const splitColours = (arts: ArtRequest[], inks: Rgb[], which: number[], load: AssetLoader) =>
  interactive.run((s) => s.colour.splitColours(arts, inks, which, artFrom(load)));
export const printed = (inks: Rgb[]) => interactive.run((s) => s.colour.printed(inks, printerNow()));
export const inksOnCloth = (
  ...[request, inkOf, groundInks, load]: [...AskOf<'colour', 'inksOnCloth'>, AssetLoader]
) => interactive.run((s) => s.colour.inksOnCloth(request, inkOf, groundInks, artFrom(load)));
export const clothPicture = (
  ...[request, size, load, work]: [...AskOf<'colour', 'clothPicture'>, AssetLoader, Pick<Work, 'signal'>?]
) => inBatch((s) => s.colour.clothPicture(request, size, artFrom(load)), work);
export const screens = (
  ...[request, inkOf, groundInks, shown, names, ask, work, load]: [
    ...WorkOf<'colour', 'screens'>,
    Work,
    AssetLoader,
  ]
) =>
  inBatch(
    (s) =>
      s.colour.screens(
        ...([request, inkOf, groundInks, shown, names, ask] as const),
        proxy(work.onProgress),
        artFrom(load),
      ),
    work,
  );
