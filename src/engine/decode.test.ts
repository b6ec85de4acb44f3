import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { beforeAll, describe, expect, test } from 'vitest';
import { readSvg } from '../core';
import { colouredArt, drawVectors, hasArt, letGoOfArt, putArt, sceneMotif } from './art-store';
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
    await putArt(asset, new Uint8Array(file));
    const ask = (drawWidth: number) => ({ motif: 'm', asset, ppi: drawWidth, from: [], to: [], drawWidth });
    await drawVectors([ask(200)]);
    expect(colouredArt(ask(200)).width).toBe(200);
    expect(sceneMotif(ask(200)).pyramid.width).toBe(200);
    await drawVectors([ask(900)]);
    expect(colouredArt(ask(900)).width).toBe(900);
    expect(sceneMotif(ask(900)).pyramid.width).toBe(900);
    letGoOfArt();
    expect(hasArt(asset)).toBe(false);
  });

  test('one that is not safe never reaches the renderer', async () => {
    const bad = new TextEncoder().encode('<svg width="9" height="9"><script>1</script></svg>');
    await expect(putArt(asset, bad)).rejects.toThrow(/script/);
    expect(hasArt(asset)).toBe(false);
  });
});
