import { oklabOf } from '../colour';
import type { Torus } from '../raster';

/** A picture on a torus, RGBA with straight alpha, and how many px of it make a mm. */
export type TorusPicture = { torus: Torus; data: Uint8ClampedArray; scale: { x: number; y: number } };

/** Its colours in OKLab times 100: three numbers a pixel. */
export function labOf({ data }: TorusPicture): Float32Array {
  const lab = new Float32Array((data.length / 4) * 3);
  let [last, l, a, b] = [-1, 0, 0, 0];
  for (let i = 0, o = 0; i < data.length; i += 4, o += 3) {
    const rgb = (data[i] << 16) | (data[i + 1] << 8) | data[i + 2];
    if (rgb !== last) {
      [l, a, b] = oklabOf(data[i], data[i + 1], data[i + 2]);
      last = rgb;
    }
    lab[o] = 100 * l;
    lab[o + 1] = 100 * a;
    lab[o + 2] = 100 * b;
  }
  return lab;
}

/** How far apart two pixels' colours are. */
export const labApart = (p: Float32Array, i: number, q: ArrayLike<number>, k: number): number =>
  Math.hypot(p[i] - q[k], p[i + 1] - q[k + 1], p[i + 2] - q[k + 2]);
