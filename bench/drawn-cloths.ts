/** Cloths for judging what comes back drawn on, and strokes to draw on them, all drawn by librsvg (sharp). */
import sharp from 'sharp';
import type { Raster } from '../src/core';
import { seededRandom } from '../src/core';

type Random = () => number;
export const between = (random: Random, a: number, b: number) => a + (b - a) * random();
const colour = (random: Random, dark = false) => {
  const [l, u] = dark ? [10, 110] : [30, 215];
  return `rgb(${[0, 0, 0].map(() => Math.round(between(random, l, u))).join(',')})`;
};
const svg = (width: number, height: number, body: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${body}</svg>`);

/** Each copy of a shape that shows in the picture: what leaves at one edge comes in at the other. */
const wrapped = (width: number, height: number, shape: string) =>
  [-1, 0, 1]
    .flatMap((i) =>
      [-1, 0, 1].map((j) => `<g transform="translate(${i * width} ${j * height})">${shape}</g>`),
    )
    .join('');

type Manner = (random: Random, width: number, height: number) => string;
const star = (random: Random, r: number) => {
  const n = 5 + Math.floor(random() * 5);
  return Array.from({ length: 2 * n }, (_, k) => {
    const [a, s] = [(k * Math.PI) / n, k % 2 ? r * between(random, 0.3, 0.8) : r];
    return `${(s * Math.cos(a)).toFixed(1)},${(s * Math.sin(a)).toFixed(1)}`;
  }).join(' ');
};

/** Cloths of kinds that differ: flat shapes, line drawing, many small motifs, washes, a few large ones, stripes with motifs. */
export const MANNERS: Record<string, Manner> = {
  flat: (random, w, h) =>
    Array.from({ length: 16 }, () =>
      wrapped(
        w,
        h,
        `<polygon transform="translate(${between(random, 0, w)} ${between(random, 0, h)}) rotate(${between(random, 0, 360)})" points="${star(random, between(random, 0.04, 0.11) * w)}" fill="${colour(random)}"/>`,
      ),
    ).join(''),
  line: (random, w, h) =>
    Array.from({ length: 14 }, () => {
      const [x, y] = [between(random, 0, w), between(random, 0, h)];
      const at = () => `${between(random, -0.2, 0.2) * w} ${between(random, -0.2, 0.2) * h}`;
      return wrapped(
        w,
        h,
        `<path transform="translate(${x} ${y})" d="M${at()}C${at()} ${at()} ${at()}" fill="none" stroke="${colour(random, true)}" stroke-width="${between(random, 1.5, 5)}"/>`,
      );
    }).join(''),
  small: (random, w, h) =>
    Array.from({ length: 90 }, () => {
      const [x, y] = [between(random, 0, w), between(random, 0, h)];
      const r = between(random, 0.01, 0.025) * w;
      return wrapped(
        w,
        h,
        `<ellipse transform="translate(${x} ${y}) rotate(${between(random, 0, 180)})" rx="${r}" ry="${r * between(random, 0.4, 1)}" fill="${colour(random)}"/>`,
      );
    }).join(''),
  wash: (random, w, h) =>
    `<filter id="f" x="-50%" y="-50%" width="200%" height="200%"><feGaussianBlur stdDeviation="${0.012 * w}"/></filter><g filter="url(#f)">${Array.from(
      { length: 22 },
      () =>
        wrapped(
          w,
          h,
          `<circle opacity="0.6" cx="${between(random, 0, w)}" cy="${between(random, 0, h)}" r="${between(random, 0.03, 0.1) * w}" fill="${colour(random)}"/>`,
        ),
    ).join('')}</g>`,
  few: (random, w, h) =>
    Array.from({ length: 4 }, () =>
      wrapped(
        w,
        h,
        `<polygon transform="translate(${between(random, 0, w)} ${between(random, 0, h)}) rotate(${between(random, 0, 360)})" points="${star(random, 0.13 * w)}" fill="${colour(random)}" stroke="${colour(random, true)}" stroke-width="4"/>`,
      ),
    ).join(''),
  stripes: (random, w, h) =>
    Array.from(
      { length: 6 },
      (_, k) =>
        `<rect x="0" width="${w}" y="${(k * h) / 6}" height="${h / 14}" fill="${k % 2 ? '#c9d8d2' : '#d9cfe0'}"/>`,
    ).join('') + (MANNERS.flat?.(random, w, h) ?? ''),
};

export async function rasterFrom(image: Buffer): Promise<Raster> {
  const { data, info } = await sharp(image).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

export const pngOf = ({ width, height, data }: Raster): Promise<Buffer> =>
  sharp(Buffer.from(data.buffer, data.byteOffset, data.length), { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 1 })
    .toBuffer();

/** A cloth of some manner, grainy as paper is where that is wanted. */
export async function drawnCloth(
  manner: string,
  seed: number,
  width: number,
  height: number,
): Promise<Raster> {
  const random = seededRandom(seed);
  const ground = `<rect width="100%" height="100%" fill="rgb(${[0, 0, 0].map(() => Math.round(between(random, 215, 250))).join(',')})"/>`;
  const made = await rasterFrom(
    await sharp(svg(width, height, ground + (MANNERS[manner]?.(random, width, height) ?? '')))
      .png()
      .toBuffer(),
  );
  if (seed % 3 === 0)
    for (let i = 0; i < made.data.length; i++)
      if (i % 4 < 3) made.data[i] += Math.round(between(random, -5, 5));
  return made;
}

/** A picture with more drawn on it. */
export async function withDrawn(raster: Raster, body: string): Promise<Raster> {
  return rasterFrom(
    await sharp(await pngOf(raster))
      .composite([{ input: svg(raster.width, raster.height, body) }])
      .png({ compressionLevel: 1 })
      .toBuffer(),
  );
}

/** Strokes and blots as someone draws into the opened middle. */
export const drawnInto = (random: Random, w: number, h: number): string =>
  Array.from({ length: 3 + Math.floor(random() * 8) }, () => {
    const [x, y] = [between(random, 0.2, 0.8) * w, between(random, 0.2, 0.8) * h];
    const at = () => `${between(random, -0.14, 0.14) * w} ${between(random, -0.14, 0.14) * h}`;
    return random() < 0.5
      ? `<path transform="translate(${x} ${y})" d="M${at()}C${at()} ${at()} ${at()}" fill="none" stroke-linecap="round" stroke="${colour(random, true)}" stroke-width="${between(random, 3, 18)}"/>`
      : `<polygon transform="translate(${x} ${y})" points="${star(random, between(random, 0.03, 0.09) * w)}" fill="${colour(random)}"/>`;
  }).join('');
