import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import type { Project } from '../../src/core';
import { expect, finest, kept, LAID, onShelf, openDemo, openFirst, saved, test } from './watch';

/** Blocks everything of the page but the handlers of keys, as a key that is held does on a slow machine. */
const holdKey = (page: Page, times: number) =>
  page.evaluate(async (n) => {
    const cloth = document.querySelector<HTMLElement>('[data-testid=cloth]');
    for (let k = 0; k < n; k++) {
      cloth?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true, repeat: k > 0 }));
      // No timer, message or callback of the page comes in between.
      const until = performance.now() + 30;
      while (performance.now() < until) await Promise.resolve();
    }
  }, times);

test('a key that is held is saved while it is held: a killed tab keeps it', async ({ page, context }) => {
  await openDemo(page);
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  const before = await kept(page);
  await holdKey(page, 40);
  const url = page.url();
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto(url);
  await expect(again.getByTestId('cloth')).toBeVisible();
  const after = await kept(again);
  const moved = after.placements.flatMap((p, n) => {
    const by = p.x - before.placements[n].x;
    return Math.abs(by) > 1e-9 ? [by] : [];
  });
  expect(moved).toHaveLength(1);
  // Each press is a pixel of the print file.
  expect(moved[0] / (25.4 / before.brief.ppi)).toBeGreaterThan(30);
});

test('a second window looks on, follows, and may take over; nothing is written over', async ({
  page,
  context,
}) => {
  await openDemo(page);
  const second = await context.newPage();
  await second.goto(page.url());
  const looks = 'Another window works on this bolt.';
  await expect(second.getByText(looks)).toBeVisible();
  await page.bringToFront();
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('Delete');
  await expect(second.getByRole('button', { name: `Lay, ${LAID - 1} placements` })).toBeVisible();
  await second.bringToFront();
  await second.getByTestId('cloth').focus();
  await second.keyboard.press('n');
  await second.keyboard.press('Delete');
  await expect(second.getByText(/here you look at it/)).toBeVisible();
  await expect(second.getByRole('button', { name: `Lay, ${LAID - 1} placements` })).toBeVisible();

  await second.getByRole('button', { name: 'Work on it here' }).click();
  await expect(second.getByText(looks)).toHaveCount(0);
  await expect(page.getByText(looks)).toBeVisible();
  await second.getByTestId('cloth').focus();
  await second.keyboard.press('n');
  await second.keyboard.press('Delete');
  await expect(second.getByRole('button', { name: `Lay, ${LAID - 2} placements` })).toBeVisible();
  await expect(page.getByRole('button', { name: `Lay, ${LAID - 2} placements` })).toBeVisible();
  expect((await kept(second)).placements).toHaveLength(LAID - 2);
  // What was done in the first window can be undone in the second.
  for (let n = 0; n < 2; n++) await second.getByRole('button', { name: 'Undo' }).click();
  await expect(second.getByRole('button', { name: `Lay, ${LAID} placements` })).toBeVisible();
  // Once it is gone, the first works on it by itself.
  await saved(second);
  await second.close();
  await expect(page.getByText('The other window is gone.')).toBeVisible();
  await expect(page.getByText(looks)).toHaveCount(0);
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: `Lay, ${LAID - 1} placements` })).toBeVisible();
});

test('the shelf changes no bolt that is open in another window', async ({ page, context }) => {
  await openDemo(page);
  const shelf = await context.newPage();
  await shelf.goto('/');
  await onShelf(shelf, 'Kite Weather', 'Take off the shelf');
  await expect(shelf.getByText(/open in another window/)).toBeVisible();
  await expect(shelf.getByTestId('bolt')).toHaveCount(1);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await expect(page.getByTestId('bolt')).toBeVisible();
  await onShelf(shelf, 'Kite Weather', 'Take off the shelf');
  await expect(shelf.getByTestId('bolt')).toHaveCount(0);
});

test('a bolt is saved as a file, taken off, and comes back from it the same; beside itself it is another bolt', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('m');
  const before = await kept(page);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  const download = page.waitForEvent('download');
  await onShelf(page, 'Kite Weather', 'Save as a file');
  const saved = await download;
  expect(saved.suggestedFilename()).toBe('kite-weather.hexaplex');
  await expect(page.getByText(/read back, every one of its \d+ pictures as it was/)).toBeVisible();
  const path = await saved.path();
  await onShelf(page, 'Kite Weather', 'Take off the shelf');
  await expect(page.getByTestId('bolt')).toHaveCount(0);

  const choose = async (file: string | { name: string; mimeType: string; buffer: Buffer }) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Open a bolt from a file' }).click();
    await (await chooser).setFiles(file);
  };
  await choose(path);
  await expect(page.getByText('Kite Weather is in the bin already.')).toBeVisible();
  await page.getByRole('button', { name: 'Put it in its place' }).click();
  await expect(page.getByText('Kite Weather is on the shelf.')).toBeVisible();
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await expect(page.getByTestId('cloth')).toBeVisible();
  expect(await kept(page)).toEqual(before);

  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await choose(path);
  await page.getByRole('button', { name: 'Keep both' }).click();
  await expect(page.getByTestId('bolt')).toHaveCount(2);
  const whole = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the whole shelf' }).click();
  const shelf = await (await whole).path();
  await choose(shelf);
  await expect(page.getByText('0 bolts put on the shelf, 2 there already.')).toBeVisible();
  await choose({ name: 'other.hexaplex', mimeType: 'application/zip', buffer: Buffer.from('PK not one') });
  await expect(page.getByText(/damaged.*Nothing was changed\./)).toBeVisible();
  await expect(page.getByTestId('bolt')).toHaveCount(2);
});

/** What is kept of what was drawn and found; it is written once all has come to rest. */
const derived = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<string[]>((resolve) => {
        const ask = indexedDB.open('hexaplex');
        ask.onsuccess = () => {
          const all = ask.result.transaction('derived').objectStore('derived').getAllKeys();
          all.onsuccess = () => {
            ask.result.close();
            resolve(all.result.map((key) => (key as string[])[1]));
          };
        };
      }),
  );

test('a bolt that is opened again shows its cloth and its findings at once, as they are when made anew', async ({
  page,
}) => {
  await openDemo(page);
  const cloth = page.locator('[data-testid=cloth] canvas').first();
  await finest(page);
  const pixels = () => cloth.evaluate((c) => (c as HTMLCanvasElement).toDataURL());
  const before = await pixels();
  await expect.poll(async () => (await derived(page)).length).toBe(14);
  expect(await derived(page)).toContain('check');
  // No art is to be had: what is shown can only be what was kept.
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const ask = indexedDB.open('hexaplex');
        ask.onsuccess = () => {
          const tx = ask.result.transaction('assets', 'readwrite');
          tx.objectStore('assets').clear();
          tx.oncomplete = () => {
            ask.result.close();
            resolve();
          };
        };
      }),
  );
  const found = await page.getByRole('button', { name: /^Check, / }).getAttribute('aria-label');
  await page.reload();
  await finest(page);
  expect(await pixels()).toBe(before);
  await expect(page.getByRole('button', { name: found ?? '', exact: true })).toBeVisible();
});

test('storage that is cleared while a bolt is open is written anew, pictures and all, with the next edit', async ({
  page,
  context,
}) => {
  await openDemo(page);
  // Its pictures are in the memory of the window, too.
  await expect(page.getByTestId('save-state')).toHaveAttribute('data-pictures-held', 'true');
  await finest(page);
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('m');
  const before = await kept(page);
  await expect.poll(async () => (await derived(page)).length).toBe(14);
  const chromium = await context.newCDPSession(page);
  const { origin } = new URL(page.url());
  // The page is busy meanwhile: it works on before it hears that its connection is gone.
  await page.evaluate(() => {
    const busy = () => {
      for (const until = performance.now() + 2000; performance.now() < until; );
    };
    addEventListener('keydown', busy, { capture: true, once: true });
    setTimeout(busy, 0);
  });
  const cleared = chromium.send('Storage.clearDataForOrigin', { origin, storageTypes: 'indexeddb' });
  await page.keyboard.press('Delete');
  await cleared;
  await expect.poll(async () => (await kept(page)).placements.length).toBe(before.placements.length - 1);
  await page.reload();
  await finest(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  expect((await kept(page)).placements).toEqual(before.placements);
  // The shelf begins anew, but lays no other demo over what is there.
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  expect((await kept(page)).placements).toEqual(before.placements);
});

/** What a project file holds, by another reader; `pictures`: the entries that its motifs want. */
function inFile(path: string) {
  const files = unzipSync(readFileSync(path));
  const { project }: { project: Project } = JSON.parse(strFromU8(files['project.json']));
  const pictures = project.motifs.map((m) => `assets/${m.asset}.png`);
  return { placements: project.placements, pictures, entries: Object.keys(files) };
}

test('where a browser keeps nothing it says so; the work goes on in memory and can be saved as a file', async ({
  page,
}) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('The operation is insecure.', 'SecurityError');
    };
  });
  await openFirst(page);
  await expect(page.getByTestId('save-state')).toHaveText('Not kept');
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('Delete');
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await expect(page.getByText('Nothing is kept in this window.')).toBeVisible();
  const download = page.waitForEvent('download');
  await onShelf(page, 'Kite Weather', 'Save as a file');
  const { placements, pictures, entries } = inFile(await (await download).path());
  expect(placements).toHaveLength(LAID - 1);
  expect(pictures).toHaveLength(12);
  expect(entries).toEqual(expect.arrayContaining(pictures));
});

test('a project file is taken wherever it is dropped; other files do not lead away from the bolt', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  const download = page.waitForEvent('download');
  await onShelf(page, 'Kite Weather', 'Save as a file');
  const bytes = readFileSync(await (await download).path()).toString('base64');
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await finest(page);
  const drop = (name: string, base64: string) =>
    page.getByTestId('cloth').evaluate(
      (cloth, [called, text]) => {
        const dataTransfer = new DataTransfer();
        dataTransfer.items.add(new File([Uint8Array.from(atob(text), (c) => c.charCodeAt(0))], called));
        cloth.dispatchEvent(new DragEvent('drop', { dataTransfer, bubbles: true, cancelable: true }));
      },
      [name, base64] as const,
    );
  await drop('notes.txt', btoa('notes'));
  await expect(page.getByText('Pictures are brought in under Motifs')).toBeVisible();
  await drop('kite-weather.hexaplex', bytes);
  await page.getByRole('button', { name: 'Keep both' }).click();
  await expect(page.getByTestId('bolt')).toHaveCount(2);
});

test('a shelf that a newer version has taken over says so; what was done since is saved as a file from memory', async ({
  page,
  context,
}) => {
  await openDemo(page);
  // Its pictures are in the memory of the window, too.
  await expect(page.getByTestId('save-state')).toHaveAttribute('data-pictures-held', 'true');
  const other = await context.newPage();
  await other.goto('/icon.svg');
  await other.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const ask = indexedDB.open('hexaplex', 99);
        ask.onsuccess = () => resolve(ask.result.close());
      }),
  );
  await page.bringToFront();
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('Delete');
  await expect(page.getByTestId('save-state')).toHaveText('Not saved');
  await expect(page.getByText('written by a newer Hexaplex')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const { placements, pictures, entries } = inFile(await (await download).path());
  expect(placements).toHaveLength(LAID - 1);
  expect(entries).toEqual(expect.arrayContaining(pictures));
});

test('over plain http from another machine, where a browser leaves much out, work goes on', async ({
  page,
}) => {
  await page.addInitScript(() => {
    for (const [of, name] of [
      [Crypto.prototype, 'randomUUID'],
      [Crypto.prototype, 'subtle'],
      [Navigator.prototype, 'locks'],
      [Navigator.prototype, 'storage'],
    ] as const)
      Object.defineProperty(of, name, { value: undefined, writable: true, configurable: true });
  });
  await openDemo(page);
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('Delete');
  await saved(page);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  const download = page.waitForEvent('download');
  await onShelf(page, 'Kite Weather', 'Save as a file');
  const { pictures, entries } = inFile(await (await download).path());
  expect(entries).toEqual(expect.arrayContaining(pictures));
  await page.getByRole('button', { name: 'New bolt' }).click();
  await expect(page.getByTestId('cloth')).toBeVisible();
  expect(page.url()).toMatch(/bolt\/[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab]/);
});
