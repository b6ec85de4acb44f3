import { expect, test } from 'vitest';
import {
  addColourways,
  addPlacements,
  apply,
  artKey,
  dropPoll,
  inkedArts,
  keepPoll,
  mergeInks,
  motifOf,
  moveColourway,
  moveInk,
  newColourway,
  newProject,
  type Project,
  paint,
  projectSchema,
  removeColourway,
  scenePlacements,
  setColourway,
  setInks,
  setPlacements,
  splitInk,
} from '..';

let n = 0;
const id = () => `id${n++}`;
const GROUND = '#f4ecdc';
const [LINE, RED, SEA] = ['#1e2846', '#be4632', '#5a9e9c'];

/** A bolt of three inks and two colourways, with one motif laid twice. */
function bolt(): Project {
  n = 0;
  let p = newProject('p', 'P');
  p = {
    ...p,
    motifs: [motifOf({ id: 'kite', name: 'Kite', asset: 'a'.repeat(64), width: 9, height: 9, ppi: 90 })],
  };
  p = apply(
    p,
    setInks(
      [
        [30, 40, 70],
        [190, 70, 50],
        [90, 158, 156],
      ],
      id,
    ),
  );
  p = apply(p, addColourways([newColourway('dusk', 'Dusk', ['#221a2b', '#f0dcc0', '#c2505a', '#7b6fae'])]));
  const laid = (at: string, x: number) => ({
    id: at,
    motif: 'kite',
    x,
    y: 9,
    angle: 0,
    scale: 1,
    mirror: false,
  });
  return apply(p, addPlacements([laid('a', 9), laid('b', 40)]));
}
const colours = (p: Project, at = 1) => p.colourways[at].colours;
const names = (p: Project) => p.inks.map((i) => i.name);

test('new inks keep names and colours of the inks that were there; colourways stay whole', () => {
  const again = apply(
    bolt(),
    setInks(
      [
        [192, 72, 50],
        [240, 220, 60],
        [31, 40, 70],
      ],
      id,
    ),
  );
  expect(names(again)).toEqual(['Ground', 'Ink 2', 'Ink 4', 'Ink 1']);
  expect(colours(again)).toEqual(['#221a2b', '#c2505a', '#f0dc3c', '#f0dcc0']);
  expect(colours(again, 0).slice(1)).toEqual(['#c04832', '#f0dc3c', '#1f2846']);
  expect(projectSchema.safeParse(again).success).toBe(true);
});

test('the first colourway keeps its inks: changed, they make a colourway of their own; its ground may change', () => {
  const p = bolt();
  const [ground, ...inks] = colours(p, 0);
  const grounded = apply(p, paint('base', ['#ffffff', ...inks], id));
  expect(grounded.colourways).toHaveLength(2);
  expect(colours(grounded, 0)[0]).toBe('#ffffff');
  const branched = apply(
    p,
    paint('base', [ground, '#000000', ...inks.slice(1)], () => 'fresh'),
  );
  expect(colours(branched, 0)).toEqual([ground, ...inks]);
  expect(branched.colourways[2]).toMatchObject({ id: 'fresh', name: 'First colourway 2' });
  expect(branched.shown).toBe('fresh');
  expect(apply(p, paint('dusk', [GROUND, LINE, RED, SEA], id)).colourways).toHaveLength(2);
  expect(() => apply(p, paint('dusk', ['red', LINE, RED, SEA], id))).toThrow();
});

test('colourways are put in order and taken away; the first stays first and stays', () => {
  let p = apply(bolt(), addColourways([newColourway('lull', 'Dusk', [GROUND, LINE, RED, SEA])]));
  expect(p.colourways.map((c) => c.name)).toEqual(['First colourway', 'Dusk', 'Dusk 2']);
  p = apply(p, moveColourway('lull', 1));
  expect(p.colourways.map((c) => c.id)).toEqual(['base', 'lull', 'dusk']);
  expect(apply(p, moveColourway('lull', 0))).toEqual(p);
  expect(apply(p, moveColourway('base', 1))).toEqual(p);
  expect(apply(p, removeColourway('base'))).toEqual(p);
  expect(apply(p, removeColourway('lull')).shown).toBe('base');
});

test('inks merged: their part of the art is printed with the other, locks and inks in place of others follow, split brings one back', () => {
  let p = apply(bolt(), setColourway('dusk', { locked: [bolt().inks[2].id] }));
  const [, line, red, sea] = p.inks;
  p = apply(
    p,
    setPlacements({
      a: { inkOverrides: { [line.id]: red.id, [red.id]: sea.id } },
      b: { inkOverrides: { [red.id]: sea.id } },
    }),
  );
  const merged = apply(p, mergeInks(2, 3));
  expect(names(merged)).toEqual(['Ground', 'Ink 1', 'Ink 3']);
  expect(merged.inks[2]).toMatchObject({ hex: SEA, also: [RED] });
  expect(colours(merged)).toEqual(['#221a2b', '#f0dcc0', '#7b6fae']);
  expect(merged.colourways[1].locked).toEqual([]);
  expect(merged.placements[0].inkOverrides).toEqual({ [line.id]: sea.id });
  expect(merged.placements[1].inkOverrides).toBeUndefined();
  expect(() => apply(p, mergeInks(0, 1))).toThrow(/ground/);

  const split = apply(
    merged,
    splitInk(
      2,
      [
        [90, 158, 156],
        [190, 70, 50],
      ],
      id,
    ),
  );
  expect(split.inks.map((i) => i.hex).slice(1)).toEqual([LINE, SEA, RED]);
  expect(split.inks[2].also).toEqual([]);
  expect(colours(split)).toEqual(['#221a2b', '#f0dcc0', '#7b6fae', '#7b6fae']);
  expect(projectSchema.safeParse(split).success).toBe(true);
});

test('another printing order takes the colours of every colourway along', () => {
  const p = apply(bolt(), moveInk(3, 1));
  expect(names(p)).toEqual(['Ground', 'Ink 3', 'Ink 1', 'Ink 2']);
  expect(colours(p)).toEqual(['#221a2b', '#7b6fae', '#f0dcc0', '#c2505a']);
  expect(apply(p, moveInk(0, 2))).toEqual(p);
  expect(apply(p, moveInk(1, 9))).toEqual(p);
});

test('a placement in other inks has art of its own; the rest share the motif', () => {
  let p = bolt();
  const [, line, red] = p.inks;
  expect(inkedArts(p)).toEqual([{ key: 'kite', motif: 'kite', inkOf: [0, 1, 2, 3] }]);
  p = apply(p, setPlacements({ a: { inkOverrides: { [line.id]: red.id } } }));
  const key = artKey(p.placements[0]);
  expect(inkedArts(p)[1]).toEqual({ key, motif: 'kite', inkOf: [0, 2, 2, 3] });
  expect(scenePlacements(p).map((q) => q.art)).toEqual([key, undefined]);
  const same = { motif: 'kite', inkOverrides: { b: 'c', a: 'd' } };
  expect(artKey(same)).toBe(artKey({ ...same, inkOverrides: { a: 'd', b: 'c' } }));
  expect(
    apply(p, setPlacements({ a: { inkOverrides: undefined } })).placements[0].inkOverrides,
  ).toBeUndefined();
});

test('votes are kept, written over and dropped; a colourway that goes takes its votes along', () => {
  const poll = { id: 'v', title: 'Fair', at: '2026-11-25T10:00:00.000Z', counts: { base: 3, dusk: 5 } };
  let p = apply(bolt(), keepPoll(poll));
  p = apply(p, keepPoll({ ...poll, counts: { base: 4, dusk: 5 } }));
  expect(p.polls).toHaveLength(1);
  expect(apply(p, removeColourway('dusk')).polls[0].counts).toEqual({ base: 4 });
  expect(apply(p, dropPoll('v')).polls).toEqual([]);
  expect(() => apply(p, keepPoll({ ...poll, id: 'w', counts: { base: -1 } }))).toThrow();
});
