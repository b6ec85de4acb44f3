import { type Raster, reduceTo } from '../../raster';

/** The long side at which art is looked at, px. */
const SIDE = 96;
/** So much of its outline, as a share of both, must come to lie on itself, and so little may its colours differ (RGB, 0 to 255). */
const ALIKE = { outline: 0.94, colour: 14 };

/**
 * Whether art may have a top: true unless it is the same after half a turn about the middle of its mass, in outline and in
 * colour. In doubt it has one.
 */
export function hasTop(art: Raster): boolean {
  const { raster } = reduceTo(art, SIDE);
  const { width, height, data } = raster;
  const solid = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < width && y < height && data[(y * width + x) * 4 + 3] >= 128;
  let [n, sx, sy] = [0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (!solid(x, y)) continue;
      n++;
      sx += x;
      sy += y;
    }
  }
  if (!n) return true;
  const [tx, ty] = [(2 * sx) / n, (2 * sy) / n].map(Math.round);
  let [both, off] = [0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (!solid(x, y) || !solid(tx - x, ty - y)) continue;
      both++;
      const [p, q] = [(y * width + x) * 4, ((ty - y) * width + tx - x) * 4];
      off += Math.hypot(data[p] - data[q], data[p + 1] - data[q + 1], data[p + 2] - data[q + 2]);
    }
  }
  return both / (2 * n - both) < ALIKE.outline || off / Math.max(1, both) > ALIKE.colour;
}
