/**
 * How soon the demo's cloth follows a new colourway: from the press to the frame in which a motif (not only the
 * ground) has changed, after each colourway was seen once. `node bench/colour-in-browser.mjs http://localhost:4310`
 */
import { chromium } from '@playwright/test';
import { launch } from '../scripts/chromium.mjs';

const base = process.argv[2] ?? 'http://localhost:4310';
const browser = await chromium.launch(launch);
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(base);
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor();
  await page.keyboard.press('5');
  await page.keyboard.press('0');
  const times = [];
  for (let n = 0; n < 24; n++) {
    await page.waitForTimeout(n < 4 ? 4000 : 1200);
    const ms = await page.evaluate(
      () =>
        new Promise((resolve) => {
          const canvas = document.querySelector('[data-testid=cloth] canvas');
          const context = canvas.getContext('2d');
          const row = () => context.getImageData(0, canvas.height >> 1, canvas.width, 1).data;
          const before = row();
          const ground = [...before.slice(0, 3)].join();
          let at = -1;
          for (let x = 40; x < canvas.width - 8 && at < 0; x++) {
            const inside = [-6, 0, 6].every(
              (d) => [...before.slice((x + d) * 4, (x + d) * 4 + 3)].join() !== ground,
            );
            if (inside) at = x;
          }
          const pixel = (data) => [...data.slice(at * 4, at * 4 + 3)].join();
          const was = pixel(before);
          const begun = performance.now();
          const look = () =>
            pixel(row()) === was ? requestAnimationFrame(look) : resolve(performance.now() - begun);
          window.dispatchEvent(new KeyboardEvent('keydown', { key: 'c', bubbles: true }));
          requestAnimationFrame(look);
        }),
    );
    if (n >= 4) times.push(ms);
  }
  times.sort((a, b) => a - b);
  const at = (share) => times[Math.floor((times.length - 1) * share)].toFixed(1);
  console.log(
    `colourway, press to motifs changed: median ${at(0.5)} ms, best ${at(0)}, worst ${at(1)} (${times.length})`,
  );
} finally {
  await browser.close();
}
