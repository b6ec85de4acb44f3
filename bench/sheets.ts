/**
 * A sheet of 18,000 px filled with a block, written as PNG and TIFF, beside libvips (by sharp) in the same run: `npm run bench -- sheets`.
 * Grainy and flat art, straight and half-drop. Says how long beside libvips, how large beside its file, and whether libvips reads
 * back, at 1,000 places and on every edge of a block, what the block has there.
 */
import sharp from 'sharp';
import { noise } from '../scripts/art/noise';
import { newRaster, type Prepared, type Raster } from '../src/core';
import { sheetPng } from '../src/core/format/png/sheet';
import { sheetTiff } from '../src/core/format/tiff/write';

const SIZE = 18_000;
const RUNS = 3;
const median = (v: number[]) => [...v].sort((a, b) => a - b)[v.length >> 1];

/** Blots on a ground; `grain` levels of noise over all. */
function block(width: number, height: number, grain: number): Raster {
  const r = newRaster(width, height);
  let s = 7;
  for (let p = 0; p < width * height; p++) {
    const [x, y] = [p % width, Math.floor(p / width)];
    const blot = noise((x % 1200) / 90, (y % 1200) / 90, 3) > 0.55;
    // Each colour has a grain of its own, as paint and scans have.
    const g = () => {
      s = (Math.imul(s, 1103515245) + 12345) >>> 0;
      return grain ? ((s >>> 16) % grain) - grain / 2 : 0;
    };
    const [a, b, c] = blot ? [60, 110, 120] : [244, 236, 220];
    r.data.set([a + g(), b + g(), c + g(), 255], p * 4);
  }
  return r;
}
const prepared = (r: Raster): Prepared => ({
  ...{ width: r.width, height: r.height },
  rows: (from, to) => ({
    ...{ width: r.width, height: to - from },
    data: r.data.subarray(from * r.width * 4, to * r.width * 4),
  }),
});

async function wrongPlaces(file: Buffer, of: Raster): Promise<number> {
  const { data } = await sharp(file, { limitInputPixels: false }).raw().toBuffer({ resolveWithObject: true });
  let wrong = 0;
  const ask = (x: number, y: number) => {
    const [i, j] = [(y * SIZE + x) * 3, ((y % of.height) * of.width + (x % of.width)) * 4];
    for (let c = 0; c < 3; c++) if (data[i + c] !== of.data[j + c]) wrong++;
  };
  for (let n = 0; n < 1000; n++) ask(Math.floor(Math.random() * SIZE), Math.floor(Math.random() * SIZE));
  for (let e = 0; e < SIZE; e += of.height) for (let x = 0; x < SIZE; x++) ask(x, e);
  for (let e = 0; e < SIZE; e += of.width) for (let y = 0; y < SIZE; y++) ask(e, y);
  return wrong;
}

for (const [name, grain] of [
  ['grainy', 8],
  ['flat', 0],
] as const)
  for (const width of [3600, 7200]) {
    const of = block(width, 3600, grain);
    const ask = { width: SIZE, height: SIZE, ppi: 300, pixels: 'rgb' as const };
    const said: string[] = [];
    const begun = performance.now();
    const vips = await sharp(of.data, { raw: { width, height: 3600, channels: 4 }, limitInputPixels: false })
      .removeAlpha()
      .extend({ right: SIZE - width, bottom: SIZE - 3600, extendWith: 'repeat' })
      .png({ compressionLevel: 6 })
      .toBuffer();
    const theirs = performance.now() - begun;
    for (const [format, write] of [
      ['PNG', sheetPng],
      ['TIFF', sheetTiff],
    ] as const) {
      const times: number[] = [];
      let parts: Uint8Array[] = [];
      for (let n = 0; n < RUNS; n++) {
        const t = performance.now();
        parts = [...write(prepared(of), ask)];
        times.push(performance.now() - t);
      }
      const size = parts.reduce((sum, p) => sum + p.length, 0);
      const held = [...new Set(parts)].reduce((sum, p) => sum + p.length, 0);
      const wrong = await wrongPlaces(Buffer.concat(parts), of);
      said.push(
        `${format} ${(median(times) / 1000).toFixed(2)} s, ${(theirs / median(times)).toFixed(1)}x faster, ${(size / 1e6).toFixed(1)} MB (${(size / vips.length).toFixed(2)}x), ${(held / 1e6).toFixed(1)} MB held, ${wrong} wrong`,
      );
    }
    console.log(
      `${name}, block ${width} x 3600: libvips level 6 ${(theirs / 1000).toFixed(1)} s, ${(vips.length / 1e6).toFixed(1)} MB. ${said.join('; ')}.`,
    );
  }
