import { ArgumentError, LIMITS, MM_PER_INCH } from '../units';
import { type Lattice, type Layout, latticeOf, lowestDrop, repeatBlock, type Size } from './layout';

/**
 * A layout in whole pixels. `cell` and `block` are px, `lattice` has whole-number vectors.
 * `error` is how far the rounded cell is from the asked one, in mm (positive: larger), `blockError` how far the block is.
 * `scale` is px per mm in each direction, so that placements land exactly on the rounded cell.
 */
export type PixelPlan = {
  layout: Layout;
  ppi: number;
  cell: Size;
  block: Size;
  lattice: Lattice;
  error: Size;
  blockError: Size;
  scale: { x: number; y: number };
};

/** Whether the repeat block can be rendered in one piece (edge and area, see LIMITS). */
export const blockFits = ({ block }: Pick<PixelPlan, 'block'>): boolean =>
  Math.max(block.width, block.height) <= LIMITS.maxBlockPx &&
  block.width * block.height <= LIMITS.maxBlockMp * 1e6;

const toMultiple = (px: number, of: number) => Math.max(of, Math.round(px / of) * of);

/**
 * Rounds a cell (mm) at `ppi` to the nearest whole pixels for which all lattice vectors are whole too:
 * the cell height is a multiple of q for a half-drop, its width for a brick, both of 2 for a diamond.
 * @throws ArgumentError for sizes or ppi that are not positive.
 */
export function pixelPlan(layout: Layout, cellMm: Size, ppi: number): PixelPlan {
  if (!(ppi > 0 && Number.isFinite(ppi))) throw new ArgumentError('The ppi must be a number above 0.');
  const { width, height } = cellMm;
  if (!(width > 0 && height > 0 && Number.isFinite(width * height))) {
    throw new ArgumentError('A cell needs a width and a height above 0.');
  }
  const drop = lowestDrop(layout.drop);
  const { kind } = layout;
  const stepX = kind === 'diamond' ? 2 : kind === 'brick' ? drop.q : 1;
  const stepY = kind === 'diamond' ? 2 : kind === 'half-drop' ? drop.q : 1;
  const exact = { width: (width / MM_PER_INCH) * ppi, height: (height / MM_PER_INCH) * ppi };
  const cell = { width: toMultiple(exact.width, stepX), height: toMultiple(exact.height, stepY) };
  const block = repeatBlock(layout, cell);
  const error = {
    width: ((cell.width - exact.width) / ppi) * MM_PER_INCH,
    height: ((cell.height - exact.height) / ppi) * MM_PER_INCH,
  };
  return {
    layout: { ...layout, drop },
    ppi,
    cell,
    block,
    lattice: latticeOf(layout, cell),
    error,
    blockError: {
      width: (error.width * block.width) / cell.width,
      height: (error.height * block.height) / cell.height,
    },
    scale: { x: cell.width / width, y: cell.height / height },
  };
}
