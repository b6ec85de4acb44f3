import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { faults } from './faults';
import { expect, fill, openDemo, test } from './watch';

async function atMotifs(page: Page) {
  await openDemo(page);
  await page.keyboard.press('2');
  await expect(page.getByTestId('motif')).toHaveCount(12);
}

/** Brings the demo's sheet in at half its fineness: what is done to it comes out the same, in a quarter of the time. */
async function halfSheet(page: Page) {
  const buffer = await sharp('public/demo/kite-weather-sheet.jpg')
    .resize({ width: 1240 })
    .jpeg({ quality: 95 })
    .withMetadata({ density: 150 })
    .toBuffer();
  await page
    .getByTestId('file-input')
    .setInputFiles({ name: 'sheet at half.jpg', mimeType: 'image/jpeg', buffer });
}

/** A place of the page (px of the page) in the window. */
async function onPage(page: Page, x: number, y: number): Promise<[number, number]> {
  const view = page.getByTestId('page-view');
  const box = await view.boundingBox();
  const [zoom, left, top] = await view.evaluate((e) =>
    [e.dataset.zoom, e.dataset.left, e.dataset.top].map(Number),
  );
  return [(box?.x ?? 0) + (x - left) * zoom, (box?.y ?? 0) + (y - top) * zoom];
}

async function drag(page: Page, from: [number, number], to: [number, number]) {
  await page.mouse.move(...(await onPage(page, ...from)));
  await page.mouse.down();
  await page.mouse.move(...(await onPage(page, (from[0] + to[0]) / 2, (from[1] + to[1]) / 2)));
  await page.mouse.move(...(await onPage(page, ...to)));
  await page.mouse.up();
}

const pieces = (page: Page) => page.getByTestId('pieces-found');

test('marks on the page: take, give, erase, restore, join, cut, draw round; each undone', async ({
  page,
}) => {
  await atMotifs(page);
  await halfSheet(page);
  const room = page.getByRole('dialog');
  const view = page.getByTestId('page-view');
  await expect(room.getByText('The lines on this page lean by 1.3 degrees.')).toBeVisible();
  await room.getByRole('button', { name: 'Straighten it' }).click();
  await expect(room.getByText('The lines on this page lean')).toHaveCount(0);
  await room.getByRole('tab', { name: '1 Square' }).click();
  await expect(room.getByLabel('Outline turned by')).toHaveValue('1.3');
  await room.getByRole('button', { name: 'Undo on this page' }).click();
  await room.getByRole('tab', { name: '4 Split' }).click();
  await expect(pieces(page)).toHaveText('12 pieces on this page.');
  const middle = async (n: number): Promise<[number, number]> => {
    const box = await page.getByTestId('piece-box').nth(n).locator('rect').first().boundingBox();
    const at = await view.boundingBox();
    const [zoom, left, top] = await view.evaluate((e) =>
      [e.dataset.zoom, e.dataset.left, e.dataset.top].map(Number),
    );
    if (!box || !at) throw new Error('No box.');
    return [left + (box.x + box.width / 2 - at.x) / zoom, top + (box.y + box.height / 2 - at.y) / zoom];
  };
  const [bow1, bow2, kite, swift] = [await middle(9), await middle(10), await middle(0), await middle(3)];
  await room.getByRole('button', { name: 'Join' }).click();
  await drag(page, bow1, bow2);
  await expect(pieces(page)).toHaveText('11 pieces on this page.');
  await room.getByRole('button', { name: 'Cut apart' }).click();
  // The kite from its tail.
  await drag(page, [kite[0] - 150, kite[1] + 35], [kite[0] + 165, kite[1] + 35]);
  await expect(pieces(page)).toHaveText('12 pieces on this page.');
  // Round the swift's left wing, by keyboard: a press, a way, a press.
  await room.getByRole('button', { name: 'Draw round' }).click();
  await view.focus();
  const walk = async (key: string, times: number) => {
    for (let n = 0; n < times; n++) await page.keyboard.press(key);
  };
  await walk('Shift+ArrowUp', 1);
  await page.keyboard.press('Enter');
  await walk('Shift+ArrowLeft', 4);
  await walk('Shift+ArrowDown', 2);
  await walk('Shift+ArrowRight', 4);
  await page.keyboard.press('Enter');
  await expect(room.getByRole('button', { name: 'Take back all 3 marks' })).toBeVisible();
  await expect(pieces(page)).toHaveText('14 pieces on this page.');
  await room.getByRole('button', { name: 'Take back all 3 marks' }).click();
  await expect(pieces(page)).toHaveText('12 pieces on this page.');
  await page.keyboard.press('Control+z');
  await expect(pieces(page)).toHaveText('14 pieces on this page.');
  await page.keyboard.press('Control+y');
  await fill(page, 'Pieces nearer than this are one motif', '12');
  await expect(pieces(page)).not.toHaveText('12 pieces on this page.');

  await room.getByRole('tab', { name: '3 Paper' }).click();
  const shot = async () => {
    await page.mouse.move(4, 4);
    await expect(view).toHaveAttribute('aria-busy', 'false');
    return view.screenshot();
  };
  const clean = await shot();
  await room.getByRole('button', { name: 'Erase' }).click();
  await fill(page, 'Brush', '8');
  await drag(page, [swift[0] - 100, swift[1]], [swift[0] + 100, swift[1]]);
  const erased = await shot();
  expect(Buffer.compare(clean, erased)).not.toBe(0);
  await room.getByRole('button', { name: 'Restore' }).click();
  await drag(page, [swift[0] - 100, swift[1]], [swift[0] + 100, swift[1]]);
  expect(Buffer.compare(erased, await shot())).not.toBe(0);
  await room.getByRole('button', { name: 'Undo on this page' }).click();
  await room.getByRole('button', { name: 'Undo on this page' }).click();
  await room.getByRole('button', { name: 'Look' }).click();
  expect(Buffer.compare(clean, await shot())).toBe(0);
  await room.getByRole('button', { name: 'Take area' }).click();
  await page.mouse.click(...(await onPage(page, kite[0] - 50, kite[1] - 160)));
  expect(Buffer.compare(clean, await shot())).not.toBe(0);
  await room.getByRole('button', { name: 'Undo on this page' }).click();
  await room.getByRole('button', { name: 'Everywhere' }).click();
  await room.getByLabel('Back the art, where light parts were lost').click();
  await fill(page, 'Smaller by', '0.4');
  await fill(page, 'Soft edge', '0.2');
  expect(await faults(page)).toEqual([]);
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByTestId('piece').first()).toBeVisible();
});

test('a page on its way in survives a killed tab, with all that was marked on it', async ({
  page,
  context,
}) => {
  await atMotifs(page);
  await halfSheet(page);
  const room = page.getByRole('dialog');
  await room.getByRole('tab', { name: '4 Split' }).click();
  await expect(pieces(page)).toHaveText('12 pieces on this page.');
  await fill(page, 'Pieces nearer than this are one motif', '12');
  await expect(pieces(page)).not.toHaveText('12 pieces on this page.');
  const found = (await pieces(page).textContent()) ?? '';
  await page.keyboard.press('Escape');
  await expect(pieces(page)).toHaveText(found);
  const url = page.url();
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto(url);
  await again.getByRole('button', { name: 'Motifs, 12 motifs' }).click();
  await again.getByRole('button', { name: 'Go on with it' }).click();
  await again.getByRole('tab', { name: '4 Split' }).click();
  await expect(pieces(again)).toHaveText(found);
  await again.getByRole('button', { name: 'Leave it' }).click();
  await again.reload();
  await again.getByRole('button', { name: 'Motifs, 12 motifs' }).click();
  await expect(again.getByTestId('motif')).toHaveCount(12);
  await expect(again.getByRole('button', { name: 'Go on with it' })).toHaveCount(0);
});
