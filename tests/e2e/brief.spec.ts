import { expect, fill, kept, openDemo, pick, test } from './watch';

test('what it is for: who prints it, how many colours, the theme, a deadline in its time zone; told where it matters, and undone', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('1');
  await page.getByRole('button', { name: /^What it is for/ }).click();
  await page.getByRole('button', { name: 'They print it once' }).click();
  await page.getByRole('button', { name: 'Printing inks' }).click();
  await fill(page, 'Colours at most, with the ground', '5');
  const many = '7 colours, the ground among them; the brief allows 5.';
  await expect(page.getByText(many)).toBeVisible();
  await page.getByLabel('Theme, entry rules').fill('Weather. No letters.');
  await page.getByLabel('Deadline', { exact: true }).fill('2090-12-04T17:00');
  await pick(page, 'Time zone', 'Asia/Tokyo');
  await expect(page.getByTestId('deadline')).toContainText(
    /^\d+ days left, until Mon 4 December 2090, 17:00, Asia\/Tokyo\.$/,
  );
  const { purpose } = await kept(page);
  expect(purpose).toEqual({
    ...{ printer: 'once', colours: 'ink', mostColours: 5, theme: 'Weather. No letters.' },
    deadline: { at: '2090-12-04T08:00:00.000Z', zone: 'Asia/Tokyo' },
  });
  await page.getByRole('button', { name: /^Colour,/ }).click();
  await expect(page.getByText(many)).toBeVisible();
  await page.getByRole('button', { name: /^Send,/ }).click();
  await expect(page.getByRole('button', { name: 'Filled sheet' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByTestId('still-open')).toContainText(many);
  await pick(page, 'File', 'TIFF');
  await page.getByRole('button', { name: /^More/ }).click();
  await expect(page.getByLabel(/^In printing inks, CMYK/)).toBeChecked();
  await page.getByRole('button', { name: /^Brief,/ }).click();
  await page.getByRole('button', { name: /^What it is for/ }).click();
  await page.getByRole('button', { name: 'No limit' }).click();
  await expect(page.getByText(many)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText(many)).toBeVisible();
});
