import type { Page } from '@playwright/test';
import { expect, fill, kept, onScreen, openDemo, pick, test } from './watch';

const part = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();
const undo = (page: Page) => page.keyboard.press('Control+z');

async function drag(page: Page, from: { x: number; y: number }, to: { x: number; y: number }) {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 8 });
  await page.mouse.up();
}

test('a motif comes to rest on the middle with a line to see, not with Ctrl held; a still press only selects', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Bar', exact: true }).click();
  await page.getByRole('button', { name: 'On top' }).click();
  await fill(page, 'Across', '140');
  await fill(page, 'Down', '140');
  const at = await onScreen(page, 140, 140);
  const middle = await onScreen(page, 152.4, 152.4);
  const before = await kept(page);
  await drag(page, at, { x: at.x + 1, y: at.y + 1 });
  await expect(page.getByLabel('Across', { exact: true })).toHaveValue('140');
  expect((await kept(page)).placements).toEqual(before.placements);

  const bar = async () => (await kept(page)).placements.at(-1);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(middle.x + 3, middle.y - 2, { steps: 8 });
  await expect(page.getByTestId('snap-line')).toHaveCount(2);
  await expect(page.getByTestId('snap-line').first()).toContainText('middle');
  await page.mouse.up();
  await expect(page.getByTestId('snap-line')).toHaveCount(0);
  expect(await bar()).toMatchObject({ x: 152.4, y: 152.4 });
  await undo(page);
  await page.keyboard.down('Control');
  await drag(page, at, { x: middle.x + 3, y: middle.y - 2 });
  await page.keyboard.up('Control');
  expect((await bar())?.x).not.toBeCloseTo(152.4, 3);

  // A grid of its own to rest on, and nothing else.
  await part(page, 'Cloth');
  await fill(page, 'Grid, parts across', '8');
  await page.getByLabel("the cell's corners, middle and quarters").uncheck();
  await page.getByLabel('other motifs, and equal gaps').uncheck();
  const now = await bar();
  const from = await onScreen(page, now?.x ?? 0, now?.y ?? 0);
  const to = await onScreen(page, (3 * 304.8) / 8 + 1, 130);
  await drag(page, from, to);
  expect((await bar())?.x).toBeCloseTo((3 * 304.8) / 8, 6);
});

test('the cloth at 12 x 12 cells, from edge to edge, from two metres, and by pinching', async ({ page }) => {
  await openDemo(page);
  const scale = async () => Number(await page.getByTestId('overlay').getAttribute('data-px-per-mm'));
  const width = (await page.getByTestId('overlay').boundingBox())?.width ?? 0;
  await pick(page, 'How near', '12 x 12 cells');
  expect((await scale()) * 304.8 * 12).toBeLessThan(width + 20);
  await pick(page, 'How near', 'Cell from edge to edge (W)');
  await expect.poll(scale).toBeCloseTo(width / 304.8, 1);
  await pick(page, 'How near', 'As seen from 2 m');
  await expect(page.getByTestId('scale')).toHaveText('in, 1:4');
  await pick(page, 'How near', 'Whole cell (0)');
  const start = await scale();
  const touch = await page.context().newCDPSession(page);
  await touch.send('Emulation.setTouchEmulationEnabled', { enabled: true, maxTouchPoints: 2 });
  const fingers = (type: 'touchStart' | 'touchMove' | 'touchEnd', gap: number) =>
    touch.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: gap
        ? [
            { x: 500 - gap, y: 400, id: 1 },
            { x: 500 + gap, y: 400, id: 2 },
          ]
        : [],
    });
  await fingers('touchStart', 50);
  for (const gap of [60, 75, 100]) await fingers('touchMove', gap);
  await fingers('touchEnd', 0);
  await expect.poll(async () => (await scale()) / start).toBeCloseTo(2, 1);
});
