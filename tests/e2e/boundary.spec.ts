import { expect, test } from '@playwright/test';
import { kept, LAID, openDemo } from './watch';

test('a part that cannot be fetched leaves the bolt as it is, and comes when it is tried again', async ({
  page,
  context,
}) => {
  await openDemo(page);
  await page.keyboard.press('2');
  await expect(page.getByTestId('motif')).toHaveCount(12);
  await context.setOffline(true);
  await page.getByRole('button', { name: 'As a table', exact: true }).click();
  await expect(page.getByText('This part could not be shown.')).toBeVisible();
  await page.keyboard.press('3');
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: `Lay, ${LAID - 1} placements` })).toBeVisible();
  expect((await kept(page)).placements).toHaveLength(LAID - 1);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'As a table', exact: true }).click();
  await expect(page.getByText('This part could not be shown.')).toBeVisible();
  await context.setOffline(false);
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('dialog').getByRole('grid')).toBeVisible();
});
