import { readFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import { expect, fill, kept, openDemo, pick, test } from './watch';

test('the whole design by a motif’s size, and undone; rolls for a wall with a door; cushions that match, from cloth that shrinks', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('6');
  const before = await kept(page);
  await page.getByRole('button', { name: '70 %' }).click();
  await expect(page.getByTestId('resized')).toContainText('Cell 8.4 x 8.4 in');
  await page.getByRole('button', { name: 'As it is' }).click();
  await expect(page.getByTestId('resized')).toHaveCount(0);
  await fill(page, 'Repeat width', '12');
  await expect(page.getByLabel('Of its size', { exact: true })).toHaveValue('50');
  await page.getByRole('button', { name: 'Make it so' }).click();
  await expect(page.getByText('Half-drop, 6 x 6 in, 300 ppi')).toBeVisible();
  const small = await kept(page);
  expect(small.brief.widthMm).toBeCloseTo(152.4, 6);
  expect(small.placements.map((p) => p.scale * 2)).toEqual(
    before.placements.map((p) => expect.closeTo(p.scale, 6)),
  );
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  expect(await kept(page)).toEqual(before);

  // Half to twice the hero as it is laid; 54 in in two, three or four repeats: 27, 18 and 13.5 in.
  await page.getByRole('button', { name: /^The width that works/ }).click();
  await expect(page.getByTestId('widths')).toContainText('its thinnest line is under 0.35 mm');
  await page.getByLabel('Mind the thinnest line, too').uncheck();
  await expect(page.getByTestId('widths')).toContainText('A repeat 12');
  await page.getByRole('button', { name: 'Take 3 across' }).click();
  await expect(page.getByLabel('Repeat width', { exact: true })).toHaveValue('18');
  await page.getByRole('button', { name: 'As it is' }).click();
  await fill(page, 'Largest motif from', '40');
  await fill(page, 'To', '50');
  await expect(page.getByTestId('widths')).toContainText(
    'No width: the largest motif is lower than it is wanted below',
  );

  // 12 ft of wall, 24 in a roll: 6 drops of 8 ft and 4 in to trim. A repeat of 12 in: 100 in is 8.33, the next begins at 108; a roll
  // of 27 ft has 3. The door is as wide as one drop and a half: only over one of them there is less than a whole.
  await page.getByRole('button', { name: /^On a wall/ }).click();
  await expect(page.getByTestId('roll-plan')).toContainText('6 drops, 2 rolls and one spare.');
  await page.getByRole('button', { name: 'Add a door or window' }).click();
  await fill(page, 'Opening 1, from left', '48');
  await fill(page, 'Opening 1, width', '48');
  await expect(page.getByRole('img', { name: 'The wall in 6 drops' }).locator('rect')).toHaveCount(7);
  await fill(page, 'Roll width', '20');
  await expect(page.getByText('The roll is 1.67 columns wide, so its drops do not meet.')).toBeVisible();
  await fill(page, 'Wall height', '400');
  await expect(
    page.getByText('A roll is shorter than one drop of this wall: choose a longer one.').first(),
  ).toBeVisible();

  // Two cushions of 18 in beside each other, 24 in apart: 18 in of cloth. Four: two a row, the second row 24 in lower.
  await page.getByRole('button', { name: /^Cut from cloth/ }).click();
  await expect(page.getByTestId('cloth-plan')).toContainText('Buy 18 in of cloth 54 in wide for 2 pieces');
  await fill(page, 'How many of piece 1', '4');
  await expect(page.getByTestId('cloth-plan')).toContainText('Buy 42 in of cloth');
  await fill(page, 'Along by', '10');
  await expect(page.getByTestId('cloth-plan')).toContainText('Buy 44 in of cloth');
});

test('a test print: sizes on one page, one whole repeat over several, and a ruler that was measured is kept', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('1');
  await fill(page, 'Print ppi', '72');
  await page.getByRole('button', { name: /^Scale/ }).click();
  await page.getByRole('button', { name: /^Test print/ }).click();
  const made = async (name: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name }).click();
    const file = await download;
    return { name: file.suggestedFilename(), pdf: await PDFDocument.load(await readFile(await file.path())) };
  };
  const one = await made('Make the test print, 1 page');
  expect(one.name).toBe('kite-weather-brisk_test-print_a4.pdf');
  expect(one.pdf.getTitle()).toBe('Kite Weather: test print');
  const { width, height } = one.pdf.getPage(0).getSize();
  expect([width / 72, height / 72]).toEqual([210, 297].map((mm) => expect.closeTo(mm / 25.4, 4)));
  await page.getByRole('button', { name: 'One whole repeat' }).click();
  await pick(page, 'Paper', 'Letter');
  // 24 x 12 in: (609.6 - 12) / 183.9 is 3.2, (304.8 - 12) / 231.4 is 1.3.
  const whole = await made('Make the test print, 8 pages');
  expect(whole.pdf.getPageCount()).toBe(8);
  await fill(page, 'Size', '400');
  await expect(page.getByText(/One repeat would take \d+ pages; up to 60 are printed/)).toBeVisible();
  await fill(page, 'The ruler measured', '98');
  await page.keyboard.press('Escape');
  await page.reload();
  await page.getByRole('button', { name: /^Scale/ }).click();
  await page.getByRole('button', { name: /^Test print/ }).click();
  await expect(page.getByLabel('The ruler measured', { exact: true })).toHaveValue('98');
});
