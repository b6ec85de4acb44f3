import fc from 'fast-check';
import { expect, test } from 'vitest';
import { widthsThatWork } from '.';

const cloth = { name: 'cloth', ppi: 150, lineMm: 0.35 };
const paper = { name: 'paper', ppi: 250, lineMm: 0.15 };
const now = { repeatMm: 600, heroMm: 120, ppi: 300, lineMm: 0.5 };

test('worked by hand: cloth and paper, a hero of 60 to 180 mm, whole repeats across 1400 mm', () => {
  // Pixels: 300 / 250 = 1.2 times at most for paper, 2 for cloth. Lines: 0.35 / 0.5 = 0.7 at least. Hero: 0.5 to 1.5.
  const band = widthsThatWork({ now, printed: [cloth, paper], hero: { least: 60, most: 180 }, across: 1400 });
  expect(band.least).toEqual({
    mm: expect.closeTo(420, 9),
    why: 'its thinnest line is under 0.35 mm (cloth)',
  });
  expect(band.most).toEqual({
    mm: expect.closeTo(720, 9),
    why: 'the art has fewer than 250 ppi (paper)',
  });
  // 1400 / 2 = 700, / 3 = 466.7; / 1 is too wide, / 4 too narrow.
  expect(band.whole.map((w) => w.repeats)).toEqual([2, 3]);
  expect(band.whole[1]?.mm).toBeCloseTo(466.667, 2);
});

test('a hero that is wanted larger than the art holds leaves no width, and both sides say why', () => {
  const band = widthsThatWork({ now, printed: [paper], hero: { least: 200, most: 300 }, across: 1400 });
  expect(band.any).toBe(false);
  expect(band.whole).toEqual([]);
  expect([band.least?.why, band.most?.why]).toEqual([
    'the largest motif is lower than it is wanted',
    'the art has fewer than 250 ppi (paper)',
  ]);
  expect(() => widthsThatWork({ now: { ...now, repeatMm: 0 }, printed: [] })).toThrow(/above 0/);
  expect(() => widthsThatWork({ now, printed: [], hero: { least: 5, most: 4 } })).toThrow(/no smaller/);
});

test('art without pixels or lines to mind has no such side', () => {
  const vector = { ...now, ppi: Number.POSITIVE_INFINITY, lineMm: null };
  expect(widthsThatWork({ now: vector, printed: [cloth] })).toEqual({
    least: null,
    most: null,
    any: true,
    whole: [],
  });
});

test('at every width in the band all holds, beyond it something does not; whole numbers are whole', () => {
  const positive = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  fc.assert(
    fc.property(
      fc.record({
        repeatMm: positive(20, 2000),
        heroMm: positive(2, 900),
        ppi: positive(20, 2400),
        lineMm: positive(0.05, 5),
      }),
      fc.array(fc.constantFrom(cloth, paper), { minLength: 1, maxLength: 2 }),
      fc.tuple(positive(2, 400), positive(1, 5)).map(([least, k]) => ({ least, most: least * k })),
      positive(300, 6000),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (is, printed, hero, across, share) => {
        const band = widthsThatWork({ now: is, printed, hero, across });
        const holds = (mm: number, slack: number) => {
          const f = mm / is.repeatMm;
          return (
            printed.every(
              (p) => is.ppi / f >= p.ppi * (1 - slack) && is.lineMm * f >= p.lineMm * (1 - slack),
            ) &&
            is.heroMm * f >= hero.least * (1 - slack) &&
            is.heroMm * f <= hero.most * (1 + slack)
          );
        };
        const [from, to] = [band.least?.mm ?? 0, band.most?.mm ?? 0];
        expect(holds(from * (1 - 1e-6), 0) || holds(to * (1 + 1e-6), 0)).toBe(false);
        expect(holds(from + (to - from) * share, 1e-9)).toBe(band.any);
        for (const { repeats, mm } of band.whole) {
          expect(Math.abs(across / mm - repeats)).toBeLessThan(1e-9);
          expect(holds(mm, 1e-6)).toBe(true);
        }
      },
    ),
    { numRuns: 200 },
  );
});
