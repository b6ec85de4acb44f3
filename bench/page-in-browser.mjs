/**
 * The 600 ppi sample taken apart in the browser: time from the press to the pieces, the longest task of the main
 * thread meanwhile, and the most memory that the page's process held. Run `npm run bench -- browser` on a built app.
 */
import { execFileSync, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { launch } from '../scripts/chromium.mjs';

const PORT = 4398;
const server = spawn(process.execPath, ['scripts/demo.mjs', '--built'], {
  env: { ...process.env, PORT: `${PORT}` },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((resolve) => server.stdout.on('data', (d) => `${d}`.includes('ready') && resolve()));
const browser = await chromium.launch(launch);

/** Resident memory of all renderers that this browser started, at its highest so far, MB. */
function peakMb() {
  const lines = execFileSync('ps', ['-eo', 'pid,args'], { encoding: 'utf8' }).split('\n');
  const pids = lines.filter((l) => l.includes('--type=renderer')).map((l) => l.trim().split(' ')[0]);
  const peaks = pids.map((p) => {
    try {
      return Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${p}/status`, 'utf8'))?.[1] ?? 0) / 1024;
    } catch {
      return 0;
    }
  });
  return Math.round(Math.max(...peaks));
}

try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`http://localhost:${PORT}/`);
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await page.getByTestId('cloth').waitFor();
  await page.waitForTimeout(4000);
  const start = peakMb();
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Samples' }).click();
  await page.getByRole('menuitem', { name: 'Large sheet' }).click();
  await page.getByRole('tab', { name: '4 Split' }).click();
  await page.getByTestId('pieces-found').getByText('8 pieces').waitFor();
  await page.waitForTimeout(2500);
  const looked = peakMb();
  for (let run = 1; run <= 3; run++) {
    await page.evaluate(() => {
      window.longest = 0;
      window.watch = new PerformanceObserver((l) => {
        for (const e of l.getEntries()) window.longest = Math.max(window.longest, e.duration);
      });
      window.watch.observe({ type: 'longtask' });
    });
    const t = performance.now();
    await page.getByRole('button', { name: 'Separate the motifs' }).click();
    await page.getByTestId('piece').first().waitFor();
    const took = performance.now() - t;
    await page.waitForTimeout(500);
    const longest = await page.evaluate(() => {
      window.watch.disconnect();
      return window.longest;
    });
    console.log(
      `Run ${run}: ${(took / 1000).toFixed(2)} s to ${await page.getByTestId('piece').count()} pieces; longest main-thread task ${longest ? `${Math.round(longest)} ms` : 'under 50 ms'}; peak of the page's process ${peakMb()} MB (${start} before the sheet, ${looked} when looked at).`,
    );
    await page.getByRole('button', { name: 'Back to the page' }).click();
    await page.waitForTimeout(1500);
  }
} finally {
  await browser.close();
  server.kill();
}
