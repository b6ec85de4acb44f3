import { homeCell, type PixelPlan, type Point } from '../lattice';
import { newRaster, type Raster } from '../raster';
import { mod } from '../units';

/** What of a cloth a picture shows: one cell of it, or its repeat block. */
type Frame = 'cell' | 'block';

/**
 * A picture shows one cell where cells are upright and all alike, so that the layout repeats what is drawn on it; else the block.
 */
export const frameOf = ({ layout }: Pick<PixelPlan, 'layout'>): Frame =>
  layout.kind === 'diamond' || layout.alternate ? 'block' : 'cell';

/** How a picture of the cloth lies beside its copies, px (see Steps). */
export function stepsOf({ layout, lattice }: PixelPlan): { across: number; down: number } {
  if (frameOf({ layout }) === 'block') return { across: 0, down: 0 };
  return {
    across: layout.kind === 'half-drop' ? lattice.a.y : 0,
    down: layout.kind === 'brick' ? lattice.b.x : 0,
  };
}

/**
 * A picture of the cloth that begins at some place of it, put back to begin at its corner: each pixel is moved as a whole.
 * @param from px of the cloth, whole numbers.
 */
export function putHome(picture: Raster, plan: PixelPlan, from: Point): Raster {
  const { width, height } = picture;
  const out = newRaster(width, height);
  const source = new Uint32Array(picture.data.buffer, picture.data.byteOffset, width * height);
  const to = new Uint32Array(out.data.buffer);
  const home =
    frameOf(plan) === 'block'
      ? (x: number, y: number) => ({ x: mod(x, width), y: mod(y, height) })
      : homeCell(plan);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; ) {
      // Along a row pixels stay beside each other until the edge of a cell.
      const at = home(from.x + x, from.y + y);
      const long = Math.min(width - x, width - at.x);
      const p = y * width + x;
      to.set(source.subarray(p, p + long), at.y * width + at.x);
      x += long;
    }
  }
  return out;
}
