import fc from 'fast-check';
import { expect, test } from 'vitest';
import { apply, newProject, setLayout } from '../../core';
import { fileSize, length, size, small } from '../parts/fields/lengths';
import { screenOf, toCloth, toScreen } from './screen';

test('screen and cloth turn into each other, and copies sit on whole device pixels', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.08, max: 60, noNaN: true }),
      fc.constantFrom(1, 1.25, 2),
      fc.constantFrom('straight' as const, 'half-drop' as const, 'brick' as const, 'diamond' as const),
      fc.double({ min: -900, max: 900, noNaN: true }),
      (zoom, dpr, kind, x) => {
        const project = apply(newProject('p', 'P'), setLayout({ kind, drop: { p: 1, q: 3 } }));
        const screen = screenOf(project, { zoom, origin: { x: 7, y: -3 } }, dpr);
        const back = toCloth(screen, toScreen(screen, { x, y: -x }));
        expect(back.x).toBeCloseTo(x, 6);
        expect(back.y).toBeCloseTo(-x, 6);
        const step = (screen.plan.lattice.a.x / screen.plan.scale.x) * screen.sx * dpr;
        expect(Math.abs(step - Math.round(step))).toBeLessThan(1e-6);
      },
    ),
  );
});

test('lengths are told in the unit, no finer than scissors, small gaps in mm', () => {
  expect(length(304.8, 'in')).toBe('12 in');
  expect(length(304.8, 'cm')).toBe('30.5 cm');
  expect(size(304.8, 254, 'in')).toBe('12 x 10 in');
  expect([small(3.24), small(38.4)]).toEqual(['3.2 mm', '38 mm']);
  expect([fileSize(5400), fileSize(13_900_000)]).toEqual(['5 kB', '13.9 MB']);
});
