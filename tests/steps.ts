import { applyPatches, enablePatches } from 'immer';
import type { Project, Step } from '../src/core';
import { headOf } from '../src/shelf/db';

enablePatches();

/** What of Playwright's Locator and Page is used here: those of a browser have it, and those without one. */
type Spot = {
  click(): Promise<void>;
  fill(value: string): Promise<void>;
  press(key: string): Promise<void>;
  first(): Spot;
  getAttribute(name: string): Promise<string | null>;
  boundingBox(): Promise<Box | null>;
};
type Named = { name?: string | RegExp; exact?: boolean };
type Box = { x: number; y: number; width: number; height: number };
type OnPage = {
  goto(path: string): Promise<unknown>;
  getByRole(role: 'button' | 'option' | 'menuitem' | 'combobox' | 'link', named: Named): Spot;
  getByLabel(label: string, how: { exact: boolean }): Spot;
  getByTestId(id: string): Spot;
  locator(selector: string): Spot;
  // biome-ignore lint/suspicious/noExplicitAny: a page runs any function with any argument.
  evaluate(act: any, argument?: any): Promise<any>;
};
type Waits = (of: Spot) => {
  toBeVisible(): Promise<void>;
  toHaveText(text: string): Promise<void>;
  toHaveCount(count: number): Promise<void>;
  toHaveAttribute(name: string, value: RegExp): Promise<void>;
};

/** Steps that many tests take, with a browser and without. */
export function stepsWith(expect: Waits) {
  const saved = (page: OnPage) => expect(page.getByTestId('save-state')).toHaveText('Saved');
  return {
    saved,

    /** Waits until the cloth is painted as finely as it will be, grain and all. */
    async finest(page: OnPage) {
      await atRest(page);
      await expect(page.locator('[data-testid=cloth] canvas').first()).toHaveAttribute('data-finest', /\d/);
    },

    /** Types into a number field and takes it with Enter. */
    async fill(page: OnPage, label: string, value: string) {
      const field = page.getByLabel(label, { exact: true });
      await field.fill(value);
      await field.press('Enter');
    },

    /** Picks one of a list by its label and the option's name. */
    async pick(page: OnPage, label: string, option: string | RegExp) {
      await page.getByRole('combobox', { name: label, exact: true }).click();
      await page.getByRole('option', { name: option, exact: typeof option === 'string' }).click();
      await expect(page.locator('.MuiPopover-root')).toHaveCount(0);
    },

    /** Does something with a bolt on the shelf, from its menu. */
    async onShelf(page: OnPage, name: string, act: string) {
      await page.getByRole('button', { name: `More for ${name}`, exact: true }).click();
      await page.getByRole('menuitem', { name: act }).click();
    },

    /** The document as the shelf keeps it, once it is saved. */
    async kept(page: OnPage, id = 'kite-weather'): Promise<Project> {
      // An edit shows as being saved in the next frame, and is written within a quarter of a second.
      await page.evaluate(
        () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(null)))),
        null,
      );
      await saved(page);
      return documentOf(await page.evaluate(readKept, id));
    },

    /** Puts a document on the shelf as if it had been kept there, and opens it. */
    async openKept(page: OnPage, project: Project) {
      await page.evaluate(putOnShelf, { doc: project, head: headOf(project, 0) });
      await page.goto(`/bolt/${project.id}`);
      await expect(page.getByTestId('cloth')).toBeVisible();
    },
  };
}

/** Waits until nothing on the page moves or fades any more. */
export const atRest = (page: OnPage) =>
  page.evaluate(async () => {
    await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(null))));
    await Promise.allSettled(document.getAnimations?.().map((a) => a.finished) ?? []);
  });

/** Where a place of the cloth, mm, is on the page, px. */
export async function onScreen(page: OnPage, x: number, y: number) {
  const overlay = page.getByTestId('overlay');
  const box = await overlay.boundingBox();
  const told = async (name: string) => Number(await overlay.getAttribute(name));
  const pxPerMm = await told('data-px-per-mm');
  return {
    x: (box?.x ?? 0) + (x - (await told('data-left-mm'))) * pxPerMm,
    y: (box?.y ?? 0) + (y - (await told('data-top-mm'))) * pxPerMm,
  };
}

type Kept = { base: { project: Project; at: number }; steps: (Step & { n: number })[]; applied: number };

/** Read in the page: nothing from outside is to be had there. */
async function readKept(key: string): Promise<Kept> {
  const answer = <T>(ask: IDBRequest<T>) =>
    new Promise<T>((resolve, reject) => {
      ask.onsuccess = () => resolve(ask.result);
      ask.onerror = () => reject(ask.error);
    });
  const db = await answer(indexedDB.open('hexaplex'));
  const tx = db.transaction(['bolts', 'heads', 'history']);
  const found = {
    base: await answer<Kept['base']>(tx.objectStore('bolts').get(key)),
    steps: await answer<Kept['steps']>(
      tx.objectStore('history').getAll(IDBKeyRange.bound([key, 0], [key, 1e9])),
    ),
    applied: (await answer<{ applied: number }>(tx.objectStore('heads').get(key))).applied,
  };
  db.close();
  return found;
}

/** A document with its history done as far as it is, or undone. */
function documentOf({ base, steps, applied }: Kept): Project {
  const step = (n: number) => steps.find((s) => s.n === n) as Step;
  let { project } = base;
  for (let n = base.at; n < applied; n++) project = applyPatches(project, step(n).patches);
  for (let n = base.at - 1; n >= applied; n--) project = applyPatches(project, step(n).inverse);
  return project;
}

async function putOnShelf({ doc, head }: { doc: Project; head: unknown }) {
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
}
