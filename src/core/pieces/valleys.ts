import { type Torus, torusIndex } from '../raster';

/** A valley is less than this share as far from the ground as both its sides. */
const VALLEY = 0.6;

/** Takes out of the mask what lies in a valley a pixel or two wide: ground between two pieces that nearly touch. */
export function partValleys(off: Float32Array, mask: Uint8Array, torus: Torus) {
  const { width, height } = torus;
  const isValley = (p: number, back2: number, back: number, on: number, on2: number) =>
    off[p] < VALLEY * Math.min(Math.max(off[back], off[back2]), Math.max(off[on], off[on2]));
  const wide = [1, width, width + 1, width - 1];
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (!mask[p]) continue;
      const inside = x > 1 && y > 1 && x + 2 < width && y + 2 < height;
      for (let k = 0; k < 4 && mask[p]; k++) {
        const w = wide[k];
        if (inside) {
          if (isValley(p, p - 2 * w, p - w, p + w, p + 2 * w)) mask[p] = 0;
          continue;
        }
        const [dx, dy] = [k === 1 ? 0 : k === 3 ? -1 : 1, k ? 1 : 0];
        const at = (n: number) => torusIndex(torus, x + n * dx, y + n * dy);
        if (isValley(p, at(-2), at(-1), at(1), at(2))) mask[p] = 0;
      }
    }
  }
}
