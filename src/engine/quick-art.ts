import { pxToMm, pyramidOf, type Scene, type SceneMotif } from '../core';
import { colouredArt, plainArt } from './art-store';
import type { ArtRequest, SceneRequest } from './protocol';

/** Art reduced as far as a window of this ppi allows. */
export function quickMotif(art: ArtRequest, ppi: number, largest: number): SceneMotif {
  const full = plainArt(art.asset);
  const wanted = Math.max(24, (Math.max(full.width, full.height) / art.ppi) * ppi * largest);
  // Reduced by halves: never below what is wanted.
  const raster = colouredArt(art, Math.ceil(wanted * 2));
  const halvings = Math.round(
    Math.log2(Math.max(full.width, full.height) / Math.max(raster.width, raster.height)),
  );
  return { pyramid: pyramidOf(raster), ppi: art.ppi / 2 ** halvings };
}

/** The largest that art is laid on a cloth, times its own size. */
export function largestOf({ placements, layers, split, arts, cellMm }: SceneRequest, art: string): number {
  const { asset, ppi } = arts.find((a) => a.motif === art) ?? {};
  const wide = asset && ppi ? pxToMm(plainArt(asset).width, ppi) : 1;
  const ways = [{ placements, layers: layers ?? [] }, ...(split?.counter ?? [])];
  const sizes = ways.flatMap((way) => [
    ...way.placements.filter((p) => (p.art ?? p.motif) === art).map((p) => p.scale),
    ...way.layers.flatMap((l) => {
      if (l.kind === 'placements' || l.art !== art) return [];
      return l.kind === 'drawing' ? l.scale : (l.size ?? cellMm).width / wide;
    }),
  ]);
  return Math.max(0.2, ...sizes);
}

/** A scene in pixels, its art reduced as far as a window of this ppi allows. */
export const quickScene = (request: SceneRequest, ppi: number): Scene => ({
  ...request,
  motifs: new Map(
    request.arts.map((a): [string, SceneMotif] => [a.motif, quickMotif(a, ppi, largestOf(request, a.motif))]),
  ),
});
