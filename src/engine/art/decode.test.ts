import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { beforeAll, describe, expect, test } from 'vitest';
import { sourceOf } from '../../../tests/art-source';
import { ifd, tiff } from '../../../tests/fuzz/parts';
import { PictureRefused } from '../../core';
import { decodeCutOut } from '../../core/format/png/read';
import { readSvg } from '../../core/format/svg/read';
import { services } from '../services';
import { decodeTiff } from './decode';
import { drawSvg, startSvg } from './svg';

const [W, H] = [73, 59];
const pixels = Buffer.alloc(W * H * 4);
for (let i = 0; i < pixels.length; i++) pixels[i] = (i * 37 + ((i / 91) | 0) * 11) & 255;

describe('TIFF, as another library writes it', () => {
  const read = (file: Buffer) => decodeTiff(new Uint8Array(file));
  const rgba = sharp(pixels, { raw: { width: W, height: H, channels: 4 } });
  const levels = Uint8Array.from({ length: W * H }, (_, p) => pixels[p * 4]);

  test.each([
    ['strips, plain', { compression: 'none' as const }],
    ['strips, LZW with predictor', { compression: 'lzw' as const, predictor: 'horizontal' as const }],
    ['tiles, deflate', { compression: 'deflate' as const, tile: true, tileWidth: 32, tileHeight: 16 }],
  ])('%s: every pixel, alpha too', async (_, options) => {
    const { width, height, data } = await read(await rgba.clone().tiff(options).toBuffer());
    expect([width, height]).toEqual([W, H]);
    expect(Buffer.compare(Buffer.from(data), pixels)).toBe(0);
  });

  test('16 bits come out as 8; grey and grey with white as 0 too', async () => {
    const deep = await read(
      await rgba.clone().removeAlpha().toColourspace('rgb16').tiff({ compression: 'lzw' }).toBuffer(),
    );
    let unlike = 0;
    for (let p = 0; p < W * H; p++)
      for (let c = 0; c < 3; c++) if (Math.abs(deep.data[p * 4 + c] - pixels[p * 4 + c]) > 1) unlike++;
    expect(unlike).toBe(0);
    const grey = await sharp(Buffer.from(levels), { raw: { width: W, height: H, channels: 1 } })
      .toColourspace('b-w')
      .tiff({ compression: 'deflate' })
      .toBuffer();
    const { data } = await read(grey);
    expect(Uint8Array.from({ length: W * H }, (_, p) => data[p * 4 + 1])).toEqual(levels);
    expect(data[3]).toBe(255);
  });
});

describe('TIFF that is stored in other ways', () => {
  const rgb = sharp(pixels, { raw: { width: W, height: H, channels: 4 } }).removeAlpha();

  test.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'orientation %i comes out upright, as another library turns it',
    async (n) => {
      const file = await rgb
        .clone()
        .withMetadata({ orientation: n })
        .tiff({ compression: 'packbits' })
        .toBuffer();
      const { data, info } = await sharp(file)
        .rotate()
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      const got = await decodeTiff(new Uint8Array(file));
      expect([got.width, got.height]).toEqual([info.width, info.height]);
      expect(Buffer.compare(Buffer.from(got.data), data)).toBe(0);
    },
  );

  test('colours stored as multiplied by their alpha come out as they were', async () => {
    const ink = Buffer.alloc(40 * 10 * 4);
    for (let p = 0; p < 400; p++) {
      const a = 40 + (p % 216);
      for (const [c, v] of [200, 90, 30].entries()) ink[p * 4 + c] = Math.round((v * a) / 255);
      ink[p * 4 + 3] = a;
    }
    const file = await sharp(ink, { raw: { width: 40, height: 10, channels: 4 } })
      .tiff({ compression: 'none' })
      .toBuffer();
    const view = new DataView(file.buffer, file.byteOffset, file.length);
    const ifd = view.getUint32(4, true);
    for (let k = 0; k < view.getUint16(ifd, true); k++) {
      const at = ifd + 2 + k * 12;
      if (view.getUint16(at, true) === 338) view.setUint16(at + 8, 1, true);
    }
    const { data } = await decodeTiff(new Uint8Array(file));
    for (let i = 0; i < data.length; i += 4) {
      const off = [200, 90, 30].map((v, c) => Math.abs(data[i + c] - v));
      expect(Math.max(...off)).toBeLessThanOrEqual(4);
    }
  });
});

test('a grey PNG with alpha keeps both', async () => {
  const grey = Buffer.from(Array.from({ length: 200 }, (_, i) => (i * 53) & 255));
  const png = await sharp(grey, { raw: { width: 10, height: 10, channels: 2 } })
    .toColourspace('b-w')
    .png()
    .toBuffer();
  expect(png[25]).toBe(4);
  const { data } = decodeCutOut(new Uint8Array(png));
  for (let p = 0; p < 100; p++)
    expect([...data.slice(p * 4, p * 4 + 4)]).toEqual([
      grey[2 * p],
      grey[2 * p],
      grey[2 * p],
      grey[2 * p + 1],
    ]);
});

test.each([
  [
    'does not say its bits: one each',
    {} as Record<number, number>,
    [0b10110000, 0b01000000],
    [255, 0, 255, 255, 0, 255, 0, 0],
  ],
  ['has four bits each', { 258: 4 }, [0x0f, 0x80, 0x17, 0xff], [0, 255, 136, 0, 17, 119, 255, 255]],
])('a TIFF that %s', async (_, bits, packed, grey) => {
  const size = { 256: 4, 257: 2, 259: 1, 262: 1, 277: 1, 278: 2, 273: 'data' as const, 279: 'size' as const };
  const { width, height, data } = await decodeTiff(
    new Uint8Array(tiff([ifd({ ...size, ...bits })], Uint8Array.from(packed))),
  );
  expect([width, height]).toEqual([4, 2]);
  expect([...data]).toEqual(grey.flatMap((v) => [v, v, v, 255]));
});

describe('vectors', () => {
  beforeAll(() => startSvg(readFileSync('node_modules/@resvg/resvg-wasm/index_bg.wasm')));
  const file = readFileSync('public/demo/samples/weather-vane.svg');
  const asset = 'd'.repeat(64);

  test('are drawn at the width asked for, as another renderer draws them', async () => {
    const { svg } = readSvg(file);
    const drawn = await drawSvg(svg, 300);
    const { data, info } = await sharp(file, { density: 127 })
      .resize(300)
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([drawn.width, drawn.height]).toEqual([info.width, info.height]);
    let off = 0;
    for (let i = 3; i < data.length; i += 4) off += Math.abs(data[i] - drawn.data[i]) / 255;
    expect(off / (data.length / 4)).toBeLessThan(0.01);
    expect(drawn.data.filter((v, i) => i % 4 === 3 && v === 255).length).toBeGreaterThan(5000);
  });

  test('grow with the print: the art is drawn anew, not enlarged', async () => {
    const source = sourceOf(new Map([[asset, new Uint8Array(file)]]));
    const ask = (drawWidth: number) => ({ motif: 'm', asset, ppi: drawWidth, from: [], to: [], drawWidth });
    const widths = [200, 900, 600];
    const arts = await source.levels(widths.map((w) => ({ art: ask(w), wanted: [{ scale: 1 }] })));
    expect(arts.map((a) => a.width)).toEqual(widths);
    expect((await source.picture(ask(700))).width).toBe(700);
  });

  test('one that is not safe never reaches the renderer', async () => {
    const bad = new TextEncoder().encode('<svg width="9" height="9"><script>1</script></svg>');
    await expect(services.art.drawVector(bad, 300)).rejects.toThrow(/script/);
  });

  test('what the renderer cannot draw is told in words', async () => {
    await expect(
      drawSvg('<svg xmlns="http://www.w3.org/2000/svg" width="0" height="9"/>', 300),
    ).rejects.toThrow(PictureRefused);
  });
});
