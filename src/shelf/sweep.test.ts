import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { addMotifs, apply, motifOf, newProject, type Project } from '../core';
import {
  claimAssets,
  editBolt,
  hasAsset,
  listSnapshots,
  putAsset,
  readAsset,
  removeBolt,
  removeSnapshot,
  sweepAssets,
  writeBolt,
  writeSnapshot,
} from '.';
import { withDb } from './db';

const DAY = 86_400_000;
const picture = (n: number) => n.toString(16).padStart(64, '0');
const blob = (text: string) => new Blob([text]);
const naming = (asset: string) =>
  addMotifs([motifOf({ id: asset, name: 'M', asset, width: 3, height: 3, ppi: 300 })]);
const withPicture = (id: string, asset: string): Project => apply(newProject(id, id), naming(asset));

beforeEach(async () => {
  await withDb((db) => db.clear('assets'));
});
afterEach(() => {
  vi.useRealTimers();
});

test('a sweep in one window while another puts pictures and then names them: all of them stay', async () => {
  await writeBolt(newProject('race', 'Race'), []);
  const ids = Array.from({ length: 12 }, (_, n) => picture(n));
  const busy = { now: true };
  const otherWindow = (async () => {
    let swept = 0;
    while (busy.now) swept += (await sweepAssets()).count;
    return swept;
  })();
  for (const asset of ids) {
    await putAsset(asset, blob(asset));
    await editBolt('race', naming(asset));
  }
  busy.now = false;
  expect(await otherWindow).toBe(0);
  for (const asset of ids) expect(new TextDecoder().decode(await readAsset(asset))).toBe(asset);
  await removeBolt('race');
});

test('a picture that was put but never named goes after a day; a named one stays; one claimed again gets another day', async () => {
  vi.useFakeTimers({ toFake: ['Date'] });
  const [named, unnamed, claimed] = [100, 101, 102].map(picture);
  for (const asset of [named, unnamed, claimed]) await putAsset(asset, blob('ten bytes!'));
  await writeBolt(withPicture('keeps', named), []);
  vi.setSystemTime(Date.now() + DAY - 1);
  expect((await sweepAssets()).count).toBe(0);
  expect(await claimAssets([claimed])).toBe(true);
  expect(await claimAssets([claimed, picture(999)])).toBe(false);
  vi.setSystemTime(Date.now() + 2);
  expect(await sweepAssets()).toEqual({ count: 1, bytes: 10 });
  expect([await hasAsset(named), await hasAsset(unnamed), await hasAsset(claimed)]).toEqual([
    true,
    false,
    true,
  ]);
  vi.setSystemTime(Date.now() + DAY);
  await sweepAssets();
  expect([await hasAsset(named), await hasAsset(claimed)]).toEqual([true, false]);
});

test('a bolt begun from a snapshot keeps its pictures, though the snapshot is removed and swept for at that moment', async () => {
  vi.useFakeTimers({ toFake: ['Date'] });
  const asset = picture(200);
  await putAsset(asset, blob('art'));
  const project = withPicture('old', asset);
  await writeBolt(newProject('old', 'Old'), []);
  await writeSnapshot({ id: 's', bolt: 'old', name: 'State 1', at: new Date().toISOString(), project });
  vi.setSystemTime(Date.now() + 2 * DAY);
  const [state] = await listSnapshots('old');
  await Promise.all([
    writeBolt({ ...state.project, id: 'branch' }, []),
    removeSnapshot('s').then(() => sweepAssets()),
  ]);
  expect(await hasAsset(asset)).toBe(true);
  await removeBolt('branch');
  vi.setSystemTime(Date.now() + 2 * DAY);
  await sweepAssets();
  expect(await hasAsset(asset)).toBe(false);
});
