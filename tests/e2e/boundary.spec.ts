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

test('a bolt that cannot be read stays, says why, and is rescued into a new one', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await expect(page.getByTestId('bolt')).toBeVisible();
  await page.evaluate(async () => {
    const answer = <T>(ask: IDBRequest<T>) =>
      new Promise<T>((resolve) => {
        ask.onsuccess = () => resolve(ask.result);
      });
    const db = await answer(indexedDB.open('hexaplex'));
    const bolts = db.transaction('bolts', 'readwrite').objectStore('bolts');
    const bolt = await answer(bolts.get('kite-weather'));
    bolt.project.placements[5].scale = 'large';
    await answer(bolts.put(bolt));
    db.close();
  });
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await expect(page.getByRole('heading', { name: 'This bolt cannot be read.' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save it as it is' }).click();
  expect((await download).suggestedFilename()).toBe('kite-weather-as-it-is.json');
  await page.getByRole('button', { name: 'Rescue what can be read' }).click();
  await expect(page.getByText('Rescued. Lost: 1 placement.')).toBeVisible();
  await expect(page.getByRole('button', { name: `Lay, ${LAID - 1} placements` })).toBeVisible();
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await expect(page.getByTestId('bolt')).toHaveCount(2);
});
