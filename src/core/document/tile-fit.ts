import { repeatBlock, type Size } from '../lattice';
import { timesIn } from '../render';
import { MM_PER_INCH } from '../units';
import { cellOf } from './cell';
import type { Project } from './schema';

/** How a tile of its own size (mm) goes into the repeat block: how often each way, whether evenly, and the nearest size that does. */
export type TileFit = { fits: boolean; times: Size; fitMm: Size };

export function tileFit({ layout, brief }: Pick<Project, 'layout' | 'brief'>, size: Size): TileFit {
  const block = repeatBlock(layout, cellOf({ brief }));
  const across = timesIn(size.width, block.width);
  const down = timesIn(size.height, block.height);
  return {
    fits: across.fits && down.fits,
    times: { width: across.times, height: down.times },
    fitMm: { width: block.width / across.whole, height: block.height / down.whole },
  };
}

/** In words; nothing where it fits. */
export function tileFitText(fit: TileFit, size: Size): string | null {
  if (fit.fits) return null;
  const n = (v: number) => Number(v.toFixed(2));
  const mm = (v: number) => `${Number(v.toFixed(1))}\u00a0mm`;
  const by = (now: number, then: number) => {
    const share = Math.abs(then / now - 1) * 100;
    return share < 0.05
      ? 'as it is'
      : `${Number(share.toFixed(1))}\u00a0% ${then > now ? 'larger' : 'smaller'}`;
  };
  return `It goes ${n(fit.times.width)} times across the repeat block and ${n(fit.times.height)} times down it, so it would break at the join. It fits at ${mm(fit.fitMm.width)} across (${by(size.width, fit.fitMm.width)}) and ${mm(fit.fitMm.height)} down (${by(size.height, fit.fitMm.height)}).`;
}

/** The size of a picture at its ppi, mm. */
export const sizeMm = ({ width, height, ppi }: { width: number; height: number; ppi: number }): Size => ({
  width: (width / ppi) * MM_PER_INCH,
  height: (height / ppi) * MM_PER_INCH,
});
