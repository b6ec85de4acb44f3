import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { newRaster, type Raster } from '../../raster';
import { commonBox, composeParts, fillUnderInk, flatPart, partKindOf } from '..';

const NAVY = [31, 43, 74];

/** Two squares side by side in soft 6 px lines on white, with a gap of `gap` px in the line between them. */
function boxes(gap: number): Raster {
  const [w, h] = [220, 130];
  const r = newRaster(w, h);
  const near = (v: number, at: number) => Math.max(0, Math.min(1, 3.5 - Math.abs(v - at)));
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const [u, v] = [x + 0.5, y + 0.5];
      const across = v > 17 && v < 113;
      const along = u > 17 && u < 203;
      const broken = Math.abs(v - 65) < gap / 2;
      const ink = Math.max(
        across ? near(u, 20) : 0,
        across ? near(u, 200) : 0,
        across && !broken ? near(u, 110) : 0,
        along ? near(v, 20) : 0,
        along ? near(v, 110) : 0,
      );
      r.data.set([...NAVY.map((c) => 255 + (c - 255) * ink), 255], (y * w + x) * 4);
    }
  }
  return r;
}

describe('filling under the ink', () => {
  test('gaps up to the width given are bridged, wider ones are not', () => {
    expect(fillUnderInk(boxes(0), { bridgePx: 0, trapPx: 2 }).regions).toHaveLength(2);
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 14 }), (gap) => {
        expect(fillUnderInk(boxes(gap), { bridgePx: gap + 1, trapPx: 2 }).regions).toHaveLength(2);
        expect(fillUnderInk(boxes(gap), { bridgePx: Math.max(0, gap - 3), trapPx: 2 }).regions).toHaveLength(
          1,
        );
      }),
      { numRuns: 8 },
    );
  });

  test('no pale line between fill and ink, nothing out at the other side, whatever the trap', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), (trapPx) => {
        const art = boxes(0);
        const line = fillUnderInk(art, { bridgePx: 4, trapPx });
        const flat = flatPart(line, art.width, art.height, new Set([1, 2]), [240, 200, 20]);
        const whole = composeParts([{ art: flat }, { art: line.ink }]);
        let pale = 0;
        let out = 0;
        for (let p = 0; p < art.width * art.height; p++) {
          const [x, y] = [p % art.width, Math.floor(p / art.width)];
          const inside = x > 22 && x < 197 && y > 22 && y < 107;
          if (inside && whole.data[p * 4 + 3] < 255) pale++;
          if ((x < 16 || x > 203 || y < 16 || y > 113) && whole.data[p * 4 + 3] > 0) out++;
          // The fill's yellow never shows beyond the outline.
          if ((x < 19 || x > 200 || y < 19 || y > 110) && flat.data[p * 4 + 3] > 0) out++;
        }
        expect([pale, out]).toEqual([0, 0]);
      }),
      { numRuns: 6 },
    );
  });

  test('each region has an inner point of its own, far from ink; dust in it is left out', () => {
    const art = boxes(0);
    for (const [x, y] of [
      [60, 60],
      [61, 60],
      [60, 61],
    ]) {
      art.data.set([20, 20, 20], (y * art.width + x) * 4);
    }
    const { regions, labels, ink } = fillUnderInk(art, { bridgePx: 2, trapPx: 2 });
    expect(regions).toHaveLength(2);
    for (const [n, r] of regions.entries()) {
      expect(labels[r.y * art.width + r.x]).toBe(n + 1);
      expect(Math.abs(r.y - 65)).toBeLessThan(4);
      expect(r.area).toBeGreaterThan(6000);
    }
    expect(ink.data[(60 * art.width + 60) * 4 + 3]).toBe(0);
  });

  test('a sheet of white or of ink has no regions; lengths that cannot be are refused', () => {
    const white = newRaster(30, 30);
    white.data.fill(255);
    expect(fillUnderInk(white, { bridgePx: 3, trapPx: 2 }).regions).toEqual([]);
    expect(() => fillUnderInk(white, { bridgePx: -1, trapPx: 2 })).toThrow(/0 to 60/);
  });
});

describe('parts in register', () => {
  const one = (rgba: number[]) => {
    const r = newRaster(2, 1);
    r.data.set(rgba, 0);
    return r;
  };
  test('lie over each other as drawn, or in a colour of their own', () => {
    const fill = one([200, 100, 50, 255]);
    const shade = one([0, 0, 0, 128]);
    expect([...composeParts([{ art: fill }, { art: shade }]).data.subarray(0, 4)]).toEqual([
      100, 50, 25, 255,
    ]);
    expect([...composeParts([{ art: fill, rgb: [10, 20, 30] }]).data.subarray(0, 4)]).toEqual([
      10, 20, 30, 255,
    ]);
    expect([...composeParts([{ art: shade }, { art: one([9, 9, 9, 0]) }]).data.subarray(0, 8)]).toEqual([
      0, 0, 0, 128, 0, 0, 0, 0,
    ]);
  });
  test('of unlike size are refused; their common box holds all of them', () => {
    expect(() => composeParts([{ art: newRaster(2, 1) }, { art: newRaster(2, 2) }])).toThrow(/same size/);
    expect(commonBox([newRaster(4, 4)])).toBeNull();
    expect(commonBox([one([1, 1, 1, 1]), newRaster(2, 1)])).toEqual({ x: 0, y: 0, width: 1, height: 1 });
  });
  test('are told by their names', () => {
    expect(['kite-outline.png', 'Kite Fill', 'highlights', 'shadow2', 'kite'].map(partKindOf)).toEqual([
      'outline',
      'fill',
      'highlight',
      'shadow',
      'fill',
    ]);
  });
});
