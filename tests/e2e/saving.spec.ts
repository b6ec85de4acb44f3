import type { Page } from '@playwright/test';
import { expect, kept, openDemo, test } from './watch';

/** Blocks everything of the page but the handlers of keys, as a key that is held does on a slow machine. */
const holdKey = (page: Page, times: number) =>
  page.evaluate(async (n) => {
    const cloth = document.querySelector<HTMLElement>('[data-testid=cloth]');
    for (let k = 0; k < n; k++) {
      cloth?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true, repeat: k > 0 }));
      // No timer, message or callback of the page comes in between.
      const until = performance.now() + 30;
      while (performance.now() < until) await Promise.resolve();
    }
  }, times);

test('a key that is held is saved while it is held: a killed tab keeps it', async ({ page, context }) => {
  await openDemo(page);
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  const before = await kept(page);
  await holdKey(page, 40);
  const url = page.url();
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto(url);
  await expect(again.getByTestId('cloth')).toBeVisible();
  const after = await kept(again);
  const moved = after.placements.flatMap((p, n) => {
    const by = p.x - before.placements[n].x;
    return Math.abs(by) > 1e-9 ? [by] : [];
  });
  expect(moved).toHaveLength(1);
  // Each press is a pixel of the print file.
  expect(moved[0] / (25.4 / before.brief.ppi)).toBeGreaterThan(30);
});

test('undo goes on after a reload, step by step', async ({ page }) => {
  await openDemo(page);
  const before = await kept(page);
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  for (const key of ['m', 't', 'a', 'Delete']) await page.keyboard.press(key);
  const after = await kept(page);
  expect(after.placements).not.toEqual(before.placements);
  await page.reload();
  await expect(page.getByTestId('cloth')).toBeVisible();
  const back = page.getByRole('button', { name: 'Undo' });
  for (let n = 0; n < 4; n++) await back.click();
  await expect(back).toBeDisabled();
  expect((await kept(page)).placements).toEqual(before.placements);
});
