import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { each } from '../../../../tests/each';
import { crop, newRaster, type Raster } from '../../raster';
import {
  type Corners,
  findPage,
  leanOf,
  pageFits,
  pageMap,
  pageSize,
  quarterTurn,
  squarePage,
  turnCorners,
  wholePicture,
} from '..';

function noisy(width: number, height: number, seed = 1): Raster {
  const r = newRaster(width, height);
  let s = seed;
  for (let i = 0; i < r.data.length; i++) {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    r.data[i] = i % 4 === 3 ? 255 : s >>> 24;
  }
  return r;
}

const box = (x: number, y: number, w: number, h: number): Corners => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];

describe('squaring a page', () => {
  test('between clear and ink the colour is the ink alone, turned as it may be', () => {
    const picture = newRaster(60, 40);
    for (let p = 0; p < 2400; p++)
      if (p % 60 > 20 && p % 60 < 40) picture.data.set([200, 30, 60, 255], p * 4);
    const { data } = squarePage(picture, turnCorners(box(5.3, 4.6, 48, 30), 17));
    let soft = 0;
    for (let i = 0; i < data.length; i += 4) {
      if (data[i + 3] > 0 && data[i + 3] < 255) soft++;
      if (data[i + 3] > 0) expect([...data.slice(i, i + 3)]).toEqual([200, 30, 60]);
    }
    expect(soft).toBeGreaterThan(20);
  });

  test('a crop on whole pixels is byte for byte; no corners is the picture itself', () => {
    const picture = noisy(60, 40);
    expect(squarePage(picture, null)).toBe(picture);
    expect(squarePage(picture, box(7, 5, 30, 22))).toEqual(crop(picture, 7, 5, 30, 22));
  });

  test('four quarter turns bring every byte back; one puts the left side on top', () => {
    const picture = noisy(31, 20);
    let turned = squarePage(picture, quarterTurn(wholePicture(picture)));
    expect([turned.width, turned.height]).toEqual([20, 31]);
    expect([...turned.data.subarray(0, 3)]).toEqual([...picture.data.subarray(19 * 31 * 4, 19 * 31 * 4 + 3)]);
    for (let n = 0; n < 3; n++) turned = squarePage(turned, quarterTurn(wholePicture(turned)));
    expect(turned).toEqual(picture);
  });

  test('the map to the page and back is one, and takes corners to corners', () => {
    const near = fc.double({ min: -40, max: 40, noNaN: true });
    fc.assert(
      fc.property(fc.array(near, { minLength: 8, maxLength: 8 }), near, near, (d, px, py) => {
        const corners = box(100, 100, 300, 200).map((p, i) => ({
          x: p.x + d[i],
          y: p.y + d[i + 4],
        })) as Corners;
        const map = pageMap(corners);
        const at = [
          { x: 0, y: 0 },
          { x: map.width, y: 0 },
          { x: map.width, y: map.height },
          { x: 0, y: map.height },
        ];
        for (const [i, p] of each(at.entries())) {
          expect(map.toPicture(p).x).toBeCloseTo(corners[i].x, 4);
          expect(map.toPicture(p).y).toBeCloseTo(corners[i].y, 4);
        }
        const back = map.toPage(map.toPicture({ x: 90 + px, y: 70 + py }));
        expect(back.x).toBeCloseTo(90 + px, 4);
        expect(back.y).toBeCloseTo(70 + py, 4);
      }),
    );
  });

  test('a height that is known stretches the page to it, and the map with it', () => {
    const corners = box(100, 100, 300, 200);
    expect(pageSize(corners)).toEqual({ width: 300, height: 200 });
    expect(pageSize(corners, 1.4)).toEqual({ width: 300, height: 420 });
    const { toPage, toPicture } = pageMap(corners, 1.4);
    expect(toPage({ x: 250, y: 200 }).y).toBeCloseTo(210, 6);
    expect(toPicture({ x: 150, y: 420 }).y).toBeCloseTo(300, 6);
    expect(squarePage(noisy(420, 320), corners, 0.5).height).toBe(150);
  });

  test('corners that do not go round are refused in words', () => {
    const crossed = [...box(0, 0, 50, 50)] as Corners;
    [crossed[0], crossed[1]] = [crossed[1], crossed[0]];
    expect(() => pageMap(crossed)).toThrow(/go round the page/);
  });

  test('a page larger than a picture may be is refused, by its corners or by its height', () => {
    const corners = box(0, 0, 5000, 7000);
    expect([pageFits(corners), pageFits(corners, 6.5), pageFits(box(-20000, 0, 40000, 500))]).toEqual([
      true,
      false,
      false,
    ]);
    expect(() => pageMap(corners, 19)).toThrow(/30000 px on a side/);
  });

  test('turning the outline leans it by that much', () => {
    expect(leanOf(turnCorners(wholePicture({ width: 300, height: 200 }), 2.5))).toBeCloseTo(2.5, 6);
    expect(leanOf(quarterTurn(wholePicture({ width: 300, height: 200 })))).toBeCloseTo(0, 6);
  });
});

describe('finding the page', () => {
  /** Light paper within four corners on a dark table. */
  function onTable(corners: Corners): Raster {
    const r = noisy(800, 1000, 3);
    for (let y = 0; y < 1000; y++) {
      for (let x = 0; x < 800; x++) {
        const inside = corners.every((p, i) => {
          const q = corners[(i + 1) % 4];
          return (q.x - p.x) * (y + 0.5 - p.y) - (q.y - p.y) * (x + 0.5 - p.x) >= 0;
        });
        const i = (y * 800 + x) * 4;
        for (let c = 0; c < 3; c++)
          r.data[i + c] = (inside ? [236, 228, 210][c] : [92, 66, 50][c]) + (r.data[i + c] >> 5);
      }
    }
    return r;
  }

  test('by its outline, to within a few pixels, however it leans', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -45, max: 45 }), { minLength: 8, maxLength: 8 }), (d) => {
        const corners = box(120, 130, 560, 740).map((p, i) => ({
          x: p.x + d[i],
          y: p.y + d[i + 4],
        })) as Corners;
        const found = findPage(onTable(corners));
        expect(found?.by).toBe('outline');
        for (const [i, p] of each((found?.corners ?? []).entries())) {
          expect(Math.hypot(p.x - corners[i].x, p.y - corners[i].y)).toBeLessThan(8);
        }
      }),
      { numRuns: 8 },
    );
  });

  test('by the lines drawn on it, to a tenth of a degree or two; not at all on plain paper', () => {
    const plain = newRaster(900, 700);
    plain.data.fill(240);
    expect(findPage(plain)).toBeNull();
    const ruled = newRaster(900, 700);
    ruled.data.fill(240);
    for (let x = 0; x < 900; x++) {
      for (let row = 80; row < 660; row += 90) {
        const y = Math.round(row + (x - 450) * Math.tan((1.7 * Math.PI) / 180));
        for (const dy of [0, 1])
          if (y + dy >= 0 && y + dy < 700)
            ruled.data.fill(60, ((y + dy) * 900 + x) * 4, ((y + dy) * 900 + x) * 4 + 3);
      }
    }
    const found = findPage(ruled);
    expect(found?.by).toBe('lines');
    expect(Math.abs(leanOf(found?.corners ?? wholePicture(ruled)) - 1.7)).toBeLessThan(0.2);
  });
});
