/**
 * A long session: rounds of what is done all day, each of which ends where it began. After the first round and after the last the
 * heap, nodes and listeners of the page are counted, and the memory of the whole browser. `npm run bench -- session [minutes]`
 */
import { startApp, startBrowser } from './room.mjs';

const MINUTES = Number(process.argv[2] ?? 10);
const app = await startApp(4393);
const browser = await startBrowser();
try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(app.url);
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor();
  const chromium = await context.newCDPSession(page);
  await chromium.send('Performance.enable');
  const cloth = page.getByTestId('cloth');
  const rest = () => page.waitForTimeout(250);
  const keys = async (list) => {
    await cloth.focus();
    for (const key of list) await page.keyboard.press(key);
  };

  let pictures = 0;
  // Within the page: a handle to the field, held from outside, would hold the whole tray in memory.
  const bring = async (svg) => {
    await page.waitForFunction(() => document.querySelector('[data-testid=file-input]') !== null);
    await page.evaluate((text) => {
      const files = new DataTransfer();
      files.items.add(new File([text], 'shape.svg', { type: 'image/svg+xml' }));
      const field = document.querySelector('[data-testid=file-input]');
      field.files = files.files;
      field.dispatchEvent(new Event('change', { bubbles: true }));
    }, svg);
  };
  const round = async () => {
    // Every step of the job is looked at.
    for (const step of ['1', '2', '3', '4', '5', '6', '7', '8', '3']) {
      await keys([step]);
      await rest();
    }
    // Motifs are taken, moved, turned, mirrored, taken away, and all of it undone.
    await keys(['n', 'ArrowRight', 'ArrowRight', 't', 'm', 'n', 'Shift+ArrowDown', 'Delete', 'Escape']);
    const undo = page.getByRole('button', { name: 'Undo' });
    while (await undo.isEnabled()) await undo.click();
    // The hand goes over the cloth, in and out.
    const box = await cloth.boundingBox();
    for (let n = 0; n < 6; n++) {
      await page.mouse.move(box.x + 100 + 60 * n, box.y + 120 + 40 * n);
      await page.mouse.wheel(0, n < 3 ? -300 : 300);
    }
    await rest();
    // A picture of its own is brought in, laid, and both undone.
    await keys(['2']);
    await rest();
    pictures++;
    const petal = `<ellipse cx="700" cy="700" rx="${300 + pictures}" ry="200" fill="#1f6f6b"/>`;
    await bring(`<svg xmlns="http://www.w3.org/2000/svg" width="1400" height="1400">${petal}</svg>`);
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=motif]').length === 13);
    await rest();
    await keys(['0', '3']);
    await page.getByRole('button', { name: 'Keys and help' }).click();
    await page.keyboard.press('Escape');
    while (await undo.isEnabled()) await undo.click();
    await rest();
  };
  const count = async () => {
    await page.waitForTimeout(8000);
    for (let n = 0; n < 3; n++) await chromium.send('HeapProfiler.collectGarbage');
    const { metrics } = await chromium.send('Performance.getMetrics');
    const of = (name) => metrics.find((m) => m.name === name).value;
    return { heap: of('JSHeapUsedSize') / 1e6, nodes: of('Nodes'), listeners: of('JSEventListeners') };
  };
  // Until all code has run often, and is as compiled as it gets.
  for (let n = 0; n < 15; n++) await round();
  const before = await count();
  const begun = performance.now();
  let rounds = 0;
  while (performance.now() - begun < MINUTES * 60_000) {
    await round();
    rounds++;
  }
  const after = await count();
  for (const what of ['heap', 'nodes', 'listeners']) {
    const by = ((after[what] / before[what] - 1) * 100).toFixed(1);
    console.log(
      `${what}: ${before[what].toFixed(1)} after the first rounds, ${after[what].toFixed(1)} after ${rounds} more in ${MINUTES} min: ${by} %.`,
    );
  }
} finally {
  await browser.close();
  app.end();
}
