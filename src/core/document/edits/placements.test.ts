import { expect, test } from 'vitest';
import {
  addMotifs,
  addPlacement,
  apply,
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
} from '..';

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
const begun = apply(
  newProject('p', 'P'),
  addMotifs([
    motifOf({ id: 'm', name: 'Kite', asset: sha, width: 600, height: 300, ppi: 300 }),
    motifOf({ id: 'n', name: 'Knot', asset: sha, width: 150, height: 75, ppi: 150 }),
  ]),
);
let ids = 0;
const newId = () => `new${ids++}`;

test('a locked placement is neither moved, swapped nor taken off until it is unlocked', () => {
  const p = apply(begun, addPlacement(laid('a', { locked: true })));
  expect(apply(p, setPlacements({ a: { x: 99 } })).placements).toEqual(p.placements);
  expect(apply(p, removePlacements(['a'])).placements).toHaveLength(1);
  expect(apply(p, swapMotif(['a'], 'n')).placements).toEqual(p.placements);
  const free = apply(p, setPlacements({ a: { locked: undefined } }));
  expect(free.placements[0]).toEqual(laid('a'));
  expect(apply(free, setPlacements({ a: { x: 99 } })).placements[0].x).toBe(99);
});

test('a symmetric set is laid, moved, turned and taken off as one', () => {
  const sym = { set: 's', at: 0, how: 'across' as const };
  const p = apply(begun, addPlacement(laid('a', { sym }), newId));
  expect(p.placements).toHaveLength(2);
  const [, twin] = p.placements;
  expect(twin).toMatchObject({ y: 60, angle: -20, mirror: true, sym: { ...sym, at: 1 } });
  expect(twin.x).toBeCloseTo(254.8, 6);
  const moved = apply(p, setPlacements({ [twin.id]: { x: 200, angle: -30, scale: 2 } }));
  expect(moved.placements[0]).toMatchObject({ angle: 30, scale: 2, mirror: false });
  expect(moved.placements[0].x).toBeCloseTo(104.8, 6);
  expect(apply(moved, removePlacements(['a'])).placements).toEqual([]);
  const alone = apply(p, setPlacements({ a: { sym: undefined } }));
  expect(apply(alone, setPlacements({ a: { x: 10 } })).placements[1].x).toBeCloseTo(254.8, 6);
});

test('finished art takes the place of a stand-in: same place, angle and printed size', () => {
  const p = apply(apply(begun, addPlacement(laid('a', { scale: 0.5 }))), swapMotif(['a'], 'n'));
  // 2 x 1 in at a half, in the place of which comes 1 x 0.5 in: at full size.
  expect(p.placements[0]).toEqual(laid('a', { motif: 'n', scale: 1 }));
  expect(() => apply(p, swapMotif(['a'], 'gone'))).toThrow(/not in this bolt/);
});

test('a size that no machine could print is refused, and says what would do', () => {
  const p = apply(begun, addPlacement(laid('a')));
  expect(() => apply(p, setPlacements({ a: { scale: 30 } }))).toThrow(/162 megapixels.*Use 2472 % or less/);
  expect(apply(p, setPlacements({ a: { scale: 24.7 } })).placements[0].scale).toBe(24.7);
});

test('several are brought over or under others together, and keep their own order', () => {
  const p = ['a', 'b', 'c', 'd'].reduce((q, id) => apply(q, addPlacement(laid(id))), begun);
  const order = (q: typeof p) => q.placements.map((x) => x.id).join('');
  expect(order(apply(p, reorder(['a', 'c'], 'top')))).toBe('bdac');
  expect(order(apply(p, reorder(['b', 'd'], 'bottom')))).toBe('bdac');
  expect(order(apply(p, reorder('b', 'up')))).toBe('acbd');
  const grouped = apply(p, groupPlacements(['a', 'b'], 'g'));
  expect(grouped.placements.map((x) => x.group)).toEqual(['g', 'g', undefined, undefined]);
});

test('alternating columns show a placement twice; reserves wrap into the cell; a snapshot comes back whole', () => {
  const p = apply(begun, addPlacement(laid('a')));
  const mirrored = apply(p, setLayout({ ...p.layout, alternate: { every: 'column', by: 'across' } }));
  const [, twin] = placementImages(mirrored, mirrored.placements[0]);
  expect(twin).toMatchObject({ angle: -20, mirror: true });
  expect([twin.x, twin.y].map((v) => v.toFixed(6))).toEqual(['559.600000', '212.400000']);
  expect(apply(p, setReserves([{ id: 'r', x: -10, y: 10, r: 20 }])).reserves[0].x).toBeCloseTo(294.8, 6);
  const back = apply({ ...mirrored, id: 'here', name: 'Now' }, goBackTo(p));
  expect(back).toEqual({ ...p, id: 'here', name: 'Now' });
});

test('documents from before these fields open with their defaults', () => {
  const { reserves: _, grain: _g, guides: _h, ...old } = begun;
  expect(projectSchema.parse(old)).toEqual(begun);
});
