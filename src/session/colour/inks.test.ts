import { beforeEach, expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';
import {
  addPlacements,
  apply,
  mergeInks,
  motifOf,
  newProject,
  type Project,
  paint,
  type Rgb,
  setInks,
  setPlacements,
} from '../../core';
import { session } from '../kernel';

type Asked = { inkOf: number[][]; arts: string[] };
const measured: Asked[] = [];
let found: { inks: { rgb: Rgb; share: number }[]; flat: boolean };
let two: [Rgb, Rgb] | null = null;
let parted: number[] = [];
vi.mock('../../engine', () => ({
  Stopped: class extends Error {},
  inksOnCloth: async (request: { arts: { motif: string }[] }, inkOf: number[][]) => {
    measured.push({ inkOf, arts: request.arts.map((a) => a.motif) });
    await new Promise((r) => setTimeout(r, 2));
    return { shares: [0.8, 0.2], touches: [{ a: 0, b: 1, share: 1 }] };
  },
  palette: async () => found,
  splitColours: async (_: unknown, __: Rgb[], which: number[]) => {
    parted = which;
    return two;
  },
}));
vi.mock('../../shelf', () => ({ readAsset: async () => new Uint8Array() }));
const { useBolt } = await import('../bolt/bolt');
const { forgetInks, partInk, takeInks, useInks, wantInks } = await import('./inks');

const now = () => useBolt.getState().project as Project;
const INKS: Rgb[] = [
  [30, 40, 70],
  [190, 70, 50],
  [90, 158, 156],
];

beforeEach(() => {
  let n = 0;
  const motif = motifOf({ id: 'k', name: 'Kite', asset: 'a'.repeat(64), width: 30, height: 30, ppi: 300 });
  const laid = (id: string, x: number) => ({ id, motif: 'k', x, y: 9, angle: 0, scale: 1, mirror: false });
  const inked = apply(
    { ...newProject(`${Math.random()}`, 'P'), motifs: [motif] },
    setInks(INKS, () => `i${n++}`),
  );
  useBolt.setState({ project: apply(inked, addPlacements([laid('a', 9), laid('b', 40)])), log: [] });
  measured.length = 0;
  found = { inks: [{ rgb: [1, 2, 3], share: 1 }], flat: true };
});

test('inks are measured anew when they or the cloth change, not when colours do; the newest wish wins', async () => {
  wantInks(now());
  await soon(() => expect(useInks.getState().onCloth?.shares).toEqual([0.8, 0.2, 0, 0]));
  wantInks(
    apply(
      now(),
      paint('base', ['#ffffff', ...now().colourways[0].colours.slice(1)], () => 'n'),
    ),
  );
  expect(measured).toHaveLength(1);
  expect(measured[0]).toEqual({ arts: ['k'], inkOf: [[1, 2, 3]] });
  const other = apply(now(), setPlacements({ a: { inkOverrides: { i0: 'i1' } } }));
  wantInks(other);
  wantInks(apply(other, mergeInks(3, 2)));
  wantInks(apply(other, mergeInks(2, 1)));
  await soon(() => expect(measured).toHaveLength(3));
  // Madder went into the line: both are ink 1 now, the sea is ink 2, and no ink stands in for another any more.
  expect(measured[2]).toEqual({ arts: ['k'], inkOf: [[1, 1, 2]] });
});

test('an empty cloth, or another bolt, has no figures of the last one, and is measured anew', async () => {
  wantInks(now());
  await soon(() => expect(useInks.getState().onCloth).not.toBeNull());
  forgetInks();
  expect(useInks.getState().onCloth).toBeNull();
  wantInks(now());
  await soon(() => expect(measured).toHaveLength(2));
});

test('a motif in other inks is measured in those', async () => {
  wantInks(apply(now(), setPlacements({ a: { inkOverrides: { i0: 'i1', i2: 'ground' } } })));
  await soon(() => expect(measured).toHaveLength(1));
  expect(measured[0].arts).toHaveLength(2);
  expect(measured[0].inkOf).toEqual([
    [1, 2, 3],
    [2, 2, 0],
  ]);
});

test('what was found is said: fewer than asked, flat or varied, none at all', async () => {
  expect(await takeInks(session(), now(), undefined)).toBe('1 ink found. The art is flat.');
  expect(
    now()
      .inks.map((i) => i.hex)
      .slice(1),
  ).toEqual(['#010203']);
  expect(useBolt.getState().log[0].text).toContain('taken from the art');
  found = { ...found, flat: false };
  expect(await takeInks(session(), now(), 5)).toMatch(
    /fewer than 5: the art shows no more.*varies within its inks/,
  );
  found = { inks: [], flat: false };
  const before = now();
  await expect(takeInks(session(), before, undefined)).rejects.toThrow(/No solid colour/);
  expect(now()).toBe(before);
});

test('an ink is parted by its own colours; an even one cannot be, and nothing changes', async () => {
  useBolt.setState({ project: apply(now(), mergeInks(3, 2)) });
  two = null;
  await expect(partInk(session(), now(), 2)).rejects.toThrow(/Ink 2 is one even colour/);
  expect(parted).toEqual([1, 2]);
  two = [INKS[1], INKS[2]];
  expect(await partInk(session(), now(), 2)).toBe('Ink 2 was parted in two.');
  expect(
    now()
      .inks.map((i) => i.hex)
      .slice(1),
  ).toEqual(['#1e2846', '#be4632', '#5a9e9c']);
});
