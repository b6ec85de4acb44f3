import { expect, test } from 'vitest';
import { addMotifs, addPlacement, apply, motifOf, newProject } from '@/core';
import { shelfRows } from './shelf-row';

test('the shelf is searched and ordered by what it shows', () => {
  const one = (id: string, width: number, more = {}) =>
    motifOf({ id, name: id, asset: 'a'.repeat(64), width, height: 100, ppi: 300, ...more });
  let p = apply(
    newProject('p', 'P'),
    addMotifs([
      one('Swift', 300, { role: 'hero' }),
      one('Bow', 200, { permission: 'mine' }),
      one('Vane', 250, { art: { kind: 'vector' } }),
    ]),
  );
  p = apply(p, addPlacement({ id: 'a', motif: 'Swift', x: 1, y: 1, angle: 0, scale: 3, mirror: false }));
  p = apply(p, addPlacement({ id: 'b', motif: 'Swift', x: 9, y: 9, angle: 0, scale: 1, mirror: false }));
  const names = (search: string, sort: Parameters<typeof shelfRows>[2] = 'order') =>
    shelfRows(p, search, sort).map((r) => r.motif.name);
  expect(names('')).toEqual(['Swift', 'Bow', 'Vane']);
  expect(names('', 'name')).toEqual(['Bow', 'Swift', 'Vane']);
  expect(names('', 'ppi')).toEqual(['Swift', 'Bow', 'Vane']);
  expect(names('', 'size')).toEqual(['Swift', 'Vane', 'Bow']);
  expect(names('hero')).toEqual(['Swift']);
  expect(names('not laid')).toEqual(['Bow', 'Vane']);
  expect(names('ask filler')).toEqual(['Vane']);
  expect(shelfRows(p, '', 'order').map((r) => [r.uses, r.ppi])).toEqual([
    [2, 100],
    [0, 300],
    [0, null],
  ]);
});
