import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { crop, newRaster, type Raster, rollRaster } from '../../raster';
import { blotAt, healSpot, mendWrap, wrapReport } from '..';

/** A wash that repeats: slow waves of light and a fine grain, both whole numbers of turns across and down. */
function wash(width: number, height: number, seed = 1): Raster {
  const out = newRaster(width, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [u, v] = [(2 * Math.PI * x) / width, (2 * Math.PI * y) / height];
      const slow = 22 * Math.sin(2 * u + seed) * Math.cos(v) + 14 * Math.sin(3 * v + u);
      const fine = 9 * Math.sin(17 * u + 5 * v) + 7 * Math.cos(23 * v - 11 * u + seed);
      const t = 180 + slow + fine;
      out.data.set([t, t * 0.9, t * 0.8, 255], (y * width + x) * 4);
    }
  }
  return out;
}

/** The same with light that falls off to the right. */
const shaded = (r: Raster): Raster => {
  const out = { ...r, data: new Uint8ClampedArray(r.data) };
  for (let p = 0; p < r.width * r.height; p++) {
    for (let c = 0; c < 3; c++) out.data[p * 4 + c] -= (30 * (p % r.width)) / r.width;
  }
  return out;
};

describe('joins', () => {
  test('a tile that repeats joins wherever it is cut; cropped it does not, and the break is on the cropped join', () => {
    fc.assert(
      fc.property(fc.nat(200), fc.nat(200), (dx, dy) => {
        const tile = rollRaster(wash(240, 200), dx, dy);
        expect(wrapReport(tile).holds).toBe(true);
        const cut = wrapReport(crop(tile, 0, 0, 228, 200));
        expect(cut.holds).toBe(false);
        expect(cut.breaks.some((b) => b.join === 'across')).toBe(true);
        expect(cut.joins.across.times).toBeGreaterThan(2);
      }),
      { numRuns: 12 },
    );
  });

  test('an edge that was slid is told by how much', () => {
    const tile = wash(240, 200);
    // The right half slid two px down: the left and the right edge are off by two.
    const slid = rollRaster(tile, 0, 0);
    const moved = rollRaster(tile, 0, -2);
    for (let y = 0; y < 200; y++) {
      const from = (y * 240 + 120) * 4;
      slid.data.set(moved.data.subarray(from, from + 480), from);
    }
    const report = wrapReport(rollRaster(slid, 120, 0));
    expect(Math.abs(report.slid.across)).toBe(2);
    expect(report.slid.down).toBe(0);
  });

  test('a fall of tone and of light over the tile is seen, though what is drawn goes on', () => {
    const tile = wash(240, 200);
    const by = (f: (x: number, y: number) => number) => {
      const out = { ...tile, data: new Uint8ClampedArray(tile.data) };
      for (let p = 0; p < 240 * 200; p++)
        for (let c = 0; c < 3; c++) out.data[p * 4 + c] += f((p % 240) / 240, Math.floor(p / 240) / 200);
      return wrapReport(out);
    };
    expect(by((x) => 7 * (x - 0.5)).holds).toBe(false);
    expect(by((x, y) => 9 * (x - 0.5) * Math.sin(2 * Math.PI * y)).holds).toBe(false);
    expect(by((x, y) => 9 * Math.sin(2 * Math.PI * (x + y))).holds).toBe(true);
  });

  test('a plain tile joins; one too small to tell is refused in words', () => {
    const plain = newRaster(40, 40);
    plain.data.fill(200);
    expect(wrapReport(plain)).toMatchObject({ holds: true, breaks: [], slid: { across: 0, down: 0 } });
    expect(() => wrapReport(newRaster(15, 90))).toThrow(/16 px/);
  });
});

describe('mending a wrap', () => {
  test('uneven light is taken away, and what repeats already is left nearly as it is', () => {
    const tile = wash(240, 200);
    const uneven = shaded(tile);
    expect(wrapReport(uneven).holds).toBe(false);
    const mended = mendWrap(uneven, { evenLight: true, cut: false, overlap: 0.08 });
    expect([mended.width, mended.height]).toEqual([240, 200]);
    expect(wrapReport(mended).holds).toBe(true);
    const same = mendWrap(tile, { evenLight: true, cut: false, overlap: 0.08 });
    let most = 0;
    for (let i = 0; i < tile.data.length; i++) most = Math.max(most, Math.abs(tile.data[i] - same.data[i]));
    expect(most).toBeLessThan(8);
  });

  test('a cropped tile joins once a strip of its own lies over each join; its size stays, and all else of it', () => {
    const cut = crop(wash(400, 320), 0, 0, 380, 300);
    const before = wrapReport(cut);
    const mended = mendWrap(cut, { evenLight: false, cut: true, overlap: 0.1 });
    expect([mended.width, mended.height]).toEqual([380, 300]);
    let changed = 0;
    for (let y = 16; y < 284; y++)
      for (let x = 20; x < 360; x++)
        if (mended.data[(y * 380 + x) * 4] !== cut.data[(y * 380 + x) * 4]) changed++;
    expect(changed).toBe(0);
    const after = wrapReport(mended);
    expect(before.holds).toBe(false);
    expect(Math.max(after.joins.across.beyond, after.joins.down.beyond)).toBeLessThan(
      Math.max(before.joins.across.beyond, before.joins.down.beyond) / 3,
    );
    expect(() => mendWrap(cut, { evenLight: true, cut: true, overlap: 0.5 })).toThrow(/overlap/);
    expect(() => mendWrap(newRaster(1, 1))).toThrow(/32 px/);
  });
});

describe('healing', () => {
  test('a blot is found by one press and healed as its surroundings are; nothing else changes, and joins stay joins', () => {
    fc.assert(
      fc.property(fc.nat(239), fc.nat(199), fc.integer({ min: 4, max: 9 }), (bx, by, r) => {
        const tile = wash(240, 200);
        const blotted = { ...tile, data: new Uint8ClampedArray(tile.data) };
        const near = (x: number, y: number) =>
          Math.hypot(
            Math.min(Math.abs(x - bx), 240 - Math.abs(x - bx)),
            Math.min(Math.abs(y - by), 200 - Math.abs(y - by)),
          );
        for (let p = 0; p < 240 * 200; p++)
          if (near(p % 240, Math.floor(p / 240)) <= r) blotted.data.set([40, 30, 60], p * 4);
        const spot = blotAt(blotted, bx, by);
        expect(spot.r).toBeGreaterThan(r - 1);
        expect(near(spot.x, spot.y)).toBeLessThan(3);
        const healed = { ...blotted, data: new Uint8ClampedArray(blotted.data) };
        healSpot(healed, spot);
        let [inside, outside, n] = [0, 0, 0];
        for (let p = 0; p < 240 * 200; p++) {
          const d = near(p % 240, Math.floor(p / 240));
          const off = Math.abs(healed.data[p * 4] - tile.data[p * 4]);
          if (d <= r) {
            inside += off;
            n++;
          } else if (d > spot.r * 1.4 + 8) outside = Math.max(outside, off);
        }
        expect(inside / n).toBeLessThan(25);
        expect(outside).toBe(0);
        expect(wrapReport(healed).holds).toBe(true);
      }),
      { numRuns: 12 },
    );
    expect(() => blotAt(wash(64, 64), 80, 3)).toThrow(/not on the tile/);
  });
});
