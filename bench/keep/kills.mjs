/**
 * Tabs killed at random moments: a third while keys are pressed, a third while a key is held, a third while a slider is dragged.
 * Each press and each move is told to another page when it is made, by the clock that all pages share; the tab is counted as
 * dead when the browser says that it is closed. `npm run bench -- kills [times]`
 */
import { hexOfOklch, oklchOf, rgbOfHex } from '../../src/core/index.ts';
import { calibration, median, numbers, startApp, startBrowser } from './room.mjs';

const KILLS = Number(process.argv[2] ?? 100);
const EVERY_MS = 60;
/** A colour as the slider makes it is known to so many levels; two moves make colours further apart. */
const NEAR = 3;
const STEP_PX = 3;
const BOLT = 'kite-weather';
const random = numbers(12345);
const app = await startApp(4396);
const browser = await startBrowser();

/** What the shelf has of the bolt: how many steps, the last step, the colours on show; every picture against its hash. */
const shelved = (page) =>
  page.evaluate(async (id) => {
    const answer = (ask) =>
      new Promise((resolve) => {
        ask.onsuccess = () => resolve(ask.result);
      });
    const db = await answer(indexedDB.open('hexaplex'));
    const head = await answer(db.transaction('heads').objectStore('heads').get(id));
    const last = await answer(
      db
        .transaction('history')
        .objectStore('history')
        .get([id, head.applied - 1]),
    );
    let wrong = 0;
    for (const key of await answer(db.transaction('assets').objectStore('assets').getAllKeys())) {
      const blob = await answer(db.transaction('assets').objectStore('assets').get(key));
      const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', await blob.arrayBuffer()));
      if ([...hash].map((b) => b.toString(16).padStart(2, '0')).join('') !== key) wrong++;
    }
    db.close();
    return { applied: head.applied, patches: last?.patches ?? [], wrong };
  }, BOLT);

const WAYS = ['pressed', 'held', 'dragged'];

/** Presses keys until the tab is gone, each told of before it is made. */
const press = (page, held) =>
  page.evaluate(
    async ([isHeld, every]) => {
      const told = new BroadcastChannel('bench');
      const cloth = document.querySelector('[data-testid=cloth]');
      cloth.focus();
      const key = (name) =>
        cloth.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true }));
      key('n');
      for (let n = 0; n < 200; n++) {
        told.postMessage({ at: performance.timeOrigin + performance.now() });
        // Turning and mirroring by turns, so that no two join to one step.
        key(n % 2 ? 'm' : 't');
        const due = performance.now() + every;
        if (isHeld) while (performance.now() < due) await Promise.resolve();
        else await new Promise((r) => setTimeout(r, every));
      }
    },
    [held, EVERY_MS],
  );

/** The rail of the slider of a colour's hue. */
const rail = (page) => page.locator('.MuiSlider-root', { has: page.getByRole('slider', { name: /, hue$/ }) });

/** Drags the slider of a colour's hue until the tab is gone, each move told of before it is made. */
async function drag(page) {
  const box = await rail(page).boundingBox();
  await page.evaluate(() => {
    const told = new BroadcastChannel('bench');
    const tell = (e) => told.postMessage({ at: performance.timeOrigin + performance.now(), x: e.clientX });
    addEventListener('pointermove', tell, { capture: true });
  });
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + 4, y);
  await page.mouse.down();
  for (let n = 0; n < 400; n++) await page.mouse.move(box.x + 4 + ((n * STEP_PX) % (box.width - 8)), y);
}

const ages = { pressed: [], held: [], dragged: [] };
const lost = [];
const silent = [];
let count = 0;
let wrong = 0;
try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  let page = await context.newPage();
  await page.goto(app.url);
  await page.getByTestId('bolt').waitFor();
  for (let k = 0; k < KILLS; k++) {
    const way = WAYS[k % 3];
    await page.goto(`${app.url}/bolt/${BOLT}`);
    await page.getByTestId('cloth').waitFor();
    let box;
    let asked;
    if (way === 'dragged') {
      await page.getByRole('button', { name: /^Colour, / }).click();
      await page.getByRole('button', { name: /^3\. Madder/ }).click();
      await rail(page).waitFor();
      await rail(page).scrollIntoViewIfNeeded();
      await page.waitForTimeout(300);
      box = await rail(page).boundingBox();
      asked = oklchOf(await page.getByLabel(/, code$/).inputValue());
    }
    const next = await context.newPage();
    await next.goto(`${app.url}/icon.svg`);
    await next.evaluate(() => {
      globalThis.told = [];
      globalThis.hears = new BroadcastChannel('bench');
      hears.onmessage = ({ data }) => told.push(data);
    });
    await page.bringToFront();
    const before = await shelved(next);
    const doing = (way === 'dragged' ? drag(page) : press(page, way === 'held')).catch(() => {});
    await new Promise((r) => setTimeout(r, 300 + 1700 * random()));
    await page.close({ runBeforeUnload: false });
    const dead = performance.timeOrigin + performance.now();
    await doing;
    const told = await next.evaluate(() => globalThis.told);
    const after = await shelved(next);
    wrong += after.wrong;
    let missing;
    if (way === 'dragged') {
      const kept = (JSON.stringify(after.patches).match(/#[0-9a-f]{6}/g) ?? []).map(rgbOfHex);
      const near = (hex) => kept.some((k) => rgbOfHex(hex).every((v, c) => Math.abs(v - k[c]) <= NEAR));
      // Moves that were made, and written, but could not be told of any more.
      const more = [1, 2, 3, 4].map((n) => ({
        at: Number.POSITIVE_INFINITY,
        x: (told.at(-1)?.x ?? 0) + STEP_PX * n,
      }));
      const made = [...told, ...more].map(({ at, x }) => {
        const share = Math.min(1, Math.max(0, (x - box.x) / box.width));
        return { at, hex: hexOfOklch({ ...asked, h: Math.round(share * 360) }) };
      });
      const last = made.findLastIndex((m) => near(m.hex));
      missing = made.slice(last + 1).find((m) => Number.isFinite(m.at) && m.hex !== made[last]?.hex);
    } else missing = told[after.applied - before.applied];
    const age = missing ? dead - missing.at : 0;
    ages[way].push(age);
    if (told.length) silent.push(dead - told[told.length - 1].at);
    count += told.length;
    if (age > 300) lost.push({ k, way, made: told.length, age: Math.round(age) });
    page = next;
  }
  console.log(
    `${KILLS} kills: ${lost.length} lack an edit older than 300 ms; ${wrong} pictures are not what their hash says.`,
  );
  for (const way of WAYS) {
    const list = ages[way];
    console.log(
      `  ${way}: ${list.length}, the oldest missing ${Math.max(0, ...list).toFixed(0)} ms before the end, middle ${median(list).toFixed(0)} ms.`,
    );
  }
  console.log(
    `  ${count} presses and moves in all; the last of each tab was made ${median(silent).toFixed(0)} ms before its end, ${Math.max(...silent).toFixed(0)} ms at most.`,
  );
  for (const l of lost.slice(0, 5)) console.log(JSON.stringify(l));
  console.log(`The calibration loop: ${calibration().toFixed(0)} ms.`);
} finally {
  await browser.close();
  app.end();
}
