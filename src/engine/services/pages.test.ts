import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { beforeAll, describe, expect, test, vi } from 'vitest';
import { DEFAULT_INTAKE, type Rgb, wholePicture } from '../../core';
import { decodeCutOut } from '../../core/format/png/read';
import { startSvg } from '../art/svg';

/** A canvas that only hands on what was put on it. */
class Canvas {
  data: Uint8ClampedArray = new Uint8ClampedArray();
  constructor(
    public width: number,
    public height: number,
  ) {}
  getContext() {
    return {
      putImageData: (image: { data: Uint8ClampedArray }) => {
        this.data = image.data;
      },
    };
  }
  transferToImageBitmap = () => this;
}
vi.stubGlobal('OffscreenCanvas', Canvas);
vi.stubGlobal(
  'ImageData',
  class {
    constructor(public data: Uint8ClampedArray) {}
  },
);
const { pageServices } = await import('./pages');
const { partServices } = await import('./parts');
const pixelsOf = (bitmap: ImageBitmap) => (bitmap as unknown as Canvas).data;

const svg = (body: string, w = 700, h = 500) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}">${body}</svg>`);
const tiff = async (body: string, w = 700, h = 500) =>
  new Uint8Array(
    await sharp(svg(body, w, h))
      .tiff({ compression: 'lzw', xres: 150 / 25.4, yres: 150 / 25.4, resolutionUnit: 'inch' })
      .toBuffer(),
  );
const SHEET = `<rect width="700" height="500" fill="#f3ecdf"/><circle cx="160" cy="160" r="80" fill="#bb4631"/>
  <rect x="380" y="240" width="200" height="160" fill="#1f2b4a"/><circle cx="600" cy="60" r="3" fill="#222"/>`;

let page: Uint8Array<ArrayBuffer>;
beforeAll(async () => {
  await startSvg(readFileSync('node_modules/@resvg/resvg-wasm/index_bg.wasm'));
  page = await tiff(SHEET);
});

describe('a page in the worker', () => {
  const region = { x: 0, y: 0, width: 700, height: 500 };

  test('is looked at: size, ppi, and that no camera took it', async () => {
    expect(await pageServices.inspectFile(page)).toMatchObject({
      kind: 'page',
      type: 'tiff',
      width: 700,
      height: 500,
      ppi: 150,
      camera: false,
    });
  });

  test('is seen as far reduced as the window wants, with the figures of the step', async () => {
    const reduced = await pageServices.view(page, 150, DEFAULT_INTAKE, {
      show: 'pieces',
      longSide: 170,
      region,
    });
    expect(reduced.factor).toBe(4);
    expect(reduced.boxes).toHaveLength(2);
    const [disc, tile] = reduced.boxes as { x: number; y: number; width: number; height: number }[];
    expect(Math.abs(disc.x - 80)).toBeLessThanOrEqual(8);
    expect(Math.abs(tile.width - 200)).toBeLessThanOrEqual(8);
    const near = await pageServices.view(page, 150, DEFAULT_INTAKE, {
      show: 'art',
      longSide: 400,
      region: { x: 130, y: 130, width: 120, height: 90 },
    });
    expect([near.factor, near.bitmap.width, near.bitmap.height, near.x, near.y]).toEqual([
      1, 120, 90, 130, 130,
    ]);
    expect(pixelsOf(near.bitmap)[3]).toBe(255);
    const paper = await pageServices.view(page, 150, DEFAULT_INTAKE, { show: 'art', longSide: 700, region });
    expect(pixelsOf(paper.bitmap)[3]).toBe(0);
    const dirt = await pageServices.view(page, 150, DEFAULT_INTAKE, { show: 'dirt', longSide: 90, region });
    expect(dirt.factor).toBe(1);
    expect(dirt.histogram?.reduce((s, v) => s + v, 0)).toBe(700 * 500);
    expect(dirt.shadow).toBe(0);
    const blank = await pageServices.view(
      page,
      150,
      { ...DEFAULT_INTAKE, smallestMm2: 9000 },
      { show: 'pieces', longSide: 700, region },
    );
    expect(blank.boxes).toMatch(/No motif was found/);
  });

  test('is taken apart, and only what is kept is written, to the byte of what was cut', async () => {
    const steps: number[] = [];
    const found = await pageServices.split(page, 150, DEFAULT_INTAKE, (s) => steps.push(s));
    expect(found).toHaveLength(2);
    expect(found[0].area).toBeGreaterThan(Math.PI * 78 * 78);
    expect([...steps].sort((a, b) => a - b)).toEqual(steps);
    const [file] = await pageServices.keep([1], () => {});
    const art = decodeCutOut(file.png);
    expect([art.width, art.height]).toEqual([found[1].box.width, found[1].box.height]);
    const middle = ((art.height >> 1) * art.width + (art.width >> 1)) * 4;
    expect(art.data[middle + 2]).toBeGreaterThan(art.data[middle]);
    expect((await sharp(file.png).metadata()).density).toBe(150);
    await expect(pageServices.keep([7], () => {})).rejects.toThrow(/pieces are gone/);
  });

  test('cropped and turned, its marks stay where they were made', async () => {
    const corners = wholePicture({ width: 700, height: 500 });
    const turned = {
      ...DEFAULT_INTAKE,
      corners: [corners[3], corners[0], corners[1], corners[2]] as typeof corners,
    };
    const cut: [{ x: number; y: number }, { x: number; y: number }] = [
      { x: 480, y: 220 },
      { x: 480, y: 420 },
    ];
    const seen = await pageServices.view(
      page,
      150,
      { ...turned, cuts: [cut] },
      { show: 'pieces', longSide: 700, region: { x: 0, y: 0, width: 500, height: 700 } },
    );
    expect([seen.bitmap.width, seen.bitmap.height]).toEqual([500, 700]);
    expect(seen.boxes).toHaveLength(3);
  });

  test('layers come trimmed, with their names; a vector with its size', async () => {
    const ora = new Uint8Array(readFileSync('public/demo/samples/pennants.ora'));
    const layers = await pageServices.inspectFile(ora);
    expect(layers).toMatchObject({ kind: 'layers', ppi: 300, width: 1900, height: 900 });
    if (layers.kind !== 'layers') throw new Error('Not layers.');
    expect(layers.layers.map((l) => l.name)).toEqual([
      'Madder pennant',
      'Sea pennant',
      'Striped pennant',
      'Paper',
    ]);
    expect(layers.layers[0].width).toBeLessThan(520);
    const vane = await pageServices.inspectFile(
      new Uint8Array(readFileSync('public/demo/samples/weather-vane.svg')),
    );
    expect(vane).toMatchObject({ kind: 'vector', widthMm: 60, heightMm: 64 });
  });
});

describe('parts in the worker', () => {
  const RED: Rgb = [200, 60, 40];
  const lines =
    '<rect width="300" height="200" fill="#fff"/><rect x="30" y="30" width="240" height="140" fill="none" stroke="#1f2b4a" stroke-width="8"/><path d="M150 30V170" stroke="#1f2b4a" stroke-width="8"/>';
  let art: Uint8Array<ArrayBuffer>;
  beforeAll(async () => {
    art = new Uint8Array(
      await sharp(svg(lines, 300, 200))
        .png()
        .toBuffer(),
    );
  });

  test('line art is coloured by a point in a region, and put together with its ink on top', async () => {
    const ask = { bridgePx: 2, trapPx: 3, colours: [] as { x: number; y: number; rgb: Rgb }[] };
    const seen = await partServices.viewFill(art, ask, 1000);
    expect(seen.regions.map((r) => r.coloured)).toEqual([false, false]);
    const at = await partServices.regionAt(art, ask, 60, 60);
    expect(at).not.toBeNull();
    expect(await partServices.regionAt(art, ask, 10, 10)).toBeNull();
    expect(await partServices.regionAt(art, ask, -4, 900)).toBeNull();
    const { flats, ink, whole } = await partServices.fill(
      art,
      { ...ask, colours: [{ ...(at as { x: number; y: number }), rgb: RED }] },
      300,
    );
    expect(flats).toHaveLength(1);
    const put = decodeCutOut(whole.png);
    const pixel = (x: number, y: number) => [...put.data.subarray((y * 300 + x) * 4, (y * 300 + x) * 4 + 4)];
    expect(pixel(60, 60)).toEqual([...RED, 255]);
    expect(pixel(220, 60)[3]).toBe(0);
    expect(pixel(150, 100)[2]).toBeLessThan(90);
    expect(decodeCutOut(ink.png).data[(60 * 300 + 60) * 4 + 3]).toBe(0);
  });

  test('files of one size are trimmed together and stay in register', async () => {
    const ink = await tiff(
      '<rect width="200" height="150" fill="#fff"/><circle cx="100" cy="75" r="50" fill="none" stroke="#123" stroke-width="6"/>',
      200,
      150,
    );
    const fill = await tiff(
      '<rect width="200" height="150" fill="#fff"/><circle cx="100" cy="75" r="48" fill="#d33"/>',
      200,
      150,
    );
    const joined = await partServices.joinParts([fill, ink], 150);
    expect(new Set(joined.map((j) => `${j.width}x${j.height}`)).size).toBe(1);
    expect(joined[0].width).toBeLessThan(115);
    const whole = await partServices.compose(
      joined.map((j, n) => ({ bytes: j.png, rgb: n ? undefined : RED })),
      150,
    );
    const put = decodeCutOut(whole.png);
    const middle = ((put.height >> 1) * put.width + (put.width >> 1)) * 4;
    expect([...put.data.subarray(middle, middle + 4)]).toEqual([...RED, 255]);
    const other = await tiff('<rect width="90" height="90" fill="#123"/>', 90, 90);
    await expect(partServices.joinParts([fill, other], 150)).rejects.toThrow(/same size/);
  });

  test('a trace is drawn again and held against the pixels', async () => {
    const inks = [
      { name: 'Line', rgb: [31, 43, 74] as Rgb },
      { name: 'White', rgb: [255, 255, 255] as Rgb },
    ];
    const traced = await partServices.trace(art, 300, inks, {
      smooth: 1,
      smallestPx: 6,
      ground: [240, 230, 220],
    });
    expect(traced.plates.map((p) => p.name)).toEqual(['White', 'Line']);
    expect(traced.share).toBeLessThan(0.03);
    expect(traced.svg).toContain('width="25.4mm"');
    expect(pixelsOf(traced.drawn).length).toBe(300 * 200 * 4);
  });
});
