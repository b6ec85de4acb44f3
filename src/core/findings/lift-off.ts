import { latticeOf, type PixelPlan, type Point } from '../lattice';
import { liftPiece } from '../pieces';
import type { Raster } from '../raster';
import type { Scene } from '../render';
import { ArgumentError } from '../units';
import { assembled, coverOn } from './cloth/piece-cover';
import { readLayers } from './cloth/read-layers';

/** A piece lifted off the picture that it was drawn in: as a cut-out, with its middle on the cloth, mm, and what is left of the picture. */
export type LiftedOff = {
  art: Raster;
  at: Point;
  /** Pixels of the picture that make a mm of the cloth. */
  pxPerMm: number;
  healed: Raster;
};

/**
 * Lifts a piece off a drawing or a tile of a cloth.
 * @param layer as the scene names it. @param id the piece, as the check told it. @param picture the layer's art as it was drawn.
 * @throws ArgumentError where the piece is not there any more.
 */
export function liftOff(
  scene: Scene,
  plan: PixelPlan,
  layer: string,
  id: string,
  picture: Raster,
): LiftedOff {
  const read = readLayers(scene, plan).layers.find((l) => l.layer === layer);
  const placed = read?.placed.find((p) => p.id === id);
  if (!read || !placed) throw new ArgumentError('This piece is not seen there any more.');
  if (placed.through) throw new ArgumentError('It runs on through its own copies: cut it apart first.');
  const cell = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const lattice = latticeOf(plan.layout, cell);
  const pxPerMm = picture.width / read.frame.width;
  const { art, healed } = liftPiece(picture, coverOn(read, id, lattice, picture), pxPerMm);
  const whole = assembled(art, read, id, lattice);
  if (!whole) throw new ArgumentError('This piece is not seen there any more.');
  return { ...whole, pxPerMm, healed };
}
