import { readFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { expect, fill, openSmallDemo, type Page, pick, saved, test, withoutChecks } from './app';

withoutChecks();

const thing = (page: Page) => page.getByTestId('thing');
const drawn = (page: Page) => expect(thing(page)).toHaveAttribute('data-done', 'yes');
async function open(page: Page, name: string) {
  await page.getByRole('button', { name: 'Things', exact: true }).click();
  await page.getByRole('button', { name, exact: true }).click();
  await drawn(page);
}

test('up to six on a board, kept with the bolt, as PDF and PNG', async ({ page }) => {
  await openSmallDemo(page);
  await page.keyboard.press('6');
  await open(page, 'Mug');
  await page.getByRole('button', { name: /^Match its ends/ }).click();
  await expect(page.getByTestId('meets')).toContainText('Its ends meet: 1 repeat goes round.');
  await page.getByRole('button', { name: 'Put it on the board, 0 there' }).click();
  await pick(page, 'On what', 'Card with its envelope');
  await pick(page, 'Colourway', 'Lull');
  await page.getByRole('button', { name: 'Put it on the board, 1 there' }).click();
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the picture' }).click();
  const picture = await sharp(await readFile(await (await saving).path())).metadata();
  expect([picture.width, picture.height, picture.density]).toEqual([1800, 1400, 200]);
  await page.getByRole('button', { name: 'Back to the cloth' }).click();
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: /^Scale/ }).click();
  await page.getByRole('button', { name: 'Things', exact: true }).click();
  await expect(page.getByTestId('on-board')).toHaveCount(2);
  await expect(page.getByTestId('on-board').last()).toContainText('5 x 7 in');
  await expect(page.getByTestId('on-board').last()).toContainText('Lull');
  await page.getByTestId('on-board').first().getByRole('button', { name: 'Take off' }).click();
  await expect(page.getByTestId('on-board')).toHaveCount(1);
  await expect(page.getByTestId('on-board')).toContainText('Lull');
  await fill(page, 'Title', 'Kites for the kitchen');
  const file = async () => {
    const coming = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Make the board' }).click();
    return readFile(await (await coming).path());
  };
  const pdf = await PDFDocument.load(await file());
  expect(pdf.getTitle()).toBe('Kites for the kitchen');
  const { width, height } = pdf.getPage(0).getSize();
  // A3, lying.
  expect([width, height]).toEqual([
    expect.closeTo((420 / 25.4) * 72, 1),
    expect.closeTo((297 / 25.4) * 72, 1),
  ]);
  await page.getByRole('button', { name: 'PNG, 200 ppi' }).click();
  const png = await sharp(await file()).metadata();
  expect([png.width, png.height, png.density]).toEqual([3307, 2339, 200]);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByTestId('on-board')).toHaveCount(2);
});
