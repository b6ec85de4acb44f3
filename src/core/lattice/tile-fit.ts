import type { Size } from './layout';

/** A block holds a whole number of tiles when it is off by less than this share of one. */
const NEAR_WHOLE = 1e-3;
/** How many more or fewer tiles than go in now are thought of. */
const NEAR = 2;

/** How often a tile goes in a length of the block, the whole number next to that, and whether it is that (one unit for both). */
export function timesIn(tile: number, block: number): { times: number; whole: number; fits: boolean } {
  const times = block / tile;
  const whole = Math.max(1, Math.round(times));
  return { times, whole, fits: Math.abs(times - whole) < NEAR_WHOLE * whole };
}

/** How a tile goes into a block, mm: how often each way, whether evenly, and the size next to its own that does. */
export type TileFit = { fits: boolean; times: Size; fitMm: Size };

/** The size that fits is the one that changes least, its sides as nearly alike as can be. */
export function tileFitIn(tile: Size, block: Size): TileFit {
  const across = timesIn(tile.width, block.width);
  const down = timesIn(tile.height, block.height);
  const near = (n: number) => Array.from({ length: 2 * NEAR + 1 }, (_, k) => Math.max(1, n - NEAR + k));
  let best = { cost: Number.POSITIVE_INFINITY, fitMm: tile };
  for (const n of near(across.whole)) {
    for (const m of near(down.whole)) {
      const fitMm = { width: block.width / n, height: block.height / m };
      const [kx, ky] = [Math.log(fitMm.width / tile.width), Math.log(fitMm.height / tile.height)];
      const cost = 2 * Math.abs(kx - ky) + Math.abs(kx) + Math.abs(ky);
      if (cost < best.cost - 1e-9) best = { cost, fitMm };
    }
  }
  return {
    fits: across.fits && down.fits,
    times: { width: across.times, height: down.times },
    fitMm: best.fitMm,
  };
}

/** In words; null where it fits. */
export function tileFitText({ fits, times, fitMm }: TileFit, tile: Size): string | null {
  if (fits) return null;
  const n = (v: number) => Number(v.toFixed(2));
  const mm = (v: number) => `${Number(v.toFixed(1))}\u00a0mm`;
  const by = (now: number, then: number) => {
    const share = Math.abs(then / now - 1) * 100;
    return share < 0.05
      ? 'as it is'
      : `${Number(share.toFixed(1))}\u00a0% ${then > now ? 'larger' : 'smaller'}`;
  };
  return `It goes ${n(times.width)} times across the repeat block and ${n(times.height)} times down it, so it breaks at the join. It fits at ${mm(fitMm.width)} across (${by(tile.width, fitMm.width)}) and ${mm(fitMm.height)} down (${by(tile.height, fitMm.height)}).`;
}
