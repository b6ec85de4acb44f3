import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { alike, drawShapes, randomInks, randomLines, randomShapes } from '../../../tests/inks/make-art';
import { newRaster, type Raster } from '../raster';
import { platesOf, type Rgb, recolour } from '.';

const A: Rgb[] = [
  [31, 43, 74],
  [187, 70, 49],
  [220, 156, 55],
  [91, 158, 156],
  [253, 253, 251],
];
const B: Rgb[] = [
  [240, 220, 192],
  [194, 80, 90],
  [60, 70, 60],
  [123, 111, 174],
  [74, 53, 89],
];
const pixel = (r: Raster, p: number) => [...r.data.slice(p * 4, p * 4 + 3)];

describe('plates', () => {
  test('recolouring to the same inks gives the same bytes, whatever the picture', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 400, maxLength: 400 }), (bytes) => {
        const art: Raster = { width: 10, height: 10, data: new Uint8ClampedArray(bytes) };
        for (const back of [recolour(platesOf(art, A), A), recolour(platesOf(art, A), A, { from: A })]) {
          for (let p = 0; p < 100; p++) {
            expect(back.data[p * 4 + 3]).toBe(art.data[p * 4 + 3]);
            if (art.data[p * 4 + 3]) expect(pixel(back, p)).toEqual(pixel(art, p));
          }
        }
      }),
    );
  });

  test('no halo: drawn in A and recoloured to B is drawn in B, at 99 % under 2 dE00, at 99.9 % under 5', async () => {
    let below2 = 0;
    let below5 = 0;
    const scenes = 10;
    for (let seed = 1; seed <= scenes; seed++) {
      const count = 3 + (seed % 10);
      const shapes = randomShapes(count, seed, 40);
      const [inA, inB] = [randomInks(count, seed), randomInks(count, seed + 900)];
      const draw = (inks: Rgb[]) => drawShapes(shapes, inks, { side: 40, ppi: 200 });
      const got = recolour(platesOf(await draw(inA), inA), inB, { from: inA });
      const [w2, w5] = alike(got, await draw(inB), [2, 5]);
      below2 += w2 / scenes;
      below5 += w5 / scenes;
    }
    expect(below2).toBeGreaterThan(0.99);
    expect(below5).toBeGreaterThan(0.999);
  });

  test('a line one pixel thick, with no pixel of its ink alone, goes with its ink: 99.3 % under 2 dE00', async () => {
    let below2 = 0;
    const scenes = 8;
    for (let seed = 1; seed <= scenes; seed++) {
      const count = 3 + (seed % 6);
      const shapes = randomLines(count, seed, { side: 24, ppi: 300, px: 1 });
      const [inA, inB] = [randomInks(count, seed), randomInks(count, seed + 900)];
      const draw = (inks: Rgb[]) => drawShapes(shapes, inks, { side: 24, ppi: 300 });
      const got = recolour(platesOf(await draw(inA), inA), inB, { from: inA });
      below2 += alike(got, await draw(inB), [2])[0] / scenes;
    }
    expect(below2).toBeGreaterThan(0.993);
  });

  test('texture is kept, softened or made flat ink by ink, and gentler on an ink with less room for it', () => {
    const art = newRaster(2, 1);
    art.data.set([187, 70, 49, 255, 197, 80, 59, 255]);
    const plates = platesOf(art, A);
    const step = (texture?: number[]) => {
      const got = recolour(plates, B, { texture });
      expect(pixel(got, 0)).toEqual(B[1]);
      return got.data[4] - got.data[0];
    };
    expect(step()).toBe(10);
    expect(step([1, 0.5, 1, 1, 1])).toBe(5);
    expect(step([1, 0, 1, 1, 1])).toBe(0);
    // A shade in white paper becomes a small shade in a deep ink, not a hole in it.
    const shaded = newRaster(1, 1);
    shaded.data.set([241, 241, 239, 255]);
    const deep: Rgb[] = [...A.slice(0, 4), [40, 30, 46]];
    const got = pixel(recolour(platesOf(shaded, A), deep, { from: A }), 0);
    expect(got[0]).toBeLessThan(40);
    expect(got[0]).toBeGreaterThan(33);
  });

  test('one to 64 inks; inks that are equal can be told apart no more, and still give the same bytes', () => {
    const art = newRaster(3, 1);
    art.data.set([...A[0], 255, ...A[1], 255, 1, 2, 3, 0]);
    expect(() => platesOf(art, [])).toThrow(/1 to 64/);
    expect(() =>
      platesOf(
        art,
        Array.from({ length: 65 }, () => A[0]),
      ),
    ).toThrow(/1 to 64/);
    const twins: Rgb[] = [A[0], A[1], A[1]];
    expect(recolour(platesOf(art, twins), twins).data.slice(0, 8)).toEqual(art.data.slice(0, 8));
  });
});
