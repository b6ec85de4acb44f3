import { describe, expect, test } from 'vitest';
import { each } from '../../../tests/each';
import { closeInks, drawShapes, randomInks, randomShapes } from '../../../tests/inks/make-art';
import { newRaster, type Raster } from '../raster';
import { differenceOf, extractPalette, type Rgb } from '.';

/** A soft field of colour that never stays the same: a photograph with no flat ink. */
function washed(): Raster {
  const r = newRaster(200, 160);
  for (let y = 0; y < 160; y++) {
    for (let x = 0; x < 200; x++) {
      const v = Math.sin(x / 23) + Math.cos(y / 19 + x / 70);
      r.data.set(
        [130 + 55 * v, 110 + 40 * Math.sin(v + y / 31), 90 + 50 * Math.cos(x / 40), 255],
        (y * 200 + x) * 4,
      );
    }
  }
  return r;
}

describe('inks taken from art', () => {
  test.each([
    [3, 150, undefined],
    [12, 300, 85],
    [7, 150, 85],
    [5, 600, 85],
  ])('%i flat inks at %i ppi, JPEG %s: the right number, each within 2 dE00', async (count, ppi, jpeg) => {
    for (const seed of [count, count * 101]) {
      const inks = randomInks(count, seed);
      const art = await drawShapes(randomShapes(count, seed, 60), inks, { side: 60, ppi, jpeg });
      const found = extractPalette([art]);
      expect(found.flat).toBe(true);
      expect(found.inks).toHaveLength(count);
      for (const ink of inks)
        expect(Math.min(...found.inks.map((f) => differenceOf(ink, f.rgb)))).toBeLessThan(2);
      expect(found.inks.reduce((s, f) => s + f.share, 0)).toBeCloseTo(1, 6);
    }
  });

  test.each([1.5, 2, 2.5])('black outlines of %d px are an ink, and bring no other with them', async (px) => {
    for (const seed of [94, 111]) {
      const inks: Rgb[] = [...randomInks(4, seed), [22, 20, 26]];
      const art = await drawShapes(randomShapes(4, seed, 40, 8), inks, {
        side: 40,
        ppi: 300,
        outline: { ink: 4, px },
      });
      const found = extractPalette([art]).inks;
      expect(found).toHaveLength(5);
      for (const ink of each(inks))
        expect(Math.min(...found.map((f) => differenceOf(ink, f.rgb)))).toBeLessThan(ink === inks[4] ? 4 : 2);
    }
  });

  test('inks 7 to 8 dE00 apart are two', async () => {
    for (const seed of [5, 18, 31, 44]) {
      const inks = closeInks(6, seed, [7, 8]);
      const shapes = randomShapes(inks.length, seed, 40, 6);
      const art = await drawShapes(shapes, inks, { side: 40, ppi: 200, jpeg: seed % 2 ? 90 : undefined });
      const found = extractPalette([art]).inks;
      expect(found).toHaveLength(inks.length);
      for (const ink of inks) expect(Math.min(...found.map((f) => differenceOf(ink, f.rgb)))).toBeLessThan(2);
    }
  });

  test('as many as asked where the art has them, the nearest merged; more than 64 refused; clear art none', async () => {
    const inks = randomInks(6, 40);
    const art = await drawShapes(randomShapes(6, 40, 40), inks, { side: 40, ppi: 150 });
    expect(extractPalette([art], 2).inks).toHaveLength(2);
    expect(extractPalette([art], 6).inks).toHaveLength(6);
    expect(extractPalette([art], 64).inks).toHaveLength(6);
    expect(() => extractPalette([art], 65)).toThrow(/1 and 64/);
    expect(() => extractPalette([art], 2.5)).toThrow(/1 and 64/);
    expect(extractPalette([newRaster(9, 9)])).toEqual({ inks: [], flat: false });
  });

  test('a picture with no flat colour says so, and still offers inks to keep its texture by', () => {
    const found = extractPalette([washed()]);
    expect(found.flat).toBe(false);
    expect(found.inks.length).toBeGreaterThan(1);
  });
});
