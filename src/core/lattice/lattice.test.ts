import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  blockFits,
  cellOutline,
  type Layout,
  latticeOf,
  nearestCopy,
  pixelPlan,
  repeatBlock,
  shiftsInto,
  twinned,
  twinOf,
  wrapPoint,
} from '.';

const anyLayout: fc.Arbitrary<Layout> = fc.record({
  kind: fc.constantFrom('straight', 'half-drop', 'brick', 'diamond'),
  drop: fc.constantFrom([1, 2], [1, 3], [2, 3], [1, 4], [3, 4], [2, 5], [0, 1]).map(([p, q]) => ({ p, q })),
});
const anyCell = fc.record({
  width: fc.double({ min: 10, max: 900, noNaN: true }),
  height: fc.double({ min: 10, max: 900, noNaN: true }),
});
const anyPoint = fc.record({
  x: fc.double({ min: -5000, max: 5000, noNaN: true }),
  y: fc.double({ min: -5000, max: 5000, noNaN: true }),
});

describe('lattice', () => {
  test('the vectors of each layout', () => {
    const cell = { width: 12, height: 8 };
    const half = { p: 1, q: 2 };
    expect(latticeOf({ kind: 'straight', drop: half }, cell)).toEqual({
      a: { x: 12, y: 0 },
      b: { x: 0, y: 8 },
    });
    expect(latticeOf({ kind: 'half-drop', drop: half }, cell)).toEqual({
      a: { x: 12, y: 4 },
      b: { x: 0, y: 8 },
    });
    expect(latticeOf({ kind: 'brick', drop: { p: 2, q: 6 } }, cell)).toEqual({
      a: { x: 12, y: 0 },
      b: { x: 4, y: 8 },
    });
    expect(latticeOf({ kind: 'diamond', drop: half }, cell)).toEqual({
      a: { x: 6, y: 4 },
      b: { x: 6, y: -4 },
    });
  });

  test('the repeat block is carried onto itself by whole lattice steps', () => {
    fc.assert(
      fc.property(anyLayout, (layout) => {
        const cell = { width: 60, height: 120 };
        const block = repeatBlock(layout, cell);
        const lattice = latticeOf(layout, cell);
        for (const v of [
          { x: block.width, y: 0 },
          { x: 0, y: block.height },
        ]) {
          const w = wrapPoint(lattice, v);
          expect(Math.abs(w.x) + Math.abs(w.y)).toBeLessThan(1e-6);
        }
        const { a, b } = lattice;
        const cells = (block.width * block.height) / Math.abs(a.x * b.y - a.y * b.x);
        expect(cells).toBeCloseTo(Math.round(cells), 6);
      }),
    );
  });

  test('wrapping a point twice, or any copy of it, gives the same place', () => {
    fc.assert(
      fc.property(anyLayout, anyCell, anyPoint, fc.integer({ min: -4, max: 4 }), (layout, cell, p, i) => {
        const lattice = latticeOf(layout, cell);
        const w = wrapPoint(lattice, p);
        const copy = { x: p.x + i * lattice.a.x - lattice.b.x, y: p.y + i * lattice.a.y - lattice.b.y };
        for (const q of [wrapPoint(lattice, w), wrapPoint(lattice, copy)]) {
          const near = nearestCopy(lattice, q, w);
          expect(Math.hypot(near.x - w.x, near.y - w.y)).toBeLessThan(1e-6);
        }
      }),
    );
  });

  test('a wrapped point lies in the home cell of an upright layout', () => {
    fc.assert(
      fc.property(anyLayout, anyCell, anyPoint, (layout, cell, p) => {
        fc.pre(layout.kind !== 'diamond');
        const [, , far] = cellOutline(layout, cell);
        const w = wrapPoint(latticeOf(layout, cell), p);
        expect(w.x).toBeGreaterThanOrEqual(-1e-5);
        expect(w.x).toBeLessThan(far.x + 1e-5);
        expect(w.y).toBeGreaterThanOrEqual(-1e-5);
        expect(w.y).toBeLessThan(far.y + 1e-5);
      }),
    );
  });

  test('shifts into a window are all those that touch it, and no other', () => {
    fc.assert(
      fc.property(anyLayout, (layout) => {
        const lattice = latticeOf(layout, { width: 40, height: 60 });
        const box = { x0: -7, y0: 3, x1: 12, y1: 19 };
        const window = { x0: 10, y0: -20, x1: 95, y1: 70 };
        const got = new Set(shiftsInto(lattice, box, window).map((s) => `${s.x},${s.y}`));
        for (let i = -12; i <= 12; i++) {
          for (let j = -12; j <= 12; j++) {
            const x = i * lattice.a.x + j * lattice.b.x;
            const y = i * lattice.a.y + j * lattice.b.y;
            const touches =
              box.x0 + x < window.x1 &&
              box.x1 + x > window.x0 &&
              box.y0 + y < window.y1 &&
              box.y1 + y > window.y0;
            expect(got.has(`${x},${y}`)).toBe(touches);
          }
        }
      }),
    );
  });
});

describe('pixel plan', () => {
  test('all vectors are whole pixels and the error is told', () => {
    fc.assert(
      fc.property(anyLayout, anyCell, fc.double({ min: 36, max: 1200, noNaN: true }), (layout, cell, ppi) => {
        const plan = pixelPlan(layout, cell, ppi);
        const { a, b } = plan.lattice;
        for (const v of [a.x, a.y, b.x, b.y, plan.block.width, plan.block.height]) {
          expect(Number.isInteger(v)).toBe(true);
        }
        expect((plan.cell.width * 25.4) / ppi).toBeCloseTo(cell.width + plan.error.width, 6);
        const exact = repeatBlock(layout, cell);
        expect((plan.block.width * 25.4) / ppi).toBeCloseTo(exact.width + plan.blockError.width, 6);
        expect((plan.block.height * 25.4) / ppi).toBeCloseTo(exact.height + plan.blockError.height, 6);
        expect(Math.abs(plan.error.height)).toBeLessThanOrEqual(((6 * 25.4) / ppi) * 1.01);
      }),
    );
  });

  test('a block too large for one piece, by edge or by area, is known before it is rendered', () => {
    const of = (mm: number, ppi: number, q: number) =>
      blockFits(pixelPlan({ kind: 'half-drop', drop: { p: 1, q } }, { width: mm, height: mm }, ppi));
    expect([of(304.8, 300, 2), of(304.8, 300, 4), of(304.8, 300, 5)]).toEqual([true, true, false]);
    expect([of(600, 600, 1), of(3000, 1200, 2)]).toEqual([false, false]);
  });

  test('12 in at 300 ppi is 3600 px, and bad figures are refused', () => {
    const plan = pixelPlan({ kind: 'half-drop', drop: { p: 1, q: 2 } }, { width: 304.8, height: 304.8 }, 300);
    expect(plan.block).toEqual({ width: 7200, height: 3600 });
    expect(plan.error.width).toBeCloseTo(0, 9);
    expect(() =>
      pixelPlan({ kind: 'straight', drop: { p: 1, q: 2 } }, { width: -3, height: 4 }, 300),
    ).toThrow();
    expect(() =>
      pixelPlan({ kind: 'straight', drop: { p: 1, q: 2 } }, { width: 3, height: 4 }, Number.NaN),
    ).toThrow();
    expect(() => latticeOf({ kind: 'brick', drop: { p: 3, q: 2 } }, { width: 3, height: 4 })).toThrow(
      /fraction/,
    );
  });
});

describe('cells laid differently', () => {
  const drops = [
    [1, 2],
    [1, 3],
    [2, 3],
    [2, 5],
    [0, 1],
  ] as const;
  const every = fc.constantFrom('column', 'row') as fc.Arbitrary<'column' | 'row'>;
  const by = fc.constantFrom('across', 'down', 'half-turn') as fc.Arbitrary<'across' | 'down' | 'half-turn'>;

  test('the repeat block is the smallest upright one: its sides are steps of the lattice, no part of them is', () => {
    fc.assert(
      fc.property(anyLayout, fc.constantFrom(...drops), every, by, (layout, [p, q], e, b) => {
        const full: Layout = { ...layout, drop: { p, q }, alternate: { every: e, by: b } };
        const cell = { width: 60, height: 120 };
        const lattice = latticeOf(full, cell);
        const block = repeatBlock(full, cell);
        const isStep = (x: number, y: number) => {
          const w = wrapPoint(lattice, { x, y });
          return Math.abs(w.x) < 1e-6 && Math.abs(w.y) < 1e-6;
        };
        expect(isStep(block.width, 0) && isStep(0, block.height)).toBe(true);
        const unit = full.kind === 'diamond' ? 0.5 : 1;
        for (let k = unit; k * cell.width < block.width - 1e-9; k += unit)
          expect(isStep(k * cell.width, 0)).toBe(false);
        for (let k = unit; k * cell.height < block.height - 1e-9; k += unit)
          expect(isStep(0, k * cell.height)).toBe(false);
      }),
    );
  });

  test('the twin lies in the next column or row, as its own mirror or turn: done twice it is a plain step', () => {
    fc.assert(
      fc.property(anyCell, every, by, anyPoint, (cell, e, b, p) => {
        const layout: Layout = { kind: 'straight', drop: { p: 0, q: 1 }, alternate: { every: e, by: b } };
        const twin = twinOf(layout, cell);
        if (!twin) throw new Error('No twin.');
        const laid = { ...p, angle: 30, mirror: false };
        const twice = twinned(twinned(laid, twin), twin);
        const w = wrapPoint(latticeOf(layout, cell), { x: twice.x - p.x, y: twice.y - p.y });
        const near = (v: number, of: number) => Math.min(Math.abs(v), Math.abs(of - v));
        const area = {
          width: (e === 'column' ? 2 : 1) * cell.width,
          height: (e === 'row' ? 2 : 1) * cell.height,
        };
        expect(near(w.x, area.width) + near(w.y, area.height)).toBeLessThan(1e-5);
        expect((((twice.angle - 30) % 360) + 360) % 360).toBeCloseTo(0, 6);
        expect(twice.mirror).toBe(false);
      }),
    );
    expect(twinOf({ kind: 'brick', drop: { p: 1, q: 2 } }, { width: 1, height: 1 })).toBeNull();
  });
});
