/**
 * How soon the demo's cloth follows in other colours: from the press of a key to the end of the frame in which a
 * motif (not only the ground) has changed. Colourways one after another, then one ink made lighter step by step,
 * where every colour is new. `node bench/colour-in-browser.mjs http://localhost:4310`
 */
import { chromium } from '@playwright/test';
import { launch } from '../scripts/chromium.mjs';

const base = process.argv[2] ?? 'http://localhost:4310';
const TIMES = 20;

/** Begins at the next press of a key; ends after the frame in which a pixel inside a motif has another colour. */
function untilChanged() {
  const canvas = document.querySelector('[data-testid=cloth] canvas');
  const context = canvas.getContext('2d');
  const row = () => context.getImageData(0, canvas.height >> 1, canvas.width, 1).data;
  const before = row();
  const at = (data, x) => [...data.slice(x * 4, x * 4 + 3)];
  const ground = at(before, 0).join();
  const inside = (x) => [-3, 0, 3].every((d) => at(before, x + d).join() !== ground);
  const xs = Array.from({ length: canvas.width - 80 }, (_, k) => k + 40).filter(inside);
  if (!xs.length) throw new Error('No motif lies across the middle of the window.');
  const was = xs.map((x) => at(before, x).join());
  return new Promise((resolve) => {
    window.addEventListener(
      'keydown',
      () => {
        const begun = performance.now();
        let frames = 0;
        const { port1, port2 } = new MessageChannel();
        // After all that is done in a frame.
        port1.onmessage = () => {
          const now = row();
          frames++;
          if (xs.some((x, n) => at(now, x).join() !== was[n]))
            resolve({ ms: performance.now() - begun, frames });
          else requestAnimationFrame(() => port2.postMessage(0));
        };
        requestAnimationFrame(() => port2.postMessage(0));
      },
      { capture: true, once: true },
    );
  });
}

async function times(page, press) {
  const all = [];
  for (let n = 0; n < TIMES; n++) {
    await page.waitForTimeout(900);
    const [seen] = await Promise.all([
      page.evaluate(untilChanged),
      page.waitForTimeout(80).then(() => page.keyboard.press(press)),
    ]);
    all.push(seen);
  }
  all.sort((a, b) => a.ms - b.ms);
  const of = (share) => all[Math.floor((all.length - 1) * share)].ms.toFixed(0);
  const first = all.filter((s) => s.frames === 1).length;
  return `median ${of(0.5)} ms, best ${of(0)}, worst ${of(1)}; in the first frame after the press ${first} of ${all.length}`;
}

const browser = await chromium.launch(launch);
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(base);
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor();
  await page.keyboard.press('5');
  await page.keyboard.press('0');
  await page.waitForTimeout(8000);
  console.log(`colourway, press to motifs changed: ${await times(page, 'c')}`);
  await page.getByRole('button', { name: 'Colourways', exact: true }).click();
  await page.getByRole('button', { name: /^4\. Ochre/ }).click();
  await page.getByRole('slider', { name: 'Ochre, light' }).focus();
  console.log(`one ink lighter, each step new: ${await times(page, 'ArrowRight')}`);
} finally {
  await browser.close();
}
