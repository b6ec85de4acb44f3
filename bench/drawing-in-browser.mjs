/**
 * A drawing of 3600 x 3600 px with 80 pieces on grainy paper, checked in the browser: how long its worker takes to read it the first
 * time and to check it each time after, and the longest the page itself was held up meanwhile. `npm run bench -- drawing` on a built app.
 */
import sharp from 'sharp';
import { calibration, median, numbers, startApp, startBrowser } from './keep/room.mjs';

const SIDE = 3600;
const PIECES = 80;
const random = numbers(11);
const placed = [];
const far = (a, b) => {
  const d = (v) => Math.abs(v - Math.round(v / SIDE) * SIDE);
  return Math.hypot(d(a.x - b.x), d(a.y - b.y));
};
while (placed.length < PIECES) {
  const p = { x: random() * SIDE, y: random() * SIDE, r: 60 + 90 * random() };
  if (placed.every((q) => far(p, q) > p.r + q.r + 40)) placed.push(p);
}
const inks = ['#7d2438', '#245a54', '#30507e', '#8a5a14'];
const drawn = placed.flatMap(({ x, y, r }, k) => {
  const points = Array.from({ length: 10 }, (_, n) => {
    const [t, d] = [(n * Math.PI) / 5 + k, n % 2 ? r : r * (0.5 + 0.4 * random())];
    return `${(d * Math.cos(t)).toFixed(1)},${(d * Math.sin(t)).toFixed(1)}`;
  });
  return [-SIDE, 0, SIDE].flatMap((dx) =>
    [-SIDE, 0, SIDE].map(
      (dy) =>
        `<polygon points="${points}" transform="translate(${x + dx} ${y + dy})" fill="${inks[k % inks.length]}" stroke="#22203a" stroke-width="9"/>`,
    ),
  );
});
const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}"><rect width="100%" height="100%" fill="#efe6d6"/>${drawn.join('')}</svg>`;
const { data, info } = await sharp(Buffer.from(svg))
  .removeAlpha()
  .raw()
  .toBuffer({ resolveWithObject: true });
for (let i = 0; i < data.length; i += 3) {
  const grain = Math.round(14 * (random() + random() - 1));
  for (let c = 0; c < 3; c++) data[i + c] = Math.max(0, Math.min(255, data[i + c] + grain));
}
const file = await sharp(data, { raw: info }).withMetadata({ density: 300 }).png().toBuffer();

const app = await startApp(4394);
const browser = await startBrowser();
try {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.addInitScript(() => {
    window.checks = [];
    window.held = 0;
    const Own = window.Worker;
    window.Worker = class extends Own {
      asked = new Map();
      constructor(...args) {
        super(...args);
        this.addEventListener('message', ({ data }) => {
          const begun = this.asked.get(data?.id);
          if (begun !== undefined) window.checks.push(performance.now() - begun);
          this.asked.delete(data?.id);
        });
      }
      postMessage(message, ...rest) {
        if (message?.path?.[0] === 'check') this.asked.set(message.id, performance.now());
        super.postMessage(message, ...rest);
      }
    };
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) window.held = Math.max(window.held, entry.duration);
    }).observe({ type: 'longtask' });
  });
  await page.goto(app.url);
  await page.getByRole('button', { name: 'New bolt' }).click();
  await page
    .getByTestId('file-input')
    .setInputFiles({ name: 'Paper.png', mimeType: 'image/png', buffer: file });
  const room = page.getByRole('dialog');
  await room.getByTestId('what-it-is').filter({ hasNotText: 'Looking' }).waitFor();
  const other = room.getByRole('button', { name: 'Something else?' });
  if (await other.isVisible()) await other.click();
  await room.getByRole('radio', { name: /^One drawing/ }).click();
  const said = room.getByTestId('leaving');
  await said.waitFor();
  await page.evaluate(() => {
    window.held = 0;
    window.checks = [];
  });
  await room.getByRole('button', { name: 'Take it in as one drawing' }).click();
  await page.waitForFunction(() => window.checks.length > 0, null, { timeout: 60_000 });
  await page.keyboard.press('4');
  const seen = await page.getByTestId('pieces-seen').textContent();
  const first = await page.evaluate(() => [window.checks[0], window.held]);
  const after = [];
  await page.getByRole('button', { name: /How it is looked at/ }).click();
  for (let n = 0; n < 6; n++) {
    await page.evaluate(() => {
      window.checks = [];
      window.held = 0;
    });
    await page.getByRole('combobox', { name: 'The cloth is meant to be' }).click();
    await page.getByRole('option', { name: n % 2 ? 'even' : 'airy', exact: true }).click();
    await page.waitForFunction(() => window.checks.length > 0, null, { timeout: 60_000 });
    after.push(await page.evaluate(() => [window.checks[0], window.held]));
  }
  console.log(`${seen} A fixed loop: ${calibration().toFixed(0)} ms.`);
  console.log(
    `Read and checked: ${first[0].toFixed(0)} ms; the page held up ${first[1].toFixed(0)} ms at most.`,
  );
  console.log(
    `Checked again: middle ${median(after.map(([t]) => t)).toFixed(0)} ms of ${after.length}; held up ${Math.max(...after.map(([, h]) => h)).toFixed(0)} ms.`,
  );
} finally {
  await browser.close();
  app.end();
}
