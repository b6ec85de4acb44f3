/**
 * Memory of all processes of the browser (PSS), as growth over an empty shelf: a bolt is opened, a motif dragged, the cloth
 * checked and sent, the bolt left. Once with 60 motifs of 4 megapixels, once with one of 100. Run on a built app. PSS counts a page
 * that several processes share once in all, so that the sum is what the machine gives.
 */
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from '../../scripts/chromium.mjs';
import { largeBolt, lay, startApp } from './room.mjs';

/** Processes begun by this one, and by those, but not the app. */
function processes() {
  const parents = new Map();
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
    try {
      const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
      parents.set(pid, stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]);
    } catch {
      // It ended meanwhile.
    }
  const isOurs = (pid) => pid === `${process.pid}` || (parents.has(pid) && isOurs(parents.get(pid)));
  return [...parents.keys()].filter(isOurs);
}

/** What the browser's processes hold in all, MB. */
function heldMb() {
  let kb = 0;
  for (const pid of processes())
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('chromium')) continue;
      kb += Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8'))?.[1] ?? 0);
    } catch {
      // It ended meanwhile.
    }
  return kb / 1024;
}

const app = await startApp(4394);
try {
  for (const { motifs, placements, megapixels } of [
    { motifs: 60, placements: 400, megapixels: 4 },
    { motifs: 1, placements: 12, megapixels: 100 },
  ]) {
    const folder = mkdtempSync(join(tmpdir(), 'memory-'));
    const open = () =>
      chromium.launchPersistentContext(folder, { ...launch, viewport: { width: 1280, height: 800 } });
    const shelf = async (context) => {
      const page = context.pages()[0] ?? (await context.newPage());
      page.setDefaultTimeout(180_000);
      await page.goto(app.url);
      await page.getByTestId('bolt').first().waitFor();
      return page;
    };
    let context = await open();
    try {
      const laid = await shelf(context);
      const { project, pictures } = await largeBolt({
        ...{ id: 'heavy', motifs, placements, grain: motifs > 1 ? 1 : 0 },
        pixels: megapixels * 1e6,
      });
      for (const picture of pictures) await lay(laid, [], [picture]);
      pictures.length = 0;
      await lay(laid, [project]);
      // Another browser, which holds nothing of how the bolt came to be there.
      await context.close();
      context = await open();
      const page = await shelf(context);
      await page.getByTestId('bolt').nth(1).waitFor();
      await page.waitForTimeout(5000);
      const empty = heldMb();
      const name = `${motifs} motif${motifs === 1 ? '' : 's'}`;
      let most = 0;
      /** The most that is held while something is done. */
      const during = async (what, work) => {
        let peak = 0;
        const timer = setInterval(() => {
          peak = Math.max(peak, heldMb() - empty);
        }, 200);
        const begun = performance.now();
        await work();
        clearInterval(timer);
        most = Math.max(most, peak);
        const seconds = ((performance.now() - begun) / 1000).toFixed(1);
        console.log(
          `${name} of ${megapixels} megapixels, ${what}: ${peak.toFixed(0)} MB at the peak, ${(heldMb() - empty).toFixed(0)} after it (${seconds} s)`,
        );
      };
      await during('opened and checked', async () => {
        await page.getByRole('link', { name: 'Open heavy' }).click();
        await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor();
      });
      await during('dragged', async () => {
        await page.getByTestId('cloth').focus();
        await page.keyboard.press('n');
        await page.keyboard.press('0');
        await page.waitForTimeout(1500);
        const box = await page.getByTestId('handles').boundingBox();
        const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
        await page.mouse.move(at.x, at.y);
        await page.mouse.down();
        for (let k = 1; k <= 60; k++) {
          await page.mouse.move(at.x + 40 * Math.sin(k / 12), at.y + 40 * Math.sin(k / 7));
          await page.waitForTimeout(16);
        }
        await page.mouse.up();
        await page.waitForTimeout(3000);
      });
      await during('sent', async () => {
        await page.keyboard.press('7');
        const download = page.waitForEvent('download', { timeout: 300_000 });
        await page.getByRole('button', { name: 'Make the PNG' }).click();
        await download;
        await page.getByTestId('file-proof').waitFor();
      });
      await during('left', async () => {
        await page.getByRole('link', { name: 'Hexaplex' }).click();
        await page.getByTestId('bolt').nth(1).waitFor();
        await page.waitForTimeout(10_000);
        // What is given back is counted, not when the browser gets round to it.
        await page.requestGC();
        await page.waitForTimeout(10_000);
      });
      console.log(`${name}, most ${most.toFixed(0)} MB`);
    } finally {
      await context.close();
      rmSync(folder, { recursive: true, force: true });
    }
  }
} finally {
  app.end();
}
