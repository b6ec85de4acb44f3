import type { Raster, WantedLevel } from '../../core';
import type { ArtRequest } from '../protocol';

/**
 * Levels of one piece of art in memory that all workers share: from level `first` on, one after another, premultiplied RGBA. `width`
 * and `height` are those of the art itself, px. Nothing writes to `bytes` once it was made.
 */
export type SharedArt = {
  key: string;
  width: number;
  height: number;
  first: number;
  bytes: ArrayBufferLike;
};

/** Art, and what is read of it. */
export type LevelsAsk = { art: ArtRequest; wanted: WantedLevel[] };

/** Where a worker gets art from: its owner on the page. */
export type ArtSource = {
  /** Levels of each, in the colours that are asked for. */
  levels(asks: LevelsAsk[]): Promise<SharedArt[]>;
  /** The picture itself, straight RGBA, in its own colours. */
  picture(art: ArtRequest): Promise<Raster>;
};

/** Memory for workers to share; without it, to be copied, where the page is not isolated. */
export const sharedBytes = (length: number): ArrayBufferLike =>
  typeof SharedArrayBuffer === 'undefined' ? new ArrayBuffer(length) : new SharedArrayBuffer(length);

const inksKey = (inks: readonly (readonly number[])[]) => inks.map((ink) => ink.join()).join(';');

/** Whether art is wanted in the inks that it was drawn in. */
export const isPlain = ({ from, to, texture, tint }: ArtRequest): boolean =>
  !tint && (!from.length || (inksKey(from) === inksKey(to) && !texture));

/** The same art in the colours it was drawn in. */
export const plainOf = ({ motif, asset, ppi, drawWidth }: ArtRequest): ArtRequest => ({
  ...{ motif, asset, ppi, from: [], to: [] },
  ...(drawWidth ? { drawWidth } : {}),
});

/** A name for the picture of a piece of art, and for that picture in the colours that are asked for. */
export const pictureKey = ({ asset, drawWidth }: Pick<ArtRequest, 'asset' | 'drawWidth'>): string =>
  `${asset}|${drawWidth ?? ''}`;
export const artKey = (art: ArtRequest): string =>
  isPlain(art)
    ? pictureKey(art)
    : `${pictureKey(art)}|${inksKey(art.from)}|${inksKey(art.to)}|${art.texture?.join() ?? ''}|${art.tint?.join() ?? ''}`;
