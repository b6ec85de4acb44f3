import { differs, expect, fill, openDemo, pick, test, withoutChecks } from './app';

withoutChecks();

test('sizes that cannot be are refused in words and change nothing', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('1');
  for (const [typed, words] of [
    ['-3', /At least/],
    ['0', /At least/],
    ['abc', /A number from/],
    ['1e9', /At most/],
  ] as const) {
    await fill(page, 'Cell width', typed);
    await expect(page.getByText(words)).toBeVisible();
    await page.getByLabel('Cell width', { exact: true }).press('Escape');
    await expect(page.getByLabel('Cell width', { exact: true })).toHaveValue('12');
  }
  await expect(page.getByTestId('pixel-plan')).toContainText('7200 x 3600 px');
  await fill(page, 'Pixels across', '3000');
  await expect(page.getByLabel('Cell width', { exact: true })).toHaveValue('10');
  await page.getByRole('button', { name: 'the ppi' }).click();
  await fill(page, 'Pixels across', '4000');
  await expect(page.getByLabel('Print ppi', { exact: true })).toHaveValue('400');
  // A third of a drop wants rows by the three: the field says what the plan and the file say.
  await pick(page, 'Each column hangs lower by', '1/3 of the cell');
  await fill(page, 'Pixels down', '4802');
  await expect(page.getByTestId('pixel-plan')).toContainText('4002 x 4803 px');
  await expect(page.getByLabel('Pixels down', { exact: true })).toHaveValue('4803');
});

test('all four layouts, a third drop, ghosts, and a colour that follows at once', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('1');
  for (const [name, block] of [
    ['Straight', '3600 x 3600 px'],
    ['Brick', '3600 x 7200 px'],
    ['Diamond', '3600 x 3600 px'],
    ['Half-drop', '7200 x 3600 px'],
  ]) {
    await page.getByRole('radio', { name }).click();
    await expect(page.getByTestId('pixel-plan')).toContainText(`Repeat block${block}`);
  }
  await page.getByLabel('Each column hangs lower by').click();
  await page.getByRole('option', { name: '1/3 of the cell' }).click();
  await expect(page.getByTestId('pixel-plan')).toContainText('10800 x 3600 px');
  await expect(page.getByText('Drop 1/3, 12 x 12 in, 300 ppi')).toBeVisible();

  const shot = () => page.getByTestId('cloth').screenshot();
  const plain = await shot();
  await page.keyboard.press('g');
  await differs(shot, plain);
  await page.keyboard.press('g');
  await page.keyboard.press('5');
  await page.getByRole('radio', { name: 'Show Dusk' }).click();
  await page.getByRole('button', { name: /^3\. Madder/ }).click();
  await fill(page, 'Madder, code', '#00ff00');
  await expect(page.getByRole('button', { name: 'Colour 3, Madder' })).toHaveAttribute(
    'style',
    /background: #00ff00/i,
  );
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Madder, code', { exact: true })).toHaveValue('#c2505a');
});
