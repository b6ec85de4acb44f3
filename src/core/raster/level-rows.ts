import { ArgumentError } from '../units';
import { halveRows, type Level, levelSizes, type Pyramid, premultiplyInto } from './pyramid';

/** How many bytes the levels of a picture take from level `first` on. */
export const levelBytes = (width: number, height: number, first: number): number =>
  levelSizes(width, height)
    .slice(first)
    .reduce((sum, size) => sum + size.width * size.height * 4, 0);

/** A level that is not in memory. @throws ArgumentError when its pixels are read. */
const absent = (size: { width: number; height: number }): Level => ({
  ...size,
  get data(): Uint8ClampedArray {
    throw new ArgumentError('This level of the picture is finer than those that were asked for.');
  },
});

/**
 * The levels of a picture that lie one after another in a buffer, level `first` at its beginning. Reading a finer level throws.
 * @param bytes as long as `levelBytes` says, premultiplied RGBA.
 */
export function pyramidIn(
  bytes: ArrayBufferLike,
  { width, height, first }: { width: number; height: number; first: number },
): Pyramid {
  let at = 0;
  const levels = levelSizes(width, height).map((size, n): Level => {
    if (n < first) return absent(size);
    const long = size.width * size.height * 4;
    const data = new Uint8ClampedArray(bytes, at, long);
    at += long;
    return { ...size, data };
  });
  return { width, height, levels };
}

/**
 * Builds the levels of a picture from its rows, top down: of levels finer than `first` only two rows are ever in memory. The bytes are
 * those of `pyramidOf`.
 */
export class LevelRows {
  private readonly above: Uint8ClampedArray[];
  private readonly made: Uint8ClampedArray[];
  private readonly filled: number[];
  private readonly sizes: { width: number; height: number }[];
  private readonly pyramid: Pyramid;

  /** @param bytes where the levels go, as long as `levelBytes` says, all 0. */
  constructor(
    width: number,
    height: number,
    private readonly first: number,
    bytes: ArrayBufferLike,
  ) {
    this.sizes = levelSizes(width, height);
    this.pyramid = pyramidIn(bytes, { width, height, first });
    const row = (size: { width: number }) => new Uint8ClampedArray(size.width * 4);
    this.above = this.sizes.map(row);
    this.made = this.sizes.map(row);
    this.filled = this.sizes.map(() => 0);
  }

  /** Takes the next row, straight RGBA. */
  row(straight: Uint8ClampedArray | Uint8Array) {
    premultiplyInto(straight, this.made[0], this.sizes[0].width);
    this.take(0);
  }

  /** Takes the row that was made for a level, and makes the next level's row where it completes one. */
  private take(n: number) {
    const { width, height } = this.sizes[n];
    const row = this.made[n];
    const y = this.filled[n]++;
    if (n >= this.first) this.pyramid.levels[n].data.set(row, y * width * 4);
    if (n + 1 === this.sizes.length) return;
    const last = y === height - 1;
    if (y % 2 === 0 && !last) {
      this.above[n].set(row);
      return;
    }
    const next = this.made[n + 1];
    next.fill(0);
    halveRows(y % 2 ? this.above[n] : row, row, width, next);
    this.take(n + 1);
  }
}
