import { expect, fill, openDemo, test } from './watch';

test('two jobs go on side by side while the step changes; one is stopped alone, the other ends with its proof', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('7');
  await fill(page, 'File ppi', '200');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the PNG' }).click();
  await page.keyboard.press('4');
  await page.getByRole('button', { name: 'Prove the wrap' }).click();
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Under way: 2 jobs' }).click();
  const list = page.getByRole('dialog', { name: 'Under way' });
  const proof = list.getByTestId('job').filter({ hasText: 'Comparing two cuts of the block' });
  await expect(list.getByTestId('job')).toHaveCount(2);
  await proof.getByRole('button', { name: 'Stop' }).click();
  await expect(proof).toHaveCount(0);
  await expect(list.getByText(/Rendering and writing the block/)).toBeVisible();
  await page.keyboard.press('Escape');
  // The cloth is at hand meanwhile.
  await page.keyboard.press('n');
  await page.keyboard.press('ArrowRight');
  expect((await download).suggestedFilename()).toContain('kite-weather_brisk');
  await page.keyboard.press('7');
  await expect(page.getByTestId('file-proof')).toContainText('Joins: cut through the middle');
  await page.keyboard.press('4');
  await expect(page.getByRole('button', { name: 'Prove the wrap' })).toBeVisible();
  await expect(page.getByTestId('wrap-proof')).toHaveCount(0);
});

test('a file that is being made is finished when the bolt is left: in that bolt, and in no other', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('7');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the PNG' }).click();
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await expect(
    page.getByRole('button', { name: 'Under way: Kite Weather: Rendering and writing the block' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'New bolt' }).first().click();
  await expect(page.getByTestId('cloth')).toBeVisible();
  expect((await download).suggestedFilename()).toContain('kite-weather_brisk');
  await expect(page.getByText(/^Kite Weather: Sent kite-weather_brisk/)).toBeVisible();
  await page.keyboard.press('8');
  await expect(page.getByTestId('log-entry')).toHaveCount(1);
  await openDemo(page);
  await page.keyboard.press('7');
  await expect(page.getByTestId('file-proof')).toHaveCount(0);
  await page.keyboard.press('8');
  await expect(page.getByTestId('log-entry').filter({ hasText: 'Sent' })).toHaveCount(1);
});
