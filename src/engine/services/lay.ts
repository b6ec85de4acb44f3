import {
  type Filler,
  type Forecast,
  fillGap,
  forecast,
  gapSpread,
  grainRows,
  type Layout,
  LruCache,
  largestFit,
  newRaster,
  type Offer,
  type Outline,
  outlineOf,
  type Placed,
  type Point,
  pixelPlan,
  type Scattered,
  type ScatterRules,
  SilhouetteIndex,
  scatter,
  settle,
  shadeOf,
  type Usual,
  wearOf,
} from '../../core';
import { bitmapOf } from '../art/surface';
import type { GrainRequest, LayRequest, Progress } from '../protocol';

function silhouettesOf(request: LayRequest, layout = request.layout): SilhouetteIndex {
  const outlines = new Map(request.silhouettes.map(([motif, s]): [string, Outline] => [motif, outlineOf(s)]));
  const silhouettes = new SilhouetteIndex(layout, request.cellMm, outlines, request.reserves);
  for (const p of request.placements) silhouettes.add(p);
  return silhouettes;
}

/** A canvas rounds down when it lays a soft pixel over another: on the whole so many levels are lost. */
const ROUNDED_DOWN = 0.4;

/** What is in the hand of each drag, on the cloth that it was taken from, by the name that the drag gave it; a forgotten one goes. */
const MOST_HANDS = 2;
const hands = new LruCache<{ silhouettes: SilhouetteIndex; n: number }>(MOST_HANDS, () => 1);

/** Arranging by measured gaps. */
export const layServices = {
  scatter: (
    request: LayRequest,
    rules: Omit<ScatterRules, 'onProgress'>,
    seed: number,
    onProgress: Progress,
  ): Scattered => scatter(silhouettesOf(request), { ...rules, onProgress }, seed),

  settle(request: LayRequest, minGapMm: number, onProgress: Progress) {
    const silhouettes = silhouettesOf(request);
    const { before, after } = settle(silhouettes, { minGapMm, locked: new Set(request.locked), onProgress });
    return { placed: request.placements.map((_, n) => silhouettes.placed(n)), before, after };
  },

  fillPatch: (
    request: LayRequest,
    patch: Point & { r: number },
    fillers: Filler[],
    gapMm: number,
    leads: [string, number][],
  ): Offer[] => fillGap(silhouettesOf(request), patch, fillers, gapMm, new Map(leads)),

  largestFit: (request: LayRequest, n: number, gapMm: number): number | null => {
    const silhouettes = silhouettesOf(request);
    return largestFit(silhouettes, n, silhouettes.placed(n), gapMm);
  },

  /** Makes ready to foretell what comes of moving a placement, by its number. */
  takeInHand: (hand: string, request: LayRequest, n: number): void =>
    hands.keep(hand, { silhouettes: silhouettesOf(request), n }),

  /** What comes of what is in a hand lying so; null when the hand is not known. */
  forecast: (hand: string, held: Placed, usual: Usual): Forecast | null => {
    const known = hands.get(hand);
    return known ? forecast(known.silhouettes, known.n, held, usual) : null;
  },

  /** How even the gaps are in each layout: their spread and the smallest of them, mm. */
  evenness: (request: LayRequest, layouts: Layout[]) =>
    layouts.map((layout) => {
      const gaps = silhouettesOf(request, layout).gaps();
      return { spread: gapSpread(gaps), smallestMm: gaps.length ? Math.min(...gaps) : null };
    }),

  /** What core lays over ink and cloth, both in one, as a bitmap of a block for the screen. */
  grain({ grain, ground, layout, cellMm, ppi }: GrainRequest) {
    const plan = pixelPlan(layout, cellMm, ppi);
    const { width, height } = plan.block;
    const ink = grain.ink && grainRows(grain.ink, plan);
    const cloth = grain.cloth && grainRows(grain.cloth, plan);
    const raster = newRaster(width, height);
    for (let y = 0; y < height; y++) {
      const inkRow = ink?.(y);
      const clothRow = cloth?.(y);
      for (let x = 0; x < width; x++) {
        const wear = inkRow && grain.ink ? wearOf(inkRow[x], grain.ink.amount) / 255 : 0;
        const shade = clothRow && grain.cloth ? shadeOf(clothRow[x], grain.cloth.amount) / 255 : 0;
        const over = Math.abs(shade);
        const alpha = over + wear * (1 - over);
        if (alpha === 0) continue;
        const o = (y * width + x) * 4;
        const white = shade > 0 ? 255 * over : 0;
        for (let c = 0; c < 3; c++)
          raster.data[o + c] = (white + ground[c] * wear * (1 - over) + ROUNDED_DOWN) / alpha;
        raster.data[o + 3] = alpha * 255;
      }
    }
    return bitmapOf(raster);
  },
};
