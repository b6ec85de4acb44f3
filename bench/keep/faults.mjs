/**
 * Storage that fails in the midst of editing: no room, cleared, its connection closed, taken over by a newer version. After each the
 * steps that are kept are held against the presses that were made. `npm run bench:faults`
 */
import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
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

const FAULTS = {
  'no room': {
    begin: (chromium, origin) => chromium.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 1000 }),
    end: (chromium, origin) => chromium.send('Storage.overrideQuotaForOrigin', { origin }),
  },
  cleared: {
    begin: (chromium, origin) =>
      chromium.send('Storage.clearDataForOrigin', { origin, storageTypes: 'indexeddb' }),
  },
  closed: { begin: (_, __, other) => openAt(other, 99, true) },
  'a newer version': { begin: (_, __, other) => openAt(other, 99, false), file: true },
};

try {
  for (const [name, fault] of Object.entries(FAULTS)) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
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
    const chromium = await context.newCDPSession(page);
    const { origin } = new URL(app.url);
    await page.getByTestId('cloth').focus();
    await page.keyboard.press('n');
    let fell = Promise.resolve();
    for (let n = 0; n < PRESSES; n++) {
      if (n === PRESSES / 2) fell = fault.begin(chromium, origin, other);
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
      await fault.end?.(chromium, origin);
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
