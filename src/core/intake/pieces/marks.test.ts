import { describe, expect, test } from 'vitest';
import { newRaster, type Raster } from '../../raster';
import {
  DEFAULT_BACKING,
  DEFAULT_INTAKE,
  dirtOn,
  hardShadow,
  histogramOf,
  type IntakeSettings,
  readPage,
  splitPieces,
} from '..';

type Disc = [x: number, y: number, r: number, rgb: [number, number, number]];
const NAVY: Disc[3] = [31, 43, 74];

/** A 100 ppi page of discs on off-white paper. */
function page(width: number, height: number, discs: Disc[]): Raster {
  const r = newRaster(width, height);
  for (let i = 0; i < r.data.length; i += 4) r.data.set([246, 241, 230, 255], i);
  for (const [cx, cy, rad, rgb] of discs) {
    for (let y = Math.max(0, Math.floor(cy - rad - 1)); y < Math.min(height, cy + rad + 1); y++) {
      for (let x = Math.max(0, Math.floor(cx - rad - 1)); x < Math.min(width, cx + rad + 1); x++) {
        const a = Math.max(0, Math.min(1, rad - Math.hypot(x + 0.5 - cx, y + 0.5 - cy) + 0.5));
        const i = (y * width + x) * 4;
        for (let c = 0; c < 3; c++) r.data[i + c] += (rgb[c] - r.data[i + c]) * a;
      }
    }
  }
  return r;
}

const split = (raster: Raster, part: Partial<IntakeSettings>) =>
  splitPieces(raster, 100, { ...DEFAULT_INTAKE, ...part });
const alphaAt = (pieces: ReturnType<typeof split>, x: number, y: number) =>
  Math.max(
    ...pieces.map((p) => {
      const [u, v] = [x - p.x, y - p.y];
      return u < 0 || v < 0 || u >= p.art.width || v >= p.art.height
        ? 0
        : p.art.data[(v * p.art.width + u) * 4 + 3];
    }),
  );
const areaOf = (pieces: ReturnType<typeof split>) =>
  pieces.reduce((s, { art }) => {
    for (let i = 3; i < art.data.length; i += 4) s += art.data[i] / 255;
    return s;
  }, 0);

describe('what belongs together', () => {
  const two = page(260, 120, [
    [70, 60, 30, NAVY],
    [180, 60, 30, NAVY],
  ]);

  test('a link makes two pieces one; a lasso takes what it goes round', () => {
    expect(split(two, {})).toHaveLength(2);
    expect(
      split(two, {
        links: [
          [
            { x: 70, y: 60 },
            { x: 180, y: 60 },
          ],
        ],
      }),
    ).toHaveLength(1);
    const round = [
      { x: 20, y: 10 },
      { x: 240, y: 10 },
      { x: 240, y: 110 },
      { x: 20, y: 110 },
    ];
    expect(split(two, { lassos: [round] })).toHaveLength(1);
    const half = [
      { x: 20, y: 10 },
      { x: 70, y: 10 },
      { x: 70, y: 110 },
      { x: 20, y: 110 },
    ];
    const parts = split(two, { lassos: [half] });
    expect(parts).toHaveLength(3);
    expect(areaOf(parts)).toBeCloseTo(areaOf(split(two, {})), -1);
  });

  test.each([
    ['straight down', { x: 70, y: 20 }, { x: 70, y: 100 }],
    ['level', { x: 30, y: 60 }, { x: 110, y: 60 }],
    ['slanting', { x: 36, y: 26 }, { x: 104, y: 94 }],
  ])('a cut %s makes one piece two, and no pixel of it is lost', (_, a, b) => {
    const parts = split(two, { cuts: [[a, b]] });
    expect(parts).toHaveLength(3);
    expect(Math.abs(areaOf(parts) / areaOf(split(two, {})) - 1)).toBeLessThan(0.005);
  });

  test('more than 500 pieces ask for a larger smallest size', () => {
    const many: Disc[] = Array.from({ length: 529 }, (_, n) => [
      20 + (n % 23) * 34,
      20 + Math.floor(n / 23) * 34,
      9,
      NAVY,
    ]);
    const raster = page(800, 800, many);
    expect(() => split(raster, {})).toThrow(/529 pieces .* larger smallest size/);
    expect(() => split(raster, { smallestMm2: 40 })).toThrow(/No motif was found/);
  });
});

describe('what is paper and what is art', () => {
  const ring = page(160, 120, [
    [80, 60, 40, NAVY],
    [80, 60, 22, [246, 241, 230]],
  ]);

  test('a press takes an area away with the paper, another gives it back', () => {
    expect(alphaAt(split(ring, {}), 80, 60)).toBe(255);
    expect(alphaAt(split(ring, { areas: [{ x: 80, y: 60, take: true }] }), 80, 60)).toBe(0);
    const both = [
      { x: 80, y: 60, take: true },
      { x: 80, y: 60, take: false },
    ];
    expect(alphaAt(split(ring, { areas: both }), 80, 60)).toBe(255);
    const everywhere = { joined: false, areas: [{ x: 80, y: 60, take: false }] };
    expect(() => split(ring, everywhere)).toThrow(/inked all over/);
  });

  test('the brush works on the mask alone: erased is clear, restored is what the page shows', () => {
    const points = [
      { x: 80, y: 20 },
      { x: 80, y: 100 },
    ];
    const widthMm = (8 / 100) * 25.4;
    const erased = split(ring, { strokes: [{ erase: true, widthMm, points }] });
    expect([alphaAt(erased, 80, 30), alphaAt(erased, 50, 60)]).toEqual([0, 255]);
    const back = [
      { erase: true, widthMm, points },
      { erase: false, widthMm: widthMm * 1.5, points },
    ];
    const restored = split(ring, { strokes: back });
    expect(alphaAt(restored, 80, 30)).toBe(255);
    const [{ art, x, y }] = restored;
    expect(art.data[((30 - y) * art.width + 80 - x) * 4]).toBeLessThan(60);
  });

  test('eaten light parts are backed, and nothing of the backing peeks out', () => {
    const open = split(ring, { joined: false });
    expect(alphaAt(open, 80, 60)).toBe(0);
    const backed = split(ring, { joined: false, back: { ...DEFAULT_BACKING, with: 'white' } });
    expect(alphaAt(backed, 80, 60)).toBe(255);
    const [before, after] = [open[0].art, backed[0].art];
    let outside = 0;
    for (let p = 0; p < before.width * before.height; p++) {
      const [px, py] = [p % before.width, Math.floor(p / before.width)];
      const r = Math.hypot(px + 0.5 + open[0].x - 80, py + 0.5 + open[0].y - 60);
      if (r > 39.5 && before.data[p * 4 + 3] !== after.data[p * 4 + 3]) outside++;
    }
    expect(outside).toBe(0);
  });

  test('a soft edge rises inwards and leaves the middle alone', () => {
    const disc = page(120, 120, [[60, 60, 40, NAVY]]);
    const soft = split(disc, { softMm: 2 });
    const way = [39, 37, 35, 33].map((r) => alphaAt(soft, 60 + r, 60));
    expect([...way].sort((a, b) => a - b)).toEqual(way);
    expect(way[0]).toBeLessThan(90);
    expect(alphaAt(soft, 60, 60)).toBe(255);
  });

  test('a picture that is cut out already keeps its own alpha, to the byte', () => {
    const cut = newRaster(80, 80);
    for (let y = 0; y < 80; y++) {
      for (let x = 0; x < 80; x++) {
        const a = Math.max(0, Math.min(1, 24 - Math.hypot(x - 40, y - 40)));
        cut.data.set([200, 60, 40, a * 255], (y * 80 + x) * 4);
      }
    }
    const [{ art, x, y }] = split(cut, {});
    for (let v = 0; v < art.height; v++) {
      const row = ((y + v) * 80 + x) * 4;
      expect(art.data.subarray(v * art.width * 4, (v + 1) * art.width * 4)).toEqual(
        cut.data.subarray(row, row + art.width * 4),
      );
    }
  });
});

describe('light, white and black', () => {
  test('the white point lifts grey paper away; points that cross are refused', () => {
    const smudged = page(140, 140, [
      [70, 70, 30, NAVY],
      [30, 30, 12, [205, 200, 190]],
    ]);
    expect(split(smudged, { tolerance: 8 })).toHaveLength(2);
    expect(split(smudged, { tolerance: 8, white: 78 })).toHaveLength(1);
    expect(() => split(smudged, { white: 40, black: 38 })).toThrow(/black point/);
    const [{ art }] = split(smudged, { black: 30, tolerance: 45 });
    expect(art.data[(Math.floor(art.height / 2) * art.width + Math.floor(art.width / 2)) * 4]).toBe(0);
  });

  test('dirt is counted and shown where it is; clean paper has none', () => {
    const dirty = page(200, 200, [
      [100, 100, 40, NAVY],
      [30, 30, 14, [228, 223, 212]],
      [170, 30, 3, NAVY],
    ]);
    const read = readPage(dirty, 100, { ...DEFAULT_INTAKE, speckMm2: 0 });
    const { picture, grey, marks } = dirtOn(read, 100);
    expect(marks).toBe(1);
    expect(grey).toBeGreaterThan(0.01);
    expect([...picture.data.subarray((30 * 200 + 30) * 4, (30 * 200 + 30) * 4 + 3)]).toEqual([214, 138, 20]);
    expect([...picture.data.subarray((30 * 200 + 170) * 4, (30 * 200 + 170) * 4 + 3)]).toEqual([168, 50, 45]);
    const counts = histogramOf(read);
    expect(counts.reduce((s, v) => s + v, 0)).toBe(200 * 200);
    expect(counts[63]).toBeGreaterThan(200 * 200 * 0.7);
    const clean = readPage(page(100, 100, [[50, 50, 20, NAVY]]), 100, DEFAULT_INTAKE);
    expect(dirtOn(clean, 10).grey).toBeLessThan(0.02);
  });

  test('a hard shadow is told, light that falls off is not', () => {
    const plain = page(400, 400, [[200, 200, 60, NAVY]]);
    const falling = { ...plain, data: plain.data.slice() };
    const shaded = { ...plain, data: plain.data.slice() };
    for (let p = 0; p < 400 * 400; p++) {
      const x = p % 400;
      for (let c = 0; c < 3; c++) {
        falling.data[p * 4 + c] *= 1 - (0.3 * x) / 400;
        if (x < 120) shaded.data[p * 4 + c] *= 0.62;
      }
    }
    expect(hardShadow(plain)).toBe(0);
    expect(hardShadow(falling)).toBe(0);
    expect(hardShadow(shaded)).toBeGreaterThan(0.15);
  });
});
