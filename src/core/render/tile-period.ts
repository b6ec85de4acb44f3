import { type PixelPlan, type Size, timesIn } from '../lattice';

/**
 * After how many print px a picture comes again that repeats by itself; a size that nearly goes into the block does.
 * @param size mm, or null: one to a cell.
 */
export function tilePeriod(size: Size | null, { cell, block, scale }: PixelPlan): Size {
  if (!size) return cell;
  const period = (mm: number, px: number, per: number) => {
    const { whole, fits } = timesIn(mm * per, px);
    return fits ? px / whole : mm * per;
  };
  return {
    width: period(size.width, block.width, scale.x),
    height: period(size.height, block.height, scale.y),
  };
}
