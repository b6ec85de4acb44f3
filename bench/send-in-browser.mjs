/**
 * Sending, in the browser: from the press to the proven file for the demo block (7200 x 3600 px), and for the same at twice its
 * fineness (14,400 x 7200); the longest that the page was held up meanwhile while a motif is nudged, and the memory that the browser's
 * processes held beyond what they held before. `npm run bench -- send` on a built app.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { calibration, median, startApp, startBrowser } from './keep/room.mjs';

const RUNS = 5;

/** What the processes that a browser started hold, MB. */
function heldMb() {
  let sum = 0;
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
    try {
      const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
      if (!/chromium.*--type=renderer/.test(command.replaceAll('\0', ' '))) continue;
      sum += Number(/^Rss:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8'))?.[1] ?? 0);
    } catch {
      // It ended meanwhile.
    }
  return sum / 1024;
}

const app = await startApp(4395);
const browser = await startBrowser();
try {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.addInitScript(() => {
    window.held = 0;
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) window.held = Math.max(window.held, duration);
    }).observe({ entryTypes: ['longtask'] });
  });
  await page.goto(app.url);
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await page.getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at)/ }).waitFor();
  await page.getByRole('button', { name: /^Send,/ }).click();
  for (const [ppi, runs] of [
    ['300', RUNS],
    ['600', 1],
  ]) {
    const field = page.getByLabel('File ppi', { exact: true });
    await field.fill(ppi);
    await field.press('Enter');
    const times = [];
    const held = [];
    let peak = 0;
    for (let n = 0; n < runs; n++) {
      await page.getByTestId('cloth').focus();
      if (n === 0) await page.keyboard.press('n');
      const before = heldMb();
      await page.evaluate(() => {
        window.held = 0;
      });
      const download = page.waitForEvent('download', { timeout: 300_000 });
      const begun = performance.now();
      await page.getByRole('button', { name: 'Make the PNG' }).click();
      await page.getByTestId('cloth').focus();
      let made = false;
      void download.then(() => {
        made = true;
      });
      while (!made) {
        await page.keyboard.press(n % 2 ? 'ArrowLeft' : 'ArrowRight');
        peak = Math.max(peak, heldMb() - before);
        await new Promise((later) => setTimeout(later, 100));
      }
      times.push(performance.now() - begun);
      held.push(await page.evaluate(() => window.held));
      await page.getByTestId('file-proof').waitFor();
    }
    console.log(
      `${ppi} ppi: press to proven file ${(median(times) / 1000).toFixed(2)} s (${times.map((t) => (t / 1000).toFixed(1)).join(', ')}); the page held up ${Math.max(...held).toFixed(0)} ms at most; ${peak.toFixed(0)} MB more at the peak.`,
    );
  }
  console.log(`calibration ${calibration().toFixed(0)} ms`);
} finally {
  await browser.close();
  app.end();
}
