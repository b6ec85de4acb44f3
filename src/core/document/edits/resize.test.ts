import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { apply, projectSchema, resizeDesign, resizeRange } from '..';

const demo = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
const bolts = ['kite-weather', 'pennant-row', 'wind-lines', 'wash-day'].map((name) =>
  projectSchema.parse(JSON.parse(readFileSync(`public/demo/${name}.json`, 'utf8'))),
);

test('a design at seven tenths: its cell, every placement and its size; the art stays as it is', () => {
  const small = apply(demo, resizeDesign(0.7));
  expect(small.brief).toMatchObject({ widthMm: 213.36, heightMm: 213.36, ppi: demo.brief.ppi });
  for (const [n, p] of small.placements.entries()) {
    const was = demo.placements[n];
    expect([p.x / was.x, p.y / was.y, p.scale / was.scale]).toEqual(
      [0.7, 0.7, 0.7].map((v) => expect.closeTo(v, 6)),
    );
    expect([p.angle, p.mirror, p.motif]).toEqual([was.angle, was.mirror, was.motif]);
  }
  expect(small.motifs).toBe(demo.motifs);
  expect(small.colourways).toBe(demo.colourways);
});

test('there and back it is the same, whatever the size and whatever lies on it', () => {
  fc.assert(
    fc.property(fc.constantFrom(...bolts), fc.double({ min: 0, max: 1, noNaN: true }), (bolt, share) => {
      const { least, most } = resizeRange(bolt);
      const factor = least * (most / least) ** (0.05 + 0.9 * share);
      const back = apply(bolt, resizeDesign(factor), resizeDesign(1 / factor));
      const flat = (v: unknown): number[] =>
        typeof v === 'number' ? [v] : v && typeof v === 'object' ? Object.values(v).flatMap(flat) : [];
      const [a, b] = [flat(bolt), flat(back)];
      expect(b.length).toBe(a.length);
      for (const [n, v] of a.entries())
        expect(Math.abs((b[n] ?? 0) - v)).toBeLessThan(1e-6 * Math.max(1, Math.abs(v)));
    }),
    { numRuns: 60 },
  );
});

test('what would be too small or too large is refused, and says how far it can go', () => {
  const { least, most } = resizeRange(demo);
  expect(() => apply(demo, resizeDesign(most * 1.01))).toThrow(/can be made \d+ to \d+ %/);
  expect(() => apply(demo, resizeDesign(least * 0.99))).toThrow(/too small or too large/);
  expect(() => apply(demo, resizeDesign(Number.NaN))).toThrow(/can be made/);
  const grained = {
    ...demo,
    grain: { ink: null, cloth: { texture: 'linen' as const, sizeMm: 0.4, amount: 0.5 }, on: true },
  };
  expect(resizeRange(grained).least).toBeCloseTo(0.5, 6);
});
