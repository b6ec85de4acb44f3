import 'fake-indexeddb/auto';
import { beforeEach, expect, test } from 'vitest';
import { apply, newProject, rename } from '../core';
import { removeBolt, writeBolt } from '.';
import { withDb } from './db';
import { readDerived, writeDerived } from './derived';
import { Writer } from './writer';

beforeEach(async () => {
  await withDb(async (db) => {
    for (const store of db.objectStoreNames) await db.clear(store);
  });
});

const keep = (id: string, made: [string, unknown][]) =>
  writeDerived(id, made, new Set(made.map(([name]) => name)));

test('what was worked out of a bolt is kept by name, what is not wanted any more goes, and all of it goes with the bolt', async () => {
  for (const id of ['a', 'ab']) await writeBolt(newProject(id, id), []);
  await keep('a', [
    ['check', 1],
    ['sprite m', new Blob(['x'])],
  ]);
  await keep('ab', [['check', 2]]);
  await writeDerived('a', [['check', 3]], new Set(['check']));
  expect([...(await readDerived('a'))]).toEqual([['check', 3]]);
  await removeBolt('a');
  expect((await readDerived('a')).size).toBe(0);
  expect([...(await readDerived('ab'))]).toEqual([['check', 2]]);
  await keep('gone', [['check', 4]]);
  expect((await readDerived('gone')).size).toBe(0);
});

test('of twelve bolts at most: those opened longest ago are let go of', async () => {
  const ids = Array.from({ length: 14 }, (_, n) => `b${n}`);
  for (const id of ids) await writeBolt(newProject(id, id), []);
  for (const id of ids.slice(0, 12)) await keep(id, [['check', id]]);
  for (const id of ['b0', 'b12', 'b13']) await keep(id, [['check', id]]);
  const there = await Promise.all(ids.map(async (id) => (await readDerived(id)).size > 0));
  expect(ids.filter((_, n) => !there[n])).toEqual(['b1', 'b2']);
});

test('where there is no room left, what can be worked out again goes before an edit is told to be unwritten', async () => {
  const project = newProject('a', 'A');
  await writeBolt(project, []);
  await keep('a', [['check', 1]]);
  const put = IDBObjectStore.prototype.put;
  const told: unknown[] = [];
  IDBObjectStore.prototype.put = function (...args) {
    if (this.name === 'heads' && !told.length) {
      told.push('full');
      throw new DOMException('Full.', 'QuotaExceededError');
    }
    return put.apply(this, args);
  };
  try {
    const done = new Promise<void>((resolve) => {
      const writer = new Writer((word) => {
        told.push(word);
        resolve();
      });
      const { id, name, brief } = apply(project, rename('B'));
      const head = { id, name, brief, layout: 'straight' as const, ground: '#fff', changed: '', applied: 0 };
      writer.push(1, { head, put: [], from: 0, to: 0, lines: [] });
    });
    await done;
  } finally {
    IDBObjectStore.prototype.put = put;
  }
  expect(told).toEqual(['full', { written: 1 }]);
  expect((await readDerived('a')).size).toBe(0);
});

test('where storage is cleared in the middle of something it is done again on a new connection, once', async () => {
  const connections: unknown[] = [];
  const cutOff = (times: number) => {
    connections.length = 0;
    return withDb(async (db) => {
      connections.push(db);
      if (connections.length <= times) throw new DOMException('The connection was closed.', 'AbortError');
      return db.name;
    });
  };
  expect(await cutOff(1)).toBe('hexaplex');
  expect(new Set(connections).size).toBe(2);
  await expect(cutOff(2)).rejects.toThrow('The connection was closed.');
});
