import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, test as base, expect } from '@playwright/test';
import { WARM } from './warm-shelf';

/** Throws all databases of a page's origin away but one. */
async function forgetBut(kept: string) {
  for (const { name } of await indexedDB.databases())
    if (name && name !== kept)
      await new Promise<void>((resolve, reject) => {
        const ask = indexedDB.deleteDatabase(name);
        ask.onsuccess = () => resolve();
        ask.onerror = () => reject(ask.error);
      });
}

/**
 * Tests of one worker share a profile, so that the program's scripts are compiled once and not for each test; what a test kept in
 * it is cleared when it ends.
 */
export const test = base.extend<object, { profile: BrowserContext }>({
  profile: [
    async ({ playwright }, use, { project }) => {
      const { launchOptions, viewport, baseURL } = project.use;
      const directory = mkdtempSync(join(tmpdir(), 'hexaplex-'));
      const profile = await playwright.chromium.launchPersistentContext(directory, {
        ...launchOptions,
        viewport,
        baseURL,
        // Nothing is waited for that only fades or slides.
        reducedMotion: 'reduce',
      });
      await use(profile);
      await profile.close();
      rmSync(directory, { recursive: true, force: true });
    },
    { scope: 'worker' },
  ],
  context: async ({ profile, baseURL }, use) => {
    await use(profile);
    // One page stays, so that the browser does.
    const last = await profile.newPage();
    for (const page of profile.pages()) if (page !== last) await page.close();
    // A page that was closed lets go of its bolt a moment later.
    await last.goto('/icon.svg');
    const held = async () => (await navigator.locks.query()).held?.length ?? 0;
    await expect.poll(() => last.evaluate(held), { message: 'bolts still held', timeout: 30_000 }).toBe(0);
    await last.evaluate(forgetBut, WARM);
    await last.goto('about:blank');
    const devtools = await profile.newCDPSession(last);
    await devtools.send('Storage.clearDataForOrigin', {
      origin: new URL(baseURL ?? '').origin,
      storageTypes: 'cookies,file_systems,local_storage,service_workers,cache_storage',
    });
    await devtools.detach();
  },
  page: async ({ context }, use) => {
    await use(await context.newPage());
  },
});
