import { readFileSync } from 'node:fs';
import { expect, type Locator, type Page } from '@playwright/test';
import { applyPatches, enablePatches } from 'immer';
import type { Project, Step } from '../../src/core';
import { headOf } from '../../src/shelf/db';
import { test as base } from './one-profile';
import { layShelf } from './warm-shelf';

enablePatches();

/** Every test also holds that nothing was written to the console as an error, policy violations included. */
export const test = base.extend<{ quiet: undefined }>({
  quiet: [
    async ({ page }, use) => {
      const said: string[] = [];
      page.on('console', (m) => m.type() === 'error' && said.push(m.text()));
      page.on('pageerror', (e) => said.push(String(e)));
      await use(undefined);
      expect(said).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

export const DEMO: Project = JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8'));

/** How many placements the demo bolt has, in all and of one motif. */
export const LAID = DEMO.placements.length;
export const laidOf = (name: string) =>
  DEMO.placements.filter((p) => DEMO.motifs.find((m) => m.id === p.motif)?.name === name).length;

/** Opens the demo bolt, as it is when it was opened before, and waits until its motifs are on the cloth. */
export async function openDemo(page: Page) {
  await layShelf(page);
  await page.goto('/bolt/kite-weather');
  await isOpen(page);
}

/** Opens the demo bolt where nothing was opened before: it is laid out on the shelf, drawn and looked over. */
export async function openFirst(page: Page) {
  await page.goto('/');
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await isOpen(page);
}

async function isOpen(page: Page) {
  await expect(page.getByTestId('cloth')).toBeVisible();
  await expect(
    // Lines are measured last: what waits for them says so.
    page.getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at|lines)/ }),
  ).toBeVisible();
}

/** Types into a number field and takes it with Enter. */
export async function fill(page: Page, label: string, value: string) {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(value);
  await field.press('Enter');
}

export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('Saved');

/** The document as the shelf keeps it, once it is saved. */
export async function kept(page: Page, id = 'kite-weather'): Promise<Project> {
  // An edit shows as being saved in the next frame, and is written within a quarter of a second.
  await page.evaluate(
    () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(null)))),
  );
  await saved(page);
  const { base, steps, applied } = await page.evaluate(async (key) => {
    const answer = <T>(ask: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        ask.onsuccess = () => resolve(ask.result);
        ask.onerror = () => reject(ask.error);
      });
    const db = await answer(indexedDB.open('hexaplex'));
    const tx = db.transaction(['bolts', 'heads', 'history']);
    const found = {
      base: await answer<{ project: Project; at: number }>(tx.objectStore('bolts').get(key)),
      steps: await answer<(Step & { n: number })[]>(
        tx.objectStore('history').getAll(IDBKeyRange.bound([key, 0], [key, 1e9])),
      ),
      applied: (await answer<{ applied: number }>(tx.objectStore('heads').get(key))).applied,
    };
    db.close();
    return found;
  }, id);
  const step = (n: number) => steps.find((s) => s.n === n) as Step;
  let { project } = base;
  for (let n = base.at; n < applied; n++) project = applyPatches(project, step(n).patches);
  for (let n = base.at - 1; n >= applied; n--) project = applyPatches(project, step(n).inverse);
  return project;
}

/** Picks one of a list by its label and the option's name. */
export async function pick(page: Page, label: string, option: string | RegExp) {
  const item = page.getByRole('option', { name: option, exact: typeof option === 'string' });
  // On a busy machine the press that opens a list can end on what lies under it by then, and shut it.
  await expect(async () => {
    if (!(await item.isVisible())) await page.getByRole('combobox', { name: label, exact: true }).click();
    await expect(item).toBeVisible({ timeout: 5000 });
  }).toPass();
  await item.click();
  await expect(page.locator('.MuiPopover-root')).toHaveCount(0);
}

/** Where a place of the cloth, mm, is on the page, px. */
export async function onScreen(page: Page, x: number, y: number) {
  const box = await page.getByTestId('overlay').boundingBox();
  const at = await page.getByTestId('overlay').evaluate(
    (e, p) => {
      const s = Number(e.getAttribute('data-px-per-mm'));
      return {
        x: (p.x - Number(e.getAttribute('data-left-mm'))) * s,
        y: (p.y - Number(e.getAttribute('data-top-mm'))) * s,
      };
    },
    { x, y },
  );
  return { x: (box?.x ?? 0) + at.x, y: (box?.y ?? 0) + at.y };
}

/** Puts a document on the shelf as if it had been kept there, and opens it. */
export async function openKept(page: Page, project: Project) {
  await page.evaluate(
    async ({ doc, head }) => {
      const db = await new Promise<IDBDatabase>((resolve) => {
        const ask = indexedDB.open('hexaplex');
        ask.onsuccess = () => resolve(ask.result);
      });
      const tx = db.transaction(['bolts', 'heads'], 'readwrite');
      tx.objectStore('bolts').put({ id: doc.id, project: doc, at: 0 });
      tx.objectStore('heads').put(head);
      await new Promise<void>((resolve) => {
        tx.oncomplete = () => resolve();
      });
      db.close();
    },
    { doc: project, head: headOf(project, 0) },
  );
  await page.goto(`/bolt/${project.id}`);
  await expect(page.getByTestId('cloth')).toBeVisible();
}

/** Waits until a picture differs from an earlier one, which it must. */
export async function differs(now: () => Promise<Buffer>, before: Buffer) {
  await expect.poll(async () => Buffer.compare(before, await now())).not.toBe(0);
}

/** Waits until the cloth is painted as finely as it will be, grain and all. */
export async function finest(page: Page) {
  await atRest(page);
  await expect(page.locator('[data-testid=cloth] canvas').first()).toHaveAttribute('data-finest', /\d/);
}

/** Waits until an element stays where it is. */
export async function steady(at: Locator) {
  let before = '';
  await expect
    .poll(async () => {
      const now = JSON.stringify(await at.boundingBox());
      const same = now === before;
      before = now;
      return same;
    })
    .toBe(true);
}

/** Waits until nothing on the page moves or fades any more. */
export const atRest = (page: Page) =>
  page.evaluate(async () => {
    await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(null))));
    await Promise.allSettled(document.getAnimations().map((a) => a.finished));
  });

/** Does something with a bolt on the shelf, from its menu. */
export async function onShelf(page: Page, name: string, act: string) {
  await page.getByRole('button', { name: `More for ${name}`, exact: true }).click();
  await page.getByRole('menuitem', { name: act }).click();
}
