import { expect, test } from 'vitest';
import {
  addPlacements,
  apply,
  motifOf,
  newProject,
  overrideInk,
  overrideInksByRule,
  setInks,
  setPlacements,
} from '..';

/** Sixteen kites in a square net, 4 x 4, on a straight cell. */
function net() {
  let n = 0;
  let p = newProject('p', 'P');
  p = { ...p, layout: { kind: 'straight', drop: { p: 1, q: 2 } } };
  p = {
    ...p,
    motifs: [motifOf({ id: 'k', name: 'K', asset: 'a'.repeat(64), width: 9, height: 9, ppi: 90 })],
  };
  p = apply(
    p,
    setInks(
      [
        [30, 40, 70],
        [190, 70, 50],
      ],
      () => `i${n++}`,
    ),
  );
  const step = p.brief.widthMm / 4;
  const laid = Array.from({ length: 16 }, (_, k) => ({
    id: `${k}`,
    motif: 'k',
    x: ((k % 4) + 0.5) * step,
    y: (Math.floor(k / 4) + 0.5) * step,
    angle: 0,
    scale: 1,
    mirror: false,
  }));
  return apply(p, addPlacements(laid));
}
const worn = (p: ReturnType<typeof net>) => p.placements.map((q) => q.inkOverrides?.i0 ?? 'i0');

test('by turns, in reading order; what is locked keeps its own', () => {
  const p = apply(net(), setPlacements({ 5: { locked: true } }));
  const got = worn(apply(p, overrideInksByRule({ motif: 'k', from: 'i0', to: ['i0', 'i1'], by: 'turns' })));
  expect(got.slice(0, 4)).toEqual(['i0', 'i1', 'i0', 'i1']);
  expect(got[5]).toBe('i0');
  expect(got.filter((ink) => ink === 'i1')).toHaveLength(7);
});

test('so that neighbours differ, across the edges of the cell too', () => {
  const got = worn(
    apply(net(), overrideInksByRule({ motif: 'k', from: 'i0', to: ['i0', 'i1'], by: 'neighbours' })),
  );
  // Diagonal neighbours count as well, and two inks cannot part all: no placement has more like than unlike beside it.
  for (let k = 0; k < 16; k++) {
    const [x, y] = [k % 4, Math.floor(k / 4)];
    const beside = [
      [1, 0],
      [3, 0],
      [0, 1],
      [0, 3],
      [1, 1],
      [3, 3],
      [1, 3],
      [3, 1],
    ].map(([dx, dy]) => got[((y + dy) % 4) * 4 + ((x + dx) % 4)]);
    expect(beside.filter((ink) => ink === got[k]).length).toBeLessThanOrEqual(4);
  }
  expect(got.filter((ink) => ink === 'i1')).toHaveLength(8);
});

test('fewer than two inks are refused; an ink worn as itself is its own again', () => {
  expect(() => apply(net(), overrideInksByRule({ motif: 'k', from: 'i0', to: ['i1'], by: 'turns' }))).toThrow(
    /two inks/,
  );
  expect(overrideInk({ inkOverrides: { i0: 'i1', i1: 'i0' } }, 'i0', 'i0')).toEqual({ i1: 'i0' });
  expect(overrideInk({ inkOverrides: { i0: 'i1' } }, 'i0', 'i0')).toBeUndefined();
});
