import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { openDB } from 'idb';
import { expect, test } from 'vitest';
import { openProject } from '../core';
import { listBolts, readAsset, readBolt, readSetting } from '.';
import { listSnapshots } from './snapshots';

test('a shelf of the second version comes over whole: documents, logs, thumbnails, snapshots, pictures, settings', async () => {
  const old = await openDB('hexaplex', 2, {
    upgrade(d) {
      d.createObjectStore('bolts', { keyPath: 'id' });
      d.createObjectStore('assets');
      d.createObjectStore('settings');
      d.createObjectStore('snapshots', { keyPath: 'id' }).createIndex('bolt', 'bolt');
    },
  });
  const doc = JSON.parse(readFileSync('tests/fixtures/projects/version-2.json', 'utf8'));
  const changed = '2026-11-20T10:00:00.000Z';
  const log = ['Begun.', 'Sent.'].map((text) => ({ at: changed, kind: 'created', text }));
  await old.put('bolts', { id: doc.id, project: doc, log, changed, strip: new Blob(['cloth']) });
  await old.put('bolts', { id: 'odd', project: { name: 'Odd' }, log: [], changed });
  await old.put('snapshots', { id: 's', bolt: doc.id, name: 'State 1', at: changed, project: doc });
  await old.put('assets', new Blob(['art']), 'a'.repeat(64));
  await old.put('settings', 4.2, 'pxPerMm');
  old.close();

  const [first, second] = await listBolts();
  expect([first.name, second.name].sort()).toEqual([doc.name, 'Odd'].sort());
  expect((await listBolts()).find((b) => b.id === doc.id)).toMatchObject({
    changed,
    layout: doc.layout.kind,
  });
  const bolt = await readBolt(doc.id);
  expect(bolt?.project).toEqual(openProject(doc));
  expect(bolt?.log.map((l) => l.text)).toEqual(['Begun.', 'Sent.']);
  expect((await listBolts()).find((b) => b.id === doc.id)?.thumbnail).toBeDefined();
  await expect(readBolt('odd')).rejects.toThrow('not in order');
  expect((await listSnapshots(doc.id)).map((s) => s.project)).toEqual([openProject(doc)]);
  expect(new TextDecoder().decode(await readAsset('a'.repeat(64)))).toBe('art');
  expect(await readSetting('pxPerMm')).toBe(4.2);
});
