import type { Level } from './pyramid';

/** Where a level has ink, in squares of 8 px: most of a cut-out is clear, and clear parts need no sampling. */
const SHIFT = 3;
/** Samples may be asked for so many squares outside. */
const RIM = 1;

const known = new WeakMap<Level, Uint8Array>();

export const busyAcross = (width: number) => ((width - 1) >> SHIFT) + 1 + 2 * RIM;

/** The square that holds a sample's upper left of its middle four pixels. */
export const busyAt = (x: number, y: number, across: number) =>
  ((y >> SHIFT) + RIM) * across + (x >> SHIFT) + RIM;

/** Not 0 for each square in which a sample over 4 x 4 px can meet ink. Found once for each level. */
export function busyOf(level: Level): Uint8Array {
  let busy = known.get(level);
  if (!busy) {
    const { width, height, data } = level;
    const across = busyAcross(width);
    busy = new Uint8Array(across * busyAcross(height));
    for (let y = 0, i = 3; y < height; y++) {
      for (let x = 0; x < width; x++, i += 4) {
        if (data[i] === 0) continue;
        busy[busyAt(x - 2, y - 2, across)] = 1;
        busy[busyAt(x + 2, y - 2, across)] = 1;
        busy[busyAt(x - 2, y + 2, across)] = 1;
        busy[busyAt(x + 2, y + 2, across)] = 1;
      }
    }
    known.set(level, busy);
  }
  return busy;
}
