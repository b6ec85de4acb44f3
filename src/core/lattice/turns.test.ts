import fc from 'fast-check';
import { expect, test } from 'vitest';
import { type Layout, latticeOf, nearestCopy, repeatBlock, uprightTurns } from '.';

const straight: Layout = { kind: 'straight', drop: { p: 1, q: 2 } };
const brief = (layout: Layout, width: number, height: number) =>
  uprightTurns(layout, { width, height }).map((t) => [
    Math.round(t.angle * 100) / 100,
    t.layout.kind === 'brick' ? `brick ${t.layout.drop.p}/${t.layout.drop.q}` : t.layout.kind,
    Math.round(t.block.width * 100) / 100,
    Math.round(t.block.height * 100) / 100,
  ]);

test('worked by hand: a square turns by quarters, by 45 degrees, by 26.57', () => {
  const found = brief(straight, 100, 100);
  expect(found.slice(0, 3)).toEqual([90, -90, 180].map((angle) => [angle, 'straight', 100, 100]));
  // The step (1,1) is 141.42 long; so is (-1,1), square to it. Rows 10000 / 141.42 = 70.71 apart step half aside.
  expect(found).toContainEqual([45, 'brick 1/2', 141.42, 141.42]);
  expect(found).toContainEqual([-45, 'brick 1/2', 141.42, 141.42]);
  // (2,1) is 223.61 long; five rows of 44.72.
  expect(
    found
      .filter(([, , w, h]) => w === 223.61 && h === 223.61)
      .map(([angle]) => angle)
      .sort(),
  ).toEqual([-26.57, -63.43, 26.57, 63.43].sort());
});

test('worked by hand: a cell that is no square turns by quarters; a half-drop becomes a brick by them', () => {
  // Of 300 x 400: its diagonal (300,400) has (-400,300) square to it only after 12 of it, 16 columns. (4,3) is 1200 x 1200 and lies at 45,
  // 1697 long; its rows are 120000 / 1697 = 70.7 apart, 24 of them to a block: more than a layout has.
  expect(brief(straight, 300, 400).map(([angle]) => angle)).toEqual([90, -90, 180]);
  expect(brief(straight, 100, 100 * Math.sqrt(Math.PI)).map(([angle]) => angle)).toEqual([90, -90, 180]);
  // A half-drop of a square is a brick of it, turned by a quarter.
  expect(brief({ kind: 'half-drop', drop: { p: 1, q: 2 } }, 100, 100)).toContainEqual([
    90,
    'brick 1/2',
    100,
    200,
  ]);
});

test('turned, the steps of the old lattice are steps of the new one, and its block repeats straight', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('straight', 'half-drop', 'brick', 'diamond'),
      fc.constantFrom({ p: 1, q: 2 }, { p: 1, q: 3 }, { p: 2, q: 5 }),
      fc.constantFrom([100, 100], [300, 400], [120, 60], [90, 150], [254, 203.2]),
      (kind, drop, [width, height]) => {
        const layout: Layout = { kind, drop };
        const from = latticeOf(layout, { width, height });
        const turns = uprightTurns(layout, { width, height });
        expect(turns.length).toBeGreaterThanOrEqual(2);
        for (const { angle, layout: to, cell, block } of turns) {
          const lattice = latticeOf(to, cell);
          const [c, s] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
          for (const v of [from.a, from.b]) {
            const turned = { x: c * v.x - s * v.y, y: s * v.x + c * v.y };
            const near = nearestCopy(lattice, { x: 0, y: 0 }, turned);
            expect(Math.hypot(near.x - turned.x, near.y - turned.y)).toBeLessThan(1e-6 * width);
          }
          const area = (l: typeof lattice) => Math.abs(l.a.x * l.b.y - l.a.y * l.b.x);
          expect(area(lattice)).toBeCloseTo(area(from), 4);
          expect(block).toEqual(repeatBlock(to, cell));
        }
      },
    ),
  );
  const alternate = { every: 'column', by: 'across' } as const;
  expect(() => uprightTurns({ ...straight, alternate }, { width: 9, height: 9 })).toThrow(/laid differently/);
});
