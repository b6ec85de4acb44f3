import { type Torus, torusIndex } from '../raster';
import type { GroundFields } from './ground-field';
import { labApart, labOf, type TorusPicture } from './lab-picture';

/** How far each pixel is from the ground, in OKLab times 100, and how far plain ground is in the middle. */
export type FromGround = { off: Float32Array; noise: number };

/** The ground is read anew every so many px. */
const STEP = 4;

/** A field of three numbers a pixel at any place of its torus (px), between its pixels. */
function fieldAt(field: Float32Array, torus: Torus, x: number, y: number, out: number[]) {
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const [fx, fy] = [x - x0, y - y0];
  out.fill(0);
  for (let k = 0; k < 4; k++) {
    const [dx, dy] = [k & 1, k >> 1];
    const share = (dx ? fx : 1 - fx) * (dy ? fy : 1 - fy);
    const o = torusIndex(torus, x0 + dx, y0 + dy) * 3;
    for (let c = 0; c < 3; c++) out[c] += share * field[o + c];
  }
}

/** How far a picture's pixels are from a ground that was found on a coarser picture of the same. */
export function fromGround(
  fine: TorusPicture,
  { torus: coarse, fields }: GroundFields,
  coarseScale: { x: number; y: number },
): FromGround {
  const { torus } = fine;
  const { width, height } = torus;
  const lab = labOf(fine);
  const off = new Float32Array(width * height).fill(Number.POSITIVE_INFINITY);
  const [sx, sy] = [coarseScale.x / fine.scale.x, coarseScale.y / fine.scale.y];
  const at = [0, 0, 0];
  for (const field of fields) {
    for (let y0 = 0; y0 < height; y0 += STEP) {
      for (let x0 = 0; x0 < width; x0 += STEP) {
        fieldAt(field, coarse, (x0 + STEP / 2) * sx - 0.5, (y0 + STEP / 2) * sy - 0.5, at);
        for (let y = y0; y < Math.min(height, y0 + STEP); y++) {
          for (let p = y * width + x0; p < y * width + Math.min(width, x0 + STEP); p++) {
            const d = labApart(lab, p * 3, at, 0);
            if (d < off[p]) off[p] = d;
          }
        }
      }
    }
  }
  if (fields.length > 1) betweenGrounds(off, lab, torus);
  const step = Math.max(1, Math.floor(off.length / 40000));
  const some = off.filter((v, p) => p % step === 0 && v < 12).sort();
  return { off, noise: some[some.length >> 1] ?? 0 };
}

/** A pixel that is the mean of what lies on both sides of it, ground and ground, is where two grounds meet. */
function betweenGrounds(off: Float32Array, lab: Float32Array, torus: Torus) {
  const { width } = torus;
  const was = off.slice();
  for (let p = 0; p < off.length; p++) {
    if (was[p] < 2) continue;
    const [x, y] = [p % width, Math.floor(p / width)];
    for (const [dx, dy] of [
      [2, 0],
      [0, 2],
      [2, 2],
      [2, -2],
    ]) {
      const [a, b] = [torusIndex(torus, x + dx, y + dy), torusIndex(torus, x - dx, y - dy)];
      if (was[a] > 3 || was[b] > 3) continue;
      const long = labApart(lab, a * 3, lab, b * 3);
      const by = labApart(lab, a * 3, lab, p * 3) + labApart(lab, p * 3, lab, b * 3) - long;
      if (long > 4 && by < Math.max(2, 0.15 * long)) {
        off[p] = 0;
        break;
      }
    }
  }
}
