import type { Raster } from '../../raster';

/** A side of a picture: 0 top, 1 right, 2 bottom, 3 left. */
export type Side = 0 | 1 | 2 | 3;

/** Two sides that meet: of which quarters (by place), and which sides. */
export type Pair = { first: number; side: Side; second: number; other: Side };

/** The eight pairs of sides that meet where four quarters lie by rows and the sheet repeats. */
export const PAIRS: Pair[] = [
  ...[
    [0, 1],
    [1, 0],
    [2, 3],
    [3, 2],
  ].map(([first, second]): Pair => ({ first, side: 1, second, other: 3 })),
  ...[
    [0, 2],
    [2, 0],
    [1, 3],
    [3, 1],
  ].map(([first, second]): Pair => ({ first, side: 2, second, other: 0 })),
];

/** What lies along a side: `deep` rows from the edge inward, each from the left or the top on; RGB. */
export type Strip = { length: number; deep: number; rgb: Float32Array };

export function stripOf({ width, height, data }: Raster, side: Side, deep: number): Strip {
  const level = side % 2 === 0;
  const length = level ? width : height;
  const rgb = new Float32Array(length * deep * 3);
  for (let d = 0, o = 0; d < deep; d++)
    for (let t = 0; t < length; t++, o += 3) {
      const x = level ? t : side === 3 ? d : width - 1 - d;
      const y = level ? (side === 0 ? d : height - 1 - d) : t;
      const i = (y * width + x) * 4;
      for (let c = 0; c < 3; c++) rgb[o + c] = data[i + c];
    }
  return { length, deep, rgb };
}

/** What a strip shows between two depths (px): the mean colour in each of `count` parts of its length. */
export function alongSide(strip: Strip, from: number, to: number, count: number): Float32Array {
  const { length, rgb } = strip;
  const out = new Float32Array(count * 3);
  for (let k = 0; k < count; k++) {
    const [a, b] = [Math.floor((k * length) / count), Math.max(1, Math.floor(((k + 1) * length) / count))];
    let n = 0;
    for (let d = from; d < to; d++)
      for (let t = a; t < b; t++, n++)
        for (let c = 0; c < 3; c++) out[k * 3 + c] += rgb[(d * length + t) * 3 + c];
    for (let c = 0; c < 3; c++) out[k * 3 + c] /= Math.max(1, n);
  }
  return out;
}
