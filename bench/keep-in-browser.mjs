/**
 * What is kept: tabs killed at random moments, half of them while a key is held, and what of each was older than 300 ms and is
 * not there; bytes written for a nudge; a shelf of 200 bolts; how soon a bolt of 400 placements is there. Run
 * `npm run bench:keep [kills]` on a built app.
 */
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { launch } from '../scripts/chromium.mjs';

const PORT = 4396;
const EVERY_MS = 80;
const KILLS = Number(process.argv[2] ?? 100);
const server = spawn(process.execPath, ['scripts/demo.mjs', '--built'], {
  env: { ...process.env, PORT: `${PORT}` },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((resolve) => server.stdout.on('data', (d) => `${d}`.includes('ready') && resolve()));
const browser = await chromium.launch(launch);
const demo = JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8'));
let seed = 12345;
const random = () => {
  seed = (seed * 1103515245 + 12345) % 2147483648;
  return seed / 2147483648;
};

/** How many steps of a bolt the shelf has, read by the browser itself in a page without the app. */
const steps = (page, id) =>
  page.evaluate(async (key) => {
    const answer = (ask) =>
      new Promise((resolve) => {
        ask.onsuccess = () => resolve(ask.result);
      });
    const db = await answer(indexedDB.open('hexaplex'));
    const head = await answer(db.transaction('heads').objectStore('heads').get(key));
    const last = await answer(
      db
        .transaction('history')
        .objectStore('history')
        .get([key, head.applied - 1]),
    );
    db.close();
    return { applied: head.applied, patches: last?.patches ?? [] };
  }, id);

try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  let page = await context.newPage();
  await page.goto(`http://localhost:${PORT}/`);
  await page.getByTestId('bolt').waitFor();
  const lost = [];
  const late = [];
  for (let k = 0; k < KILLS; k++) {
    await page.goto(`http://localhost:${PORT}/bolt/kite-weather`);
    await page.getByTestId('cloth').waitFor();
    await page.waitForTimeout(400 + 300 * random());
    const before = await steps(page, 'kite-weather');
    const next = await context.newPage();
    await page.bringToFront();
    // Every edit is noted with its time; the page is killed somewhere in between.
    const held = k % 2 === 0;
    const killAt = 200 + 1800 * random();
    const done = page
      .evaluate(
        async ([isHeld, times, every]) => {
          const cloth = document.querySelector('[data-testid=cloth]');
          cloth.focus();
          const press = (key) =>
            cloth.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
          press('n');
          const begun = performance.now();
          for (let n = 0; n < times; n++) {
            // Turning and mirroring by turns, so that no two join to one step.
            press(n % 2 ? 'm' : 't');
            const due = begun + (n + 1) * every;
            if (isHeld) while (performance.now() < due) await Promise.resolve();
            else await new Promise((r) => setTimeout(r, Math.max(0, due - performance.now())));
          }
        },
        [held, 60, EVERY_MS],
      )
      .catch(() => {});
    await new Promise((r) => setTimeout(r, killAt));
    // The tab is ended by the browser, as a crash would.
    await page.close({ runBeforeUnload: false });
    await done;
    await next.goto(`http://localhost:${PORT}/icon.svg`);
    const after = await steps(next, 'kite-weather');
    // Presses are so far apart: what is not there of those that were made until the kill is at most so old.
    const kept = after.applied - before.applied;
    const age = Math.min(killAt, 60 * EVERY_MS) - kept * EVERY_MS;
    late.push(age);
    if (age > 300) lost.push({ k, held, kept, killAt: Math.round(killAt), age: Math.round(age) });
    page = next;
  }
  console.log(
    `${KILLS} kills, half while a key is held: ${lost.length} lack an edit that may be older than 300 ms; the oldest that may be missing: ${Math.round(Math.max(0, ...late))} ms, middle ${Math.round(late.sort((a, b) => a - b)[late.length >> 1])} ms.`,
  );
  for (const l of lost.slice(0, 5)) console.log(JSON.stringify(l));

  // A shelf of 200 bolts, one of them with 400 placements.
  const heavy = {
    ...demo,
    id: 'heavy',
    name: 'Heavy',
    placements: Array.from({ length: 400 }, (_, n) => ({
      ...demo.placements[n % demo.placements.length],
      id: `p${n}`,
      x: (n % 20) * 15,
      y: Math.floor(n / 20) * 15,
      scale: 0.15,
    })),
  };
  await page.evaluate(
    async ([doc, big]) => {
      const answer = (ask) =>
        new Promise((resolve) => {
          ask.onsuccess = () => resolve(ask.result);
        });
      const db = await answer(indexedDB.open('hexaplex'));
      const tx = db.transaction(['heads', 'bolts', 'thumbnails'], 'readwrite');
      const picture = await answer(tx.objectStore('thumbnails').get('kite-weather'));
      for (let n = 0; n < 200; n++) {
        const project = n ? { ...doc, id: `b${n}`, name: `Bolt ${n}` } : big;
        const { id, name, brief, layout } = project;
        tx.objectStore('bolts').put({ id, project, at: 0 });
        tx.objectStore('heads').put({
          ...{ id, name, brief, layout: layout.kind, ground: '#f4ecdc', applied: 0 },
          changed: new Date(Date.now() - n * 1000).toISOString(),
        });
        tx.objectStore('thumbnails').put(picture, id);
      }
      await new Promise((resolve) => {
        tx.oncomplete = resolve;
      });
      db.close();
    },
    [demo, heavy],
  );
  const times = [];
  for (let k = 0; k < 5; k++) {
    await page.goto('about:blank');
    const begun = performance.now();
    await page.goto(`http://localhost:${PORT}/`);
    await page.getByTestId('bolt').nth(150).waitFor({ state: 'attached' });
    times.push(performance.now() - begun);
  }
  console.log(
    `A shelf of 201 bolts: ${times.sort((a, b) => a - b)[2].toFixed(0)} ms from nothing (median of 5).`,
  );
  const frames = await page.evaluate(async () => {
    const out = [];
    let last = performance.now();
    for (let k = 0; k < 120; k++) {
      scrollBy(0, 120);
      await new Promise((r) => requestAnimationFrame(r));
      out.push(performance.now() - last);
      last = performance.now();
    }
    return out.sort((a, b) => a - b);
  });
  console.log(`Scrolled: frames p50 ${frames[60].toFixed(0)}, p95 ${frames[114].toFixed(0)} ms.`);

  const opened = [];
  const checked = [];
  for (let k = 0; k < 5; k++) {
    await page.goto('about:blank');
    const begun = performance.now();
    await page.goto(`http://localhost:${PORT}/bolt/heavy`);
    await page.locator('[data-testid=cloth] canvas').first().waitFor();
    await page.waitForFunction(() => document.querySelector('[data-testid=cloth] canvas')?.dataset.finest);
    opened.push(performance.now() - begun);
    await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor();
    checked.push(performance.now() - begun);
  }
  const middle = (list) => list.sort((a, b) => a - b)[2].toFixed(0);
  console.log(
    `12 motifs, 400 placements: exact after ${middle(opened)} ms, checked after ${middle(checked)} ms.`,
  );

  const before = await steps(page, 'heavy');
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(800);
  const after = await steps(page, 'heavy');
  const written = JSON.stringify(after.patches).length;
  console.log(
    `A nudge writes ${after.applied - before.applied} step of ${written} bytes of patches, and the head.`,
  );
} finally {
  await browser.close();
  server.kill();
}
