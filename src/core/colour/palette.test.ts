import { describe, expect, test } from 'vitest';
import { drawShapes, randomInks, randomShapes } from '../../../tests/inks/make-art';
import { newRaster, type Raster } from '../raster';
import { differenceOf, extractPalette } from '.';

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
