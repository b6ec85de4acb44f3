import fc from 'fast-check';
import { expect, test } from 'vitest';
import { labelOnTorus, nearerThan, thinnerThan } from '.';

const torus = fc
  .record({ w: fc.integer({ min: 1, max: 13 }), h: fc.integer({ min: 1, max: 13 }) })
  .chain(({ w, h }) =>
    fc.record({
      w: fc.constant(w),
      h: fc.constant(h),
      mask: fc
        .array(fc.integer({ min: 0, max: 5 }), { minLength: w * h, maxLength: w * h })
        .map((v) => Uint8Array.from(v, (x) => (x === 0 ? 1 : 0))),
      radius: fc.double({ min: 0.1, max: 9, noNaN: true }),
    }),
  );

test('nearer than a radius is what measuring every pair says, over the edges and between grids too', () => {
  fc.assert(
    fc.property(
      torus,
      fc.constantFrom('middles', 'corners'),
      fc.constantFrom('middles', 'corners'),
      (t, from, to) => {
        const { w, h, mask, radius } = t;
        const shift = (to === 'corners' ? 0.5 : 0) - (from === 'corners' ? 0.5 : 0);
        const found = nearerThan(mask, w, h, radius, from, to);
        for (let p = 0; p < w * h; p++) {
          let least = Number.POSITIVE_INFINITY;
          for (let q = 0; q < w * h; q++) {
            if (!mask[q]) continue;
            for (let k = -12; k <= 12; k++) {
              const dx = ((p % w) + shift - (q % w) + k * w) ** 2;
              for (let j = -12; j <= 12; j++)
                least = Math.min(least, dx + (Math.floor(p / w) + shift - Math.floor(q / w) + j * h) ** 2);
            }
          }
          if (Math.abs(Math.sqrt(least) - radius) > 1e-9)
            expect(found[p]).toBe(Math.sqrt(least) < radius ? 1 : 0);
        }
      },
    ),
    { numRuns: 60 },
  );
});

test('a bar is thinner than every width above its own and than none below, level, upright and over the edge', () => {
  for (let wide = 1; wide <= 9; wide++) {
    for (let px = 2; px <= 10; px++) {
      for (const upright of [false, true]) {
        const [w, h] = [60, 60];
        const mask = new Uint8Array(w * h);
        for (let a = 0; a < 60; a++)
          for (let b = 0; b < wide; b++) {
            const [x, y] = upright ? [(57 + b) % 60, a] : [a, (57 + b) % 60];
            mask[y * w + x] = 1;
          }
        const thin = thinnerThan(mask, w, h, px).reduce((s, v) => s + v, 0);
        expect([wide, px, thin]).toEqual([wide, px, wide < px ? 60 * wide : 0]);
      }
    }
  }
});

test('areas that touch over an edge or a corner of the torus are one', () => {
  const mask = new Uint8Array(100);
  for (const p of [0, 9, 90, 44, 55, 50]) mask[p] = 1;
  const { labels, count } = labelOnTorus(mask, 10, 10);
  expect(count).toBe(3);
  expect(new Set([labels[0], labels[9], labels[90]]).size).toBe(1);
  expect(labels[44]).toBe(labels[55]);
  expect(labels[50]).not.toBe(labels[44]);
});
