import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { faults } from './faults';
import { expect, fill, kept, openDemo, pick, test } from './watch';

const thing = (page: Page) => page.getByTestId('thing');
const drawn = (page: Page) => expect(thing(page)).toHaveAttribute('data-done', 'yes');
/** The picture of the thing, as bytes that differ where it does. */
async function look(page: Page): Promise<string> {
  await drawn(page);
  return thing(page)
    .locator('canvas')
    .evaluate((c: HTMLCanvasElement) => c.toDataURL('image/png'));
}
async function open(page: Page, name: string) {
  await page.getByRole('button', { name: 'Things', exact: true }).click();
  await page.getByRole('button', { name, exact: true }).click();
  await drawn(page);
}

test('on a cushion and a wall: moved by hand and by key, sized, matched or not, in a dark room; then to Send, and undone', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('6');
  const before = await kept(page);
  await open(page, 'Cushion on a bench');
  await expect(page.getByTestId('on-it')).toContainText('Diamond kite is 4.7 in high');
  // 18 in and 12 mm more all round, at 300 ppi: (457.2 + 24) / 25.4 x 300.
  await expect(page.getByTestId('needs')).toContainText('One sheet, 5683 x 5683 px at 300 ppi');
  await expect(page.getByTestId('hand')).toBeVisible();
  expect(await faults(page)).toEqual([]);
  let last = await look(page);
  const changed = async () => {
    await expect.poll(async () => (await look(page)) !== last).toBe(true);
    last = await look(page);
  };
  const box = await thing(page).boundingBox();
  if (!box) throw new Error('It is not shown.');
  await thing(page).hover({ position: { x: box.width / 2, y: box.height / 2 } });
  await expect(async () => {
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2 + 20, { steps: 3 });
    await page.mouse.up();
    await expect(page.getByText(/^Drag it to move the repeat\. It begins/)).toBeVisible({ timeout: 500 });
  }).toPass();
  await changed();
  await thing(page).press('ArrowDown');
  await changed();
  await page.getByRole('button', { name: 'Dark room' }).click();
  await changed();
  await pick(page, 'Colourway', 'Dusk');
  await changed();
  await page.getByRole('button', { name: 'Back to its corner' }).click();
  await changed();

  await pick(page, 'On what', /Wallcovering/);
  await changed();
  await page.getByLabel('Matched from width to width').click();
  await changed();
  await fill(page, 'Repeat width', '12');
  await expect(page.getByLabel('Of its size', { exact: true })).toHaveValue('50');
  await changed();
  await expect(page.getByTestId('needs')).toContainText('One repeat block, 3600 x 1800 px');
  await page.getByRole('button', { name: 'Make the design 50 %, and go to Send' }).click();
  await expect(page.getByRole('heading', { name: 'Send' })).toBeVisible();
  await expect(page.getByText('Half-drop, 6 x 6 in, 300 ppi')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  expect(await kept(page)).toEqual(before);
});

test('a photograph becomes a thing: its corners by key, its cloth by a press; saved as a file, taken away, and back', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('6');
  await page.getByRole('button', { name: 'Things', exact: true }).click();
  const shape =
    '<svg width="1200" height="900"><path d="M300 200L900 260 860 720 340 760Z" fill="#eee"/></svg>';
  const photo = await sharp({ create: { width: 1200, height: 900, channels: 3, background: '#7a6a55' } })
    .composite([{ input: Buffer.from(shape) }])
    .jpeg({ quality: 92 })
    .toBuffer();
  const chooser = page.getByLabel('From a photograph');
  await chooser.setInputFiles({
    name: 'words.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('no picture'),
  });
  await expect(page.getByRole('alert').first()).toBeVisible();
  await chooser.setInputFiles({ name: 'bag.jpg', mimeType: 'image/jpeg', buffer: photo });
  await expect(page.getByTestId('photo-thing')).toHaveAttribute('data-drawn', 'yes');
  const room = page.getByRole('dialog');
  await room.getByRole('button', { name: 'Corner of the print, upper left' }).press('Shift+ArrowUp');
  await room.getByLabel('It bends along a line').check();
  await expect(room.getByRole('button', { name: 'End of the fold, left' })).toBeVisible();
  await room.getByLabel('It bends along a line').uncheck();
  await room.getByRole('button', { name: 'Only what has one colour' }).click();
  await room.getByAltText('The photograph').click({ position: { x: 420, y: 330 } });
  await expect(room.getByRole('slider', { name: 'How near to that colour' })).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await fill(page, 'It is called', 'Canvas bag');
  await room.getByRole('button', { name: 'Keep it with the things' }).click();
  await expect(page.getByRole('heading', { name: 'Canvas bag' })).toBeVisible();
  await drawn(page);
  await page.getByRole('button', { name: 'Back to the cloth' }).click();

  const own = page.getByTestId('own-thing');
  await expect(own).toHaveCount(1);
  const coming = page.waitForEvent('download');
  await own.getByRole('button', { name: 'Save as a file' }).click();
  const file = JSON.parse(await readFile(await (await coming).path(), 'utf8'));
  await own.getByRole('button', { name: 'Take away', exact: true }).click();
  await own.getByRole('button', { name: 'Take it away for good' }).click();
  await expect(own).toHaveCount(0);
  const bring = (json: unknown) =>
    page.getByLabel('From a file').setInputFiles({
      name: 'bag.product.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(json)),
    });
  await bring({ ...file, product: { ...file.product, wings: 2 } });
  await expect(page.getByText(/"product", with "wings", which is not known/)).toBeVisible();
  await expect(own).toHaveCount(0);
  await bring(file);
  await expect(page.getByRole('heading', { name: 'Canvas bag' })).toBeVisible();
  await drawn(page);
  await page.reload();
  await page.getByRole('button', { name: /^Scale/ }).click();
  await page.getByRole('button', { name: 'Things', exact: true }).click();
  await expect(own.getByRole('button', { name: 'Canvas bag' })).toBeVisible();
});
