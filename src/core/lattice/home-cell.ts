import { mod } from '../units';
import { cellSteps } from './layout';
import type { PixelPlan } from './pixel-plan';

/** Where a pixel of the cloth lies in its cell: px from the top left of the cell's box, as that cell is laid (see Twin). */
export type InCell = { x: number; y: number; other: boolean };

/**
 * Tells of any pixel of the cloth which pixel of the home cell it is a copy of. Every pixel belongs to one cell; of a diamond
 * the box is that around it. `other`: in a cell that is laid differently, where cells alternate; its pixels are told as they lie in
 * a cell that is not. Whole numbers throughout, so that the answer is the same at every copy.
 */
export function homeCell(plan: PixelPlan): (x: number, y: number) => InCell {
  const { layout, cell } = plan;
  const { width: w, height: h } = cell;
  const { kind, alternate } = layout;
  const { a, b } = cellSteps(layout, cell);
  const every = alternate?.every;
  const [flipX, flipY] = alternate
    ? [
        alternate.by === 'across' || alternate.by === 'half-turn',
        alternate.by === 'down' || alternate.by === 'half-turn',
      ]
    : [false, false];
  /** The steps to the cell of a pixel, and the pixel's place in it. */
  const placed = (x: number, y: number): [i: number, j: number, x: number, y: number] => {
    if (kind === 'diamond') {
      // Twice the place of the pixel's middle, in twice the steps: whole numbers.
      const [dx, dy] = [2 * x + 1, 2 * y + 1];
      const i = Math.floor((dx * h + dy * w) / (2 * w * h));
      const j = Math.floor((dx * h - dy * w) / (2 * w * h));
      return [i, j, x - ((i + j) * w) / 2, y - ((i - j) * h) / 2 + h / 2];
    }
    if (kind === 'brick') {
      const j = Math.floor(y / h);
      const left = x - j * b.x;
      const i = Math.floor(left / w);
      return [i, j, left - i * w, y - j * h];
    }
    const i = Math.floor(x / w);
    const down = y - i * a.y;
    const j = Math.floor(down / h);
    return [i, j, x - i * w, down - j * h];
  };
  return (x, y) => {
    const [i, j, px, py] = placed(x, y);
    const turn = !alternate ? 0 : kind === 'diamond' ? i + j : every === 'column' ? i : j;
    const other = mod(turn, 2) === 1;
    return {
      x: other && flipX ? w - 1 - px : px,
      y: other && flipY ? h - 1 - py : py,
      other,
    };
  };
}
