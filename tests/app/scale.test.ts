import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import { expect, fill, kept, openDemo, pick, test, withoutChecks } from './app';

withoutChecks();

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

  const part = (name: string) => page.getByRole('button', { name, exact: true }).click();
  // 54 in is 2.25 of 24 in; the nearest whole number is 2, at 27 in.
  await part('Cut');
  await expect(page.getByTestId('across')).toHaveText(
    '2.25 repeats of 24 in: with 2 in the middle, 3 in is left at either edge.',
  );
  await page.getByRole('button', { name: 'Look at 2 across' }).click();
  await expect(page.getByRole('region', { name: 'Looked at' })).toContainText('112.5 %');
  await page.getByRole('button', { name: 'As it is' }).click();
  // 12 ft of wall, 24 in a roll: 6 drops of 8 ft and 4 in to trim. A repeat of 12 in: 100 in is 8.33, the next begins at 108; a roll
  // of 27 ft has 3. The door is as wide as one drop and a half: only over one of them there is less than a whole.
  await page.getByRole('button', { name: /^On a wall/ }).click();
  await expect(page.getByTestId('roll-plan')).toContainText('6 drops, 2 rolls and one spare.');
  await page.getByRole('button', { name: 'Add a door or window' }).click();
  await fill(page, 'Opening 1, from left', '48');
  await fill(page, 'Opening 1, width', '48');
  await expect(page.getByRole('img', { name: 'The wall in 6 drops' }).locator('rect')).toHaveCount(7);
  await fill(page, 'Roll width', '20');
  await expect(
    page.getByText('The roll is 20 in wide; 2 columns of the repeat are 24 in, so its drops do not meet.'),
  ).toBeVisible();
  await fill(page, 'Wall height', '400');
  await expect(
    page.getByText('A roll is shorter than one drop of this wall: choose a longer one.').first(),
  ).toBeVisible();

  // Two cushions of 18 in beside each other, 24 in apart: 18 in of cloth. Four: two a row, the second row 24 in lower.
  await page.getByRole('button', { name: /^Cut from cloth/ }).click();
  await expect(page.getByTestId('cloth-plan')).toContainText('Buy 18 in of cloth 54 in wide for 2 pieces');
  await fill(page, 'How many of piece 1', '4');
  await expect(page.getByTestId('cloth-plan')).toContainText('Buy 42 in of cloth');
  await expect(page.getByText(/^For a cushion: cloth of 5.5 to 9 oz/)).toBeVisible();
  // A strike-off of 150 x 100 mm that is 147 x 90 after washing: 2 and 10 %. 24 in / 0.98, 12 in / 0.9.
  await part('Print');
  await page.getByRole('button', { name: /^Shrinkage/ }).click();
  await fill(page, 'Now measures across', '147');
  await fill(page, 'Now measures along', '90');
  await page.getByRole('button', { name: 'Keep it for this bolt' }).click();
  await expect(page.getByTestId('shrinks')).toContainText('loses 2 % across and loses 10 % along');
  await expect(page.getByTestId('shrinks')).toContainText('printed at 24.49 x 13.33 in');
  expect((await kept(page)).purpose?.shrinks).toEqual({
    across: expect.closeTo(0.02, 9),
    along: expect.closeTo(0.1, 9),
  });
  await fill(page, 'Now measures along', '40');
  await expect(page.getByText(/measure again/)).toBeVisible();
  await part('Cut');
  await page.getByRole('button', { name: /^Cut from cloth/ }).click();
  await fill(page, 'How many of piece 1', '4');
  // 18 / 0.9 = 20; the second row 24 in lower.
  await expect(page.getByTestId('cloth-plan')).toContainText('Buy 44 in of cloth');
  await fill(page, 'Cloth width', '12');
  await expect(page.getByText('Cushion is wider than the cloth.')).toBeVisible();
});

test('the whole repeat turned by an angle that keeps it upright, undone; how large it prints, and how finely to scan for more', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('6');
  const before = await kept(page);
  await page.getByRole('button', { name: /^Turn the whole repeat/ }).click();
  await page.getByRole('button', { name: 'Turn by 90 degrees' }).click();
  await expect(page.getByText('Brick, 12 x 12 in, 300 ppi')).toBeVisible();
  const turned = await kept(page);
  expect(turned.placements.map((p) => (((p.angle - 90) % 360) + 360) % 360)).toEqual(
    before.placements.map((p) => expect.closeTo(((p.angle % 360) + 360) % 360, 6)),
  );
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  expect(await kept(page)).toEqual(before);
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page.getByRole('button', { name: /^How large it can be printed/ }).click();
  await expect(page.getByTestId('enlarge')).toContainText(
    /^Up to 182 % of its size, a repeat 43.\d+ in wide/,
  );
  await expect(page.getByTestId('scan-at')).toHaveText('All art is fine enough for that.');
  await fill(page, 'To print a repeat this wide', '60');
  await expect(page.getByTestId('scan-at')).toContainText('Diamond kite at 400 ppi');
});

test('a test print: sizes on one page, one whole repeat over several, and a ruler that was measured is kept', async ({
  page,
}) => {
  await openDemo(page);
  const openPrint = async () => {
    await page.getByRole('button', { name: /^Scale/ }).click();
    await page.getByRole('button', { name: 'Print', exact: true }).click();
    await page.getByRole('button', { name: /^Test print/ }).click();
  };
  await page.keyboard.press('1');
  await fill(page, 'Print ppi', '72');
  await openPrint();
  const made = async (name: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name }).click();
    const file = await download;
    const path = await file.path();
    return { name: file.suggestedFilename(), pdf: await PDFDocument.load(await readFile(path)), path };
  };
  const one = await made('Make the test print, 1 page');
  expect(one.name).toBe('kite-weather-brisk_test-print_a4.pdf');
  expect(one.pdf.getTitle()).toBe('Kite Weather: test print');
  const { width, height } = one.pdf.getPage(0).getSize();
  expect([width / 72, height / 72]).toEqual([210, 297].map((mm) => expect.closeTo(mm / 25.4, 4)));
  // As another program reads it, where that is installed (verify installs it where it may).
  if (existsSync('/usr/bin/pdfinfo'))
    expect(execFileSync('pdfinfo', [one.path], { encoding: 'utf8' })).toMatch(
      /Title: +Kite Weather: test print[\s\S]*Pages: +1\n[\s\S]*Page size: +595.2\d* x 841.\d+ pts \(A4\)/,
    );
  await page.getByRole('button', { name: 'Whole repeat', exact: true }).click();
  await pick(page, 'Paper', 'Letter');
  // 24 x 12 in: (609.6 - 12) / 183.9 is 3.2, (304.8 - 12) / 231.4 is 1.3.
  const whole = await made('Make the test print, 8 pages');
  expect(whole.pdf.getPageCount()).toBe(8);
  await fill(page, 'Size', '400');
  await expect(page.getByText(/One repeat would take \d+ pages; up to 60 are printed/)).toBeVisible();
  await page.getByRole('button', { name: 'Strike-off', exact: true }).click();
  await fill(page, 'Size', '100');
  const strike = await made('Make the strike-off sheet, 1 page');
  expect(strike.name).toBe('kite-weather-brisk_strike-off_letter.pdf');
  await fill(page, 'The ruler measured', '98');
  await page.keyboard.press('Escape');
  await page.reload();
  await openPrint();
  await expect(page.getByLabel('The ruler measured', { exact: true })).toHaveValue('98');
});
