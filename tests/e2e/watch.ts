import { expect, type Locator, type Page } from '@playwright/test';
import { atRest, onScreen, stepsWith } from '../steps';
import { test as base } from './one-profile';
import { layShelf } from './warm-shelf';

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

export { DEMO, LAID, SMALL } from '../demo';
export { atRest, expect, onScreen };
export const { saved, fill, pick, kept, onShelf, openKept, finest } = stepsWith((spot) =>
  expect(spot as Locator),
);

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

/** Waits until a picture differs from an earlier one, which it must. */
export async function differs(now: () => Promise<Buffer>, before: Buffer) {
  await expect.poll(async () => Buffer.compare(before, await now())).not.toBe(0);
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
