import type { PixelPlan } from '../../lattice';
import { FINE_AREA } from '../../pieces';
import type { Raster } from '../../raster';
import { type Placed, renderWindow, type Scene } from '../../render';
import { ArgumentError } from '../../units';
import { coarsePlan } from '../cloth/picture';
import { readLayers } from '../cloth/read-layers';

/**
 * A cloth as things laid, to plant a fault in: what is drawn in pictures is cut out piece by piece. What runs on through its own
 * copies has no place, and is left out. @throws ArgumentError where a picture cannot be told apart.
 */
export function asThings(scene: Scene, plan: PixelPlan): { scene: Scene; isDrawn: boolean } {
  const { scene: read, layers } = readLayers(scene, plan);
  const doubt = layers.find((l) => l.doubt)?.doubt;
  if (doubt) throw new ArgumentError(`What is drawn cannot be told apart: ${doubt}.`);
  const placements = read.placements.filter((p) => !p.through);
  return { scene: { ...read, placements }, isDrawn: layers.length > 0 };
}

/** Things laid anew, drawn as one picture of the cell, without grain; and its ppi. */
export function cellPicture(
  scene: Scene,
  placements: Placed[],
  full: PixelPlan,
): { raster: Raster; ppi: number } {
  const plan = coarsePlan(full, FINE_AREA);
  const { width, height } = plan.cell;
  // A diamond's box lies about its middle.
  const origin = { x: 0, y: plan.layout.kind === 'diamond' ? -Math.floor(height / 2) : 0 };
  const laid = { ...scene, placements, grain: undefined };
  return { raster: renderWindow(laid, plan, width, height, { origin }), ppi: plan.ppi };
}
