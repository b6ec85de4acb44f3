import 'fake-indexeddb/auto';
import { expect, test } from 'vitest';
import { DEFAULT_INTAKE } from '../../core';
import { readAsset, writeSetting } from '../../shelf';
import type { IncomingPage } from './intake';
import { dropDraft, keepDraft, readDraft } from './page-draft';

const page: IncomingPage = {
  kind: 'page',
  type: 'jpeg',
  name: 'Sheet.jpg',
  bytes: new Uint8Array([4, 5, 6]),
  sha256: 'a'.repeat(64),
  width: 9,
  height: 9,
  ppi: null,
  down: null,
  camera: true,
};

test('a page on its way in is kept for its own bolt, with what was marked, until it is dropped', async () => {
  const settings = {
    ...DEFAULT_INTAKE,
    tolerance: 33,
    cuts: [
      [
        { x: 1, y: 2 },
        { x: 3, y: 4 },
      ],
    ] as typeof DEFAULT_INTAKE.cuts,
  };
  await keepDraft('one', page, { ppi: null, settings: DEFAULT_INTAKE });
  await keepDraft('one', page, { ppi: null, settings, replaces: 'm' });
  const seen = await readDraft('one');
  expect(seen).toMatchObject({ name: 'Sheet.jpg', ppi: null, replaces: 'm', settings });
  expect([...(await readAsset(seen?.asset ?? ''))]).toEqual([4, 5, 6]);
  expect(await readDraft('two')).toBeNull();
  await dropDraft('one');
  expect(await readDraft('one')).toBeNull();
});

test('a page that was left stays left, though a write was still under way', async () => {
  void keepDraft('four', { ...page, sha256: 'b'.repeat(64) }, { ppi: 300, settings: DEFAULT_INTAKE });
  await dropDraft('four');
  expect(await readDraft('four')).toBeNull();
});

test('one that is not sound is passed over', async () => {
  await writeSetting('page on its way in, three', { id: 'x', settings: 'torn' });
  expect(await readDraft('three')).toBeNull();
});
