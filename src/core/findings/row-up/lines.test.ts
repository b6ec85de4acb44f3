import fc from 'fast-check';
import { expect, test } from 'vitest';
import { latticeOf, wrapPoint } from '../../lattice';
import { linesOf } from './lines';

const CELL = { width: 300, height: 260 };
const HALF = latticeOf({ kind: 'half-drop', drop: { p: 1, q: 2 } }, CELL);

const STRAIGHT = latticeOf({ kind: 'straight', drop: { p: 0, q: 1 } }, CELL);

/** Large things on level lines, small ones anywhere. */
const cloth = (rows: number, stray: number, small: [number, number][]) => [
  ...Array.from({ length: 12 }, (_, n) => ({
    x: ((n * 137.5) % 300) + 3,
    y: ((n % rows) + 0.5) * (CELL.height / rows) + stray * Math.sin(n * 7.3),
    areaMm2: 900 + n,
  })),
  ...small.map(([u, v]) => ({ x: u * 300, y: v * 260, areaMm2: 40 })),
];
const fillers = fc.array(
  fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })),
  {
    minLength: 10,
    maxLength: 40,
  },
);

test('large things on lines are found with their distance and how far they stray, whatever fills the ground', () => {
  fc.assert(
    fc.property(fillers, fc.constantFrom(2, 3), (small, rows) => {
      // The twelve large ones by themselves: what lies between them may stand in lines of its own.
      const level = linesOf(cloth(rows, 4, small), STRAIGHT).filter(
        (l) => l.largest === 12 && Math.abs(l.direction.normal.x) < 1e-9,
      );
      const [best] = level;
      expect(best.apart).toBeCloseTo(CELL.height / rows, 6);
      expect(best.strayMm).toBeLessThan(4);
      expect(best.unlikely).toBeGreaterThan(5);
    }),
    { numRuns: 60 },
  );
});

test('it does not matter where the cloth is cut', () => {
  fc.assert(
    fc.property(fillers, fc.nat(400), fc.nat(400), (small, dx, dy) => {
      const things = cloth(3, 6, small);
      const moved = things.map((t) => ({ ...t, ...wrapPoint(HALF, { x: t.x + dx, y: t.y + dy }) }));
      const [a, b] = [linesOf(things, HALF), linesOf(moved, HALF)];
      expect(b.map((l) => l.unlikely.toFixed(6))).toEqual(a.map((l) => l.unlikely.toFixed(6)));
    }),
    { numRuns: 25 },
  );
});

test('few things say nothing', () => {
  expect(linesOf(cloth(2, 0, []).slice(0, 4), HALF)).toEqual([]);
});
