import { homeCell, type InCell, type PixelPlan, type Size } from '../lattice';
import { type Level, rowsOf } from '../raster';
import { mod } from '../units';
import type { SceneMotif } from './scene';
import { tilePeriod } from './tile-period';
import { depthInPeriod } from './wanted-levels';

/** A coarser level that is still finer than what is made. */
const levelFor = ({ pyramid }: SceneMotif, period: Size): Level =>
  pyramid.levels[depthInPeriod(pyramid, period)];

/**
 * A picture that repeats by itself, as pixels of the cloth: gives a function that fills a row of a window, premultiplied RGBA.
 * @param size mm; laid straight from the corner of the block, and cut there where it does not go into it a whole number of
 *   times. Null: one to a cell, as the layout lays cells.
 */
export function tileRows(
  art: SceneMotif,
  size: Size | null,
  plan: PixelPlan,
): (y: number, x0: number, into: Uint8ClampedArray) => void {
  if (!size) {
    const { cell, layout } = plan;
    const straight = layout.kind === 'straight' && !layout.alternate;
    const rows = rowsOf(levelFor(art, cell), cell, cell, straight);
    const home = homeCell(plan);
    if (layout.kind !== 'diamond' && !layout.alternate)
      return (y, x0, into) => {
        // Along a row pixels stay beside each other until the edge of a cell; each row of the cell is made once.
        const runs: { at: InCell; to: number; long: number }[] = [];
        for (let to = 0; to < into.length; ) {
          const at = home(x0 + to / 4, y);
          const long = Math.min(into.length - to, (cell.width - at.x) * 4);
          runs.push({ at, to, long });
          to += long;
        }
        for (const { at, to, long } of runs.sort((p, q) => p.at.y - q.at.y))
          into.set(rows(at.y).subarray(at.x * 4, at.x * 4 + long), to);
      };
    return (y, x0, into) => {
      // Pixels of one row of the cloth may lie in two rows of the cell: each row is made once for all that want it.
      const wanted = new Map<number, number[]>();
      const count = into.length / 4;
      const from = new Int32Array(count);
      for (let k = 0; k < count; k++) {
        const at = home(x0 + k, y);
        from[k] = at.x;
        const list = wanted.get(at.y);
        if (list) list.push(k);
        else wanted.set(at.y, [k]);
      }
      for (const [row, list] of wanted) {
        const line = rows(row);
        for (const k of list) for (let c = 0; c < 4; c++) into[k * 4 + c] = line[from[k] * 4 + c];
      }
    };
  }
  const { block } = plan;
  const period = tilePeriod(size, plan);
  const whole = (v: number, all: number) => (Number.isInteger(v) && all % v === 0 ? v : all);
  const count = { width: whole(period.width, block.width), height: whole(period.height, block.height) };
  const rows = rowsOf(levelFor(art, period), period, count, true);
  return (y, x0, into) => {
    const line = rows(mod(y, block.height) % count.height);
    for (let k = 0, x = mod(x0, block.width); k < into.length; k += 4) {
      const i = (x % count.width) * 4;
      for (let c = 0; c < 4; c++) into[k + c] = line[i + c];
      if (++x === block.width) x = 0;
    }
  };
}
