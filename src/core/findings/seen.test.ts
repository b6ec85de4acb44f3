import { expect, test } from 'vitest';
import { newProject } from '../document';
import { atEdges, goneAndNew, wordsOf } from '.';

const found = (kind: string, x: number, y: number) =>
  ({ kind, severity: 'warning', title: `${kind} at ${x}, ${y}`, x, y }) as const;
const lattice = { a: { x: 100, y: 50 }, b: { x: 0, y: 100 } };

test('a finding that is still there is known by its kind and its place, on any copy; the rest are gone or new', () => {
  const before = [found('lane', 10, 10), found('bare-patch', 50, 50), found('twins', 80, 20)];
  // The lane on its copy one column to the right, the patch moved a little, the twins now of another kind.
  const after = [found('lane', 110, 60), found('bare-patch', 56, 52), found('weight', 80, 20)];
  expect(goneAndNew(before, after, lattice)).toEqual({ gone: [before[2]], fresh: [after[2]] });
});

test('each is matched once, the nearest first', () => {
  const before = [found('lane', 10, 10)];
  const after = [found('lane', 16, 10), found('lane', 11, 10)];
  expect(goneAndNew(before, after, lattice)).toEqual({ gone: [], fresh: [after[0]] });
  expect(goneAndNew(after, before, lattice)).toEqual({ gone: [after[0]], fresh: [] });
});

test('what was drawn over an edge is told in words: where it leaves, where it comes back, how it leans', () => {
  const at = { x: 3, y: 4, edge: 'right', alongMm: 41, nearMm: null } as const;
  const back = { edge: 'left', alongMm: 43.5, offMm: 2.5, lean: 6.2 } as const;
  const near = { x: 9, y: 9, edge: 'top', alongMm: 0, nearMm: 2.1, back: null } as const;
  const all = atEdges({ edges: [{ ...at, back }, { ...at, back: null }, near], marginMm: 5 });
  const project = newProject('a', 'A');
  expect(all.map((f) => wordsOf(f, project).title)).toEqual([
    'Loose end, 2.5 mm off where it comes back',
    'Loose end, it does not come back',
    'New, 2.1 mm from the top edge',
  ]);
  expect(wordsOf(all[0] as (typeof all)[number], project).why).toContain(
    'leaves right at 41 mm and comes back left at 43.5 mm, leaning 6 degrees differently',
  );
  expect(all.map((f) => f.severity)).toEqual(['warning', 'warning', 'note']);
});
