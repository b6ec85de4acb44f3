import { chromium, expect, type FullConfig } from '@playwright/test';
import { keepShelf } from './warm-shelf';

/** The longest that a part of it may take, ms: on a busy machine everything is drawn and measured slowly. */
const MOST_MS = 180_000;

/** Opens the demo bolt once before all tests, and keeps the shelf as it is then. */
export default async function openOnce({ projects }: FullConfig) {
  const { launchOptions, baseURL, viewport } = projects[0].use;
  const browser = await chromium.launch(launchOptions);
  const page = await browser.newPage({ baseURL, viewport });
  await page.goto('/');
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  // What was drawn and found is kept once all has come to rest.
  await page
    .getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at)/ })
    .waitFor({ timeout: MOST_MS });
  await expect.poll(() => page.evaluate(isKept), { timeout: MOST_MS }).toBe(true);
  await keepShelf(page);
  await browser.close();
}

/** Whether the last check, every line measured, lies on the shelf; what is drawn was kept before it. */
async function isKept(): Promise<boolean> {
  const db = await new Promise<IDBDatabase>((resolve) => {
    const ask = indexedDB.open('hexaplex');
    ask.onsuccess = () => resolve(ask.result);
  });
  const check = await new Promise<{ value: { report: { linesLeft: number } } } | undefined>((resolve) => {
    const ask = db.transaction('derived').objectStore('derived').get(['kite-weather', 'check']);
    ask.onsuccess = () => resolve(ask.result);
  });
  db.close();
  return check?.value.report.linesLeft === 0;
}
