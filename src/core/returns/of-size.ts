import { pyramidOf, type Raster, resample, shrink, unpremultiply } from '../raster';

/** A picture in the size of another. */
export function ofSize(src: Raster, { width, height }: { width: number; height: number }): Raster {
  if (src.width === width && src.height === height) return src;
  const pyramid = pyramidOf(src);
  const smaller = width <= src.width && height <= src.height;
  const [whole] = pyramid.levels;
  return unpremultiply(
    smaller ? shrink(pyramid, { width, height }) : resample(whole, { width, height }, false),
  );
}

/** A picture as it looks once it was made smaller and large again: what such a file cannot hold is gone from it. */
export function throughSmaller(src: Raster, times: number): Raster {
  if (times >= 1) return src;
  const size = {
    width: Math.max(1, Math.round(src.width * times)),
    height: Math.max(1, Math.round(src.height * times)),
  };
  return ofSize(ofSize(src, size), src);
}
