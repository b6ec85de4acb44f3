import { beforeEach, expect, test, vi } from 'vitest';
import {
  addColourways,
  apply,
  newColourway,
  newProject,
  type Project,
  rename,
  setInks,
  showColourway,
  shownColourway,
} from '../../core';
import { session } from '../kernel';

vi.mock('../../shelf', () => ({}));
const { edit, undo, useBolt } = await import('../bolt/bolt');
const { dropTrial, inColours, keepTrial, trialOf, tryColours, useTrial } = await import('./trial');
const { sideInWay, sideName, sideOf } = await import('../bolt/snapshots');

const now = () => useBolt.getState().project as Project;
const names = () => now().colourways.map((c) => c.name);
const DARK = ['#111111', '#eeeeee'];

beforeEach(() => {
  const inked = apply(
    newProject('p', 'P'),
    setInks([[190, 70, 50]], () => 'ink'),
  );
  const project = apply(inked, addColourways([newColourway('dusk', 'Dusk', ['#221a2b', '#f0dcc0'])]));
  useBolt.setState({ project, log: [] });
  useBolt.setState({ past: [], future: [] });
  dropTrial();
});

test('what is tried is seen and not yet kept; dropped, all is as it was', () => {
  const before = now();
  tryColours(DARK, 'Dusk, darker');
  expect(trialOf(now())?.colours).toBe(DARK);
  const seen = inColours(now(), DARK);
  expect(shownColourway(seen).colours).toEqual(DARK);
  expect(inColours(now(), DARK)).toBe(seen);
  expect(seen.colourways[0]).toBe(before.colourways[0]);
  expect(now()).toBe(before);
  dropTrial();
  expect(trialOf(now())).toBeNull();
});

test('kept as a colourway of its own, shown, one step for undo, told in the log', () => {
  tryColours(DARK, 'Dusk');
  keepTrial('new');
  expect(names()).toEqual(['First colourway', 'Dusk', 'Dusk 2']);
  expect(shownColourway(now()).colours).toEqual(DARK);
  expect(useBolt.getState().log[0].text).toBe('Dusk 2 kept.');
  expect(useTrial.getState().trial).toBeNull();
  undo();
  expect(names()).toEqual(['First colourway', 'Dusk']);
});

test('put in the colourway on show; in the first it makes one beside it', () => {
  tryColours(DARK, 'x');
  keepTrial('here');
  expect(now().colourways[1].colours).toEqual(DARK);
  edit(session(), showColourway('base'));
  const base = shownColourway(now()).colours;
  tryColours(DARK, 'x');
  keepTrial('here');
  expect(now().colourways[0].colours).toEqual(base);
  expect(names()).toEqual(['First colourway', 'Dusk', 'First colourway 2']);
});

test('a trial of another state of the work is none: it can be neither seen nor kept', () => {
  tryColours(DARK, 'x');
  edit(session(), rename('Renamed'));
  expect(trialOf(now())).toBeNull();
  const before = now();
  keepTrial('new');
  expect(now()).toBe(before);
});

test('a side of a comparison shows the work in a colourway, by its name; one that is gone shows the work', () => {
  const side = sideInWay('dusk');
  expect(sideOf(side)?.shown).toBe('dusk');
  expect(sideOf(side)).toBe(sideOf(side));
  expect(sideName(side)).toBe('Dusk');
  expect(sideName(null)).toBe('the work as it stands');
  expect(sideOf(sideInWay('gone'))).toBe(now());
  expect(sideName(sideInWay('gone'))).toBe('');
});
