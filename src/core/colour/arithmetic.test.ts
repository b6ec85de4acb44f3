import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  cielabOf,
  cielabOfD50,
  cmykEstimate,
  deltaE2000,
  EYE_KINDS,
  hexOfOklch,
  hexOfRgb,
  type Lab,
  mostChroma,
  nearestColours,
  oklabOf,
  oklchOf,
  type Rgb,
  rgbOfCielab,
  rgbOfCmyk,
  rgbOfHex,
  seenBy,
} from '.';

const anyRgb = fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)) as fc.Arbitrary<Rgb>;

/** Sharma, Wu, Dalal 2005, table 1: two colours in CIE L*a*b* and their CIEDE2000. */
const PAIRS = `50 2.6772 -79.7751 50 0 -82.7485 2.0425
50 3.1571 -77.2803 50 0 -82.7485 2.8615
50 2.8361 -74.0200 50 0 -82.7485 3.4412
50 -1.3802 -84.2814 50 0 -82.7485 1.0000
50 -1.1848 -84.8006 50 0 -82.7485 1.0000
50 -0.9009 -85.5211 50 0 -82.7485 1.0000
50 0 0 50 -1 2 2.3669
50 -1 2 50 0 0 2.3669
50 2.4900 -0.0010 50 -2.4900 0.0009 7.1792
50 2.4900 -0.0010 50 -2.4900 0.0010 7.1792
50 2.4900 -0.0010 50 -2.4900 0.0011 7.2195
50 2.4900 -0.0010 50 -2.4900 0.0012 7.2195
50 -0.0010 2.4900 50 0.0009 -2.4900 4.8045
50 -0.0010 2.4900 50 0.0010 -2.4900 4.8045
50 -0.0010 2.4900 50 0.0011 -2.4900 4.7461
50 2.5 0 50 0 -2.5 4.3065
50 2.5 0 73 25 -18 27.1492
50 2.5 0 61 -5 29 22.8977
50 2.5 0 56 -27 -3 31.9030
50 2.5 0 58 24 15 19.4535
50 2.5 0 50 3.1736 0.5854 1.0000
50 2.5 0 50 3.2972 0 1.0000
50 2.5 0 50 1.8634 0.5757 1.0000
50 2.5 0 50 3.2592 0.3350 1.0000
60.2574 -34.0099 36.2677 60.4626 -34.1751 39.4387 1.2644
63.0109 -31.0961 -5.8663 62.8187 -29.7946 -4.0864 1.2630
61.2901 3.7196 -5.3901 61.4292 2.2480 -4.9620 1.8731
35.0831 -44.1164 3.7933 35.0232 -40.0716 1.5901 1.8645
22.7233 20.0904 -46.6940 23.0331 14.9730 -42.5619 2.0373
36.4612 47.8580 18.3852 36.2715 50.5065 21.2231 1.4146
90.8027 -2.0831 1.4410 91.1528 -1.6435 0.0447 1.4441
90.9257 -0.5406 -0.9208 88.6381 -0.8985 -0.7239 1.5381
6.7747 -0.2908 -2.4247 5.8714 -0.0985 -2.2286 0.6377
2.0776 0.0795 -1.1350 0.9033 -0.0636 -0.5514 0.9082`
  .split('\n')
  .map((line) => line.split(' ').map(Number));

describe('colour arithmetic', () => {
  test('CIEDE2000 gives the published figure for each of the 34 published pairs', () => {
    expect(PAIRS).toHaveLength(34);
    for (const [l1, a1, b1, l2, a2, b2, want] of PAIRS) {
      expect(deltaE2000([l1, a1, b1], [l2, a2, b2])).toBeCloseTo(want, 4);
      expect(deltaE2000([l2, a2, b2], [l1, a1, b1])).toBeCloseTo(want, 4);
    }
  });

  test('OKLab is as published for the primaries, and the same as a general library everywhere', () => {
    // CSS Color Module Level 4, sample conversions.
    const known: [Rgb, Lab][] = [
      [
        [255, 0, 0],
        [0.62796, 0.22486, 0.12585],
      ],
      [
        [0, 255, 0],
        [0.86644, -0.23389, 0.1795],
      ],
      [
        [0, 0, 255],
        [0.45201, -0.03246, -0.31153],
      ],
      [
        [255, 255, 255],
        [1, 0, 0],
      ],
      [
        [0, 0, 0],
        [0, 0, 0],
      ],
    ];
    for (const [rgb, want] of known)
      for (const [c, v] of oklabOf(...rgb).entries()) expect(v).toBeCloseTo(want[c], 4);
    const theirs = converter('oklab');
    fc.assert(
      fc.property(anyRgb, ([r, g, b]) => {
        const want = theirs({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
        const [L, a, bb] = oklabOf(r, g, b);
        expect(Math.abs(L - want.l) + Math.abs(a - want.a) + Math.abs(bb - want.b)).toBeLessThan(1e-5);
      }),
    );
  });

  test('CIE L*a*b* is as published for white and the primaries, and comes back to the same bytes', () => {
    // D65, 2 degrees: Lindbloom's calculator, rounded to one place.
    const known: [Rgb, Lab][] = [
      [
        [255, 255, 255],
        [100, 0, 0],
      ],
      [
        [255, 0, 0],
        [53.2, 80.1, 67.2],
      ],
      [
        [0, 0, 255],
        [32.3, 79.2, -107.9],
      ],
    ];
    for (const [rgb, want] of known)
      for (const [c, v] of cielabOf(rgb).entries()) expect(Math.abs(v - want[c])).toBeLessThan(0.1);
    fc.assert(
      fc.property(anyRgb, (rgb) => {
        expect(rgbOfCielab(cielabOf(rgb))).toEqual(rgb);
        expect(rgbOfHex(hexOfRgb(rgb))).toEqual(rgb);
      }),
    );
    // White paper measured under D50 is white under D65 too.
    for (const [c, v] of cielabOfD50([100, 0, 0]).entries()) expect(v).toBeCloseTo([100, 0, 0][c], 2);
  });

  test('OKLCH comes back to the same code; what no screen shows keeps its lightness and its hue', () => {
    fc.assert(
      fc.property(anyRgb, (rgb) => {
        const hex = hexOfRgb(rgb);
        const back = rgbOfHex(hexOfOklch(oklchOf(hex)));
        for (const [c, v] of back.entries()) expect(Math.abs(v - rgb[c])).toBeLessThanOrEqual(1);
      }),
    );
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 0.9, noNaN: true }),
        fc.integer({ min: 0, max: 359 }),
        (l, h) => {
          const most = mostChroma(l, h);
          const { l: l2, c, h: h2 } = oklchOf(hexOfOklch({ l, c: 0.4, h }));
          expect(Math.abs(l2 - l)).toBeLessThan(0.02);
          expect(Math.abs(c - most)).toBeLessThan(0.02);
          if (c > 0.05) expect(Math.abs(((h2 - h + 540) % 360) - 180)).toBeLessThan(8);
        },
      ),
    );
  });

  test('the rough CMYK comes back near the colour it was worked out from', () => {
    fc.assert(
      fc.property(anyRgb, (rgb) => {
        const cmyk = cmykEstimate(rgb);
        expect(cmyk.every((v) => v >= 0 && v <= 100)).toBe(true);
        for (const [c, v] of rgbOfCmyk(cmyk).entries()) expect(Math.abs(v - rgb[c])).toBeLessThanOrEqual(4);
      }),
    );
  });

  test('eyes without one kind of cone leave greys alone and confuse what they confuse', () => {
    for (const kind of EYE_KINDS) {
      for (const v of [0, 90, 255]) {
        for (const c of seenBy(kind, [v, v, v])) expect(Math.abs(c - v)).toBeLessThanOrEqual(1);
      }
    }
    const distance = (kind: 'protan' | 'tritan', p: Rgb, q: Rgb) =>
      deltaE2000(cielabOf(seenBy(kind, p)), cielabOf(seenBy(kind, q)));
    const [red, green]: Rgb[] = [
      [190, 90, 60],
      [110, 120, 60],
    ];
    expect(distance('protan', red, green)).toBeLessThan(deltaE2000(cielabOf(red), cielabOf(green)) / 2);
    expect(distance('tritan', red, green)).toBeGreaterThan(deltaE2000(cielabOf(red), cielabOf(green)) / 2);
  });

  test('the nearest of a book is the one that no other is nearer than', () => {
    fc.assert(
      fc.property(anyRgb, fc.array(anyRgb, { minLength: 1, maxLength: 12 }), (rgb, book) => {
        const solids = book.map((c, n) => ({ name: `${n}`, hex: hexOfRgb(c), lab: cielabOf(c) }));
        const [first] = nearestColours(hexOfRgb(rgb), solids);
        const least = Math.min(...book.map((c) => deltaE2000(cielabOf(c), cielabOf(rgb))));
        expect(first.distance).toBeCloseTo(least, 9);
      }),
    );
  });
});
