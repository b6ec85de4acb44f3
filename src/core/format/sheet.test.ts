import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { decode } from 'fast-png';
import { fromArrayBuffer } from 'geotiff';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { newRaster, type Raster } from '../raster';
import { fillSheet, type Prepared } from '../render';
import { fromBase64, toBase64 } from './base64';
import { lengthsOf } from './deflate/huffman';
import { CHANNELS, type Inflate, type SheetAsk } from './format';
import { sheetPng } from './png/sheet';
import { formats } from './registry';
import { sheetSvg, svgRows } from './svg/pattern';
import { sheetTiff } from './tiff/write';

/** A block of noise over flat parts, as painted art is, or with clear places. */
const anyBlock = fc
  .record({
    width: fc.integer({ min: 1, max: 90 }),
    height: fc.integer({ min: 1, max: 120 }),
    noise: fc.constantFrom(0, 3, 255),
    clear: fc.boolean(),
    seed: fc.nat(),
  })
  .map(({ width, height, noise, clear, seed }) => {
    const r = newRaster(width, height);
    let s = seed | 1;
    for (let p = 0; p < width * height; p++) {
      s = (Math.imul(s, 1103515245) + 12345) >>> 0;
      const [x, y] = [p % width, Math.floor(p / width)];
      const flat = (x >> 4) + (y >> 4) + (seed & 7);
      const v = (flat * 37 + (noise ? (s >>> 16) % (noise + 1) : 0)) & 255;
      r.data.set([v, (v * 3) & 255, 255 - v, clear && flat % 3 === 0 ? s >>> 24 : 255], p * 4);
    }
    return { block: r, clear };
  });

const prepared = (r: Raster): Prepared => ({
  ...{ width: r.width, height: r.height },
  rows: (from, to) => ({
    ...{ width: r.width, height: to - from },
    data: r.data.slice(from * r.width * 4, to * r.width * 4),
  }),
});
const bytesOf = (parts: Iterable<Uint8Array>) => Buffer.concat([...parts]);

test('a sheet filled with a block is read as that by two other decoders, to the byte, and says its ppi', async () => {
  await fc.assert(
    fc.asyncProperty(
      anyBlock,
      fc.integer({ min: 1, max: 400 }),
      fc.integer({ min: 1, max: 400 }),
      async ({ block, clear }, width, height) => {
        const file = bytesOf(
          sheetPng(prepared(block), { width, height, ppi: 300, pixels: clear ? 'rgba' : 'rgb' }),
        );
        const want = fillSheet(block, { width, height });
        const one = await sharp(file).ensureAlpha().raw().toBuffer();
        expect(Buffer.compare(one, Buffer.from(want.data))).toBe(0);
        const other = decode(file, { checkCrc: true });
        const step = clear ? 4 : 3;
        expect([other.width, other.height, other.channels]).toEqual([
          width,
          height,
          other.palette ? 1 : step,
        ]);
        expect(Math.round(((other.resolution?.x ?? 0) * 25.4) / 1000)).toBe(300);
        let apart = 0;
        for (let p = 0; p < width * height; p++)
          for (let c = 0; c < step; c++) {
            const v = other.palette ? other.palette[other.data[p]]?.[c] : other.data[p * step + c];
            if (v !== want.data[p * 4 + c]) apart++;
          }
        expect(apart).toBe(0);
      },
    ),
    {
      numRuns: 120,
      // Numbers of one byte, that a row goes on by for less than a match.
      examples: [
        [
          {
            block: { width: 1, height: 2, data: Uint8ClampedArray.of(198, 82, 57, 255, 9, 9, 9, 255) },
            clear: false,
          },
          4,
          2,
        ],
      ],
    },
  );
});

test('as a TIFF too, by another library, and no larger than its period', async () => {
  await fc.assert(
    fc.asyncProperty(
      anyBlock,
      fc.integer({ min: 1, max: 300 }),
      fc.integer({ min: 1, max: 300 }),
      async ({ block, clear }, width, height) => {
        const file = bytesOf(
          sheetTiff(prepared(block), { width, height, ppi: 254, pixels: clear ? 'rgba' : 'rgb' }),
        );
        const read = sharp(file);
        expect(await read.metadata()).toMatchObject({
          format: 'tiff',
          width,
          height,
          density: 254,
          hasAlpha: clear,
        });
        const seen = await read.ensureAlpha().raw().toBuffer();
        expect(Buffer.compare(seen, Buffer.from(fillSheet(block, { width, height }).data))).toBe(0);
      },
    ),
    { numRuns: 60 },
  );
  const block = newRaster(60, 96);
  for (let i = 0; i < block.data.length; i++) block.data[i] = i % 4 === 3 ? 255 : ((i * 7919) >> 3) & 255;
  const size = (n: number) =>
    bytesOf(sheetTiff(prepared(block), { width: 600, height: 96 * n, ppi: 300, pixels: 'rgb' })).length;
  // A strip that comes again costs an offset and a length.
  expect(size(40) - size(1)).toBe(39 * 2 * 8);
});

const inflate: Inflate = () => {
  const { readable, writable } = new DecompressionStream('deflate');
  const [into, from] = [writable.getWriter(), readable.getReader()];
  return {
    write: (bytes) => into.write(bytes),
    close: () => into.close(),
    read: async () => (await from.read()).value ?? null,
  };
};

const source = (b: Uint8Array) => ({
  size: b.length,
  bytes: async (from: number, to: number) => Uint8Array.from(b.subarray(from, to)),
});

const CMYK = new Uint8Array(readFileSync('public/profiles/coated-offset.icc'));
const ABOUT = { title: 'Kite <Weather> & "co"', description: 'Brisk, hälf-drop, 300 ppi' };
/** Every format that is sent, in every kind of pixels that it keeps. */
const WAYS = formats.all().flatMap(({ id, send }) => (send?.pixels ?? []).map((pixels) => ({ id, pixels })));
const noise = (width: number, height: number): Raster => {
  const r = newRaster(width, height);
  for (let i = 0, s = 7; i < r.data.length; i++) {
    s = (Math.imul(s, 1103515245) + 12345) >>> 0;
    r.data[i] = s >>> 24;
  }
  return r;
};

test.each(WAYS)(
  '$id in $pixels: what is written is read back row by row; torn or changed, it is told',
  async ({ id, pixels }) => {
    const { send } = formats.of(id) ?? {};
    if (!send) throw new Error(`${id} is not sent.`);
    const [block, of] = [noise(40, 64), CHANNELS[pixels]];
    const size = send.blockOnly ? { width: 40, height: 64 } : { width: 130, height: 200 };
    const profile = pixels === 'cmyk' ? { profile: CMYK } : {};
    for (const unpacked of send.can?.includes('unpacked') ? [false, true] : [false]) {
      const ask: SheetAsk = { ...size, ppi: 300, pixels, about: ABOUT, unpacked, ...profile };
      const file = new Uint8Array(bytesOf(await send.write(prepared(block), ask)));
      const want = fillSheet(block, size);
      const seen = new Set<number>();
      const off = (row: Uint8Array, y: number) => {
        for (let x = 0; x < row.length / of; x++)
          for (let c = 0; c < of; c++)
            if (row[x * of + c] !== want.data[(y * size.width + x) * 4 + c]) return true;
        return false;
      };
      const head = await send.read(source(file), inflate, (row, y) => {
        seen.add(y);
        expect(off(row, y)).toBe(false);
      });
      expect(head).toEqual({ ...size, channels: of, ppi: 300 });
      expect([64, size.height]).toContain(seen.size);
      await expect(send.read(source(file.slice(0, file.length / 2)), inflate, () => {})).rejects.toThrow(
        /not whole/,
      );
      const changed = file.slice();
      // In its pixels, not in what goes with them.
      changed[Math.floor(file.length * (pixels === 'cmyk' ? 0.01 : 0.3))] ^= 0x15;
      await expect(
        send.read(source(changed), inflate, (row, y) => {
          if (off(row, y)) throw new Error('not whole');
        }),
      ).rejects.toThrow(/not whole/);
    }
  },
);

test('a picture of few colours is a PNG by their numbers, of more by themselves; grey is grey: by two other decoders', async () => {
  for (const colours of [1, 2, 256, 257]) {
    const block = newRaster(53, 47);
    for (let p = 0; p < 53 * 47; p++) {
      const n = p < 257 ? p % colours : 0;
      block.data.set([n & 255, (n * 7) & 255, n >> 8, 255], p * 4);
    }
    const ask: SheetAsk = { width: 120, height: 100, ppi: 300, pixels: 'rgb', about: ABOUT };
    const file = bytesOf(sheetPng(prepared(block), ask));
    expect(file[25]).toBe(colours > 256 ? 2 : 3);
    const want = Buffer.from(fillSheet(block, ask).data);
    expect(Buffer.compare(await sharp(file).ensureAlpha().raw().toBuffer(), want)).toBe(0);
    const other = decode(file, { checkCrc: true });
    expect(other.palette?.length ?? 257).toBe(colours);
  }
  const block = noise(30, 20);
  const grey = bytesOf(sheetPng(prepared(block), { width: 70, height: 45, ppi: 300, pixels: 'grey' }));
  const seen = decode(grey);
  expect(await sharp(grey).metadata()).toMatchObject({ channels: 1, density: 300 });
  const want = fillSheet(block, { width: 70, height: 45 });
  expect(Array.from(seen.data)).toEqual(Array.from({ length: 70 * 45 }, (_, p) => want.data[p * 4]));
});

test('a TIFF in grey, in inks, and not packed, by another library; inks want their profile', async () => {
  const block = noise(30, 48);
  const size = { width: 70, height: 100, ppi: 300 };
  const want = fillSheet(block, size);
  for (const [pixels, channels, space] of [
    ['grey', 1, 'b-w'],
    ['rgb', 3, 'srgb'],
    ['cmyk', 4, 'cmyk'],
  ] as const)
    for (const unpacked of [false, true]) {
      const file = bytesOf(sheetTiff(prepared(block), { ...size, pixels, unpacked, profile: CMYK }));
      const image = await (await fromArrayBuffer(new Uint8Array(file).buffer)).getImage();
      const data = (await image.readRasters({ interleave: true })) as unknown as Uint8Array;
      expect(await sharp(file).metadata()).toMatchObject({ space, hasProfile: channels > 1, channels });
      expect([...data]).toEqual(
        Array.from({ length: data.length }, (_, i) => {
          return want.data[Math.floor(i / channels) * 4 + (i % channels)];
        }),
      );
    }
  expect(() => [...sheetTiff(prepared(block), { ...size, pixels: 'cmyk' })]).toThrow(/profile/);
});

test('as an SVG pattern: the block once, its size in mm, and read back', async () => {
  const block = newRaster(48, 36);
  for (let p = 0; p < 48 * 36; p++)
    block.data.set([(p % 48) * 5, Math.floor(p / 48) * 7, p % 48 > 20 ? 200 : 30, 255], p * 4);
  const ask: SheetAsk = { width: 200, height: 150, ppi: 254, pixels: 'rgb' };
  const file = bytesOf(sheetSvg(prepared(block), ask));
  expect(file.toString()).toContain('width="20mm" height="15mm"');
  // 20 mm at 72 to the inch.
  expect(await sharp(file).metadata()).toMatchObject({ format: 'svg', width: 57, height: 43 });
  const rows: number[] = [];
  const head = await svgRows(source(file), inflate, (row, y) => {
    rows.push(y);
    expect([...row.subarray(0, 6)]).toEqual([0, y * 7, 30, 5, y * 7, 30]);
  });
  expect([head, rows.length]).toEqual([{ width: 200, height: 150, channels: 3, ppi: 254 }, 36]);
  const torn = Buffer.from(
    file
      .toString()
      .replace(
        '<pattern id="repeat" patternUnits="userSpaceOnUse" width="48"',
        '<pattern id="repeat" patternUnits="userSpaceOnUse" width="47"',
      ),
  );
  await expect(svgRows(source(torn), inflate, () => {})).rejects.toThrow(/not whole/);
});

test('letters of base64 stand for the bytes, as another coder has them', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 70 }), (bytes) => {
      const letters = toBase64(bytes);
      expect(Buffer.from(letters).toString()).toBe(Buffer.from(bytes).toString('base64'));
      expect(fromBase64(letters)).toEqual(new Uint8Array(bytes));
    }),
  );
  expect(fromBase64(Uint8Array.from([65, 65, 65, 45]))).toBeNull();
  expect(fromBase64(Uint8Array.from([65, 65, 65]))).toBeNull();
});

test('a row longer than a match can reach back is packed whole all the same', async () => {
  const block = newRaster(11_000, 3);
  for (let p = 0; p < block.width * block.height; p++)
    block.data.set([p & 255, (p >> 8) & 255, 7, 255], p * 4);
  const [width, height] = [23_000, 8];
  const file = bytesOf(sheetPng(prepared(block), { width, height, ppi: 72, pixels: 'rgb' }));
  const seen = await sharp(file).ensureAlpha().raw().toBuffer();
  expect(Buffer.compare(seen, Buffer.from(fillSheet(block, { width, height }).data))).toBe(0);
});

test('its price is that of the block: what repeats is packed once', () => {
  const block = newRaster(64, 96);
  for (let i = 0; i < block.data.length; i++) block.data[i] = i % 4 === 3 ? 255 : ((i * 7919) >> 3) & 255;
  let asked = 0;
  const parts = [
    ...sheetPng(prepared(block), { width: 6400, height: 9600, ppi: 300, pixels: 'rgb' }, () => asked++),
  ];
  expect(asked).toBe(96);
  expect(parts.length).toBeGreaterThan(200);
  expect(new Set(parts).size).toBeLessThan(12);
});

test('a code never has more bits than it may, and wastes none', () => {
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.constant(0), fc.nat(9), fc.nat(2 ** 30)), { minLength: 19, maxLength: 286 }),
      fc.constantFrom(9, 15),
      (counts, most) => {
        const lengths = lengthsOf(Uint32Array.from(counts), most);
        const used = counts.filter((n) => n > 0).length;
        expect(lengths.filter((n) => n > 0).length).toBe(used);
        expect(Math.max(...lengths)).toBeLessThanOrEqual(most);
        const kraft = lengths.reduce((s, n) => s + (n ? 2 ** -n : 0), 0);
        if (used > 1) expect(kraft).toBe(1);
      },
    ),
  );
});

test('no PNG is without area, nor without a ppi', () => {
  const block = prepared(newRaster(4, 4));
  const ask = { width: 8, height: 8, ppi: 300, pixels: 'rgb' as const };
  expect(() => [...sheetPng(block, { ...ask, width: 0 })]).toThrow(/1 to/);
  expect(() => [...sheetPng(block, { ...ask, height: 2 ** 31 })]).toThrow(/1 to/);
  expect(() => [...sheetPng(block, { ...ask, ppi: 0 })]).toThrow(/above 0/);
});
