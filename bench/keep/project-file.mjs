/** A bolt of 60 large motifs, about 300 MB, saved as a file and taken back from it: how much memory that takes beyond before, and whether all is the same. */
import { readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from '../../scripts/chromium.mjs';
import { calibration, largeBolt, lay, startApp } from './room.mjs';

const folder = await mkdtemp(join(tmpdir(), 'hexaplex-bench-'));

/** Memory of all processes of the browser of this bench, MB: shared pages count in part. */
function memory() {
  let kb = 0;
  for (const pid of readdirSync('/proc').filter((p) => /^\d+$/.test(p))) {
    try {
      const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
      const parent = readFileSync(`/proc/${pid}/status`, 'utf8').match(/PPid:\s+(\d+)/)?.[1];
      if (!command.includes('chromium') || !(command.includes(folder) || family.has(parent))) continue;
      family.add(pid);
      kb += Number(readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8').match(/^Pss:\s+(\d+)/m)?.[1] ?? 0);
    } catch {
      // It has ended meanwhile.
    }
  }
  return kb / 1024;
}
const family = new Set();

/** The most memory that something takes, MB beyond before, and how long, s. */
async function watched(act) {
  memory();
  const before = memory();
  let most = before;
  const timer = setInterval(() => {
    most = Math.max(most, memory());
  }, 150);
  const begun = performance.now();
  const answer = await act();
  clearInterval(timer);
  return { answer, mb: most - before, s: (performance.now() - begun) / 1000 };
}

/** The document and the pictures of the shelf as they are, by the browser itself. */
const shelved = (page) =>
  page.evaluate(async () => {
    const answer = (ask) =>
      new Promise((resolve) => {
        ask.onsuccess = () => resolve(ask.result);
      });
    const db = await answer(indexedDB.open('hexaplex'));
    const bolt = await answer(db.transaction('bolts').objectStore('bolts').get('large'));
    const keys = await answer(db.transaction('assets').objectStore('assets').getAllKeys());
    const hashes = [];
    for (const key of keys) {
      const blob = await answer(db.transaction('assets').objectStore('assets').get(key));
      const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', await blob.arrayBuffer()));
      hashes.push([key, [...hash].map((b) => b.toString(16).padStart(2, '0')).join('')]);
    }
    db.close();
    return { project: JSON.stringify(bolt?.project ?? null), hashes };
  });

const app = await startApp(4395);
const context = await chromium.launchPersistentContext(folder, {
  ...launch,
  viewport: { width: 1280, height: 800 },
  acceptDownloads: true,
});
try {
  const page = await context.newPage();
  await page.goto(app.url);
  await page.getByTestId('bolt').waitFor();
  const { project, pictures } = await largeBolt({
    id: 'large',
    motifs: 60,
    placements: 400,
    enlarged: 4,
    grain: 40,
  });
  for (const picture of pictures) await lay(page, [], [picture]);
  await lay(page, [project]);
  const own = new Set(pictures.map((p) => p.asset));
  const mb = pictures.reduce((s, p) => s + p.bytes.length * 0.75, 0) / 1e6;
  const before = await shelved(page);
  await page.goto('about:blank');
  await page.goto(app.url);
  await page.waitForTimeout(3000);
  const menu = async (act) => {
    await page.getByRole('button', { name: 'More for large', exact: true }).click();
    await page.getByRole('menuitem', { name: act }).click();
  };
  const saved = await watched(async () => {
    const download = page.waitForEvent('download', { timeout: 300_000 });
    await menu('Save as a file');
    const path = join(folder, 'large.hexaplex');
    await (await download).saveAs(path);
    return path;
  });
  const size = statSync(saved.answer).size / 1e6;
  console.log(
    `Written and read back: ${mb.toFixed(0)} MB of pictures, a file of ${size.toFixed(0)} MB, ${saved.s.toFixed(1)} s, at most ${saved.mb.toFixed(0)} MB more memory than before, over all processes of the browser.`,
  );
  // The bolt and its pictures go; nothing else has them.
  await page.evaluate(
    async (names) => {
      const db = await new Promise((resolve) => {
        const ask = indexedDB.open('hexaplex');
        ask.onsuccess = () => resolve(ask.result);
      });
      const tx = db.transaction(['heads', 'bolts', 'assets'], 'readwrite');
      tx.objectStore('heads').delete('large');
      tx.objectStore('bolts').delete('large');
      for (const name of names) tx.objectStore('assets').delete(name);
      await new Promise((resolve) => {
        tx.oncomplete = resolve;
      });
      db.close();
    },
    [...own],
  );
  await page.goto('about:blank');
  await page.goto(app.url);
  await page.waitForTimeout(3000);
  const taken = await watched(async () => {
    await page.locator('input[type=file]').first().setInputFiles(saved.answer);
    await page.getByText('large is on the shelf.').waitFor({ timeout: 300_000 });
  });
  console.log(`Taken back: ${taken.s.toFixed(1)} s, at most ${taken.mb.toFixed(0)} MB more memory.`);
  const after = await shelved(page);
  const wrong = after.hashes.filter(([name, hash]) => name !== hash).length;
  const missing = [...own].filter((name) => !after.hashes.some(([key]) => key === name)).length;
  const { openProject } = await import('../../src/core/document/index.ts').catch(() => ({}));
  const same = (text) => JSON.stringify(openProject ? openProject(JSON.parse(text)) : JSON.parse(text));
  console.log(
    `The document is ${same(after.project) === same(before.project) ? 'the same' : 'NOT the same'}; of ${own.size} pictures ${missing} are missing, ${wrong} are not what their name says.`,
  );
  console.log(`The calibration loop: ${calibration().toFixed(0)} ms.`);
} finally {
  await context.close();
  app.end();
  rmSync(folder, { recursive: true, force: true });
}
