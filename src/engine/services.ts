import { transfer } from 'comlink';
import {
  type LinePicture,
  LruCache,
  labDistance,
  lineIn,
  oklabOf,
  pixelPlan,
  proveWrap,
  type Raster,
  reduceTo,
} from '../core';
import { readSvg } from '../core/format/svg/read';
import {
  colouredArt,
  hasArt,
  learnLines,
  letGoOfArt,
  linePicture,
  plainArt,
  putArt,
  putDrawn,
  smallArt,
  undrawn,
} from './art-store';
import { checkServices } from './check-services';
import { colourServices } from './colour-services';
import { layServices } from './lay-services';
import { pageServices } from './page-services';
import { paperServices } from './paper-services';
import { partServices } from './parts-services';
import type { ArtRequest, Progress, SceneRequest } from './protocol';
import { returnServices } from './return-services';
import { sceneOf } from './scene';
import { sendServices } from './send-services';
import { bitmapSoon } from './surface';
import { drawSvg } from './svg';
import { tileServices } from './tile-services';
import { viewServices } from './view-services';

/** Everything the workers do. Rasters travel as ImageBitmaps to look at and as PNG bytes to keep. */
export const services = {
  /** Which of these assets the worker still needs. */
  missing: (assets: string[]) => assets.filter((a) => !hasArt(a)),
  letGoOfArt,
  take: (asset: string, bytes: Uint8Array) => putArt(asset, bytes),
  putDrawn,
  undrawn,
  /** A vector at a width, px. */
  async drawVector(bytes: Uint8Array, width: number): Promise<Raster> {
    const raster = await drawSvg(readSvg(bytes).svg, width);
    return transfer(raster, [raster.data.buffer]);
  },
  learnLines,
  linePicture(request: ArtRequest): LinePicture {
    const art = linePicture(request);
    return transfer(art, [art.level.data.buffer]);
  },
  /** The slow part of a check, of one picture. */
  lineIn,
  ...pageServices,
  ...paperServices,
  ...partServices,
  ...layServices,
  ...checkServices,
  ...tileServices,
  ...colourServices,
  ...sendServices,
  ...viewServices,
  ...returnServices,

  /** Art to draw on the screen, and its silhouette to grab it by. */
  async sprite(request: ArtRequest, longSide: number) {
    const made = await spriteOf(request, longSide, false);
    return transfer(made, [made.bitmap]);
  },

  /** Several at once, quickly. */
  async sprites(asks: { request: ArtRequest; longSide: number }[]) {
    const made = await Promise.all(asks.map(({ request, longSide }) => spriteOf(request, longSide, true)));
    return transfer(
      made,
      made.map((s) => s.bitmap),
    );
  },

  proveWrap: (request: SceneRequest, onProgress: Progress) =>
    proveWrap(sceneOf(request), pixelPlan(request.layout, request.cellMm, request.ppi), onProgress),
};

async function spriteOf(request: ArtRequest, longSide: number, quick: boolean) {
  const raster = colouredArt(request, longSide, quick);
  const small = decodeSilhouette(request.asset);
  return { bitmap: await bitmapSoon(raster), lead: leadOf(request), ...small };
}

/** The long side of what the leading ink is told by, px at most. */
const LEAD_PX = 120;

/** Which of the inks covers most of a motif, from 0; -1 when it has none. Found once for each art and its inks. */
const leads = new LruCache<number>(4000, () => 1);
function leadOf({ asset, from }: ArtRequest): number {
  if (!from.length) return -1;
  const key = `${asset}|${from.join()}`;
  const known = leads.get(key);
  if (known !== undefined) return known;
  const { data } = reduceTo(smallArt(asset).small, LEAD_PX).raster;
  const labs = from.map((ink) => oklabOf(...ink));
  const counts = from.map(() => 0);
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3] < 128) continue;
    const lab = oklabOf(data[i], data[i + 1], data[i + 2]);
    const distance = labs.map((l) => labDistance(l, lab));
    counts[distance.indexOf(Math.min(...distance))]++;
  }
  const lead = counts.indexOf(Math.max(...counts));
  leads.keep(key, lead);
  return lead;
}

/** All that are kept together, px. */
const MOST_SILHOUETTES = 40e6;
type Small = { width: number; height: number; alpha: Uint8Array; across: number };
const silhouettes = new LruCache<Small>(MOST_SILHOUETTES, (s) => s.alpha.length);
/** `across`: how wide the art itself is in the small picture, px. */
function decodeSilhouette(asset: string): Small {
  let s = silhouettes.get(asset);
  if (!s) {
    const { small, factor } = smallArt(asset);
    const alpha = new Uint8Array(small.width * small.height);
    for (let p = 0; p < alpha.length; p++) alpha[p] = small.data[p * 4 + 3];
    s = { width: small.width, height: small.height, alpha, across: plainArt(asset).width / factor };
    silhouettes.keep(asset, s);
  }
  return s;
}

export type Services = typeof services;
