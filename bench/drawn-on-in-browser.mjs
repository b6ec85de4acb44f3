/**
 * A file that is watched, saved again: from the save to its version in the strip, and to that version judged, at 3600 x 3600 px on the
 * demo; medians of five, with the longest that the page was held up meanwhile. `npm run bench -- drawn-on` on a built app.
 */
import { mkdtempSync, renameSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { calibration, median, startApp, startBrowser } from './keep/room.mjs';

const RUNS = 5;
const dir = mkdtempSync(join(tmpdir(), 'hexaplex-'));
const path = join(dir, 'watched.png');

/** What went out with so many strokes on it, as a program would save it. */
const drawn = (bytes, strokes) => {
  const lines = Array.from({ length: strokes }, (_, n) => {
    const x = 1300 + 170 * n;
    return `<path d="M${x} 1500q90 260 -20 620" fill="none" stroke="#1f3d6b" stroke-width="44" stroke-linecap="round"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="3600" height="3600">${lines.join('')}</svg>`;
  return sharp(bytes)
    .composite([{ input: Buffer.from(svg) }])
    .png({ compressionLevel: 4 })
    .toBuffer();
};

/** The file is there whole at once, and the time is that at which it was. */
function save(bytes) {
  writeFileSync(`${path}.part`, bytes);
  renameSync(`${path}.part`, path);
  return Date.now();
}

/** When a version is said to be on the cloth, and when it is judged. */
async function seenAt(n) {
  const at = {};
  while (!at.judged) {
    const said = [...document.querySelectorAll('[data-testid=version]')].find((v) =>
      v.textContent.includes(`Drawn ${n}`),
    )?.textContent;
    if (said?.includes('on the cloth')) at.laid ??= Date.now();
    if (said?.includes('to look at')) at.judged ??= Date.now();
    await new Promise(requestAnimationFrame);
  }
  return at;
}

const app = await startApp(4397);
const browser = await startBrowser();
try {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  if (process.env.TOLD) page.on('console', (m) => console.log('  ', m.text()));
  await page.goto(app.url);
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await page.getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at)/ }).waitFor();
  await page.getByRole('button', { name: /^Lay,/ }).click();
  await page.getByRole('button', { name: 'Draw', exact: true }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Send out to draw on' }).click();
  const bytes = await readFile(await (await download).path());
  await page.getByTestId('went-out').waitFor();
  await page.evaluate(() => {
    globalThis.held = 0;
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) globalThis.held = Math.max(globalThis.held, e.duration);
    }).observe({ type: 'longtask' });
  });
  const files = await Promise.all(Array.from({ length: RUNS + 1 }, (_, n) => drawn(bytes, n + 1)));
  const judged = (n) =>
    page
      .getByTestId('version')
      .filter({ hasText: `Drawn ${n}` })
      .filter({ hasText: 'to look at' });
  save(files[0]);
  const box = await page.getByTestId('comes-back').boundingBox();
  const cdp = await page.context().newCDPSession(page);
  for (const type of ['dragEnter', 'dragOver', 'drop'])
    await cdp.send('Input.dispatchDragEvent', {
      ...{ type, x: box.x + box.width / 2, y: box.y + 20 },
      data: { items: [], files: [path], dragOperationsMask: 1 },
    });
  await judged(1).waitFor({ timeout: 120_000 });
  const [shown, told] = [[], []];
  await page.evaluate(() => {
    globalThis.held = 0;
  });
  for (let n = 2; n <= RUNS + 1; n++) {
    const seen = page.evaluate(seenAt, n);
    const begun = save(files[n - 1]);
    const at = await seen;
    shown.push(at.laid - begun);
    told.push(at.judged - begun);
  }
  const held = await page.evaluate(() => globalThis.held);
  console.log(`in the strip: ${median(shown)} ms (${shown.join(', ')})`);
  console.log(`judged: ${median(told)} ms (${told.join(', ')})`);
  console.log(`the page held up: ${Math.round(held)} ms at most`);
  console.log(`calibration ${calibration().toFixed(0)} ms`);
} finally {
  await browser.close();
  app.end();
}
