import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';

/** Where the shelf of a run lies, as it is when the demo bolt was opened once: tests begin from it. */
const FILE = 'HEXAPLEX_SHELF';

/** Keeps all that the page's origin has in its database for the tests of this run; what is no JSON is told by its kind. */
export async function keepShelf(page: Page) {
  const text = await page.evaluate(async () => {
    const base64 = async (blob: Blob) =>
      new Promise<string>((resolve) => {
        const reader = new FileReader();
        reader.onload = () => resolve(String(reader.result).split(',')[1] ?? '');
        reader.readAsDataURL(blob);
      });
    const told = async (v: unknown): Promise<unknown> => {
      if (v instanceof Blob) return { is: 'blob', type: v.type, bytes: await base64(v) };
      if (v instanceof Map) return { is: 'map', of: await told([...v]) };
      if (ArrayBuffer.isView(v))
        return { is: v.constructor.name, bytes: await base64(new Blob([v as Uint8Array<ArrayBuffer>])) };
      if (Array.isArray(v)) return Promise.all(v.map(told));
      if (typeof v === 'number' && !Number.isFinite(v)) return { is: 'number', text: String(v) };
      if (v === null || typeof v !== 'object') return v;
      const entries = await Promise.all(Object.entries(v).map(async ([k, x]) => [k, await told(x)] as const));
      return { is: 'object', of: Object.fromEntries(entries) };
    };
    const answer = <T>(ask: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        ask.onsuccess = () => resolve(ask.result);
        ask.onerror = () => reject(ask.error);
      });
    const db = await answer(indexedDB.open('hexaplex'));
    const stores = await Promise.all(
      Array.from(db.objectStoreNames, async (name) => {
        const store = db.transaction(name).objectStore(name);
        const [keys, values] = await Promise.all([answer(store.getAllKeys()), answer(store.getAll())]);
        const indexes = Array.from(store.indexNames, (i) => ({ name: i, on: store.index(i).keyPath }));
        return { name, on: store.keyPath, indexes, keys, values: await told(values) };
      }),
    );
    return JSON.stringify({ version: db.version, stores });
  });
  process.env[FILE] = join(mkdtempSync(join(tmpdir(), 'hexaplex-')), 'shelf.json');
  writeFileSync(process.env[FILE], text);
}

let kept: string | undefined;
/** A database beside the program's own, in which a profile has that shelf at hand. */
export const WARM = 'kept-for-tests';

/** Puts that shelf where a page will find it when it opens. */
export async function layShelf(page: Page) {
  await page.goto('/icon.svg');
  const has = async (name: string) => (await indexedDB.databases()).some((d) => d.name === name);
  if (!(await page.evaluate(has, WARM))) {
    kept ??= readFileSync(process.env[FILE] ?? '', 'utf8');
    await page.evaluate(unpack, { name: WARM, text: kept });
  }
  await page.evaluate(copy, { from: WARM, to: 'hexaplex' });
}

/** Makes a database of one as it was told. */
async function unpack({ name, text }: { name: string; text: string }) {
  type Told = { is: string; of: never; bytes: string; type: string; text: string };
  const bytesOf = (base64: string) => {
    const text = atob(base64);
    const out = new Uint8Array(text.length);
    for (let i = 0; i < text.length; i++) out[i] = text.charCodeAt(i);
    return out;
  };
  const made = (v: unknown): unknown => {
    if (Array.isArray(v)) return v.map(made);
    if (v === null || typeof v !== 'object') return v;
    const { is, of, bytes, type, text: number } = v as Told;
    if (is === 'blob') return new Blob([bytesOf(bytes)], { type });
    if (is === 'map') return new Map(made(of) as [unknown, unknown][]);
    if (is === 'number') return Number(number);
    if (is === 'object') return Object.fromEntries(Object.entries(of).map(([k, x]) => [k, made(x)]));
    const kind = (globalThis as unknown as Record<string, new (b: ArrayBuffer) => unknown>)[is];
    return new kind(bytesOf(bytes).buffer);
  };
  const { version, stores } = JSON.parse(text);
  const ask = indexedDB.open(name, version);
  ask.onupgradeneeded = () => {
    for (const { name: called, on, indexes } of stores) {
      const store = ask.result.createObjectStore(called, on === null ? undefined : { keyPath: on });
      for (const index of indexes) store.createIndex(index.name, index.on);
    }
  };
  const db = await new Promise<IDBDatabase>((resolve, reject) => {
    ask.onsuccess = () => resolve(ask.result);
    ask.onerror = () => reject(ask.error);
  });
  const tx = db.transaction(
    stores.map((s: { name: string }) => s.name),
    'readwrite',
  );
  for (const { name: called, on, keys, values } of stores) {
    for (const [n, value] of (made(values) as unknown[]).entries()) {
      tx.objectStore(called).put(value, on === null ? keys[n] : undefined);
    }
  }
  await new Promise<void>((resolve, reject) => {
    tx.oncomplete = () => resolve();
    tx.onabort = () => reject(tx.error);
  });
  db.close();
}

/** Makes a database like another. */
async function copy({ from, to }: { from: string; to: string }) {
  const answer = <T>(ask: IDBRequest<T>) =>
    new Promise<T>((resolve, reject) => {
      ask.onsuccess = () => resolve(ask.result);
      ask.onerror = () => reject(ask.error);
    });
  const warm = await answer(indexedDB.open(from));
  const names = Array.from(warm.objectStoreNames);
  const reading = warm.transaction(names);
  const stores = await Promise.all(
    names.map(async (name) => {
      const store = reading.objectStore(name);
      const indexes = Array.from(store.indexNames, (i) => ({ name: i, on: store.index(i).keyPath }));
      const [keys, values] = await Promise.all([answer(store.getAllKeys()), answer(store.getAll())]);
      return { name, on: store.keyPath, indexes, keys, values };
    }),
  );
  const ask = indexedDB.open(to, warm.version);
  ask.onupgradeneeded = () => {
    for (const { name, on, indexes } of stores) {
      const store = ask.result.createObjectStore(name, on === null ? undefined : { keyPath: on });
      for (const index of indexes) store.createIndex(index.name, index.on);
    }
  };
  const db = await answer(ask);
  const writing = db.transaction(names, 'readwrite');
  for (const { name, on, keys, values } of stores)
    for (const [n, value] of values.entries())
      writing.objectStore(name).put(value, on === null ? keys[n] : undefined);
  await new Promise<void>((resolve, reject) => {
    writing.oncomplete = () => resolve();
    writing.onabort = () => reject(writing.error);
  });
  db.close();
  warm.close();
}
