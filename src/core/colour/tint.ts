import type { Raster } from '../raster';
import { hexOfRgb, oklabOf, type Rgb, rgbOfHex } from './oklab';
import { hexOfOklch, oklchOf } from './oklch';

/**
 * A picture all in one ink: the ink's colour, lighter and darker by as much as the picture is lighter and darker than it is in
 * the mean (OKLab lightness). Alpha stays.
 */
export function tinted(raster: Raster, ink: Rgb): Raster {
  const { width, height, data } = raster;
  const tone = Float64Array.from({ length: 256 }, (_, v) => oklabOf(v, v, v)[0]);
  const grey = (i: number) => (data[i] * 77 + data[i + 1] * 151 + data[i + 2] * 28) >> 8;
  let [sum, of] = [0, 0];
  for (let i = 0; i < data.length; i += 4) {
    sum += tone[grey(i)] * data[i + 3];
    of += data[i + 3];
  }
  const mean = of ? sum / of : 0;
  const { l, c, h } = oklchOf(hexOfRgb(ink));
  const table = Array.from(tone, (t) => rgbOfHex(hexOfOklch({ l: l + t - mean, c, h })));
  const out = new Uint8ClampedArray(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const [r, g, b] = table[grey(i)];
    out[i] = r;
    out[i + 1] = g;
    out[i + 2] = b;
    out[i + 3] = data[i + 3];
  }
  return { width, height, data: out };
}
