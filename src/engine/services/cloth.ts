import { transfer } from 'comlink';
import {
  LruCache,
  labDistance,
  lineIn,
  linePictureOf,
  oklabOf,
  type ProofCube,
  type Pyramid,
  proveWrap,
  pyramidIn,
  type Rgb,
  reduceTo,
} from '../../core';
import { colouredSmall, forgetPlates, reduced } from '../art/coloured';
import { forgetScene, planOf, sceneToPrint } from '../art/scene';
import type { ArtSource, SharedArt } from '../art/shared-art';
import { SMALL_PX } from '../art/sprite-levels';
import { bitmapSoon } from '../art/surface';
import type { ArtRequest, Progress, SceneRequest } from '../protocol';

/** The cloth on the screen, and what is told of its art. */
export const clothServices = {
  /** Makes a worker ready before there is work for it. */
  ready: () => {},

  /** Another bolt is opened: what is kept of art is let go of. */
  letGo() {
    forgetPlates();
    forgetScene();
  },

  /** The slow part of a check, of one picture. */
  lineIn: (art: SharedArt, ppi: number): number =>
    lineIn(linePictureOf({ pyramid: pyramidIn(art.bytes, art), ppi })),

  /** Art to draw on the screen, and its silhouette to grab it by. */
  async sprite(ask: SpriteAsk, cube: ProofCube | null) {
    const made = await spriteOf(ask, cube, false);
    return transfer(made, [made.bitmap]);
  },

  /** Several at once, quickly. */
  async sprites(asks: SpriteAsk[], cube: ProofCube | null) {
    const made = await Promise.all(asks.map((ask) => spriteOf(ask, cube, true)));
    return transfer(
      made,
      made.map((s) => s.bitmap),
    );
  },

  async proveWrap(request: SceneRequest, onProgress: Progress, source: ArtSource) {
    return proveWrap(await sceneToPrint(request, source), planOf(request), onProgress);
  },
};

/** `shared`: the art in its own colours, as `spriteLevels` says. */
export type SpriteAsk = { request: ArtRequest; longSide: number; shared: SharedArt };

async function spriteOf({ request, longSide, shared }: SpriteAsk, cube: ProofCube | null, quick: boolean) {
  const pyramid = pyramidIn(shared.bytes, shared);
  const raster = colouredSmall(request, pyramid, longSide, quick, cube);
  const small = silhouetteOf(shared.key, pyramid);
  return { bitmap: await bitmapSoon(raster), lead: leadOf(shared.key, request.from, pyramid), ...small };
}

/** The long side of what the leading ink is told by, px at most. */
const LEAD_PX = 120;

/** Which of the inks covers most of a motif, from 0; -1 when it has none. Found once for each art and its inks. */
const leads = new LruCache<number>(4000, () => 1);
function leadOf(art: string, from: Rgb[], pyramid: Pyramid): number {
  if (!from.length) return -1;
  const key = `${art}|${from.join()}`;
  const known = leads.get(key);
  if (known !== undefined) return known;
  const { data } = reduceTo(reduced(pyramid, SMALL_PX), LEAD_PX).raster;
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
function silhouetteOf(art: string, pyramid: Pyramid): Small {
  let s = silhouettes.get(art);
  if (!s) {
    const { width, height, data } = reduced(pyramid, SMALL_PX);
    const alpha = new Uint8Array(width * height);
    for (let p = 0; p < alpha.length; p++) alpha[p] = data[p * 4 + 3];
    const halvings = Math.round(Math.log2(Math.max(pyramid.width, pyramid.height) / Math.max(width, height)));
    s = { width, height, alpha, across: pyramid.width / 2 ** halvings };
    silhouettes.keep(art, s);
  }
  return s;
}
