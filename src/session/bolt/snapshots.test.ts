import 'fake-indexeddb/auto';
import { beforeEach, expect, test, vi } from 'vitest';
import {
  addMotifs,
  addPlacement,
  apply,
  motifOf,
  newProject,
  removePlacements,
  rename,
  setLayout,
} from '../../core';
import { listSnapshots, removeBolt, writeBolt } from '../../shelf';
import { session } from '../kernel';
import { edit, undo, useBolt } from './bolt';
import {
  blink,
  dropSnapshot,
  goBack,
  openSnapshots,
  renameSnapshot,
  sideOf,
  takeSnapshot,
  useSnapshots,
} from './snapshots';

const motif = motifOf({ id: 'm', name: 'Kite', asset: 'a'.repeat(64), width: 60, height: 30, ppi: 300 });
const laid = { id: 'a', motif: 'm', x: 5, y: 6, angle: 0, scale: 1, mirror: false };
let bolt = 0;

beforeEach(async () => {
  const project = apply(apply(newProject(`bolt${bolt++}`, 'Bolt'), addMotifs([motif])), addPlacement(laid));
  useBolt.setState({ project, log: [] });
  useBolt.setState({ past: [], future: [] });
  await writeBolt(project, []);
  await openSnapshots(session(), project.id);
});
const now = () => useBolt.getState().project;
const names = () => useSnapshots.getState().list.map((s) => s.name);

test('states are numbered or named, and are there when the bolt is opened again', async () => {
  await takeSnapshot(session());
  await takeSnapshot(session(), '  With a hero ');
  const third = await takeSnapshot(session());
  expect(names()).toEqual(['State 1', 'With a hero', 'State 2']);
  if (third) await renameSnapshot(session(), third, 'Sent to the mill');
  await openSnapshots(session(), now()?.id ?? '');
  expect(names()).toEqual(['State 1', 'With a hero', 'Sent to the mill']);
  await openSnapshots(session(), 'another');
  expect(names()).toEqual([]);
});

test('going back is one step that can be undone; layout and placements come back, the name of the bolt stays', async () => {
  const was = now();
  const state = await takeSnapshot(session());
  edit(session(), setLayout({ kind: 'brick', drop: { p: 1, q: 3 } }));
  edit(session(), removePlacements(['a']));
  edit(session(), rename('Renamed'));
  const before = now();
  if (state) goBack(session(), state);
  expect(now()).toEqual({ ...was, name: 'Renamed' });
  undo();
  expect(now()).toEqual(before);
});

test('blinking shows the last state and the work by turns; a dropped state ends the comparison and can be put back', async () => {
  expect(blink()).toBe(false);
  const state = await takeSnapshot(session());
  const was = now();
  edit(session(), removePlacements(['a']));
  expect(blink()).toBe(true);
  const { compare } = useSnapshots.getState();
  expect(compare?.shows).toBe('a');
  expect(sideOf(compare?.a ?? null)).toEqual(was);
  blink();
  expect(useSnapshots.getState().compare?.shows).toBe('b');
  expect(sideOf(null)).toBe(now());
  const putBack = state && (await dropSnapshot(session(), state));
  expect(useSnapshots.getState().compare).toBeNull();
  expect(await listSnapshots(now()?.id ?? '')).toEqual([]);
  await putBack?.();
  expect(await listSnapshots(now()?.id ?? '')).toEqual([state]);
});

test('a bolt that is thrown away takes its states along; a state that cannot be kept says so', async () => {
  const id = now()?.id ?? '';
  const state = await takeSnapshot(session());
  expect(await listSnapshots(id)).toEqual([state]);
  const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  expect(await takeSnapshot(session())).toBeNull();
  put.mockRestore();
  expect(useBolt.getState().refused?.text).toMatch(/was not kept/);
  expect(useSnapshots.getState().list).toHaveLength(1);
  await removeBolt(id);
  expect(await listSnapshots(id)).toEqual([]);
});
