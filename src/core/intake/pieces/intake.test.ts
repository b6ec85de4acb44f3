import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { newRaster, type Raster } from '../../raster';
import { DEFAULT_INTAKE, estimatePaper, evenLight, NoMotifs, splitPieces, toneOf } from '..';

type Blot = { x: number; y: number; r: number; rgb: [number, number, number] };

/** A page of soft-edged discs on cream paper, lit unevenly, with grain, at 100 ppi. */
function page(width: number, height: number, blots: Blot[], shade = 0.15, grain = 3): Raster {
  const r = newRaster(width, height);
  let s = 7;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const light = 1 - shade * (x / width);
      const px = [246, 240, 228].map((v) => v);
      for (const b of blots) {
        const a = Math.max(0, Math.min(1, b.r - Math.hypot(x - b.x, y - b.y) + 0.5));
        for (let c = 0; c < 3; c++) px[c] += (b.rgb[c] - px[c]) * a;
      }
      s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
      const n = ((s >>> 16) / 65536 - 0.5) * grain;
      r.data.set([px[0] * light + n, px[1] * light + n, px[2] * light + n, 255], (y * width + x) * 4);
    }
  }
  return r;
}

const INK: [number, number, number][] = [
  [40, 60, 110],
  [190, 70, 50],
  [90, 150, 140],
];

describe('separating motifs', () => {
  test('every disc comes out whole and alone, on unevenly lit paper', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 9, max: 26 }), { minLength: 6, maxLength: 6 }),
        fc.double({ min: 0, max: 0.15, noNaN: true }),
        (radii, shade) => {
          const blots = radii.map((r, n) => ({
            x: 70 + (n % 3) * 120,
            y: 80 + Math.floor(n / 3) * 130,
            r,
            rgb: INK[n % 3],
          }));
          const pieces = splitPieces(page(400, 320, blots, shade), 100, DEFAULT_INTAKE);
          expect(pieces).toHaveLength(6);
          for (const [n, { x, y, art }] of pieces.entries()) {
            const b = blots[n];
            expect(Math.abs(x + art.width / 2 - b.x)).toBeLessThan(1.6);
            expect(Math.abs(y + art.height / 2 - b.y)).toBeLessThan(1.6);
            let area = 0;
            for (let i = 3; i < art.data.length; i += 4) area += art.data[i] / 255;
            expect(Math.abs(area / (Math.PI * b.r * b.r) - 1)).toBeLessThan(0.05);
          }
        },
      ),
      { numRuns: 12 },
    );
  });

  test('no pale rim: soft edge pixels carry the ink, not a mix with paper', () => {
    const blots = [{ x: 60, y: 60, r: 30, rgb: INK[1] }];
    const [{ art }] = splitPieces(page(120, 120, blots, 0, 0), 100, DEFAULT_INTAKE);
    const flat = INK[1].map((v, c) => (v * 255) / [246, 240, 228][c]);
    let soft = 0;
    for (let i = 0; i < art.data.length; i += 4) {
      if (art.data[i + 3] < 25) continue;
      if (art.data[i + 3] < 250) soft++;
      for (let c = 0; c < 3; c++) expect(Math.abs(art.data[i + c] - flat[c])).toBeLessThan(9);
    }
    expect(soft).toBeGreaterThan(50);
  });

  test('pieces closer than the joining distance are one motif, further ones are two', () => {
    const blots = [
      { x: 60, y: 60, r: 18, rgb: INK[0] },
      { x: 104, y: 60, r: 18, rgb: INK[2] },
    ];
    const sheet = page(200, 120, blots);
    const gapMm = (8 / 100) * 25.4;
    expect(splitPieces(sheet, 100, { ...DEFAULT_INTAKE, joinMm: gapMm + 1 })).toHaveLength(1);
    expect(splitPieces(sheet, 100, { ...DEFAULT_INTAKE, joinMm: gapMm - 1 })).toHaveLength(2);
  });

  test('white inside the art stays when only joined paper goes', () => {
    const sheet = page(140, 140, [
      { x: 70, y: 70, r: 40, rgb: INK[0] },
      { x: 70, y: 70, r: 20, rgb: [246, 240, 228] },
    ]);
    const middle = (joined: boolean) => {
      const [{ art, x, y }] = splitPieces(sheet, 100, { ...DEFAULT_INTAKE, joined });
      return art.data[((70 - y) * art.width + 70 - x) * 4 + 3];
    };
    expect(middle(true)).toBe(255);
    expect(middle(false)).toBe(0);
  });

  test('dust is left behind; a blank page and one inked all over are told apart in words', () => {
    const dusty = page(200, 160, [
      { x: 80, y: 80, r: 30, rgb: INK[0] },
      { x: 170, y: 20, r: 1, rgb: [20, 20, 20] },
    ]);
    expect(splitPieces(dusty, 100, DEFAULT_INTAKE)).toHaveLength(1);
    expect(() => splitPieces(page(200, 160, []), 100, DEFAULT_INTAKE)).toThrow(/No motif was found/);
    const ink = page(200, 160, [{ x: 100, y: 80, r: 400, rgb: [30, 34, 50] }]);
    expect(() => splitPieces(ink, 100, DEFAULT_INTAKE)).toThrow(NoMotifs);
    expect(() => splitPieces(ink, 100, DEFAULT_INTAKE)).toThrow(/inked all over/);
  });

  test('the source page is never written to', () => {
    const sheet = page(160, 120, [{ x: 80, y: 60, r: 30, rgb: INK[2] }]);
    const before = sheet.data.slice();
    splitPieces(sheet, 100, DEFAULT_INTAKE);
    expect(sheet.data).toEqual(before);
  });
});

test('flattened paper is white to within the grain, under a 15 % shade', () => {
  const sheet = page(300, 200, [{ x: 150, y: 100, r: 50, rgb: INK[0] }], 0.15);
  const flat = evenLight(sheet, toneOf(sheet, estimatePaper(sheet), DEFAULT_INTAKE));
  for (const [x, y] of [
    [10, 10],
    [290, 190],
    [20, 180],
    [280, 15],
  ]) {
    for (let c = 0; c < 3; c++) expect(flat.data[(y * 300 + x) * 4 + c]).toBeGreaterThan(244);
  }
});
