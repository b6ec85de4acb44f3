import fc from 'fast-check';
import { expect, test } from 'vitest';
import { type Layout, pixelPlan } from '../lattice';
import { newRaster, pyramidOf, type Raster } from '../raster';
import { renderBlock, type Scene } from '../render';
import { MM_PER_INCH } from '../units';
import { clothPlan, rollMatch, rollPlan } from '.';

/** At this ppi a pixel is a millimetre. */
const PPI = MM_PER_INCH;
const blot = newRaster(40, 30);
for (let y = 0; y < 30; y++)
  for (let x = 0; x < 40; x++) blot.data.set([x * 6, y * 8, 90, 255], (y * 40 + x) * 4);
const motifs: Scene['motifs'] = new Map([['m', { pyramid: pyramidOf(blot), ppi: PPI }]]);
const placed = (x: number, y: number, angle: number) => ({
  ...{ motif: 'm', x, y, angle, scale: 1, mirror: false },
});
const scene: Scene = {
  ground: [240, 230, 210],
  motifs,
  placements: [placed(20, 15, 0), placed(70, 50, 35), placed(110, 90, 200)],
};
const cell = { width: 120, height: 100 };
const anyLayout: fc.Arbitrary<Layout> = fc.record(
  {
    kind: fc.constantFrom('straight', 'half-drop', 'brick', 'diamond'),
    drop: fc.constantFrom({ p: 1, q: 2 }, { p: 1, q: 4 }, { p: 2, q: 5 }),
    alternate: fc.record({
      every: fc.constantFrom('column', 'row'),
      by: fc.constantFrom('across', 'down', 'half-turn'),
    }),
  },
  { requiredKeys: ['kind', 'drop'] },
);
const blocks = new Map<string, Raster>();
const blockOf = (layout: Layout) => {
  const key = JSON.stringify(layout);
  const block = blocks.get(key) ?? renderBlock(scene, pixelPlan(layout, cell, PPI));
  blocks.set(key, block);
  return block;
};
/** The pixel of the cloth at a place, mm. */
const pixel = ({ width, height, data }: Raster, x: number, y: number) => {
  const [i, j] = [((x % width) + width) % width, ((y % height) + height) % height];
  return new DataView(data.buffer).getUint32((j * width + i) * 4);
};

test('pieces that match are the same picture, cut anywhere on the cloth', () => {
  const size = fc.integer({ min: 20, max: 300 });
  fc.assert(
    fc.property(anyLayout, size, size, fc.integer({ min: 2, max: 9 }), (layout, width, height, count) => {
      const block = blockOf(layout);
      const { pieces } = clothPlan({
        pieces: [{ name: 'Cushion', width, height, count }],
        ...{ cloth: 900, repeat: block, matched: true, oneWay: true },
      });
      const [first, ...others] = pieces;
      for (const p of others)
        for (let y = 0; y < height; y += 3)
          for (let x = 0; x < width; x += 3)
            if (pixel(block, p.x + x, p.y + y) !== pixel(block, first.x + x, first.y + y))
              expect.fail(`${p.x} ${p.y} differs`);
      expect(pieces).toHaveLength(count);
    }),
    { numRuns: 60 },
  );
});

test('hung beside each other, the drops of a wall are one cloth without a seam, in every layout', () => {
  fc.assert(
    fc.property(
      anyLayout,
      fc.integer({ min: 1, max: 5 }),
      fc.integer({ min: 150, max: 700 }),
      fc.option(fc.record({ x: fc.integer({ min: 0, max: 500 }), y: fc.integer({ min: 0, max: 100 }) })),
      (layout, columns, height, door) => {
        const block = blockOf(layout);
        const one = rollMatch(layout, cell, 1);
        const match = rollMatch(layout, cell, columns * one.widthMm);
        expect([match.columns, match.meets]).toEqual([columns, true]);
        const width = match.widthMm;
        const { pieces } = rollPlan({
          wall: { width: 6 * width, height },
          openings: door ? [{ ...door, width: 2 * width, height: 60 }] : [],
          ...{ roll: { width, length: 3000 }, repeat: match.repeatMm, drop: match.drop },
        });
        for (const p of pieces)
          for (let y = p.top; y < p.bottom; y += 7)
            for (const x of [0, Math.floor(width / 2), Math.ceil(width) - 1]) {
              // Whole millimetres are whole pixels; where a column is no whole number of them, the one before is asked.
              const onRoll = pixel(block, Math.floor(x), Math.round(p.from + y - p.top));
              const onWall = pixel(block, Math.floor(x + Math.round(p.drop * width)), y);
              if (Number.isInteger(width) && onRoll !== onWall) expect.fail(`drop ${p.drop} at ${x} ${y}`);
            }
        expect(pieces.length).toBeGreaterThanOrEqual(5);
      },
    ),
    { numRuns: 60 },
  );
});

test('worked by hand: what a roll is in columns, and how much lower the next drop hangs', () => {
  const of = (layout: Layout, mm: number) => {
    const { columns, meets, repeatMm, drop } = rollMatch(layout, cell, mm);
    return [columns, meets, repeatMm, drop];
  };
  const half = { p: 1, q: 2 };
  // Two columns of 120; straight ones hang level.
  expect(of({ kind: 'straight', drop: half }, 240)).toEqual([2, true, 100, 0]);
  // Of a half-drop one column hangs 50 lower, two hang level again, three 50 lower.
  expect(of({ kind: 'half-drop', drop: half }, 120)).toEqual([1, true, 100, 0.5]);
  expect(of({ kind: 'half-drop', drop: half }, 240)).toEqual([2, true, 100, 0]);
  expect(of({ kind: 'half-drop', drop: { p: 1, q: 3 } }, 240)[3]).toBeCloseTo(2 / 3, 9);
  // A brick has a column at 60 too, one row lower: of a repeat of two rows that is half.
  expect(of({ kind: 'brick', drop: half }, 60)).toEqual([1, true, 200, 0.5]);
  expect(of({ kind: 'brick', drop: half }, 120)).toEqual([2, true, 200, 0]);
  // A diamond has one at half its width, half its height lower.
  expect(of({ kind: 'diamond', drop: half }, 180)).toEqual([3, true, 100, 0.5]);
  // Mirrored in every other column it comes again after two.
  const alternate = { every: 'column', by: 'across' } as const;
  expect(of({ kind: 'straight', drop: half, alternate }, 240)).toEqual([1, true, 100, 0]);
  // 200 is 1.67 columns: two of them would be 240.
  expect(of({ kind: 'straight', drop: half }, 200)).toEqual([2, false, 100, 0]);
  expect(() => rollMatch({ kind: 'straight', drop: half }, cell, 0)).toThrow(/above 0/);
});
