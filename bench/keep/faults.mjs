/**
 * Storage that fails in the midst of editing: no room, cleared, its connection closed, taken over by a newer version. After each the
 * steps that are kept are held against the presses that were made. `npm run bench -- faults`
 */
import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { launch } from '../../scripts/chromium.mjs';
import { demo, startApp, startBrowser, steps } from './room.mjs';

const BOLT = 'kite-weather';
/** Presses turn by so much and mirror by turns. */
const PRESSES = 40;
const TURN_DEG = 5;
const app = await startApp(4394);
const browser = await startBrowser();

/** Opens the database at a version in a page without the app, which makes all others close it; and lets go of it again. */
const openAt = (page, version, undo) =>
  page.evaluate(
    ([v, abort]) =>
      new Promise((resolve) => {
        const ask = indexedDB.open('hexaplex', v);
        if (abort) ask.onupgradeneeded = () => ask.transaction.abort();
        ask.onsuccess = () => {
          ask.result.close();
          resolve();
        };
        ask.onerror = () => resolve();
      }),
    [version, undo],
  );

/** Fills what room there is, down to the last 100 bytes; what Hexaplex itself could let go of to make room goes first. */
const fill = (page) =>
  page.evaluate(async () => {
    await new Promise((resolve) => {
      const ask = indexedDB.open('hexaplex');
      ask.onsuccess = () => {
        const tx = ask.result.transaction('derived', 'readwrite');
        tx.objectStore('derived').clear();
        tx.oncomplete = () => resolve(ask.result.close());
      };
    });
    const db = await new Promise((resolve) => {
      const ask = indexedDB.open('filler', 1);
      ask.onupgradeneeded = () => ask.result.createObjectStore('all', { autoIncrement: true });
      ask.onsuccess = () => resolve(ask.result);
    });
    for (let size = 32e6; size >= 100; ) {
      const junk = Uint8Array.from({ length: size }, () => Math.random() * 256);
      const done = await new Promise((resolve) => {
        const tx = db.transaction('all', 'readwrite');
        tx.objectStore('all').add(junk);
        tx.oncomplete = () => resolve(true);
        tx.onabort = () => resolve(false);
      });
      if (!done) size = Math.floor(size / 2);
    }
    db.close();
  });
const empty = (page) =>
  page.evaluate(
    () =>
      new Promise((resolve) => {
        indexedDB.deleteDatabase('filler').onsuccess = resolve;
      }),
  );

/** A browser with a disk of 200 MB for itself; null where none may be made. */
async function onSmallDisk() {
  const folder = await mkdtemp(join(tmpdir(), 'hexaplex-disk-'));
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=200m', 'tmpfs', folder]).status !== 0) return null;
  const context = await chromium.launchPersistentContext(folder, {
    ...launch,
    viewport: { width: 1280, height: 800 },
  });
  context.on('close', () => {
    spawnSync('umount', ['-l', folder]);
    rmSync(folder, { recursive: true, force: true });
  });
  return context;
}

const FAULTS = {
  // On a disk of its own, which another database fills to the brim.
  'no room': { small: true, begin: (_, __, other) => fill(other), end: (other) => empty(other) },
  cleared: {
    begin: (devtools, origin) =>
      devtools.send('Storage.clearDataForOrigin', { origin, storageTypes: 'indexeddb' }),
  },
  closed: { begin: (_, __, other) => openAt(other, 99, true) },
  'a newer version': { begin: (_, __, other) => openAt(other, 99, false), file: true },
};

try {
  for (const [name, fault] of Object.entries(FAULTS)) {
    const context = fault.small
      ? await onSmallDisk()
      : await browser.newContext({ viewport: { width: 1280, height: 800 } });
    if (!context) {
      console.log(`${name}: not measured, a disk of its own could not be made.`);
      continue;
    }
    const page = await context.newPage();
    const said = [];
    page.on('console', (m) => m.type() === 'error' && said.push(m.text()));
    await page.goto(app.url);
    await page.getByTestId('bolt').waitFor();
    await page.goto(`${app.url}/bolt/${BOLT}`);
    await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor();
    await page.waitForTimeout(2500);
    const other = await context.newPage();
    await other.goto(`${app.url}/icon.svg`);
    await page.bringToFront();
    const before = await steps(other, BOLT);
    const devtools = await context.newCDPSession(page);
    const { origin } = new URL(app.url);
    await page.getByTestId('cloth').focus();
    await page.keyboard.press('n');
    let fell = Promise.resolve();
    for (let n = 0; n < PRESSES; n++) {
      if (n === PRESSES / 2) fell = fault.begin(devtools, origin, other);
      if (fault.small) await fell;
      await page.keyboard.press(n % 2 ? 'm' : 't');
      await page.waitForTimeout(30);
    }
    await fell;
    await page.waitForTimeout(1500);
    const state = await page.getByTestId('save-state').textContent();
    const why = await page.getByTestId('save-state').getAttribute('title');
    let made;
    if (fault.file) {
      const download = page.waitForEvent('download');
      await page.getByRole('button', { name: 'Save as a file' }).click();
      const { project, log } = JSON.parse(
        strFromU8(unzipSync(readFileSync(await (await download).path()))['project.json']),
      );
      const turns = project.placements.flatMap((p, k) => {
        const by = (p.angle - demo.placements[k].angle + 360) % 360;
        return by ? [by / TURN_DEG] : [];
      });
      made = `the file saved from memory has ${turns.join()} of ${PRESSES / 2} turns, ${log.length} lines of log`;
    } else {
      await fault.end?.(other);
      await page.waitForFunction(
        () => document.querySelector('[data-testid=save-state]')?.textContent === 'Saved',
        undefined,
        { timeout: 20_000 },
      );
      const after = await steps(other, BOLT);
      made = `${after.applied - before.applied} of ${PRESSES} steps are kept`;
    }
    console.log(
      `${name}: said “${state}”${why ? ` (${why})` : ''}; ${made}. Errors in the console: ${said.length}.`,
    );
    for (const s of said.slice(0, 3)) console.log(`  ${s}`);
    await context.close();
  }
} finally {
  await browser.close();
  app.end();
}
