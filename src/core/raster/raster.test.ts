import fc from 'fast-check';
import { expect, test } from 'vitest';
import { seededRandom } from '../lay';
import {
  crop,
  differingPixels,
  distanceTo,
  labelAreas,
  newRaster,
  pyramidOf,
  reduceTo,
  rollRaster,
  shrink,
} from '.';

const anyMask = fc
  .record({ width: fc.integer({ min: 1, max: 24 }), height: fc.integer({ min: 1, max: 24 }) })
  .chain(({ width, height }) =>
    fc.record({
      width: fc.constant(width),
      height: fc.constant(height),
      bits: fc.array(fc.integer({ min: 0, max: 9 }), {
        minLength: width * height,
        maxLength: width * height,
      }),
    }),
  )
  .map(({ width, height, bits }) => ({
    width,
    height,
    mask: Uint8Array.from(bits, (b) => (b === 0 ? 1 : 0)),
  }));

test('the distance is the brute-force distance', () => {
  fc.assert(
    fc.property(anyMask, ({ width, height, mask }) => {
      const d = distanceTo(mask, width, height);
      for (let p = 0; p < mask.length; p++) {
        let best = Number.POSITIVE_INFINITY;
        for (let q = 0; q < mask.length; q++) {
          if (!mask[q]) continue;
          best = Math.min(
            best,
            Math.hypot((p % width) - (q % width), Math.floor(p / width) - Math.floor(q / width)),
          );
        }
        if (best === Number.POSITIVE_INFINITY) expect(d[p]).toBe(best);
        else expect(Math.abs(d[p] - best)).toBeLessThan(1e-4);
      }
    }),
    { numRuns: 60 },
  );
});

test('labels join exactly what a flood would join', () => {
  fc.assert(
    fc.property(anyMask, ({ width, height, mask }) => {
      const { labels, count } = labelAreas(mask, width, height);
      const flood = new Int32Array(mask.length);
      let areas = 0;
      for (let start = 0; start < mask.length; start++) {
        if (!mask[start] || flood[start]) continue;
        areas++;
        const stack = [start];
        flood[start] = areas;
        for (let p = stack.pop(); p !== undefined; p = stack.pop()) {
          for (let dy = -1; dy <= 1; dy++) {
            for (let dx = -1; dx <= 1; dx++) {
              const x = (p % width) + dx;
              const y = Math.floor(p / width) + dy;
              const q = y * width + x;
              if (x < 0 || y < 0 || x >= width || y >= height || !mask[q] || flood[q]) continue;
              flood[q] = areas;
              stack.push(q);
            }
          }
        }
      }
      expect(count).toBe(areas);
      const pairs = new Set(labels.map((l, p) => l * 10000 + flood[p]));
      expect(pairs.size).toBe(areas + (mask.includes(0) ? 1 : 0));
    }),
  );
});

test('rolling there and back, and cutting, lose nothing', () => {
  const r = newRaster(7, 5);
  for (let i = 0; i < r.data.length; i++) r.data[i] = (i * 37) & 255;
  fc.assert(
    fc.property(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 }), (dx, dy) => {
      expect(differingPixels(rollRaster(rollRaster(r, dx, dy), -dx, -dy), r)).toBe(0);
    }),
  );
  expect(crop(rollRaster(r, 2, 1), 0, 0, 1, 1).data).toEqual(crop(r, 2, 1, 1, 1).data);
  expect(() => crop(r, 6, 0, 2, 1)).toThrow(/inside/);
  expect(() => newRaster(0, 4)).toThrow();
});

test('a flat colour stays that colour at every level, odd sizes and half-clear edges included', () => {
  const r = newRaster(37, 21);
  for (let p = 0; p < 37 * 21; p++) r.data.set([180, 90, 20, p % 37 < 30 ? 255 : 0], p * 4);
  for (const level of pyramidOf(r).levels) {
    for (let i = 0; i < level.data.length; i += 4) {
      const a = level.data[i + 3];
      expect(Math.abs(level.data[i] - (180 * a) / 255)).toBeLessThanOrEqual(2);
    }
  }
  const { raster, factor } = reduceTo(r, 10);
  expect([raster.width, raster.height, factor]).toEqual([10, 6, 4]);
});

test('made smaller, each pixel is the mean of what it covers, whatever the sizes', () => {
  fc.assert(
    fc.property(fc.integer({ min: 3, max: 61 }), fc.integer({ min: 3, max: 61 }), fc.nat(), (w, h, seed) => {
      const random = seededRandom(seed);
      const src = newRaster(w, h);
      for (let i = 0; i < src.data.length; i++) src.data[i] = i % 4 === 3 ? 255 : 255 * random();
      const to = {
        width: Math.ceil(w * (0.26 + 0.74 * random())),
        height: Math.ceil(h * (0.26 + 0.74 * random())),
      };
      const { data } = shrink(pyramidOf(src), to);
      const [x, y] = [Math.floor(random() * to.width), Math.floor(random() * to.height)];
      // As if the picture were made larger first, by as much as it is made smaller across and down.
      let sum = 0;
      for (let j = y * h; j < (y + 1) * h; j++)
        for (let i = x * w; i < (x + 1) * w; i++)
          sum += src.data[(Math.floor(j / to.height) * w + Math.floor(i / to.width)) * 4];
      expect(Math.abs(data[(y * to.width + x) * 4] - sum / (w * h))).toBeLessThan(1);
    }),
  );
  expect(() => shrink(pyramidOf(newRaster(4, 4)), { width: 5, height: 4 })).toThrow('only made smaller');
});
