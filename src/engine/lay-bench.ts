import {
  type Filler,
  fillGap,
  Ground,
  gapSpread,
  grainRows,
  type Layout,
  largestFit,
  newRaster,
  type Offer,
  type Outline,
  outlineOf,
  type Point,
  pixelPlan,
  type Scattered,
  type ScatterRules,
  scatter,
  settle,
  shadeOf,
  wearOf,
} from '../core';
import type { GrainRequest, LayRequest, Progress } from './protocol';
import { bitmapOf } from './surface';

function groundOf(request: LayRequest, layout = request.layout): Ground {
  const outlines = new Map(request.silhouettes.map(([motif, s]): [string, Outline] => [motif, outlineOf(s)]));
  const ground = new Ground(layout, request.cellMm, outlines, request.reserves);
  for (const p of request.placements) ground.add(p);
  return ground;
}

/** Arranging by measured gaps. */
export const layServices = {
  scatter: (
    request: LayRequest,
    rules: Omit<ScatterRules, 'onProgress'>,
    seed: number,
    onProgress: Progress,
  ): Scattered => scatter(groundOf(request), { ...rules, onProgress }, seed),

  settle(request: LayRequest, minGapMm: number, onProgress: Progress) {
    const ground = groundOf(request);
    const { before, after } = settle(ground, { minGapMm, locked: new Set(request.locked), onProgress });
    return { placed: request.placements.map((_, n) => ground.placed(n)), before, after };
  },

  fillPatch: (
    request: LayRequest,
    patch: Point & { r: number },
    fillers: Filler[],
    gapMm: number,
    leads: [string, number][],
  ): Offer[] => fillGap(groundOf(request), patch, fillers, gapMm, new Map(leads)),

  largestFit: (request: LayRequest, n: number, gapMm: number): number | null => {
    const ground = groundOf(request);
    return largestFit(ground, n, ground.placed(n), gapMm);
  },

  /** How even the gaps are in each layout: their spread and the smallest of them, mm. */
  evenness: (request: LayRequest, layouts: Layout[]) =>
    layouts.map((layout) => {
      const gaps = groundOf(request, layout).gaps();
      return { spread: gapSpread(gaps), smallestMm: gaps.length ? Math.min(...gaps) : null };
    }),

  /** What core lays over ink and cloth, as bitmaps for the screen. */
  grain({ grain, ground, layout, cellMm, ppi }: GrainRequest) {
    const plan = pixelPlan(layout, cellMm, ppi);
    const { width, height } = plan.block;
    const tile = (layer: 'ink' | 'cloth') => {
      const asked = grain[layer];
      if (!asked) return null;
      const rows = grainRows(asked, plan);
      const raster = newRaster(width, height);
      for (let y = 0; y < height; y++) {
        const row = rows(y);
        for (let x = 0; x < width; x++) {
          const shade = layer === 'cloth' ? shadeOf(row[x], asked.amount) : 0;
          const to = layer === 'cloth' ? [0, 0, 0].fill(shade > 0 ? 255 : 0) : ground;
          const alpha = layer === 'cloth' ? Math.abs(shade) : wearOf(row[x], asked.amount);
          raster.data.set([to[0], to[1], to[2], alpha], (y * width + x) * 4);
        }
      }
      return bitmapOf(raster);
    };
    return { ink: tile('ink'), cloth: tile('cloth') };
  },
};
