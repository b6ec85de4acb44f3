import { distanceTo, newRaster, type Raster } from '../../raster';
import { ArgumentError } from '../../units';
import { tidyMask } from './tidy-mask';

/**
 * An opaque backing under cut-out art: the art's outline with gaps up to `bridgePx` closed and all inside it
 * filled, made smaller by `shrinkPx` so that nothing peeks out. Pixels of the art lie over it as they were.
 * @param backing what the backing shows: white, or a raster of the same size.
 * @returns a new raster, and how many pixels the backing made opaque.
 */
export function backArt(
  art: Raster,
  options: { shrinkPx: number; bridgePx: number; backing?: Raster },
): { art: Raster; filled: number } {
  const { width, height } = art;
  const { shrinkPx, bridgePx, backing } = options;
  if (!(shrinkPx >= 0 && bridgePx >= 0)) throw new ArgumentError('Shrinking and bridging start at 0.');
  if (backing && (backing.width !== width || backing.height !== height)) {
    throw new ArgumentError('The backing must have the size of the art.');
  }
  // Room round the art, so that closing does not stick to the edge of the picture.
  const pad = Math.ceil(bridgePx / 2) + 2;
  const w = width + 2 * pad;
  const h = height + 2 * pad;
  const shape = new Uint8Array(w * h);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (art.data[(y * width + x) * 4 + 3] >= 128) shape[(y + pad) * w + x + pad] = 1;
    }
  }
  const closed = bridgePx > 0 ? closeGaps(shape, w, h, bridgePx / 2) : shape;
  tidyMask(closed, w, h, { speckPx: 0, fillHoles: true });
  const outside = closed.map((v) => (v ? 0 : 1));
  const depth = distanceTo(outside, w, h);
  const out = newRaster(width, height);
  let filled = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      const a = art.data[i + 3] / 255;
      const inside = depth[(y + pad) * w + x + pad] - 0.5 > shrinkPx;
      for (let c = 0; c < 3; c++) {
        const under = backing ? backing.data[i + c] : 255;
        out.data[i + c] = inside ? art.data[i + c] * a + under * (1 - a) : art.data[i + c];
      }
      out.data[i + 3] = inside ? 255 : art.data[i + 3];
      if (inside && a < 1) filled++;
    }
  }
  return { art: out, filled };
}

/** Closing by a disc: grown by r, then shrunk by r. */
function closeGaps(shape: Uint8Array, width: number, height: number, r: number): Uint8Array {
  const near = distanceTo(shape, width, height);
  const rest = new Uint8Array(shape.length);
  for (let p = 0; p < rest.length; p++) rest[p] = near[p] <= r ? 0 : 1;
  const away = distanceTo(rest, width, height);
  const out = new Uint8Array(shape.length);
  for (let p = 0; p < out.length; p++) out[p] = shape[p] || away[p] > r ? 1 : 0;
  return out;
}
