import { converter, differenceCiede2000 } from 'culori';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { newRaster, type Raster } from '../raster';
import { extractPalette, hexOfRgb, oklabOf, platesOf, type Rgb, recolour, rgbOfHex } from '.';

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

/** Discs of flat ink over each other with soft, honest edges: the same shapes in any inks. */
function drawing(inks: Rgb[], seed: number): Raster {
  const r = newRaster(120, 90);
  let s = seed;
  const rnd = () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s / 4294967296;
  };
  const discs = Array.from({ length: 7 }, () => ({
    x: rnd() * 120,
    y: rnd() * 90,
    r: 10 + rnd() * 24,
    k: Math.floor(rnd() * inks.length),
  }));
  for (let y = 0; y < 90; y++) {
    for (let x = 0; x < 120; x++) {
      const px = [...inks[0]];
      for (const d of discs) {
        const a = Math.max(0, Math.min(1, d.r - Math.hypot(x - d.x, y - d.y) + 0.5));
        for (let c = 0; c < 3; c++) px[c] += (inks[d.k][c] - px[c]) * a;
      }
      r.data.set([...px.map(Math.round), 255], (y * 120 + x) * 4);
    }
  }
  return r;
}

test('OKLab agrees with an independent library', () => {
  const theirs = converter('oklab');
  fc.assert(
    fc.property(fc.nat(255), fc.nat(255), fc.nat(255), (r, g, b) => {
      const want = theirs({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
      const [L, a, bb] = oklabOf(r, g, b);
      expect(Math.abs(L - want.l) + Math.abs(a - want.a) + Math.abs(bb - want.b)).toBeLessThan(1e-5);
      expect(rgbOfHex(hexOfRgb([r, g, b]))).toEqual([r, g, b]);
    }),
  );
});

describe('palette', () => {
  test('finds the inks of flat art, each within 2 dE00, and no mixture', () => {
    const far = differenceCiede2000();
    for (const seed of [3, 11, 29, 54]) {
      const used = [
        ...new Set(
          extractPalette([drawing(A, seed), drawing(A, seed + 1), drawing(A, seed + 2)]).map((f) =>
            hexOfRgb(f.rgb),
          ),
        ),
      ];
      expect(used.length).toBeGreaterThanOrEqual(3);
      for (const hex of used) {
        expect(Math.min(...A.map((rgb) => far(hex, hexOfRgb(rgb))))).toBeLessThan(2);
      }
      expect(used.length).toBeLessThanOrEqual(A.length);
    }
  });

  test('gives as many inks as asked where the art has them; refuses nonsense; clear art gives none', () => {
    const art = drawing(A, 11);
    const all = extractPalette([art]).length;
    expect(extractPalette([art], 2)).toHaveLength(2);
    expect(extractPalette([art], 16).length).toBeGreaterThanOrEqual(all);
    expect(() => extractPalette([art], 65)).toThrow(/1 and 16/);
    expect(extractPalette([newRaster(9, 9)])).toEqual([]);
    expect(extractPalette([art]).reduce((s, f) => s + f.share, 0)).toBeCloseTo(1, 6);
  });
});

describe('plates', () => {
  test('recolouring to the same inks gives the same bytes, whatever the picture', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 400, maxLength: 400 }), (bytes) => {
        const art: Raster = { width: 10, height: 10, data: new Uint8ClampedArray(bytes) };
        const back = recolour(platesOf(art, A), A);
        for (let p = 0; p < 100; p++) {
          const at = p * 4;
          expect(back.data[at + 3]).toBe(art.data[at + 3]);
          if (art.data[at + 3])
            expect([...back.data.slice(at, at + 3)]).toEqual([...art.data.slice(at, at + 3)]);
        }
      }),
    );
  });

  test('no halo: art recoloured from A to B matches art drawn in B', () => {
    const far = differenceCiede2000();
    let within = 0;
    let all = 0;
    for (let seed = 1; seed <= 24; seed++) {
      const got = recolour(platesOf(drawing(A, seed * 77), A), B);
      const want = drawing(B, seed * 77);
      for (let i = 0; i < got.data.length; i += 4) {
        all++;
        const same = [0, 1, 2].every((c) => Math.abs(got.data[i + c] - want.data[i + c]) < 2);
        if (
          same ||
          far(
            hexOfRgb([...got.data.slice(i, i + 3)] as Rgb),
            hexOfRgb([...want.data.slice(i, i + 3)] as Rgb),
          ) < 2
        )
          within++;
      }
    }
    expect(within / all).toBeGreaterThan(0.99);
  });

  test('texture stays: a lighter patch of an ink is lighter in the new ink too', () => {
    const art = newRaster(2, 1);
    art.data.set([187, 70, 49, 255, 197, 80, 59, 255]);
    const got = recolour(platesOf(art, A), B);
    expect([...got.data.slice(0, 3)]).toEqual(B[1]);
    expect(got.data[4] - got.data[0]).toBeCloseTo(10, -1);
    expect(() => platesOf(art, [])).toThrow(/1 to 64/);
  });
});
