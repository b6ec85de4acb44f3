import { type Layout, latticeOf, repeatBlock, type Size } from '../lattice';
import { ArgumentError } from '../units';

/** How drops of a roll meet: each is so many columns of the repeat wide and hangs lower than the one before it by a share of `repeatMm`. */
export type RollMatch = {
  columns: number;
  /** Whether the roll is a whole number of columns wide. */
  meets: boolean;
  /** How high the repeat is along a roll, mm, and by what share of it the next drop hangs lower. */
  repeatMm: number;
  drop: number;
  /** How wide a roll of so many columns is, mm. */
  widthMm: number;
};

/** A roll that is off by less than this, mm, is trimmed to meet. */
const TRIMMED_MM = 1;

/**
 * How the drops of a roll of some width meet on a wall: the lattice has a column wherever one of its steps lies, and a step to the column
 * that the next drop begins with says how much lower it hangs.
 * @throws ArgumentError for a width that is not above 0.
 */
export function rollMatch(layout: Layout, cell: Size, rollMm: number): RollMatch {
  if (!(rollMm > 0)) throw new ArgumentError('A roll has a width above 0.');
  const { a, b } = latticeOf(layout, cell);
  const repeatMm = b.x === 0 ? b.y : repeatBlock(layout, cell).height;
  const columnMm = Math.abs(a.x * b.y - a.y * b.x) / repeatMm;
  const columns = Math.max(1, Math.round(rollMm / columnMm));
  const widthMm = columns * columnMm;
  const wrapped = (v: number) => ((v % repeatMm) + repeatMm) % repeatMm;
  /** How far down the first step of the lattice is that lies one column to the right. */
  const step = () => {
    const most = Math.ceil(repeatMm / Math.abs(b.y)) + 1;
    for (let n = 0; n <= most; n++)
      for (let m = -most; m <= most; m++)
        if (Math.abs(m * a.x + n * b.x - columnMm) < 1e-6 * columnMm) return wrapped(m * a.y + n * b.y);
    return 0;
  };
  const drop = wrapped(columns * step()) / repeatMm;
  return {
    ...{ columns, meets: Math.abs(rollMm - widthMm) < TRIMMED_MM, repeatMm, widthMm },
    drop: drop > 1 - 1e-6 || drop < 1e-6 ? 0 : drop,
  };
}
