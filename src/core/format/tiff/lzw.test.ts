import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { PictureRefused, readPictureHead } from '..';
import { unpackLzw } from './lzw';

/** The one strip of a grey TIFF as another library (libtiff) packs it. */
async function strip(pixels: Uint8Array, width: number): Promise<{ packed: Uint8Array; file: Buffer }> {
  const height = pixels.length / width;
  const file = await sharp(Buffer.from(pixels), { raw: { width, height, channels: 1 } })
    .toColourspace('b-w')
    .tiff({ compression: 'lzw', predictor: 'none', tile: true, tileWidth: width, tileHeight: height })
    .toBuffer();
  const view = new DataView(file.buffer, file.byteOffset, file.length);
  const ifd = view.getUint32(4, true);
  const value = (tag: number) => {
    for (let k = 0; k < view.getUint16(ifd, true); k++) {
      const at = ifd + 2 + k * 12;
      if (view.getUint16(at, true) === tag) return view.getUint32(at + 8, true);
    }
    return 0;
  };
  return { packed: new Uint8Array(file.subarray(value(324), value(324) + value(325))), file };
}

describe('LZW', () => {
  test('unpacks what another library packed: noise, runs, and texts of any length', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.nat(),
        fc.integer({ min: 1, max: 255 }),
        fc.integer({ min: 1, max: 700 }),
        async (seed, levels, run) => {
          let x = seed;
          let value = 0;
          const pixels = Uint8Array.from({ length: 128 * 256 }, (_, n) => {
            x = (x * 1103515245 + 12345) & 0x7fffffff;
            if (n % run === 0) value = (x >> 8) % levels;
            return value;
          });
          const { packed } = await strip(pixels, 128);
          expect(Buffer.compare(Buffer.from(unpackLzw(packed, pixels.length)), Buffer.from(pixels))).toBe(0);
        },
      ),
      { numRuns: 40 },
    );
  });

  test('never unpacks to more than is asked for, whatever it is given; a code of nothing is told of', async () => {
    const { packed } = await strip(new Uint8Array(2048 * 2048), 2048);
    expect(unpackLzw(packed, 1000)).toEqual(new Uint8Array(1000));
    expect(() => unpackLzw(Uint8Array.of(0x80, 0x3f, 0xff, 0xff), 1000)).toThrow(PictureRefused);
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
        try {
          expect(unpackLzw(bytes, 5000)).toHaveLength(5000);
        } catch (error) {
          expect(error).toBeInstanceOf(PictureRefused);
        }
      }),
    );
  });

  test('parts that say they are larger than the picture are turned away by their head', async () => {
    const { file } = await strip(new Uint8Array(128 * 128), 128);
    const view = new DataView(file.buffer, file.byteOffset, file.length);
    const ifd = view.getUint32(4, true);
    for (const [tag, value] of [
      [322, 1 << 20],
      [325, 1 << 30],
    ]) {
      const changed = new Uint8Array(file);
      const own = new DataView(changed.buffer);
      for (let k = 0; k < view.getUint16(ifd, true); k++) {
        const at = ifd + 2 + k * 12;
        if (own.getUint16(at, true) !== tag) continue;
        own.setUint16(at + 2, 4, true);
        own.setUint32(at + 8, value, true);
      }
      expect(() => readPictureHead(changed)).toThrow(/larger than its picture/);
    }
  });
});
