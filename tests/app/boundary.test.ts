import { expect, LAID, openDemo, test, withoutChecks } from './app';

withoutChecks();

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
