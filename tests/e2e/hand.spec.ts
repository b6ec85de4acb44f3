import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { addPlacements, apply, type Project } from '../../src/core';
import { expect, fill, kept, onScreen, openDemo, openKept, pick, test } from './watch';

const DEMO: Project = JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8'));
const KITE = DEMO.motifs[0];
const frames = (page: Page) => page.getByTestId('handles');
const places = async (page: Page, id: string) =>
  (await kept(page, id)).placements.map((p) => [Number(p.x.toFixed(2)), Number(p.y.toFixed(2)), p.mirror]);

/** A bolt of its own with the demo's motifs, laid as asked. */
async function openWith(page: Page, id: string, change: Partial<Project>, laid: Project['placements'] = []) {
  await page.goto('/');
  await expect(page.getByTestId('bolt')).toBeVisible();
  const empty: Project = { ...DEMO, ...change, id, name: id, placements: [], dismissed: [], reserves: [] };
  await openKept(page, apply(empty, addPlacements(laid)));
  await expect(page.getByTestId('overlay')).toBeVisible();
}
const laid = (id: string, x: number, y: number, more: Partial<Project['placements'][number]> = {}) => ({
  ...{ id, motif: KITE.id, x, y, angle: 0, scale: 0.4, mirror: false },
  ...more,
});

test('nine in hand, one of them locked: all to a size, all by a factor; a press takes one; only these shown', async ({
  page,
}) => {
  const nine = Array.from({ length: 9 }, (_, n) =>
    laid(`p${n}`, 60 + 90 * (n % 3), 50 + 90 * Math.floor(n / 3), {
      scale: 0.2 + 0.02 * n,
      ...(n === 8 ? { locked: true } : {}),
    }),
  );
  await openWith(page, 'nine', { layout: { kind: 'straight', drop: { p: 0, q: 1 } } }, nine);
  const scales = async () => (await kept(page, 'nine')).placements.map((p) => Number(p.scale.toFixed(4)));
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('Control+a');
  await expect(page.getByRole('heading', { name: '9 in hand' })).toBeVisible();
  await expect(page.getByText('1 of them locked: left out.')).toBeVisible();
  await expect(page.getByLabel('All to size', { exact: true })).toHaveAttribute('placeholder', 'several');
  await fill(page, 'All to size', '30');
  expect(await scales()).toEqual([...Array(8).fill(0.3), 0.36]);
  await fill(page, 'All by', '50');
  expect(await scales()).toEqual([...Array(8).fill(0.15), 0.36]);
  await expect(page.getByLabel('All by', { exact: true })).toHaveValue('100');
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('Control+z');
  expect(await scales()).toEqual([...Array(8).fill(0.3), 0.36]);

  // The key does what its button says.
  await expect(page.getByRole('button', { name: 'Unlock all' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Lock all', exact: true })).toBeVisible();
  await page.keyboard.press('k');
  expect((await kept(page, 'nine')).placements.every((p) => p.locked)).toBe(true);
  await page.getByRole('button', { name: 'Unlock', exact: true }).click();
  expect((await kept(page, 'nine')).placements.some((p) => p.locked)).toBe(false);

  // A press alone takes just that one; a drag takes all.
  const before = await places(page, 'nine');
  const at = await onScreen(page, 60, 50);
  await page.mouse.click(at.x, at.y);
  await expect(frames(page)).toHaveCount(1);
  expect(await places(page, 'nine')).toEqual(before);
  // What was typed is of the one that was in hand, also when another is pressed before it is taken.
  const other = await onScreen(page, 150, 50);
  await page.getByLabel('Turned', { exact: true }).fill('20');
  await page.mouse.click(other.x, other.y);
  const angles = async () => (await kept(page, 'nine')).placements.map((p) => p.angle);
  expect((await angles()).slice(0, 2)).toEqual([20, 0]);
  await page.keyboard.press('Control+z');
  expect((await angles()).slice(0, 2)).toEqual([0, 0]);
  await page.getByLabel('Across', { exact: true }).focus();
  await page.mouse.click(at.x, at.y);
  expect(await places(page, 'nine')).toEqual(before);

  await page.getByRole('button', { name: 'Show only these' }).click();
  await expect(page.getByRole('button', { name: 'Only 1 shown' })).toBeVisible();
  await page.mouse.click(other.x, other.y);
  await expect(frames(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Only 1 shown' }).click();
  await page.mouse.click(other.x, other.y);
  await expect(frames(page)).toHaveCount(1);

  // A rectangle begun on a motif is a rectangle; a motif is dragged from the tray onto the cloth.
  await page.keyboard.press('Escape');
  await page.keyboard.press('e');
  const to = await onScreen(page, 190, 160);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByRole('heading', { name: '4 in hand' })).toBeVisible();
  expect(await places(page, 'nine')).toEqual(before);
  await page
    .getByRole('button', { name: `Lay ${KITE.name}` })
    .dragTo(page.getByTestId('cloth'), { targetPosition: { x: 300, y: 300 } });
  await expect(page.getByRole('button', { name: 'Lay, 10 placements' })).toBeVisible();
});

test('a new cell is brought into view; trays open at their top; a typed colour moves its sliders; a dark ground to work on', async ({
  page,
}) => {
  await openDemo(page);
  const across = () => page.getByTestId('overlay').getAttribute('data-px-per-mm');
  const begun = Number(await across());
  await page.getByRole('button', { name: /^Brief/ }).click();
  await fill(page, 'Cell width', '24');
  await expect.poll(async () => Number(await across())).toBeLessThan(begun * 0.8);
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('Control+z');
  await expect.poll(async () => Number(await across())).toBeCloseTo(begun, 6);

  const tray = page.getByRole('complementary');
  await page.getByRole('button', { name: /^Check/ }).click();
  await tray.evaluate((e) => e.scrollTo(0, 400));
  await page.getByRole('button', { name: /^Colour, / }).click();
  await expect(tray.getByRole('heading', { name: 'Colour', exact: true })).toBeVisible();
  expect(await tray.evaluate((e) => e.scrollTop)).toBe(0);

  // The fit of the screen is known before Scale is opened: 9 is true size at once.
  await page.keyboard.press('6');
  const fit = page.getByRole('slider', { name: 'Width of the card on this screen' });
  await fit.focus();
  for (let n = 0; n < 12; n++) await page.keyboard.press('ArrowRight');
  const trueSize = Number(await across());
  const fitKept = () =>
    page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const ask = indexedDB.open('hexaplex');
          ask.onsuccess = () => {
            const db = ask.result;
            const read = db.transaction('settings').objectStore('settings').get('pxPerMm');
            read.onsuccess = () => {
              db.close();
              resolve(Number(read.result));
            };
          };
        }),
    );
  await expect.poll(fitKept).toBeCloseTo(trueSize, 1);
  await page.reload();
  await expect(page.getByTestId('overlay')).toBeVisible();
  await page.keyboard.press('9');
  await expect.poll(async () => Number(await across())).toBeCloseTo(trueSize, 1);
  await page.keyboard.press('0');
  await page.keyboard.press('5');

  // A code that is typed moves the sliders and the swatch at once.
  await page.getByRole('button', { name: /^2\. / }).last().click();
  const hue = page.getByRole('slider', { name: /, hue$/ });
  const was = await hue.getAttribute('aria-valuenow');
  const code = page.getByLabel(/, code$/);
  await code.fill('#1f6f6b');
  await code.press('Enter');
  await expect(hue).not.toHaveAttribute('aria-valuenow', was ?? '');
  await expect(page.getByLabel(/, code, picker$/)).toHaveValue('#1f6f6b');
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('Control+z');

  const own = await page.getByTestId('cloth').screenshot();
  await pick(page, 'Working ground', 'Dark, to work on');
  await expect
    .poll(async () => Buffer.compare(own, await page.getByTestId('cloth').screenshot()))
    .not.toBe(0);
  expect((await kept(page)).colourways).toEqual(DEMO.colourways);
});
