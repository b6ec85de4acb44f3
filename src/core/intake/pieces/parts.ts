import { newRaster, type Raster } from '../../raster';
import { ArgumentError } from '../../units';

/** What a part of a motif is; parts lie in this order, the first lowest. */
export const PART_KINDS = ['fill', 'shadow', 'highlight', 'outline'] as const;
export type PartKind = (typeof PART_KINDS)[number];

const WORDS: [PartKind, RegExp][] = [
  ['outline', /out ?line|line|ink|contour/i],
  ['highlight', /high ?light|light|white/i],
  ['shadow', /shad|dark/i],
  ['fill', /fill|flat|colou?r|base/i],
];

/** What a file's name says of the part it holds; a part that does not say is a fill. */
export const partKindOf = (name: string): PartKind =>
  WORDS.find(([, word]) => word.test(name))?.[0] ?? 'fill';

/**
 * Parts in register laid over each other, the first lowest; a part with a colour is that colour all over, in its
 * own alpha.
 * @throws ArgumentError when the parts are not all of one size.
 */
export function composeParts(parts: { art: Raster; rgb?: [number, number, number] }[]): Raster {
  const first = parts[0]?.art;
  if (!first || parts.some((p) => p.art.width !== first.width || p.art.height !== first.height)) {
    throw new ArgumentError('Parts of one motif must all have the same size in pixels.');
  }
  const out = newRaster(first.width, first.height);
  const d = out.data;
  for (const { art, rgb } of parts) {
    for (let i = 0; i < d.length; i += 4) {
      const a = art.data[i + 3] / 255;
      if (a === 0) continue;
      const under = d[i + 3] / 255;
      const all = a + under * (1 - a);
      for (let c = 0; c < 3; c++) {
        const over = rgb ? rgb[c] : art.data[i + c];
        d[i + c] = (over * a + d[i + c] * under * (1 - a)) / all;
      }
      d[i + 3] = all * 255;
    }
  }
  return out;
}

/** The box, px, that holds every pixel that is not clear in any of the rasters; null when all are clear. */
export function commonBox(rasters: Raster[]): { x: number; y: number; width: number; height: number } | null {
  let [x0, y0, x1, y1] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, -1, -1];
  for (const { width, height, data } of rasters) {
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        if (!data[(y * width + x) * 4 + 3]) continue;
        if (x < x0) x0 = x;
        if (x > x1) x1 = x;
        if (y < y0) y0 = y;
        y1 = y;
      }
    }
  }
  return x1 < 0 ? null : { x: x0, y: y0, width: x1 - x0 + 1, height: y1 - y0 + 1 };
}
