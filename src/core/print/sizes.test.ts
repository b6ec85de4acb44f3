import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  compensated,
  effectivePpi,
  enlargementLimit,
  repeatsAcross,
  scanPpiFor,
  shrinkageOf,
  sizeLadder,
} from '.';

const IN = 25.4;

test.each([
  // width, repeat -> whole and broken, whole, left over, at either edge; the nearest: how many, how wide.
  // 54 / 24 = 2.25; 54 - 48 = 6. Nearest of 54 / 2 = 27 (12.5 % more) and 54 / 3 = 18 (25 % less): 27.
  [54, 24, 2.25, 2, 6, 3, 2, 27],
  // 54 / 12 = 4.5; 54 - 48 = 6. 54 / 4 = 13.5 (12.5 % more), 54 / 5 = 10.8 (10 % less): 10.8.
  [54, 12, 4.5, 4, 6, 3, 5, 10.8],
  // 54 / 18 is 3: nothing is left over, and 3 it stays.
  [54, 18, 3, 3, 0, 0, 3, 18],
  // A repeat wider than the cloth: none is whole, all of it is broken. Nearest is one, as wide as the cloth.
  [54, 60, 0.9, 0, 54, 27, 1, 54],
  // 45 / 8 = 5.625; 45 - 40 = 5. 45 / 5 = 9 (12.5 % more), 45 / 6 = 7.5 (6.25 % less).
  [45, 8, 5.625, 5, 5, 2.5, 6, 7.5],
  // 24 / 5 = 4.8; 24 - 20 = 4. 24 / 4 = 6 (20 % more), 24 / 5 = 4.8 (4 % less).
  [24, 5, 4.8, 4, 4, 2, 5, 4.8],
  // 60 / 7 = 8.571; 60 - 56 = 4. 60 / 8 = 7.5 (7.1 % more), 60 / 9 = 6.667 (4.8 % less).
  [60, 7, 60 / 7, 8, 4, 2, 9, 60 / 9],
  // 36 / 1.5 is 24, exactly.
  [36, 1.5, 24, 24, 0, 0, 24, 1.5],
])('%s across by %s, worked by hand', (width, repeat, repeats, whole, rest, edge, count, nearest) => {
  const found = repeatsAcross(width * IN, repeat * IN);
  expect([found.repeats, found.whole, found.restMm / IN, found.edgeMm / IN, found.nearest.repeats]).toEqual(
    [repeats, whole, rest, edge, count].map((v) => expect.closeTo(v, 9)),
  );
  expect(found.nearest.mm / IN).toBeCloseTo(nearest, 9);
});

test('whole and what is left over make the width; the nearest size is whole, and none is nearer', () => {
  const positive = (max: number) => fc.double({ min: 0.5, max, noNaN: true });
  fc.assert(
    fc.property(positive(20_000), positive(3000), (width, repeat) => {
      const { whole, restMm, nearest } = repeatsAcross(width, repeat);
      expect(restMm).toBeGreaterThanOrEqual(0);
      expect(restMm).toBeLessThan(repeat * (1 + 1e-6));
      expect(whole * repeat + restMm).toBeCloseTo(width, 6);
      expect(nearest.repeats * nearest.mm).toBeCloseTo(width, 6);
      for (const n of [whole - 1, whole, whole + 1, whole + 2].filter((k) => k > 0))
        expect(Math.abs(Math.log(width / n / repeat))).toBeGreaterThanOrEqual(
          Math.abs(Math.log(nearest.mm / repeat)) - 1e-9,
        );
    }),
  );
  for (const [w, r] of [
    [0, 5],
    [5, 0],
    [-1, 5],
    [5, Number.NaN],
    [Number.POSITIVE_INFINITY, 1],
  ])
    expect(() => repeatsAcross(w, r)).toThrow(/above 0/);
});

test.each([
  // Art of 300 ppi for cloth that wants 150: 300 / 150 = 2 times its size.
  [300, 150, 2],
  // Scanned at 600 and laid at 80 %: 750 ppi. Paper wants 250: 3 times.
  [600 / 0.8, 250, 3],
  // 120 ppi where 150 are wanted: it prints well at 0.8 of its size.
  [120, 150, 0.8],
  [Number.POSITIVE_INFINITY, 300, Number.POSITIVE_INFINITY],
])('art of %s ppi where %s are wanted prints at up to %s of its size', (least, wanted, limit) => {
  expect(enlargementLimit(least, wanted)).toBeCloseTo(limit, 9);
});

test.each([
  // A page scanned at 300 and laid at its size has 300. Printed twice as large at 300 it wants 600.
  [300, 300, 300, 2, 600],
  // Scanned at 600, laid at 150 %: 400. At 150 ppi and its size a scan of 600 x 150 / 400 = 225 would have done.
  [600, 400, 150, 1, 225],
  // Scanned at 300, laid at half: 600. Four times as large at 150: 300 x 150 x 4 / 600 = 300: it does as it is.
  [300, 600, 150, 4, 300],
  // A phone photo of 120 ppi, for paper at 250: 120 x 250 / 120.
  [120, 120, 250, 1, 250],
])('scanned at %s, %s ppi as laid, %s wanted at %s times: scan at %s', (scan, laid, wanted, factor, ppi) => {
  expect(scanPpiFor(scan, laid, wanted, factor)).toBeCloseTo(ppi, 9);
  // Scanned so, it has just what is wanted.
  expect(effectivePpi((laid * ppi) / scan, factor)).toBeCloseTo(wanted, 9);
});

test.each([
  // 200 mm that are 192 across and 190 along after washing: 4 and 5 %.
  [{ across: 200, along: 200 }, { across: 192, along: 190 }, 0.04, 0.05],
  // 100 and 150 that come out as they were.
  [{ across: 100, along: 150 }, { across: 100, along: 150 }, 0, 0],
  // Knitted cloth that grows across and shrinks along: 103 of 100, 95 of 100.
  [{ across: 100, along: 100 }, { across: 103, along: 95 }, -0.03, 0.05],
])('a strike-off of %o that measures %o', (printed, measured, across, along) => {
  const lost = shrinkageOf(printed, measured);
  expect([lost.across, lost.along]).toEqual([across, along].map((v) => expect.closeTo(v, 9)));
});

test('printed larger by what it loses, cloth comes out as it is wanted; what no cloth does is refused', () => {
  // 304.8 / 0.96 = 317.5; 304.8 / 0.95 = 320.842.
  const size = compensated({ width: 304.8, height: 304.8 }, { across: 0.04, along: 0.05 });
  expect([size.width, size.height]).toEqual([expect.closeTo(317.5, 9), expect.closeTo(320.8421, 4)]);
  fc.assert(
    fc.property(
      fc.double({ min: -0.25, max: 0.49, noNaN: true }),
      fc.double({ min: -0.25, max: 0.49, noNaN: true }),
      (across, along) => {
        const printed = compensated({ width: 300, height: 200 }, { across, along });
        expect(printed.width * (1 - across)).toBeCloseTo(300, 6);
        expect(printed.height * (1 - along)).toBeCloseTo(200, 6);
        const found = shrinkageOf(
          { across: printed.width, along: printed.height },
          { across: 300, along: 200 },
        );
        expect([found.across, found.along]).toEqual([across, along].map((v) => expect.closeTo(v, 6)));
      },
    ),
  );
  expect(() => shrinkageOf({ across: 200, along: 200 }, { across: 90, along: 190 })).toThrow(/measure again/);
  expect(() => shrinkageOf({ across: 200, along: 200 }, { across: 0, along: 190 })).toThrow(/above 0/);
  expect(() => enlargementLimit(0, 150)).toThrow(/above 0/);
  expect(() => scanPpiFor(300, 300, 150, -1)).toThrow(/above 0/);
});

test('sizes to compare: the cell and each motif at every factor', () => {
  const motif = { id: 'm', width: 60, height: 40 };
  const [half, huge] = sizeLadder({ width: 300, height: 200 }, [motif], [0.5, 20]);
  expect(half.motifs[0]).toEqual({ id: 'm', width: 30, height: 20 });
  expect([half.fits, huge.fits]).toEqual([true, false]);
});
