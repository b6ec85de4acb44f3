/**
 * The size of the whole design, in the browser, on the demo: from a press to the frame that shows it, on the cloth and in the ladder of
 * sizes; medians and the longest of 20. `npm run bench -- size` on a built app.
 */
import { calibration, median, startApp, startBrowser } from './keep/room.mjs';

const RUNS = 20;

/** Presses buttons in turn; how long each took until what it did was on the screen, ms. */
const presses = (page, names) =>
  page.evaluate(
    async ({ labels, runs }) => {
      const button = (name) =>
        [...document.querySelectorAll('button, [role=button]')].find(
          (b) => (b.getAttribute('aria-label') ?? b.textContent).trim() === name,
        );
      const painted = () =>
        new Promise((done) => {
          requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => done();
            port2.postMessage(0);
          });
        });
      const times = [];
      for (let n = 0; n < runs; n++) {
        const begun = performance.now();
        button(labels[n % labels.length]).click();
        await painted();
        times.push(performance.now() - begun);
        await new Promise((later) => setTimeout(later, 400));
      }
      return times;
    },
    { labels: names, runs: RUNS },
  );

const app = await startApp(4396);
const browser = await startBrowser();
try {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(app.url);
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await page.getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at)/ }).waitFor();
  await page.getByRole('button', { name: /^Scale/ }).click();
  const told = (what, times) =>
    console.log(
      `${what}: ${median(times).toFixed(0)} ms in the middle, ${Math.max(...times).toFixed(0)} at most`,
    );
  await page.getByRole('button', { name: 'Compare them, large' }).waitFor();
  told('cloth', await presses(page, ['50 %', '70 %', '150 %', '200 %']));
  await page.getByRole('button', { name: 'As it is' }).click();
  await page.getByRole('button', { name: 'Compare them, large' }).click();
  await page.getByTestId('rung').first().waitFor();
  told('ladder', await presses(page, ['x 0.25', 'x 2', 'x 0.25', 'x 2']));
  console.log(`calibration ${calibration().toFixed(0)} ms`);
} finally {
  await browser.close();
  app.end();
}
