import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { judgePieces, pictureAt } from '../../../tests/pieces/judge';
import { type Drawn, makeDrawing } from '../../../tests/pieces/make-drawing';
import { newRaster, type Raster, rollRaster } from '../raster';
import type { PieceMarks } from '../render';
import { NO_MARKS, piecesOnTorus } from './index';

const PPI = 150;
const N = 600;
/** A picture of 4 in square, coloured by a function of the place in px of 150 to the inch: 75 of them unless `fine`. */
function painted(colour: (x: number, y: number) => number[], fine = false): Raster {
  const step = fine ? 1 : 2;
  const side = N / step;
  const r = newRaster(side, side);
  for (let y = 0, i = 0; y < side; y++)
    for (let x = 0; x < side; x++, i += 4) {
      const [red, green, blue, alpha = 255] = colour(x * step + (step - 1) / 2, y * step + (step - 1) / 2);
      r.data.set([red, green, blue, alpha], i);
    }
  return r;
}
const ppiOf = ({ width }: Raster) => (PPI * width) / N;
const read = (r: Raster, marks?: PieceMarks) => piecesOnTorus(pictureAt(r, ppiOf(r)), marks);
const PAPER = [250, 245, 235];
const INK = [40, 34, 70];
const noise = (x: number, y: number) => {
  const v = Math.sin(x * 12.9898 + y * 78.233) * 43758.5453;
  return v - Math.floor(v);
};
const discs = (at: number[][]) => (x: number, y: number) =>
  at.some(([cx, cy, r]) => {
    const [dx, dy] = [Math.abs(x - cx), Math.abs(y - cy)];
    return Math.hypot(Math.min(dx, N - dx), Math.min(dy, N - dy)) < r;
  })
    ? INK
    : PAPER;

describe('drawings whose shapes are known', () => {
  test.each([
    ['textured', 'graded', 22],
    ['checked', 'outlined', 24],
  ] as const)(
    '%s ground, %s: every shape is one piece, over the joins too',
    async (kind, hand, seed) => {
      const drawn: Drawn = await makeDrawing(kind, hand, seed);
      const v = judgePieces(drawn);
      expect(v.doubt).toBeNull();
      expect(v.merged + v.split + v.lost + v.extra).toBeLessThanOrEqual(1);
      expect(v.ious.filter((i) => i >= 0.95).length).toBeGreaterThanOrEqual(0.9 * v.shapes);
    },
    60_000,
  );
});

test('wherever a picture is cut, the same pieces lie on it at the same places', () => {
  const whole = painted(
    discs([
      [20, 30, 40],
      [300, 320, 60],
      [480, 120, 25],
      [150, 590, 30],
    ]),
  );
  const areas = (r: Raster) =>
    read(r)
      .pieces.map((p) => p.areaMm2)
      .sort((a, b) => a - b);
  const want = areas(whole);
  expect(want).toHaveLength(4);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 299 }), fc.integer({ min: 0, max: 299 }), (dx, dy) => {
      const got = areas(rollRaster(whole, dx, dy));
      expect(got).toHaveLength(4);
      for (const [k, v] of got.entries()) expect(Math.abs(v - want[k])).toBeLessThan(0.02 * want[k]);
    }),
    { numRuns: 3 },
  );
});

test('what a person says of pieces holds: two are one, one is two, one is ground', () => {
  const two = painted(
    discs([
      [150, 150, 50],
      [300, 150, 50],
      [450, 450, 60],
    ]),
  );
  const mm = (px: number) => (px / PPI) * 25.4;
  const at = (x: number, y: number) => ({ x: mm(x), y: mm(y) });
  expect(read(two).pieces).toHaveLength(3);
  const joined = read(two, { ...NO_MARKS, joins: [[at(150, 150), at(300, 150)]] });
  expect(joined.pieces).toHaveLength(2);
  const cut = read(two, { ...NO_MARKS, cuts: [[at(450, 360), at(450, 540)]] });
  expect(cut.pieces).toHaveLength(4);
  // Nothing of it is lost but the line itself.
  const sum = (r: typeof cut) => r.pieces.reduce((s, p) => s + p.areaMm2, 0);
  expect(sum(cut)).toBeGreaterThan(0.97 * sum(read(two)));
  expect(read(two, { ...NO_MARKS, ground: [at(150, 150)] }).pieces).toHaveLength(2);
});

test('what a ring shuts in is of one thing with it; what lies in a large frame is not', () => {
  const ring = (inner: number, outer: number) => (x: number, y: number) => {
    const far = Math.hypot(x - 300, y - 300);
    if (far > inner && far < outer) return INK;
    return discs([
      [300, 300, 14],
      [262, 300, 9],
      [60, 60, 30],
    ])(x, y);
  };
  expect(read(painted(ring(70, 84))).pieces).toHaveLength(2);
  expect(read(painted(ring(190, 204))).pieces).toHaveLength(4);
  // A bar across the ring, cut off at both its ends: what a person cut apart stays apart.
  const barred = painted((x, y) =>
    Math.abs(y - 300) < 8 && Math.abs(x - 300) < 75 ? INK : ring(70, 84)(x, y),
  );
  const mm = (px: number) => (px / PPI) * 25.4;
  const down = (x: number) => [285, 315].map((y) => ({ x: mm(x), y: mm(y) }));
  expect(read(barred).pieces).toHaveLength(2);
  expect(read(barred, { ...NO_MARKS, cuts: [down(238), down(362)] }).pieces).toHaveLength(3);
});

test('two that nearly touch are two though their gap is finer than a pixel, and one is far paler than the other', () => {
  // Drawn four times as fine, and seen by the mean: the gap is 0.7 px wide and leans.
  const side = (x: number, y: number) => {
    const v = x - 300 + (y - 300) * 0.35;
    const [dx, dy] = [x - 300, y - 300];
    if (Math.hypot(dx + (v > 0 ? -60 : 60), dy) > 62.5) return PAPER;
    return Math.abs(v) < 0.37 ? PAPER : v > 0 ? INK : [190, 170, 120];
  };
  const fine = painted((x, y) => {
    const sum = [0, 0, 0];
    for (let k = 0; k < 64; k++) {
      const at = side(x + ((k % 8) + 0.5) / 8, y + (Math.floor(k / 8) + 0.5) / 8);
      for (let c = 0; c < 3; c++) sum[c] += at[c] / 64;
    }
    return discs([[80, 90, 40]])(x, y) === INK ? INK : sum;
  }, true);
  expect(read(fine).pieces).toHaveLength(3);
});

test('a small thing beside a large one is its own where others of its size stand free, and a part of it where none does', () => {
  const beside = [
    [150, 150, 70],
    [450, 150, 70],
    [150, 450, 70],
    [450, 450, 70],
    [236, 150, 11],
  ];
  const bars = (x: number, y: number) =>
    [300, 20].some((cx) => [300, 20].some((cy) => Math.abs(x - cx) < 18 && Math.abs(y - cy) < 5));
  expect(read(painted(discs(beside))).pieces).toHaveLength(4);
  expect(read(painted((x, y) => (bars(x, y) ? INK : discs(beside)(x, y)))).pieces).toHaveLength(9);
});

test('a vine that runs through is one piece of its own length, and parts no ground', () => {
  const vine = painted((x, y) =>
    Math.abs(y - 300 - 40 * Math.sin((2 * Math.PI * x) / N)) < 12 ? INK : discs([[300, 100, 40]])(x, y),
  );
  const { pieces, doubt } = read(vine);
  expect(doubt).toBeNull();
  expect(pieces.map((p) => p.through ?? false).sort()).toEqual([false, true]);
});

test.each([
  [
    'a photograph',
    (x: number, y: number) =>
      [0, 1, 2].map(
        (c) => 128 + 90 * Math.sin((x + 37 * c) / 31) * Math.cos((y - 11 * c) / 23) + 30 * noise(x, y + c),
      ),
    /ground|edges|third|net|specks/,
  ],
  [
    'a plaid',
    (x: number, y: number) =>
      x % 100 < 50 && y % 100 < 50 ? [200, 60, 60] : x % 100 < 50 || y % 100 < 50 ? INK : PAPER,
    /net|third|ground|edges/,
  ],
  [
    '5,000 specks',
    (x: number, y: number) => (x % 8 < 2 && y % 8 < 2 && noise(x >> 3, y >> 3) < 0.9 ? INK : PAPER),
    /specks/,
  ],
] as const)('%s: not to be told apart, and it says why', (_, colour, why) => {
  expect(read(painted(colour as (x: number, y: number) => number[])).doubt).toMatch(why);
});

test('all ground, with a hair of grain or without: nothing is drawn on it, and that is no doubt', () => {
  for (const amount of [0, 6]) {
    const { pieces, doubt, ground } = read(painted((x, y) => PAPER.map((v) => v - amount * noise(x, y))));
    expect([pieces.length, doubt]).toEqual([0, null]);
    expect(Math.abs((ground?.[0] ?? 0) - PAPER[0])).toBeLessThan(5);
  }
});

test('a sheet kept with its paper, smaller than the cell, is read where it lies on the same colour, and else is one piece', () => {
  const sheet = painted((x, y) => {
    const [red = 0, green = 0, blue = 0] = discs([
      [150, 150, 50],
      [420, 180, 40],
      [300, 420, 60],
    ])(x, y);
    return [red, green, blue, Math.max(x, y) < 540 ? 255 : 0];
  });
  expect(piecesOnTorus(pictureAt(sheet, ppiOf(sheet)), NO_MARKS, PAPER)).toMatchObject({ doubt: null });
  expect(piecesOnTorus(pictureAt(sheet, ppiOf(sheet)), NO_MARKS, PAPER).pieces).toHaveLength(3);
  expect(piecesOnTorus(pictureAt(sheet, ppiOf(sheet)), NO_MARKS, INK).doubt).not.toBeNull();
});
