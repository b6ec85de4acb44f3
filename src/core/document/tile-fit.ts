import { repeatBlock, type Size, type TileFit, tileFitIn } from '../lattice';
import { MM_PER_INCH } from '../units';
import { cellOf } from './cell';
import type { Project } from './schema';

/** How a tile of its own size (mm) goes into the repeat block of a document. */
export const tileFit = ({ layout, brief }: Pick<Project, 'layout' | 'brief'>, size: Size): TileFit =>
  tileFitIn(size, repeatBlock(layout, cellOf({ brief })));

/** The size of a picture at its ppi, mm. */
export const sizeMm = ({ width, height, ppi }: { width: number; height: number; ppi: number }): Size => ({
  width: (width / ppi) * MM_PER_INCH,
  height: (height / ppi) * MM_PER_INCH,
});
