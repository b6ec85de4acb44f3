/**
 * Things with the cloth on them, in the browser, on the demo, in a picture of about 900 x 700: from a press to the first picture of a
 * thing, to its fine one, and from a change of size or place to its picture; medians and the longest.
 * `npm run bench -- things` on a built app.
 */
import { calibration, median, startApp, startBrowser } from './keep/room.mjs';

const CHANGES = 20;
const FIVE = [
  'Cushion on a bench',
  'Mug',
  'Gift wrap round a box',
  'Cloth by the metre, on a table',
  /Wallcovering/,
];

const app = await startApp(4397);
const browser = await startBrowser();
try {
  const page = await (await browser.newContext({ viewport: { width: 1240, height: 749 } })).newPage();
  await page.goto(app.url);
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await page.getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at)/ }).waitFor();
  await page.getByRole('button', { name: /^Scale/ }).click();
  await page.getByRole('button', { name: 'Things', exact: true }).click();
  // So long does a person look at the list; things are made ready meanwhile.
  await new Promise((later) => setTimeout(later, 6000));
  // In the page: when pictures are on the screen, from the press on.
  await page.evaluate(() => {
    globalThis.seen = { begun: 0, times: [] };
    addEventListener(
      'click',
      () => Object.assign(globalThis.seen, { begun: performance.now(), times: [] }),
      true,
    );
    addEventListener(
      'keydown',
      () => Object.assign(globalThis.seen, { begun: performance.now(), times: [] }),
      true,
    );
    new MutationObserver((all) => {
      if (all.some((m) => m.attributeName === 'data-pictures'))
        globalThis.seen.times.push(performance.now() - globalThis.seen.begun);
    }).observe(document.body, { subtree: true, attributes: true, attributeFilter: ['data-pictures'] });
  });
  const done = () => page.locator('[data-testid=thing][data-done=yes]').waitFor();
  const [first, fine] = [[], []];
  for (const pass of [1, 2]) {
    for (const name of FIVE) {
      await page.getByRole('button', { name }).click();
      await done();
      const times = await page.evaluate(() => globalThis.seen.times);
      console.log(
        `${pass === 1 ? 'new' : 'again'}, ${name}: ${times.map((t) => t.toFixed(0)).join(', ')} ms`,
      );
      if (pass === 1) {
        first.push(times[0]);
        fine.push(times.at(-1));
      }
      await page.getByRole('button', { name: 'Back to the cloth' }).click();
    }
  }
  const told = (what, times) =>
    console.log(
      `${what}: ${median(times).toFixed(0)} ms in the middle, ${Math.max(...times).toFixed(0)} at most`,
    );
  told('first picture', first);
  told('fine picture', fine);
  for (const name of FIVE) {
    await page.getByRole('button', { name }).click();
    await done();
    const changes = [];
    for (let n = 0; n < CHANGES; n++) {
      await page.getByTestId('thing').press(['ArrowRight', '+', 'ArrowDown', '-'][n % 4]);
      await done();
      changes.push(await page.evaluate(() => globalThis.seen.times[0]));
    }
    told(`a change, ${name}`, changes);
    await page.getByRole('button', { name: 'Back to the cloth' }).click();
  }
  console.log(`calibration ${calibration().toFixed(0)} ms`);
} finally {
  await browser.close();
  app.end();
}
