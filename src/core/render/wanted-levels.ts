import type { PixelPlan, Size } from '../lattice';
import { levelSizes } from '../raster';
import { asPlaced, type Placed, type Scene, turnOf } from './scene';
import { tilePeriod } from './tile-period';

/**
 * What a piece of work reads of a picture: its levels as they are sampled at `scale` (print px to one of its own) and finer ones
 * not; those that are `atMost` px long; or those for a picture laid in a period of so many print px.
 */
export type WantedLevel = { scale: number } | { atMost: number } | { period: Size };

/** How often a picture is halved to be sampled at a scale: its pixels are then at least half, at most one print pixel wide. */
export const depthAtScale = (scale: number): number => Math.max(0, Math.floor(Math.log2(1 / scale) + 1e-9));

/** How often a picture that repeats is halved to fill a period, print px: as long as halving it comes out even. */
export function depthInPeriod({ width, height }: Size, period: Size): number {
  let n = 0;
  const last = levelSizes(width, height).length - 1;
  const even = (k: number) => width % 2 ** k === 0 && height % 2 ** k === 0;
  while (n < last && even(n + 1) && Math.min(width / period.width, height / period.height) >= 2 ** (n + 1))
    n++;
  return n;
}

/** The finest level of a picture that any of these reads, 0 for the picture itself; the coarsest where there are none. */
export function finestLevel(size: Size, wanted: readonly WantedLevel[]): number {
  const sizes = levelSizes(size.width, size.height);
  const depths = wanted.map((want) => {
    if ('scale' in want) return depthAtScale(want.scale);
    if ('period' in want) return depthInPeriod(size, want.period);
    const found = sizes.findIndex((s) => Math.max(s.width, s.height) <= want.atMost);
    return found < 0 ? sizes.length - 1 : found;
  });
  return Math.min(sizes.length - 1, ...depths);
}

/** The print px of one px of art laid so, the mean of both ways. */
export function scaleOf(placed: Placed, artPpi: number, plan: PixelPlan): number {
  const { xx, xy, yx, yy } = turnOf(placed, artPpi, plan);
  return Math.sqrt(Math.abs(xx * yy - xy * yx));
}

/** A scene without its pixels. */
export type SceneOutline = Pick<Scene, 'placements' | 'layers' | 'split'>;

/**
 * What rendering a scene reads of each of its pictures, by the names of its art.
 * @param ppis of each art, by its name. @param finer how many times as fine as the plan the pictures are read.
 */
export function levelsToRender(
  scene: SceneOutline,
  ppis: ReadonlyMap<string, number>,
  plan: PixelPlan,
  finer = 1,
): Map<string, WantedLevel[]> {
  const wanted = new Map<string, WantedLevel[]>();
  const want = (art: string, level: WantedLevel) => wanted.set(art, [...(wanted.get(art) ?? []), level]);
  const largest = new Map<string, Placed>();
  const lay = (art: string, placed: Placed) => {
    if (placed.scale > (largest.get(art)?.scale ?? 0)) largest.set(art, placed);
  };
  for (const { placements, layers } of [scene, ...(scene.split?.counter ?? [])]) {
    for (const placed of placements) lay(placed.art ?? placed.motif, placed);
    for (const layer of layers ?? []) {
      if (layer.kind === 'drawing') lay(layer.art, asPlaced(layer));
      if (layer.kind === 'tile') {
        const { width, height } = tilePeriod(layer.size, plan);
        want(layer.art, { period: { width: width * finer, height: height * finer } });
      }
    }
  }
  for (const [art, placed] of largest) {
    const ppi = ppis.get(art);
    if (ppi) want(art, { scale: scaleOf(placed, ppi, plan) * finer });
  }
  return wanted;
}
