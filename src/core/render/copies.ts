import { type Box, imagesOf, type PixelPlan, shiftsInto, twinOf } from '../lattice';
import { ArgumentError } from '../units';
import { artOf, type Blend, type Placed, type Scene, turnOf } from './scene';
import { spriteBox } from './sprite';

/** An image of a placement: its art, and the way from px of that about its middle to print px (x' = xx x + xy y + x). */
export type Copy = {
  art: string;
  xx: number;
  xy: number;
  yx: number;
  yy: number;
  x: number;
  y: number;
  blend: Blend;
  opacity: number;
};

/**
 * Every image of the placements of a scene that reaches into a window of the cloth, print px, in the order that they lie in: what
 * renderWindow lays there.
 * @throws ArgumentError when a placement names a motif that the scene does not hold.
 */
export function copiesIn(scene: Scene, plan: PixelPlan, window: Box): Copy[] {
  const cellMm = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const twin = twinOf(plan.layout, cellMm);
  return scene.placements.flatMap((placed: Placed) => {
    const art = artOf(scene, placed);
    if (!art) throw new ArgumentError('A placement names a motif that is not there.');
    const images = imagesOf(placed, twin).flatMap((image) => {
      const turn = turnOf(image, art.ppi, plan);
      return shiftsInto(plan.lattice, spriteBox(image, art, plan), window).map((shift) => ({
        ...{ art: placed.art ?? placed.motif, ...turn },
        ...{ x: image.x * plan.scale.x + shift.x, y: image.y * plan.scale.y + shift.y },
        ...{ blend: placed.blend ?? 'normal', opacity: placed.opacity ?? 1 },
      }));
    });
    // Over and under its own copies it lies by where they are, its twins among them.
    return images.sort((p, q) => p.y - q.y || p.x - q.x);
  });
}
