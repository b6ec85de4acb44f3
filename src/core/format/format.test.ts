import exifr from 'exifr';
import fc from 'fast-check';
import { decode } from 'fast-png';
import sharp from 'sharp';
import { beforeAll, describe, expect, test } from 'vitest';
import { newRaster } from '../raster';
import { encodePng, PictureRefused, ppiOf, readPictureHead, sha256Of, tookPhoto } from '.';

const anyRaster = fc
  .record({
    width: fc.integer({ min: 1, max: 40 }),
    height: fc.integer({ min: 1, max: 40 }),
    clear: fc.boolean(),
    seed: fc.nat(),
  })
  .map(({ width, height, clear, seed }) => {
    const r = newRaster(width, height);
    let s = seed | 1;
    for (let i = 0; i < r.data.length; i++) {
      s = (Math.imul(s, 1103515245) + 12345) >>> 0;
      r.data[i] = i % 4 === 3 && !clear ? 255 : s >>> 20;
    }
    return r;
  });

describe('PNG', () => {
  test('two independent decoders read back every pixel and the ppi', async () => {
    await fc.assert(
      fc.asyncProperty(anyRaster, fc.integer({ min: 36, max: 1200 }), async (raster, ppi) => {
        const png = encodePng(raster, ppi);
        const other = await sharp(png).ensureAlpha().raw().toBuffer();
        expect(Buffer.compare(other, Buffer.from(raster.data))).toBe(0);
        const mine = decode(png);
        expect(Math.round(((mine.resolution?.x ?? 0) * 25.4) / 1000)).toBe(ppi);
        for (let p = 0; p < raster.width * raster.height; p++) {
          for (let c = 0; c < mine.channels; c++)
            expect(mine.data[p * mine.channels + c]).toBe(raster.data[p * 4 + c]);
        }
        const head = readPictureHead(png);
        expect(head).toMatchObject({ type: 'png', width: raster.width, height: raster.height });
        expect(head.density?.x).toBeCloseTo(ppi, 1);
      }),
      { numRuns: 40 },
    );
  });

  test('alpha is written only where it is needed; a ppi of 0 is refused', () => {
    const solid = newRaster(2, 2);
    solid.data.fill(255);
    expect(decode(encodePng(solid, 300)).channels).toBe(3);
    solid.data[3] = 254;
    expect(decode(encodePng(solid, 300)).channels).toBe(4);
    expect(() => encodePng(solid, 0)).toThrow(/ppi/);
  });
});

describe('heads of pictures', () => {
  const source = () => sharp({ create: { width: 64, height: 48, channels: 3, background: '#a05030' } });
  let jpeg: Uint8Array;
  let png: Uint8Array;
  beforeAll(async () => {
    jpeg = await source().withMetadata({ density: 600 }).jpeg().toBuffer();
    png = await source().withMetadata({ density: 400 }).png().toBuffer();
  });

  const told = async (bytes: Uint8Array) => {
    const head = readPictureHead(bytes);
    const exif = head.exif ? await exifr.parse(Uint8Array.from(head.exif).buffer) : undefined;
    const { type, width, height } = head;
    return { type, width, height, ...ppiOf(head, exif), photo: tookPhoto(exif) };
  };
  /** A JPEG whose JFIF head says so many dots by so many, in a unit. */
  const jfif = (unit: number, x: number, y = x) =>
    Buffer.concat([
      jpeg.slice(0, 2),
      Uint8Array.of(255, 0xe0, 0, 16, 74, 70, 73, 70, 0, 1, 1, unit, x >> 8, x & 255, y >> 8, y & 255, 0, 0),
      jpeg.slice(2),
    ]);

  test('size and ppi of PNG, JPEG and WebP written by another library, by EXIF in each of them', async () => {
    const size = { width: 64, height: 48, down: null, photo: false };
    expect(await told(jpeg)).toEqual({ type: 'jpeg', ppi: 600, ...size });
    expect(await told(png)).toMatchObject({ type: 'png', width: 64, height: 48 });
    expect((await told(png)).ppi).toBeCloseTo(400, 1);
    for (const lossless of [true, false]) {
      const plain = await source().webp({ lossless }).toBuffer();
      expect(await told(plain)).toEqual({ type: 'webp', ppi: null, ...size });
      const dense = await source().withMetadata({ density: 600 }).webp({ lossless }).toBuffer();
      expect(await told(dense)).toEqual({ type: 'webp', ppi: 600, ...size });
    }
    // Without a pHYs of its own, what the EXIF block of a PNG says counts.
    const dense = await source().withMetadata({ density: 350 }).png().toBuffer();
    const at = dense.indexOf('pHYs') - 4;
    expect((await told(Buffer.concat([dense.subarray(0, at), dense.subarray(at + 21)]))).ppi).toBe(350);
  });

  test('EXIF outranks JFIF, and 72 says nothing; another density down is told', async () => {
    expect((await told(jfif(1, 72))).ppi).toBe(600);
    expect((await told(jfif(1, 300))).ppi).toBe(600);
    const bare = (unit: number, x: number, y?: number) =>
      ppiOf({ ...readPictureHead(jfif(unit, x, y)), exif: null });
    expect([bare(1, 300), bare(2, 118), bare(0, 1), bare(1, 72)].map((d) => d.ppi)).toEqual([
      300,
      299.72,
      null,
      null,
    ]);
    expect(bare(1, 300, 600)).toEqual({ ppi: 300, down: 600 });
    const head = { type: 'jpeg', width: 9, height: 9, density: null, exif: null } as const;
    expect(ppiOf(head, { XResolution: 300, ResolutionUnit: 'inches' }).ppi).toBe(300);
    expect(ppiOf(head, { XResolution: 118.11, ResolutionUnit: 'cm' }).ppi).toBeCloseTo(300, 0);
    expect(ppiOf(head, { XResolution: 72, ResolutionUnit: 'inches' }).ppi).toBeNull();
    expect(ppiOf(head, { XResolution: 10, ResolutionUnit: 'cm' }).ppi).toBeNull();
    expect(ppiOf(head, { XResolution: 300, ResolutionUnit: 'None' }).ppi).toBeNull();
    expect(ppiOf(head, { XResolution: 300, ResolutionUnit: 1 }).ppi).toBeNull();
  });

  test('a scanner that names itself is no camera; an exposure or a lens is', async () => {
    const made = { IFD0: { Make: 'Tansy Wharf', Model: 'Flatbed' } };
    const scanned = () => source().withMetadata({ density: 600 }).withExifMerge(made);
    expect(await told(await scanned().jpeg().toBuffer())).toMatchObject({ ppi: 600, photo: false });
    const shot = await scanned()
      .withExifMerge({ IFD2: { ExposureTime: '1/60' } })
      .jpeg()
      .toBuffer();
    expect(await told(shot)).toMatchObject({ ppi: null, photo: true });
  });

  test('what is no picture, is cut short, has no area or is too large is turned away with a reason', () => {
    const say = (bytes: Uint8Array) => {
      try {
        readPictureHead(bytes);
      } catch (error) {
        expect(error).toBeInstanceOf(PictureRefused);
        return (error as Error).message;
      }
      return 'taken';
    };
    expect(say(new TextEncoder().encode('Dear printer, here is my tile. '.repeat(9)))).toMatch(
      /not a PNG, JPEG, WebP or TIFF/,
    );
    expect(say(new Uint8Array(0))).toMatch(/empty/);
    expect(say(jpeg.slice(0, jpeg.length - 40))).toMatch(/cut short/);
    expect(say(png.slice(0, png.length - 20))).toMatch(/cut short/);
    const sized = (w: number, h: number) => {
      const b = png.slice();
      new DataView(b.buffer).setUint32(16, w);
      new DataView(b.buffer).setUint32(20, h);
      return b;
    };
    expect(say(sized(0, 0))).toMatch(/no area/);
    expect(say(sized(40000, 40000))).toMatch(/40000 x 40000/);
    // As large as a scan, of which there must be something.
    expect(say(sized(4960, 7016))).toMatch(/next to nothing/);
    const scan = new Uint8Array(300_000);
    scan.set(sized(4960, 7016));
    expect(say(scan)).toBe('taken');
  });

  test('damaged bytes never do worse than a reason', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.nat({ max: 400 }),
        fc.integer({ min: 0, max: 255 }),
        fc.nat({ max: 600 }),
        (which, at, value, keep) => {
          const bytes = (which ? png : jpeg).slice(0, Math.max(40, keep));
          bytes[at % bytes.length] = value;
          try {
            readPictureHead(bytes);
          } catch (error) {
            expect(error instanceof PictureRefused || error instanceof RangeError).toBe(true);
          }
        },
      ),
    );
  });
});

test('SHA-256 of "abc", as FIPS 180-4 gives it', async () => {
  expect(await sha256Of(new TextEncoder().encode('abc'))).toBe(
    'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
  );
});
