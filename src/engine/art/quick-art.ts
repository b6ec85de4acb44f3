import {
  levelsToRender,
  type Pyramid,
  pixelPlan,
  pxToMm,
  pyramidOf,
  type Scene,
  type SceneMotif,
} from '../../core';
import type { ArtRequest, SceneRequest } from '../protocol';
import { colouredSmall, FINER } from './coloured';
import { motifsOf, ppisOf } from './scene';
import { type ArtSource, plainOf } from './shared-art';

/** Art is reduced no further than this, px. */
const LEAST_PX = 24;
/** It is reduced by halves, never below what is wanted. */
const SPARE = 2;

/** Art in its colours, reduced as far as a window of this ppi allows. */
function quickMotif(art: ArtRequest, pyramid: Pyramid, ppi: number, largest: number): SceneMotif {
  const long = Math.max(pyramid.width, pyramid.height);
  const wanted = Math.max(LEAST_PX, (long / art.ppi) * ppi * largest);
  const raster = colouredSmall(art, pyramid, Math.ceil(wanted * SPARE));
  const halvings = Math.round(Math.log2(long / Math.max(raster.width, raster.height)));
  return { pyramid: pyramidOf(raster), ppi: art.ppi / 2 ** halvings };
}

/** The largest that art is laid on a cloth, times its own size. @param widthPx of the art. */
function largestOf({ placements, layers, split, cellMm }: SceneRequest, art: ArtRequest, widthPx: number) {
  const wide = pxToMm(widthPx, art.ppi);
  const ways = [{ placements, layers: layers ?? [] }, ...(split?.counter ?? [])];
  const sizes = ways.flatMap((way) => [
    ...way.placements.filter((p) => (p.art ?? p.motif) === art.motif).map((p) => p.scale),
    ...way.layers.flatMap((l) => {
      if (l.kind === 'placements' || l.art !== art.motif) return [];
      return l.kind === 'drawing' ? l.scale : (l.size ?? cellMm).width / wide;
    }),
  ]);
  return Math.max(0.2, ...sizes);
}

/** A scene in pixels, its art reduced as far as a window of this ppi allows. */
export async function quickScene(request: SceneRequest, ppi: number, source: ArtSource): Promise<Scene> {
  const plan = pixelPlan(request.layout, request.cellMm, ppi);
  const rendered = levelsToRender(request, ppisOf(request), plan, SPARE * FINER);
  const asks = request.arts.map((art) => ({
    art: plainOf(art),
    wanted: [
      { atMost: LEAST_PX * SPARE * FINER },
      { scale: (0.2 * SPARE * FINER * ppi) / art.ppi },
      ...(rendered.get(art.motif) ?? []),
    ],
  }));
  const own = await motifsOf(asks, source);
  const motifs = request.arts.flatMap((art): [string, SceneMotif][] => {
    const pyramid = own.get(art.motif)?.pyramid;
    if (!pyramid) return [];
    return [[art.motif, quickMotif(art, pyramid, ppi, largestOf(request, art, pyramid.width))]];
  });
  return { ...request, motifs: new Map(motifs) };
}
