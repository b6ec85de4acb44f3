import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { beforeAll, expect, test, vi } from 'vitest';
import { differingPixels, encodePng, PictureRefused, type Raster } from '../../core';
import { decodeCutOut } from '../../core/format/png/read';
import { readCutOut, startPng } from './cut-out';

const [width, height] = [67, 41];

/** Noise under every alpha, which shows a pixel that went through premultiplied colour. */
function art(): Raster {
  const data = new Uint8ClampedArray(width * height * 4);
  let x = 7;
  for (let i = 0; i < data.length; i++) {
    x = (x * 1103515245 + 12345) & 0x7fffffff;
    data[i] = x >> 16;
  }
  return { width, height, data };
}

beforeAll(async () => {
  vi.stubGlobal(
    'ImageData',
    class {
      constructor(
        readonly data: Uint8ClampedArray,
        readonly width: number,
        readonly height: number,
      ) {}
    },
  );
  await startPng(
    await WebAssembly.compile(readFileSync('node_modules/@jsquash/png/codec/pkg/squoosh_png_bg.wasm')),
  );
});

const raw = () => sharp(art().data, { raw: { width, height, channels: 4 } });

test.each([
  ['of this program', async () => encodePng(art(), 300)],
  ['of libvips, rows told by their neighbours', () => raw().png({ adaptiveFiltering: true }).toBuffer()],
  ['of libvips, rows as they are', () => raw().png({ adaptiveFiltering: false }).toBuffer()],
  ['of libvips, interlaced', () => raw().png({ progressive: true }).toBuffer()],
  ['of libvips, 16 bits', () => raw().toColourspace('rgb16').png().toBuffer()],
  ['of libvips, a palette', () => raw().png({ palette: true }).toBuffer()],
  ['of libvips, opaque', () => raw().removeAlpha().png().toBuffer()],
  ['of libvips, grey', () => raw().greyscale().png().toBuffer()],
])('a picture %s is read byte for byte as by the other decoder', async (_, make) => {
  const png = new Uint8Array(await make());
  const read = await readCutOut(png);
  expect(differingPixels(read, decodeCutOut(png))).toBe(0);
});

test('a damaged one is refused in words, and a sound one is read after it', async () => {
  const png = encodePng(art(), 300);
  const broken = png.slice();
  broken.fill(255, 60, 200);
  await expect(readCutOut(broken)).rejects.toThrow(PictureRefused);
  await expect(readCutOut(png.subarray(0, png.length >> 1))).rejects.toThrow(PictureRefused);
  expect(differingPixels(await readCutOut(png), art())).toBe(0);
});
