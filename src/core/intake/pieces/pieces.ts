import type { Point } from '../../lattice';
import { newRaster, type Raster } from '../../raster';

/** Parts of a pixel row that a line's inside is found on. */
const FINE = 4;

/**
 * What of a picture lies inside a closed line: the rest is clear, its edge soft by as much of each pixel as is inside (even-odd).
 * @param line px of the picture. The picture given is not changed.
 */
export function cutTo(art: Raster, line: readonly Point[]): Raster {
  const { width, height, data } = art;
  const out = newRaster(width, height);
  const cover = new Float32Array(width);
  for (let y = 0; y < height; y++) {
    cover.fill(0);
    for (let s = 0; s < FINE; s++) {
      const at = y + (s + 0.5) / FINE;
      const meets: number[] = [];
      for (const [n, a] of line.entries()) {
        const b = line[(n + 1) % line.length];
        if (a.y <= at !== b.y <= at) meets.push(a.x + ((at - a.y) / (b.y - a.y)) * (b.x - a.x));
      }
      meets.sort((p, q) => p - q);
      for (let k = 0; k + 1 < meets.length; k += 2) {
        const [from, to] = [Math.max(0, meets[k]), Math.min(width, meets[k + 1])];
        for (let x = Math.floor(from); x < to; x++)
          cover[x] += Math.max(0, Math.min(to, x + 1) - Math.max(from, x)) / FINE;
      }
    }
    for (let x = 0; x < width; x++) {
      if (!cover[x]) continue;
      const i = (y * width + x) * 4;
      for (let c = 0; c < 3; c++) out.data[i + c] = data[i + c];
      out.data[i + 3] = data[i + 3] * Math.min(1, cover[x]);
    }
  }
  return out;
}
