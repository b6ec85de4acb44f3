import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { newRaster, type Raster } from '../../raster';
import { fillSheet, type Prepared } from '../../render';
import { readOra } from './read';
import { sheetOra } from './write';

const prepared = (r: Raster): Prepared => ({
  ...{ width: r.width, height: r.height },
  rows: (from, to) => ({
    ...{ width: r.width, height: to - from },
    data: r.data.slice(from * r.width * 4, to * r.width * 4),
  }),
});
/** One colour where `is`, nothing elsewhere. */
function part(colour: [number, number, number], is: (x: number, y: number) => boolean): Raster {
  const r = newRaster(60, 40);
  for (let y = 0; y < 40; y++)
    for (let x = 0; x < 60; x++) if (is(x, y)) r.data.set([...colour, 255], (y * 60 + x) * 4);
  return r;
}
const ground = part([240, 230, 210], () => true);
const kite = part([180, 60, 40], (x, y) => Math.abs(x - 20) + Math.abs(y - 20) < 14);
const whole = part([0, 0, 0], () => false);
for (let p = 0; p < 60 * 40; p++) {
  const from = kite.data[p * 4 + 3] ? kite : ground;
  whole.data.set(from.data.subarray(p * 4, p * 4 + 4), p * 4);
}
const ask = { width: 150, height: 100, ppi: 300, pixels: 'rgba' as const };

test('a layered picture is unpacked by another library: its layers over each other are the picture, named and in order', async () => {
  const file = Buffer.concat([
    ...sheetOra(prepared(whole), {
      ...{ ...ask, about: { title: 'Kite <Weather>', description: '' } },
      layers: [
        { name: 'Ground & paper', block: prepared(ground), locked: true },
        { name: 'Kite "one"', block: prepared(kite) },
      ],
    }),
  ]);
  // What it is stands in its first bytes, as it is.
  expect(file.subarray(30, 54).toString()).toBe('mimetypeimage/openraster');
  const files = unzipSync(new Uint8Array(file));
  expect(Object.keys(files)).toEqual([
    'mimetype',
    'stack.xml',
    'data/layer1.png',
    'data/layer2.png',
    'mergedimage.png',
    'Thumbnails/thumbnail.png',
  ]);
  expect(new TextDecoder().decode(files['stack.xml'])).toMatch(
    /name="Ground &amp; paper"[^>]* edit-locked="true"/,
  );
  const want = Buffer.from(fillSheet(whole, ask).data);
  const merged = await sharp(files['mergedimage.png']).raw().toBuffer();
  expect(Buffer.compare(merged, want)).toBe(0);
  const over = await sharp(files['data/layer1.png'])
    .composite([{ input: Buffer.from(files['data/layer2.png'] ?? []) }])
    .raw()
    .toBuffer();
  expect(Buffer.compare(over, want)).toBe(0);
  const small = await sharp(files['Thumbnails/thumbnail.png']).metadata();
  expect([small.width, small.height]).toEqual([150, 100]);
  // And read as one is that comes in.
  const seen = readOra(new Uint8Array(file));
  expect([seen.width, seen.height, seen.ppi]).toEqual([150, 100, 300]);
  expect(seen.layers.map((l) => l.name)).toEqual(['Kite "one"', 'Ground & paper']);
});

test('the same picture is the same file; one that is larger than others read is refused', () => {
  const once = Buffer.concat([...sheetOra(prepared(whole), ask)]);
  expect(Buffer.compare(once, Buffer.concat([...sheetOra(prepared(whole), ask)]))).toBe(0);
  expect(readOra(new Uint8Array(once)).layers).toHaveLength(1);
  expect(() => [...sheetOra(prepared(whole), { ...ask, width: 40_000 })]).toThrow(/30000 px/);
});
