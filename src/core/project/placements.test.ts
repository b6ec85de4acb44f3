import { expect, test } from 'vitest';
import {
  addMotifs,
  addPlacement,
  goBackTo,
  groupPlacements,
  motifOf,
  newProject,
  type Placement,
  placementImages,
  projectSchema,
  removePlacements,
  reorder,
  setLayout,
  setPlacements,
  setReserves,
  swapMotif,
} from '.';

const sha = 'a'.repeat(64);
const laid = (id: string, more: Partial<Placement> = {}): Placement => ({
  id,
  motif: 'm',
  x: 50,
  y: 60,
  angle: 20,
  scale: 1,
  mirror: false,
  ...more,
});
const begun = addMotifs(newProject('p', 'P'), [
  motifOf({ id: 'm', name: 'Kite', asset: sha, width: 600, height: 300, ppi: 300 }),
  motifOf({ id: 'n', name: 'Knot', asset: sha, width: 150, height: 75, ppi: 150 }),
]);
let ids = 0;
const newId = () => `new${ids++}`;

test('a locked placement is neither moved, swapped nor taken off until it is unlocked', () => {
  const p = addPlacement(begun, laid('a', { locked: true }));
  expect(setPlacements(p, { a: { x: 99 } }).placements).toEqual(p.placements);
  expect(removePlacements(p, ['a']).placements).toHaveLength(1);
  expect(swapMotif(p, ['a'], 'n').placements).toEqual(p.placements);
  const free = setPlacements(p, { a: { locked: undefined } });
  expect(free.placements[0]).toEqual(laid('a'));
  expect(setPlacements(free, { a: { x: 99 } }).placements[0].x).toBe(99);
});

test('a symmetric set is laid, moved, turned and taken off as one', () => {
  const sym = { set: 's', at: 0, how: 'across' as const };
  const p = addPlacement(begun, laid('a', { sym }), newId);
  expect(p.placements).toHaveLength(2);
  const [, twin] = p.placements;
  expect(twin).toMatchObject({ y: 60, angle: -20, mirror: true, sym: { ...sym, at: 1 } });
  expect(twin.x).toBeCloseTo(254.8, 6);
  const moved = setPlacements(p, { [twin.id]: { x: 200, angle: -30, scale: 2 } });
  expect(moved.placements[0]).toMatchObject({ angle: 30, scale: 2, mirror: false });
  expect(moved.placements[0].x).toBeCloseTo(104.8, 6);
  expect(removePlacements(moved, ['a']).placements).toEqual([]);
  const alone = setPlacements(p, { a: { sym: undefined } });
  expect(setPlacements(alone, { a: { x: 10 } }).placements[1].x).toBeCloseTo(254.8, 6);
});

test('finished art takes the place of a stand-in: same place, angle and printed size', () => {
  const p = swapMotif(addPlacement(begun, laid('a', { scale: 0.5 })), ['a'], 'n');
  // 2 x 1 in at a half, in the place of which comes 1 x 0.5 in: at full size.
  expect(p.placements[0]).toEqual(laid('a', { motif: 'n', scale: 1 }));
  expect(() => swapMotif(p, ['a'], 'gone')).toThrow(/not in this bolt/);
});

test('a size that no machine could print is refused, and says what would do', () => {
  const p = addPlacement(begun, laid('a'));
  expect(() => setPlacements(p, { a: { scale: 30 } })).toThrow(/162 megapixels.*Use 2472 % or less/);
  expect(setPlacements(p, { a: { scale: 24.7 } }).placements[0].scale).toBe(24.7);
});

test('several are brought over or under others together, and keep their own order', () => {
  const p = ['a', 'b', 'c', 'd'].reduce((q, id) => addPlacement(q, laid(id)), begun);
  const order = (q: typeof p) => q.placements.map((x) => x.id).join('');
  expect(order(reorder(p, ['a', 'c'], 'top'))).toBe('bdac');
  expect(order(reorder(p, ['b', 'd'], 'bottom'))).toBe('bdac');
  expect(order(reorder(p, 'b', 'up'))).toBe('acbd');
  const grouped = groupPlacements(p, ['a', 'b'], 'g');
  expect(grouped.placements.map((x) => x.group)).toEqual(['g', 'g', undefined, undefined]);
});

test('alternating columns show a placement twice; reserves wrap into the cell; a snapshot comes back whole', () => {
  const p = addPlacement(begun, laid('a'));
  const mirrored = setLayout(p, { ...p.layout, alternate: { every: 'column', by: 'across' } });
  const [, twin] = placementImages(mirrored, mirrored.placements[0]);
  expect(twin).toMatchObject({ angle: -20, mirror: true });
  expect([twin.x, twin.y].map((v) => v.toFixed(6))).toEqual(['559.600000', '212.400000']);
  expect(setReserves(p, [{ id: 'r', x: -10, y: 10, r: 20 }]).reserves[0].x).toBeCloseTo(294.8, 6);
  const back = goBackTo({ ...mirrored, id: 'here', name: 'Now' }, p);
  expect(back).toEqual({ ...p, id: 'here', name: 'Now' });
});

test('documents from before these fields open with their defaults', () => {
  const { reserves: _, grain: _g, guides: _h, ...old } = begun;
  expect(projectSchema.parse(old)).toEqual(begun);
});
