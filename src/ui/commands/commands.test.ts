import { expect, test, vi } from 'vitest';

vi.mock('@/engine', () => ({ Stopped: class extends Error {} }));
vi.stubGlobal('OffscreenCanvas', class {});
const { apply, addMotifs, addPlacements, motifOf, newProject } = await import('@/core');
const { useBolt } = await import('@/session/bolt/bolt');
const { useView } = await import('@/session/cloth/view');
const { COMMANDS, keysText, press, pressed, withKey } = await import('./commands');

const motif = motifOf({ id: 'm', name: 'm', asset: 'a'.repeat(64), width: 90, height: 90, ppi: 300 });
const project = apply(
  newProject('p', 'P'),
  addMotifs([motif]),
  addPlacements(
    ['a', 'b'].map((id, n) => ({ id, motif: 'm', x: 40 + 60 * n, y: 40, angle: 0, scale: 1, mirror: false })),
  ),
);
const key = (key: string, more: Partial<KeyboardEvent> = {}) =>
  pressed({ key, shiftKey: false, ctrlKey: false, metaKey: false, ...more });
const act = (k: string) => {
  const now = useBolt.getState().project;
  return now !== null && press(k, { project: now, help() {}, tell() {} });
};
const open = () => {
  useBolt.setState({ project, past: [], future: [] });
  useView.setState({ selected: [], origin: { x: 0, y: 0 }, zoom: 1 });
};

test('a key is known by its letter, with or without capitals; Shift is told by itself but for signs', () => {
  expect(key('n')).toBe('N');
  expect(key('N')).toBe('N');
  expect(key('N', { shiftKey: true })).toBe('Shift+N');
  expect(key('?', { shiftKey: true })).toBe('?');
  expect(key('ArrowLeft', { shiftKey: true })).toBe('Shift+ArrowLeft');
  expect(key('z', { metaKey: true, shiftKey: true })).toBe('Ctrl+Shift+Z');
});

test('arrows move what is in hand, or else the view; keys that mean nothing are left to the browser', () => {
  open();
  expect(act('ArrowRight')).toBe(true);
  expect(useView.getState().origin.x).toBe(60);
  useView.setState({ selected: ['a'] });
  expect(act('Shift+ArrowRight')).toBe(true);
  expect(useBolt.getState().project?.placements[0].x).toBe(41);
  expect(useView.getState().origin.x).toBe(60);
  expect(act('Q')).toBe(false);
  expect(act('Ctrl+C')).toBe(false);
  useView.setState({ selected: [] });
  expect(act('M')).toBe(false);
});

test('the next and the one before go round; what is taken off is one step', () => {
  open();
  act('N');
  expect(useView.getState().selected).toEqual(['a']);
  act('Shift+N');
  expect(useView.getState().selected).toEqual(['b']);
  act('Delete');
  expect(useBolt.getState().project?.placements.map((p) => p.id)).toEqual(['a']);
  expect(useBolt.getState().past.map((s) => s.label)).toEqual(['Taken off']);
  act('Ctrl+Z');
  expect(useBolt.getState().project).toEqual(project);
});

test('no two commands that always act have one key; the list and the tooltips say the keys there are', () => {
  const taken = COMMANDS.flatMap((c) => c.keys.map((k) => [k, c.id]));
  const twice = taken.filter(([k], n) => taken.findIndex(([other]) => other === k) !== n);
  expect(twice.map(([, id]) => id)).toEqual(['move-view', 'move-view', 'move-view', 'move-view']);
  const line = (id: string) => COMMANDS.flatMap((c) => (c.id === id ? [keysText(c)] : []));
  expect([...line('next-motif'), ...line('redo'), ...line('zoom')]).toEqual(['N, Shift N', 'Ctrl Y', '+, -']);
  expect(withKey('Before and after', 'before')).toBe('Before and after (B)');
});
