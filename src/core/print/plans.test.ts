import fc from 'fast-check';
import { expect, test } from 'vitest';
import { clothPlan, type Opening, rollPlan } from '.';

const roll = { width: 530, length: 10_050 };

test.each([
  // 4 m of wall: 4000 / 530 = 7.55, 8 drops. 2.5 m high, a repeat of 0.53 m: 2500 / 530 = 4.7, so the next begins at 5 x 530 = 2650.
  // A roll of 10.05 m has drops at 0, 2650, 5300 and ends at 7800; at 7950 there are 2100 left, too few: 3 a roll, 8 / 3 = 3 rolls.
  ['a straight match', { width: 4000, height: 2500 }, 530, 0, 8, 3],
  // The same wall without a match: 10050 / 2500 = 4 a roll, 2 rolls.
  ['no match', { width: 4000, height: 2500 }, 0, 0, 8, 2],
  // 2.4 m is 4.53 repeats: begins at 0, 2650, 5300 and ends at 7700; 7950 + 2400 is over 10050. 3 drops: one roll.
  ['one roll of three', { width: 1590, height: 2400 }, 530, 0, 3, 1],
  // A drop of half: the second begins 265 lower in the repeat. From one roll: 0 to 2500, then the next place of 265 in the repeat at or
  // after 2500 is 265 + 5 x 530 = 2915; two rolls side by side waste less. 2 drops: 2915 + 2500 is within one roll.
  ['a half-drop', { width: 1060, height: 2500 }, 530, 0.5, 2, 1],
  // A wall as high as the repeat: each drop is one repeat, nothing is lost: 10050 / 500 = 20.1, 20 a roll.
  ['a repeat as high as the wall', { width: 10_600, height: 500 }, 500, 0, 20, 1],
] as const)('%s, worked by hand', (_, wall, repeat, drop, drops, rolls) => {
  const plan = rollPlan({ wall, roll, repeat, drop });
  expect([plan.drops, plan.rolls]).toEqual([drops, rolls]);
});

test('a door as wide as a drop leaves the piece over it; a window its two pieces; what is narrower changes nothing', () => {
  const wall = { width: 1590, height: 2500 };
  const door: Opening = { x: 530, y: 500, width: 530, height: 2000 };
  const plan = rollPlan({ wall, roll, repeat: 0, openings: [door] });
  expect(plan.pieces.map((p) => [p.drop, p.top, p.bottom])).toEqual([
    [0, 0, 2500],
    [1, 0, 500],
    [2, 0, 2500],
  ]);
  // 2500 + 500 + 2500 on the wall.
  expect(plan.used).toBe(5500);
  const window: Opening = { x: 500, y: 900, width: 600, height: 1000 };
  const parted = rollPlan({ wall, roll, repeat: 530, openings: [window] });
  expect(parted.pieces.filter((p) => p.drop === 1).map((p) => [p.top, p.bottom])).toEqual([
    [0, 900],
    [1900, 2500],
  ]);
  // The piece under the window begins where the repeat has come to there: 1900 is 3 repeats and 310.
  expect(((parted.pieces.find((p) => p.top === 1900)?.from ?? 0) - 310) % 530).toBe(0);
  const narrow = rollPlan({ wall, roll, repeat: 0, openings: [{ ...door, width: 400 }] });
  expect(narrow.pieces).toHaveLength(3);
});

test('whatever the wall is: every piece lies on a roll, none over another, all at their height of the repeat, and nothing is less than none', () => {
  const size = (min: number, max: number) => fc.integer({ min, max });
  fc.assert(
    fc.property(
      fc.record({ width: size(100, 9000), height: size(300, 3500) }),
      fc.array(
        fc.record({ x: size(0, 8000), y: size(0, 2500), width: size(100, 2500), height: size(100, 2500) }),
        { maxLength: 4 },
      ),
      fc.record({ width: size(300, 1400), length: size(5000, 20_000) }),
      fc.constantFrom(0, 320, 530, 640, 900),
      fc.constantFrom(0, 0.5, 1 / 3),
      (wall, openings, of, repeat, drop) => {
        const plan = rollPlan({ wall, openings, roll: of, repeat, drop, trim: 100 });
        expect(plan.drops * of.width).toBeGreaterThanOrEqual(wall.width);
        expect(plan.waste).toBeGreaterThanOrEqual(0);
        const shown = plan.pieces.reduce((s, p) => s + p.bottom - p.top, 0);
        expect(plan.used).toBe(shown);
        for (const [n, p] of plan.pieces.entries()) {
          expect(p.from).toBeGreaterThanOrEqual(-1e-6);
          expect(p.from + p.length).toBeLessThanOrEqual(of.length + 1e-6);
          for (const q of plan.pieces.slice(n + 1))
            if (q.roll === p.roll)
              expect(q.from >= p.from + p.length - 1e-6 || p.from >= q.from + q.length - 1e-6).toBe(true);
          if (!repeat) continue;
          // At the same height of the wall two drops show heights of the repeat that are so many drops apart.
          const height = (p.from - p.top + p.drop * drop * repeat) / repeat;
          expect(Math.abs(height - Math.round(height))).toBeLessThan(1e-6);
        }
      },
    ),
    { numRuns: 200 },
  );
});

test('a roll too short for a drop, and sizes of nothing, are told', () => {
  expect(() => rollPlan({ wall: { width: 1000, height: 11_000 }, roll, repeat: 0 })).toThrow(
    /shorter than one drop/,
  );
  expect(() => rollPlan({ wall: { width: 0, height: 100 }, roll, repeat: 0 })).toThrow(/above 0/);
  expect(() => rollPlan({ wall: { width: 100, height: 100 }, roll, repeat: 100, drop: 1 })).toThrow(
    /whole repeat/,
  );
});

const repeat = { width: 600, height: 300 };
test.each([
  // Two cushions of 45 cm from cloth of 140 cm: 1400 / 450 = 3 beside each other, one row: 45 cm.
  ['two cushions, not matched', [{ name: 'Cushion', width: 450, height: 450, count: 2 }], false, 450],
  // Matched they begin 60 cm apart: at 0 and 600, ending at 1050, within 1400: one row still.
  ['two cushions, matched', [{ name: 'Cushion', width: 450, height: 450, count: 2 }], true, 450],
  // Four matched: two a row (0, 600; 1200 + 450 is over 1400), the second row two repeats lower, at 600: 600 + 450.
  ['four cushions, matched', [{ name: 'Cushion', width: 450, height: 450, count: 4 }], true, 1050],
  // A dress length of 130 x 300 cm: one a row.
  ['two lengths', [{ name: 'Length', width: 1300, height: 3000, count: 2 }], false, 6000],
] as const)('%s, worked by hand', (_, pieces, matched, length) => {
  expect(clothPlan({ pieces, cloth: 1400, repeat, matched, oneWay: true }).length).toBeCloseTo(length, 9);
});

test('without a top a piece may lie crosswise where that takes less; what shrinks is cut larger', () => {
  const pieces = [{ name: 'Towel', width: 500, height: 700, count: 4 }];
  const ask = { pieces, cloth: 1500, repeat, matched: false };
  // Upright three beside each other, two rows of 70 cm; crosswise two beside each other, two rows of 50 cm.
  expect(clothPlan({ ...ask, oneWay: true }).length).toBe(1400);
  const free = clothPlan({ ...ask, oneWay: false });
  expect(free.length).toBe(1000);
  expect(free.pieces.every((p) => p.turned)).toBe(true);
  const washed = clothPlan({ ...ask, oneWay: true, shrinks: { across: 0.04, along: 0.05 } });
  // 500 / 0.96 = 520.8: two beside each other now (1562 is over 1500); two rows of 700 / 0.95.
  expect(washed.length).toBeCloseTo((2 * 700) / 0.95, 6);
  // Cloth that grows by a tenth along is cut shorter: 700 / 1.1.
  const grown = clothPlan({ ...ask, oneWay: true, shrinks: { across: 0, along: -0.1 } });
  expect(grown.length).toBeCloseTo((2 * 700) / 1.1, 6);
  expect(() => clothPlan({ ...ask, oneWay: true, shrinks: { across: 0.6, along: 0 } })).toThrow(
    /measure again/,
  );
  expect(() => clothPlan({ ...ask, cloth: 450, oneWay: true })).toThrow('Towel is wider than the cloth.');
});

test('whatever is cut: no piece over another or off the cloth, matched ones at one place of the repeat, waste never less than none', () => {
  const size = (min: number, max: number) => fc.integer({ min, max });
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          name: fc.constantFrom('A', 'B', 'C'),
          width: size(50, 1300),
          height: size(50, 2500),
          count: size(0, 9),
        }),
        {
          minLength: 1,
          maxLength: 3,
        },
      ),
      fc.record({ width: size(40, 900), height: size(40, 900) }),
      fc.boolean(),
      fc.boolean(),
      (pieces, of, matched, oneWay) => {
        const plan = clothPlan({ pieces, cloth: 1400, repeat: of, matched, oneWay });
        expect(plan.pieces).toHaveLength(pieces.reduce((s, p) => s + p.count, 0));
        expect(plan.waste).toBeGreaterThanOrEqual(-1e-6);
        for (const [n, p] of plan.pieces.entries()) {
          expect(p.x + p.width).toBeLessThanOrEqual(1400 + 1e-6);
          expect(p.y + p.height).toBeLessThanOrEqual(plan.length + 1e-6);
          if (matched)
            for (const v of [p.x / of.width, p.y / of.height])
              expect(Math.abs(v - Math.round(v))).toBeLessThan(1e-9);
          for (const q of plan.pieces.slice(n + 1))
            expect(
              q.x >= p.x + p.width - 1e-6 ||
                p.x >= q.x + q.width - 1e-6 ||
                q.y >= p.y + p.height - 1e-6 ||
                p.y >= q.y + q.height - 1e-6,
            ).toBe(true);
        }
      },
    ),
    { numRuns: 200 },
  );
});
