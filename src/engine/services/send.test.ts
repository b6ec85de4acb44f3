import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import { fromArrayBuffer } from 'geotiff';
import sharp from 'sharp';
import { beforeAll, expect, test } from 'vitest';
import { sourceOf } from '../../../tests/art-source';
import { encodePng, newRaster, type Rgb } from '../../core';
import { startSvg } from '../art/svg';
import type { InksAsk, SceneRequest, SendAsk } from '../protocol';
import { services } from '.';
import { PROBE } from './plain-cloth';

const RED: Rgb = [190, 70, 50];
const BLUE: Rgb = [30, 60, 140];
const PAPER: Rgb = [240, 230, 210];
const [tile, disc] = ['a'.repeat(64), 'b'.repeat(64)];

const files = new Map<string, Uint8Array<ArrayBuffer>>();
const source = sourceOf(files);

/** Half a cell red, half blue; a blue disc with soft edges. */
beforeAll(() => {
  const r = newRaster(60, 40);
  for (let y = 5; y < 35; y++)
    for (let x = 5; x < 55; x++) r.data.set([...(x < 30 ? RED : BLUE), 255], (y * 60 + x) * 4);
  const d = newRaster(40, 40);
  for (let p = 0; p < 1600; p++) {
    const a = 15.5 - Math.hypot((p % 40) - 19.5, Math.floor(p / 40) - 19.5);
    d.data.set([...BLUE, Math.round(255 * Math.min(1, Math.max(0, a)))], p * 4);
  }
  files.set(tile, encodePng(r, 100));
  files.set(disc, encodePng(d, 100));
});

const cloth: SceneRequest = {
  ground: PAPER,
  arts: [
    { motif: 't', asset: tile, ppi: 100, from: [RED, BLUE], to: [RED, BLUE] },
    { motif: 'd', asset: disc, ppi: 100, from: [RED, BLUE], to: [RED, BLUE] },
  ],
  placements: [
    { motif: 't', x: 10, y: 9, angle: 20, scale: 0.7, mirror: false },
    { motif: 'd', x: 22, y: 20, angle: 0, scale: 0.8, mirror: false },
  ],
  layout: { kind: 'brick', drop: { p: 1, q: 2 } },
  cellMm: { width: 25.4, height: 25.4 },
  ppi: 100,
};
const inks: InksAsk = {
  inkOf: [
    [1, 2],
    [1, 2],
  ],
  groundInks: [],
  inks: [
    { name: 'Paper', rgb: PAPER },
    { name: 'Madder', rgb: RED },
    { name: 'Slate', rgb: BLUE },
  ],
};
const sent = async (ask: Partial<SendAsk>, request = cloth) =>
  services.send.exportPicture(
    request,
    { format: 'png', sheet: null, from: { x: 0, y: 0 }, ...ask },
    () => {},
    source,
  );
const pixels = async (file: Blob | Uint8Array) => {
  const bytes = file instanceof Blob ? new Uint8Array(await file.arrayBuffer()) : file;
  return sharp(bytes).raw().toBuffer({ resolveWithObject: true });
};

test('turned by quarters it is the picture that another library turns, wherever it begins', async () => {
  const size = { width: 230, height: 170 };
  for (const turn of [1, 2, 3] as const) {
    const whole = await sent({});
    const { file, proof } = await sent({ turn, sheet: size, from: { x: 37, y: 11 } });
    expect(proof).toMatchObject({ ...size, joins: true, faithful: true });
    const lies = await sharp(await whole.file.arrayBuffer())
      .rotate(turn * 90)
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { data } = await pixels(file);
    let apart = 0;
    for (let y = 0; y < size.height; y++)
      for (let x = 0; x < size.width; x++) {
        const [u, v] = [(x + 37) % lies.info.width, (y + 11) % lies.info.height];
        for (let c = 0; c < 3; c++)
          if (data[(y * size.width + x) * 3 + c] !== lies.data[(v * lies.info.width + u) * 3 + c]) apart++;
      }
    expect(apart).toBe(0);
  }
});

test.each(['motifs', 'inks', 'empty'] as const)(
  'in layers (%s), another library lays them over each other to the picture',
  async (kind) => {
    const layers = {
      motifs: { motifs: [{ id: 't', name: 'Tile' }] },
      inks,
      empty: 'empty' as const,
    }[kind];
    const { file, proof } = await sent({ format: 'ora', layers });
    expect(proof).toMatchObject({ joins: true, faithful: true });
    const files = unzipSync(new Uint8Array(await file.arrayBuffer()));
    const pngs = Object.entries(files).filter(([name]) => name.startsWith('data/'));
    expect(pngs).toHaveLength({ motifs: 3, inks: 3, empty: 2 }[kind]);
    expect(proof.layers?.count).toBe(pngs.length);
    const [below, ...above] = pngs.map(([, png]) => Buffer.from(png));
    const over = await sharp(below)
      .composite(above.map((input) => ({ input })))
      .removeAlpha()
      .raw()
      .toBuffer();
    const want = (await pixels((await sent({})).file)).data;
    const off = over.map((v, i) => Math.abs(v - (want[i] ?? 0)));
    expect(Math.max(...off)).toBeLessThanOrEqual(kind === 'empty' ? 0 : 4);
    expect(proof.layers?.apart).toBeLessThan(kind === 'empty' ? 1e-9 : 0.01);
  },
);

test('inks alone in grey tones are in register and share every pixel among them; a motif alone is its own tones', async () => {
  const plates = await Promise.all(
    [0, 1, 2].map(async (ink) => {
      const { file, proof } = await sent({ alone: { ink, ...inks } });
      expect(proof).toMatchObject({ width: 100, height: 200, faithful: true, joins: true });
      const png = new Uint8Array(await file.arrayBuffer());
      expect((await sharp(png).metadata()).channels).toBe(1);
      return sharp(png).extractChannel(0).raw().toBuffer();
    }),
  );
  for (let p = 0; p < 100 * 200; p++) {
    const shares = plates.reduce((s, plate) => s + 255 - (plate[p] ?? 0), 0);
    expect(Math.abs(shares - 255)).toBeLessThanOrEqual(3);
  }
  const { file } = await sent({ alone: { motif: 'd' } });
  const alone = await sharp(await file.arrayBuffer())
    .extractChannel(0)
    .raw()
    .toBuffer();
  const at = (x: number, y: number) => alone[y * 100 + x];
  // The middle of the disc, as dark as its blue; the tile is not there.
  expect(at(Math.round(22 / 0.254), Math.round(20 / 0.254))).toBe(
    Math.round(0.2126 * BLUE[0] + 0.7152 * BLUE[1] + 0.0722 * BLUE[2]),
  );
  expect(at(Math.round(10 / 0.254), Math.round(9 / 0.254))).toBe(255);
});

test('a drawing of shapes stays shapes in an SVG, in its colours, and another program draws the cloth of it, through its joins', async () => {
  await startSvg(readFileSync('node_modules/@resvg/resvg-wasm/index_bg.wasm'));
  const drawing = readFileSync('public/demo/samples/weather-vane.svg');
  const vane = 'c'.repeat(64);
  const width = 300;
  files.set(vane, new Uint8Array(drawing));
  const request: SceneRequest = {
    ...{ ...cloth, cellMm: { width: 60, height: 50 } },
    arts: [...cloth.arts, { motif: 'v', asset: vane, ppi: 200, from: [], to: [], drawWidth: width }],
    placements: [
      { motif: 'v', x: 12, y: 9, angle: 25, scale: 0.8, mirror: true },
      { motif: 'v', x: 42, y: 30, angle: 0, scale: 0.6, mirror: false, opacity: 0.7 },
      { motif: 'd', x: 58, y: 48, angle: 0, scale: 1.4, mirror: false, blend: 'multiply' },
    ],
    ppi: 300,
  };
  const ask: SendAsk = {
    format: 'svg',
    shapes: true,
    sheet: { width: 900, height: 700 },
    from: { x: 40, y: 60 },
  };
  const { svg, probe, asShapes } = await services.send.shapesOf(
    request,
    ask,
    new Map([[vane, new Uint8Array(drawing)]]),
    source,
  );
  expect(asShapes).toBe(1);
  expect(svg).toContain('<path');
  const seen = await services.art.drawVector(new TextEncoder().encode(probe), PROBE);
  const proof = await services.send.proveShapes(request, new Blob([svg]), seen, source);
  expect(proof).toMatchObject({
    width: 900,
    height: 700,
    ppi: 300,
    faithful: true,
    joins: true,
    shapes: true,
  });
  // The file itself, drawn, beside the same in pixels.
  const want = await pixels(
    (await services.send.exportPicture(request, { ...ask, format: 'png', shapes: false }, () => {}, source))
      .file,
  );
  const drawn = await services.art.drawVector(new TextEncoder().encode(svg), 900);
  let off = 0;
  for (let p = 0; p < 900 * 700; p++)
    for (let c = 0; c < 3; c++) off += Math.abs((drawn.data[p * 4 + c] ?? 0) - (want.data[p * 3 + c] ?? 0));
  expect(off / want.data.length).toBeLessThan(1);
  // A motif out of place is told.
  const moved = { ...request, placements: request.placements.map((p) => ({ ...p, x: p.x + 1.5 })) };
  expect((await services.send.proveShapes(moved, new Blob([svg]), seen, source)).faithful).toBe(false);
});

test('a TIFF in the inks of a profile is read by another library; without ground, and as a PNG, it is refused', async () => {
  const profile = new Uint8Array(readFileSync('public/profiles/coated-offset.icc'));
  const { file, proof } = await sent({ format: 'tiff', cmyk: true, profile });
  expect(proof).toMatchObject({ width: 100, height: 200, faithful: true, joins: true });
  const image = await (await fromArrayBuffer(await file.arrayBuffer())).getImage();
  expect(image.getSamplesPerPixel()).toBe(4);
  // Back on the screen by that profile it is as it was, as far as inks reach.
  const back = await sharp(new Uint8Array(await file.arrayBuffer()))
    .toColourspace('srgb')
    .raw()
    .toBuffer();
  for (let c = 0; c < 3; c++) expect(Math.abs((back[c] ?? 0) - PAPER[c])).toBeLessThan(10);
  await expect(sent({ format: 'tiff', cmyk: true, profile }, { ...cloth, ground: null })).rejects.toThrow(
    /no clear places/,
  );
  await expect(sent({ cmyk: true, profile })).rejects.toThrow(/TIFF/);
});
