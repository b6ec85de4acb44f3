import { expect, test } from 'vitest';
import { motifOf, newProject } from '../document';
import { allKinds, type Finding, wordsOf } from '.';

const motif = (id: string, name: string) =>
  motifOf({ id, name, asset: 'a'.repeat(64), width: 600, height: 300, ppi: 300 });
const laid = (id: string, of: string) => ({ id, motif: of, x: 0, y: 0, angle: 0, scale: 3, mirror: false });
const project = {
  ...newProject('p', 'P'),
  motifs: [motif('s', 'Swift'), motif('k', 'Kite')],
  placements: [laid('a', 's'), laid('b', 'k'), laid('c', 's')],
  inks: ['Ground', 'Line', 'Red'].map((name) => ({ id: name, name, hex: '#000000', also: [], texture: 1 })),
};
const at = { at: { x: 0, y: 0 }, severity: 'warning' as const };
const along = { x: 10, y: 10 };

const ALL: Finding[] = [
  { ...at, placements: [], kind: 'bare-patch', widthMm: 38.2, usualMm: 22.1, limitMm: 35 },
  { ...at, placements: [], kind: 'lane', widthMm: 14.2, usualMm: 20, limitMm: 11, along, cover: 0 },
  {
    ...at,
    placements: [],
    kind: 'row-up',
    apartMm: 52,
    along,
    which: 'largest',
    count: 8,
    of: 30,
    strayMm: 2.1,
    chanceMm: 15,
  },
  { ...at, placements: ['a'], kind: 'heavy', against: 'next', times: 3.1, limit: 2.3, widthMm: 30 },
  { ...at, placements: [], kind: 'faint', times: 0.1, limit: 0.25, widthMm: 30 },
  { ...at, placements: ['a', 'b'], kind: 'near-touch', gapMm: 0.4, usualMm: 9, limitMm: 2.7 },
  { ...at, placements: ['a', 'b'], kind: 'overlap', share: 0.04 },
  { ...at, placements: ['a'], kind: 'own-copy', gapMm: 0.2, largest: 2.5 },
  { ...at, placements: ['a', 'c'], kind: 'twins', same: 'motif', gapMm: 8, usualMm: 9, often: null },
  { ...at, placements: ['a', 'b'], kind: 'sliver', widthMm: 1.1, longMm: 24, usualMm: 20, limitMm: 2 },
  { ...at, placements: ['a'], kind: 'upside-down', degrees: 180, of: 24 },
  { ...at, placements: ['a'], kind: 'low-ppi', ppi: 100, limit: 150, largestScale: 2, unfit: false },
  {
    ...at,
    placements: ['a'],
    kind: 'thin-line',
    lineMm: 0.12,
    limitMm: 0.35,
    smallestScale: 1,
    unfit: false,
  },
  { ...at, placements: ['a'], kind: 'line-weight', count: 3, of: 30, least: 0.5, most: 1.6 },
  { ...at, placements: ['a', 'b'], kind: 'small-gap', gapMm: 0.3, limitMm: 0.5 },
  { ...at, placements: [], kind: 'like-inks', inks: [1, 2], distance: 1.4, limit: 3 },
  { ...at, placements: ['a'], kind: 'hairline', px: 1.4, longMm: 300, share: 0.6 },
  { ...at, placements: ['a'], kind: 'unfinished', what: 'stand-in', count: 1 },
  { ...at, placements: [], kind: 'coarse-picture', layer: 'l', ppi: 90, limit: 150 },
  {
    ...at,
    placements: [],
    kind: 'tile-off',
    layer: 'l',
    nowMm: { width: 100, height: 50 },
    fit: { fits: false, times: { width: 3.05, height: 6.1 }, fitMm: { width: 101.6, height: 50.8 } },
  },
  { ...at, placements: [], kind: 'tile-join', layer: 'l', times: 3.2, across: true },
  {
    ...{ ...at, placements: [], kind: 'loose-end', edge: 'right', alongMm: 41 },
    back: { edge: 'left', alongMm: 43.5, offMm: 2.5, lean: 6.2 },
  },
  { ...at, placements: [], kind: 'near-edge', edge: 'top', mm: 2.1, marginMm: 5 },
];

test('every kind has a letter of its own, a title and a reason: whole sentences, with units, in plain words', () => {
  expect(ALL.map((f) => f.kind).sort()).toEqual(
    allKinds()
      .map(([kind]) => kind)
      .sort(),
  );
  expect(new Set(ALL.map((f) => wordsOf(f, project).letter)).size).toBe(ALL.length);
  for (const f of ALL) {
    const { title, why } = wordsOf(f, project);
    expect(`${title} ${why}`).not.toMatch(/undefined|NaN|null|error|invalid/i);
    expect(why).toMatch(/\.$/);
    expect(why.length).toBeGreaterThan(40);
    expect(title.length).toBeLessThan(60);
  }
});

test('where pixels allow only what is too small for the lines, no size is advised', () => {
  for (const f of ALL) {
    if (f.kind !== 'low-ppi' && f.kind !== 'thin-line') continue;
    const unfit: Finding = { ...f, unfit: true };
    const { why } = wordsOf(unfit, project);
    expect(why).toContain('no size of it suits this print');
    expect(why).not.toMatch(/or (smaller|larger)/);
  }
});

test('a finding tells its measure, the usual one, the limit and the next step', () => {
  const say = (kind: Finding['kind']) => {
    const f = ALL.find((g) => g.kind === kind);
    if (!f) throw new Error(kind);
    const { title, why } = wordsOf(f, project);
    return [title, why];
  };
  expect(say('bare-patch')).toEqual([
    'Bare patch, 38 mm wide',
    'The others are about 22 mm. Over 35 mm the eye goes there first: fill it, or move a motif nearer.',
  ]);
  expect(say('low-ppi')[0]).toBe('Swift prints at 100 ppi');
  expect(say('low-ppi')[1]).toContain('use it at 102 mm or smaller');
  expect(say('near-touch')).toEqual([
    'Nearly touching, 0.4 mm',
    'Swift and Kite. The gaps are about 9 mm; under 2.7 mm it looks like a mistake. Part them, or let them overlap clearly.',
  ]);
  expect(say('lane')[1]).toContain('falling to the right at 45°');
  expect(say('twins')[0]).toBe('Two of Swift side by side');
  expect(say('like-inks')[0]).toBe('Line and Red look alike');
});
