import { oklabInto } from '../colour';
import type { Torus } from '../raster';

/** A picture on a torus, RGBA with straight alpha, and how many px of it make a mm. */
export type TorusPicture = { torus: Torus; data: Uint8ClampedArray; scale: { x: number; y: number } };

/** Its colours in OKLab times 100: three numbers a pixel. */
export function labOf({ data }: TorusPicture): Float32Array {
  const lab = new Float32Array((data.length / 4) * 3);
  let last = -1;
  for (let i = 0, o = 0; i < data.length; i += 4, o += 3) {
    const rgb = (data[i] << 16) | (data[i + 1] << 8) | data[i + 2];
    // Flat art has the same colour again and again.
    if (rgb === last) lab.copyWithin(o, o - 3, o);
    else oklabInto(data[i], data[i + 1], data[i + 2], lab, o, 100);
    last = rgb;
  }
  return lab;
}

/** How far apart two pixels' colours are. */
export function labApart(p: ArrayLike<number>, i: number, q: ArrayLike<number>, k: number): number {
  const [l, a, b] = [p[i] - q[k], p[i + 1] - q[k + 1], p[i + 2] - q[k + 2]];
  return Math.sqrt(l * l + a * a + b * b);
}
