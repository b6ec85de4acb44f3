/** A shelf of 200 bolts: how soon it shows, how it scrolls. A bolt of 60 motifs and 400 placements: when its cloth is exact, when it is checked and its lines are measured, what a nudge writes. */
import {
  calibration,
  demo,
  forgetDerived,
  largeBolt,
  lay,
  median,
  startApp,
  startBrowser,
  steps,
} from './room.mjs';

const app = await startApp(4396);
const browser = await startBrowser();
try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  page.setDefaultTimeout(120_000);
  await page.goto(app.url);
  await page.getByTestId('bolt').waitFor();
  const bolts = Array.from({ length: 200 }, (_, n) => ({ ...demo, id: `b${n}`, name: `Bolt ${n}` }));
  await page.waitForTimeout(3000);
  await lay(page, bolts);
  const times = [];
  const shown = [];
  for (let k = 0; k < 5; k++) {
    await page.goto('about:blank');
    const begun = performance.now();
    await page.goto(app.url, { waitUntil: 'commit' });
    await page.getByTestId('bolt').nth(5).waitFor();
    shown.push(performance.now() - begun);
    await page.getByTestId('bolt').nth(150).waitFor({ state: 'attached' });
    times.push(performance.now() - begun);
  }
  console.log(
    `A shelf of 201 bolts: shown after ${median(shown).toFixed(0)} ms from nothing, the 150th there after ${median(times).toFixed(0)} (median of 5).`,
  );
  const frames = await page.evaluate(async () => {
    const out = [];
    let last = performance.now();
    for (let k = 0; k < 120; k++) {
      scrollBy(0, 120);
      await new Promise((r) => requestAnimationFrame(r));
      out.push(performance.now() - last);
      last = performance.now();
    }
    return out.sort((a, b) => a - b);
  });
  console.log(`Scrolled: frames p50 ${frames[60].toFixed(0)}, p95 ${frames[114].toFixed(0)} ms.`);

  for (const enlarged of [1, 2]) {
    const id = `large${enlarged}`;
    const { project, pictures } = await largeBolt({ id, motifs: 60, placements: 400, enlarged });
    const mb = pictures.reduce((s, p) => s + p.bytes.length * 0.75, 0) / 1e6;
    for (const p of pictures) await lay(page, [], [p]);
    await lay(page, [project]);
    for (const cold of [true, false]) {
      const [first, exact, checked, whole] = [[], [], [], []];
      for (let k = 0; k < 5; k++) {
        if (cold) {
          await page.goto(`${app.url}/icon.svg`);
          await forgetDerived(page);
        }
        await page.goto('about:blank');
        const begun = performance.now();
        await page.goto(`${app.url}/bolt/${id}`);
        await page.waitForFunction(
          () =>
            document.querySelector('[data-testid=cloth] canvas') ??
            document.querySelector('[role=status]')?.parentElement?.style.backgroundImage,
        );
        first.push(performance.now() - begun);
        await page.waitForFunction(
          () => document.querySelector('[data-testid=cloth] canvas')?.dataset.finest,
        );
        exact.push(performance.now() - begun);
        await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor();
        checked.push(performance.now() - begun);
        await page.keyboard.press('4');
        await page.getByRole('heading', { name: 'Check', exact: true }).waitFor();
        await page.waitForFunction(() => !document.body.innerText.includes('Measuring the lines'));
        whole.push(performance.now() - begun);
        // What was made is kept after a moment of rest.
        await page.waitForTimeout(3500);
      }
      console.log(
        `60 motifs at ${300 * enlarged} ppi (${mb.toFixed(0)} MB), 400 placements, ${cold ? 'nothing made of it before' : 'opened again'}: a picture after ${median(first).toFixed(0)} ms; exact after ${median(exact).toFixed(0)}; found after ${median(checked).toFixed(0)}, lines too after ${median(whole).toFixed(0)} (median of 5).`,
      );
    }
    const before = await steps(page, id);
    await page.getByTestId('cloth').focus();
    await page.keyboard.press('n');
    await page.keyboard.press('ArrowRight');
    await page.waitForTimeout(800);
    const after = await steps(page, id);
    console.log(
      `A nudge writes ${after.applied - before.applied} step of ${JSON.stringify(after.patches).length} bytes of patches, and the head.`,
    );
  }
  console.log(`The calibration loop: ${calibration().toFixed(0)} ms.`);
} finally {
  await browser.close();
  app.end();
}
