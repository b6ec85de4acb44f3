import sharp from 'sharp';
import { expect, test } from 'vitest';
import { pyramidOf } from '../../raster';
import type { SceneMotif } from '../../render';
import { lineIn, linePictureOf, thinnestLine } from './line';

/** A disc of 16 mm with a line of a known thickness out of it, straight at an angle or bent, drawn by another library. */
async function drawn(mm: number, ppi: number, angle: number, bent: boolean): Promise<SceneMotif> {
  const side = 64;
  const px = Math.round((side / 25.4) * ppi);
  const path = bent ? 'M0 0C14 -10 22 12 30 2' : 'M0 0L30 0';
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${px}" height="${px}" viewBox="-32 -32 64 64"><g transform="rotate(${angle})"><circle r="8"/><path d="${path}" fill="none" stroke="#000" stroke-width="${mm}"/></g></svg>`;
  const { data, info } = await sharp(Buffer.from(svg))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const raster = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
  return { pyramid: pyramidOf(raster), ppi };
}

test.each([0.15, 0.25, 0.5, 1, 2])(
  'a line %d mm thick is told within 0.1 mm, at any angle and bent',
  async (mm) => {
    for (const ppi of [300, 600]) {
      for (const [angle, bent] of [
        [0, false],
        [17, false],
        [33, true],
        [45, false],
        [71, true],
      ] as const) {
        expect(Math.abs(thinnestLine(await drawn(mm, ppi, angle, bent)) - mm)).toBeLessThan(0.1);
      }
    }
  },
  120_000,
);

test.each([150, 300, 600, 1200])(
  'at %d ppi a line is the same in the level that it is measured on',
  async (ppi) => {
    const art = await drawn(0.5, ppi, 33, true);
    expect(lineIn(linePictureOf(art))).toBe(thinnestLine(art));
  },
);

test('a shape with no line has none; art in other colours is not measured again', async () => {
  const art = await drawn(9, 150, 0, false);
  expect(thinnestLine(art)).toBe(Number.POSITIVE_INFINITY);
  const shape = {};
  const own = { ...(await drawn(1, 150, 0, false)), shape };
  const said = thinnestLine(own);
  // The same silhouette by its name, whatever its pixels.
  expect(thinnestLine({ ...art, shape })).toBe(said);
});

/** A disc of one colour with something drawn on it, by another library. */
async function inside(svg: string, ppi: number): Promise<SceneMotif> {
  const px = Math.round((40 / 25.4) * ppi);
  const { data, info } = await sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${px}" height="${px}" viewBox="-20 -20 40 40"><defs><clipPath id="c"><circle r="18"/></clipPath><linearGradient id="w"><stop offset="0" stop-color="#7fa6b0"/><stop offset="1" stop-color="#1f4a5c"/></linearGradient></defs><circle r="18" fill="#2b6777"/>${svg}</svg>`,
    ),
  )
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return {
    pyramid: pyramidOf({ width: info.width, height: info.height, data: new Uint8ClampedArray(data) }),
    ppi,
  };
}

test.each([0.1, 0.25, 1])('a line %d mm thick inside a motif is told within 0.1 mm', async (mm) => {
  for (const ppi of mm < 0.2 ? [300, 600] : [300]) {
    for (const [angle, ink, path] of [
      [0, '#101820', 'M-12 0L12 3'],
      [23, '#f4efe2', 'M-12 0L12 0'],
      [45, '#101820', 'M-12 0L12 0'],
      [70, '#c9472f', 'M-12 4C-4 -9 4 9 12 -3'],
    ] as const) {
      const svg = `<g transform="rotate(${angle})"><path d="${path}" fill="none" stroke="${ink}" stroke-width="${mm}"/></g>`;
      const told = thinnestLine(await inside(svg, ppi));
      expect.soft(Math.abs(told - mm), `${ppi} ppi, ${angle}, ${ink}: ${told}`).toBeLessThan(0.1);
    }
  }
});

test.each([
  ['an edge between two colours', '<path d="M-12 -9L12 -5L9 9L-11 8Z" fill="#d9b24a"/>'],
  ['a wash', '<path d="M-12 -9L12 -5L9 9L-11 8Z" fill="url(#w)"/>'],
  ['spots', '<circle r="0.3"/><circle cx="3" r="0.4"/><circle cy="4" r="0.2"/>'],
])('%s is no line', async (_, svg) => {
  expect(thinnestLine(await inside(svg, 300))).toBe(Number.POSITIVE_INFINITY);
});
