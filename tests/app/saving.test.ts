import { expect, kept, LAID, onShelf, openDemo, test, withoutChecks } from './app';

withoutChecks();

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

test('the shelf: doubled, begun from, renamed, labelled, searched, binned and thrown away', async ({
  page,
}) => {
  await page.goto('/');
  await onShelf(page, 'Kite Weather', 'Duplicate');
  await expect(page.getByRole('link', { name: 'Open Kite Weather, copy' })).toBeVisible();
  await onShelf(page, 'Kite Weather, copy', 'Rename');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Lull Weather');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Open Lull Weather' })).toBeVisible();
  await onShelf(page, 'Lull Weather', 'Begin another from it');
  await page.getByRole('link', { name: 'Open Lull Weather, begun anew' }).click();
  await expect(page.getByRole('button', { name: 'Lay, none yet' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Motifs, 12 motifs' })).toBeVisible();
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await onShelf(page, 'Lull Weather', 'Labels');
  await page.getByLabel('Labels, with commas between').fill('tea towels, spring');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByLabel('Search names and labels').fill('towel');
  await expect(page.getByTestId('bolt')).toHaveCount(1);
  await expect(page.getByTestId('bolt')).toContainText('spring');
  await onShelf(page, 'Lull Weather', 'Take off the shelf');
  await page.getByLabel('Search names and labels').fill('');
  await expect(page.getByTestId('bolt')).toHaveCount(2);
  await page.getByRole('button', { name: /^Bin: 1 bolt/ }).click();
  await page.getByRole('button', { name: 'Throw Lull Weather away' }).click();
  await page.getByRole('button', { name: 'Throw Lull Weather away for good' }).click();
  await expect(page.getByTestId('bin')).toHaveCount(0);
  await expect(page.getByTestId('space')).toContainText('Your bolts live in this browser');
  await page.reload();
  await expect(page.getByTestId('bolt')).toHaveCount(2);
  await page.getByRole('link', { name: 'Open Kite Weather', exact: true }).click();
  await expect(page.getByRole('button', { name: `Lay, ${LAID} placements` })).toBeVisible();
});
