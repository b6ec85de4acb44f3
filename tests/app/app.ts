import { afterAll, test as base, beforeAll } from 'vitest';
import { useChecks } from '../../src/session/check';
import { withDb } from '../../src/shelf/db';
import { SMALL } from '../demo';
import { onScreen, stepsWith } from '../steps';
import { expect } from './expect';
import { Page } from './page';
import { checking } from './worker';

/** For a file of tests that are not about what the check finds: after an edit it gives no answer. */
export function withoutChecks() {
  beforeAll(() => {
    checking.on = false;
  });
  afterAll(() => {
    checking.on = true;
  });
}

export { DEMO, LAID, laidOf, SMALL } from '../demo';
export { expect, onScreen, type Page };

/** Every test begins with a new page and an empty shelf, and leaves neither. */
export const test = base.extend<{ page: Page }>({
  // biome-ignore lint/correctness/noEmptyPattern: vitest wants to see what a fixture takes.
  page: async ({}, use) => {
    await clear();
    getSelection()?.removeAllRanges();
    const page = new Page();
    await use(page);
    await page.leave();
  },
});

export const { saved, fill, pick, kept, onShelf, openKept, finest } = stepsWith((spot) => expect(spot));

/** Waits until a picture differs from an earlier one, which it must. */
export const differs = (now: () => Promise<Buffer>, before: Buffer) =>
  expect.poll(async () => Buffer.compare(before, await now())).not.toBe(0);

const STORES = [
  'heads',
  'bolts',
  'history',
  'log',
  'thumbnails',
  'assets',
  'settings',
  'snapshots',
  'derived',
] as const;
type Records = [store: (typeof STORES)[number], key: IDBValidKey, value: unknown][];

const clear = () =>
  withDb(async (db) => {
    const tx = db.transaction(STORES, 'readwrite');
    await Promise.all(STORES.map((name) => tx.objectStore(name).clear()));
  });

/** The shelf as it is once the demo bolt was opened, drawn and looked over: kept by the process for all its tests. */
let warm: Records | undefined;

const takeShelf = () =>
  withDb(async (db) => {
    const records: Records = [];
    for (const name of STORES) {
      const [keys, values] = await Promise.all([db.getAllKeys(name), db.getAll(name)]);
      for (const [n, key] of keys.entries()) records.push([name, key as IDBValidKey, values[n]]);
    }
    return records;
  });

const layShelf = (records: Records) =>
  withDb(async (db) => {
    const tx = db.transaction(STORES, 'readwrite');
    for (const [name, key, value] of records) {
      const store = tx.objectStore(name);
      void store.put(value as never, (store.keyPath === null ? key : undefined) as never);
    }
    await tx.done;
  });

/** Waits until the bolt was looked over, every line measured. */
export const lookedOver = () => expect.poll(() => useChecks.getState().report?.linesLeft).toBe(0);

/** Opens the demo bolt, as it is when it was opened before, and waits until it was looked over. */
export async function openDemo(page: Page) {
  const looked = page.getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at)/ });
  if (!warm) {
    const { on } = checking;
    checking.on = true;
    await page.goto('/');
    await page.getByRole('link', { name: 'Open Kite Weather' }).click();
    await expect(looked).toBeVisible();
    // What was drawn and found is kept once all has come to rest.
    await expect
      .poll(() => withDb(async (db) => (await db.get('derived', ['kite-weather', 'check']))?.value))
      .toMatchObject({ report: { linesLeft: 0 } });
    warm = await takeShelf();
    checking.on = on;
    return;
  }
  await layShelf(warm);
  await page.goto('/bolt/kite-weather');
  await expect(page.getByTestId('cloth')).toBeVisible();
  await expect(looked).toBeVisible();
}

/** Opens the demo bolt with only its fillers. */
export async function openSmallDemo(page: Page) {
  await openDemo(page);
  await openKept(page, SMALL);
}
