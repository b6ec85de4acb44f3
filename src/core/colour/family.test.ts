import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { each } from '../../../tests/each';
import { seededRandom } from '../lay';
import {
  dressColours,
  groundFamily,
  hexOfRgb,
  lightnessOf,
  moveColours,
  NO_MOVE,
  oklchOf,
  oneColour,
  type Rgb,
  sameOrder,
  shuffleColourway,
  twinInks,
  twoColours,
  widestSplit,
} from '.';

const anyHex = fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)).map((rgb) => hexOfRgb(rgb as Rgb));
const anyColours = fc.array(anyHex, { minLength: 2, maxLength: 8 });
const WAY = ['#f4ecdc', '#1f2b4a', '#bb4631', '#dc9c37', '#5b9e9c', '#e2a596'];
const RULES = { locked: [], keepOrder: true, leastDifference: 12, touches: [], lead: null, spread: 1 };

describe('whole-colourway moves', () => {
  test('no move changes nothing by more than a level; locked inks never move; the order of lightness is kept', () => {
    fc.assert(
      fc.property(anyColours, fc.double({ min: -1, max: 1, noNaN: true }), (colours, by) => {
        const same = moveColours(colours, NO_MOVE);
        for (const [n, hex] of each(same.entries()))
          expect(Math.abs(lightnessOf(hex) - lightnessOf(colours[n]))).toBeLessThan(0.01);
        const moved = moveColours(colours, { turn: 40, lighter: by, stronger: by, warmer: by }, [0]);
        expect(moved[0]).toBe(colours[0]);
        const all = moveColours(colours, { ...NO_MOVE, lighter: by });
        for (const [i, p] of each(colours.entries())) {
          for (const [j, q] of each(colours.entries())) {
            if (lightnessOf(p) - lightnessOf(q) > 0.05)
              expect(lightnessOf(all[i])).toBeGreaterThan(lightnessOf(all[j]) - 0.004);
          }
        }
      }),
    );
  });

  test('each move does what it is called', () => {
    const [, line, madder] = WAY;
    const one = (change: Partial<typeof NO_MOVE>, hex = madder) =>
      oklchOf(moveColours([hex], { ...NO_MOVE, ...change })[0]);
    const was = oklchOf(madder);
    expect(one({ lighter: 0.5 }).l).toBeGreaterThan(was.l + 0.03);
    expect(one({ lighter: -0.5 }).l).toBeLessThan(was.l - 0.03);
    expect(one({ stronger: -0.5 }).c).toBeCloseTo(was.c / 2, 2);
    expect(one({ stronger: -1 }).c).toBe(0);
    expect(one({ turn: 90 }).h).toBeCloseTo(was.h + 90, -1);
    // Warmer goes toward amber: blue loses, and grey gains, chroma.
    expect(one({ warmer: 1 }, line).c).toBeLessThan(oklchOf(line).c);
    expect(one({ warmer: 1 }, '#888888').h).toBeCloseTo(72, -1);
    expect(one({ warmer: -1 }, '#888888').h).toBeCloseTo(252, -1);
  });

  test('one colour keeps the light-dark order; two colours are two, and counter-changed change places', () => {
    const hues = oneColour(WAY, '#1f6f6b');
    expect(sameOrder(WAY, hues)).toBe(true);
    for (const hex of each(hues)) {
      const { c, h } = oklchOf(hex);
      if (c > 0.02) expect(Math.abs(h - oklchOf('#1f6f6b').h)).toBeLessThan(8);
    }
    const split = widestSplit(WAY);
    const two = { light: '#eeeeee', dark: '#222222', split, counter: false };
    const plain = twoColours(WAY, two);
    expect(plain[0]).toBe('#eeeeee');
    expect(plain[1]).toBe('#222222');
    const turned = twoColours(WAY, { ...two, counter: true });
    expect(turned).toEqual(plain.map((hex) => (hex === two.light ? two.dark : two.light)));
    expect(twoColours(WAY, two, [2])[2]).toBe(WAY[2]);
  });

  test('a palette is put on darkest on darkest; fewer colours serve several inks, locked inks stay', () => {
    const five = ['#eeeeee', '#111111', '#999999', '#444444', '#cccccc'];
    const dressed = dressColours(WAY, five);
    for (const [i, p] of WAY.entries())
      for (const [j, q] of WAY.entries())
        if (lightnessOf(p) > lightnessOf(q))
          expect(lightnessOf(dressed[i])).toBeGreaterThanOrEqual(lightnessOf(dressed[j]));
    expect(dressed[1]).toBe('#111111');
    expect(dressed[0]).toBe('#eeeeee');
    expect(dressColours(WAY, five, [0])[0]).toBe(WAY[0]);
    expect(new Set(dressColours(WAY, ['#123456']))).toEqual(new Set(['#123456']));
  });

  test('twelve grounds, all different, from pale to deep; inks made equal are named', () => {
    const grounds = groundFamily(WAY);
    expect(new Set(grounds).size).toBe(12);
    expect(Math.max(...grounds.map(lightnessOf))).toBeGreaterThan(0.9);
    expect(Math.min(...grounds.map(lightnessOf))).toBeLessThan(0.35);
    expect(twinInks(['#111111', '#222222', '#111111', '#333333'])).toEqual([[0, 2]]);
    expect(twinInks(WAY)).toEqual([]);
  });
});

describe('shuffle', () => {
  test('keeps every rule, gives the same for the same seed, and another for another', () => {
    const seen = new Set<string>();
    for (let seed = 0; seed < 60; seed++) {
      const got = shuffleColourway(WAY, RULES, seededRandom(seed));
      expect(got.holds).toBe(true);
      expect(got.least).toBeGreaterThanOrEqual(12);
      expect(sameOrder(WAY, got.colours)).toBe(true);
      expect(shuffleColourway(WAY, RULES, seededRandom(seed))).toEqual(got);
      seen.add(got.colours.join());
    }
    expect(seen.size).toBe(60);
  });

  test('locked inks and the leading ink stay; more like this stays near', () => {
    for (let seed = 0; seed < 20; seed++) {
      const got = shuffleColourway(WAY, { ...RULES, locked: [0, 2], lead: 1 }, seededRandom(seed));
      expect([got.colours[0], got.colours[1], got.colours[2]]).toEqual([WAY[0], WAY[1], WAY[2]]);
      const near = shuffleColourway(WAY, { ...RULES, spread: 0.15 }, seededRandom(seed));
      for (const [n, hex] of near.colours.entries())
        expect(Math.abs(lightnessOf(hex) - lightnessOf(WAY[n]))).toBeLessThan(0.05);
    }
  });

  test('a rule that cannot hold is told, and nothing left to change is refused', () => {
    const got = shuffleColourway(WAY, { ...RULES, leastDifference: 99 }, seededRandom(1));
    expect(got.holds).toBe(false);
    expect(got.least).toBeGreaterThan(0);
    expect(() => shuffleColourway(WAY, { ...RULES, locked: [0, 1, 2, 3, 4, 5] }, seededRandom(1))).toThrow(
      /locked/,
    );
  });
});
