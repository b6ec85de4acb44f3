import { expect, test } from 'vitest';
import { addInks, apply, missingInks, newProject } from '.';

const ink = (hex: string, also: string[] = []) => ({ hex, also });

test('colours that are none of the inks are told once, the most first; those near an ink, and crumbs, are not', () => {
  const found = [
    { rgb: [47, 174, 74], share: 0.5 },
    { rgb: [52, 180, 80], share: 0.2 },
    { rgb: [44, 52, 84], share: 0.2 },
    { rgb: [200, 20, 200], share: 0.01 },
  ] as const;
  const list = found.map(({ rgb, share }) => ({ rgb: [...rgb] as [number, number, number], share }));
  expect(missingInks([ink('#f4ecdc'), ink('#293351')], list)).toEqual([[47, 174, 74]]);
  expect(missingInks([ink('#f4ecdc', ['#2fae4a']), ink('#293351')], list)).toEqual([]);
});

test('inks that are taken stand in every colourway, as drawn, under names of their own', () => {
  let n = 0;
  const project = apply(
    newProject('a', 'A'),
    addInks(['#2fae4a', '#c81ec8'], () => `i${n++}`),
  );
  expect(project.inks.slice(1)).toMatchObject([
    { id: 'i0', name: 'Ink 1', hex: '#2fae4a' },
    { id: 'i1', name: 'Ink 2', hex: '#c81ec8' },
  ]);
  expect(project.colourways[0]?.colours.slice(1)).toEqual(['#2fae4a', '#c81ec8']);
});
