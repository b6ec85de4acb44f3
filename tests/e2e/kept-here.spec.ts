import { differs, expect, LAID, openDemo, saved, test } from './watch';

test('nothing leaves the machine: a strict policy on every page, and no request to anyone else', async ({
  page,
  baseURL,
}) => {
  const asked: string[] = [];
  page.on('request', (r) => asked.push(r.url()));
  const answer = await page.goto('/');
  const policy = (await answer?.headerValue('content-security-policy')) ?? '';
  expect(policy).toContain("default-src 'none'");
  expect(policy).toMatch(/script-src 'nonce-[\w+/=]+' 'strict-dynamic'/);
  expect(policy).not.toContain('unsafe-eval');
  await openDemo(page);
  for (const key of '12345678') await page.keyboard.press(key);
  expect(
    asked.filter((u) => !u.startsWith(baseURL ?? '') && !u.startsWith('blob:') && !u.startsWith('data:')),
  ).toEqual([]);
});

test('the whole of laying by keyboard: from bare cloth to a turned, mirrored, nudged pair', async ({
  page,
}) => {
  await openDemo(page);
  const cloth = page.getByTestId('cloth');
  await cloth.focus();
  const before = await cloth.screenshot();
  await page.keyboard.press('ArrowRight');
  await differs(() => cloth.screenshot(), before);
  await page.keyboard.press('Shift+N');
  for (const key of ['a', 't', 't', 'm', 'l', 'Shift+ArrowDown', 'o', 'Shift+O'])
    await page.keyboard.press(key);
  await expect(page.getByRole('button', { name: `Lay, ${LAID + 1} placements` })).toBeVisible();
  for (let n = 0; n < 9; n++) await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: `Lay, ${LAID} placements` })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('nudge by 1 px of the print file');
  await page.getByRole('button', { name: 'Night' }).click();
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await page.getByLabel('Name of this bolt').fill('Kite Weather, wide');
  await page.getByLabel('Name of this bolt').press('Enter');
  await saved(page);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await expect(page.getByRole('link', { name: 'Open Kite Weather, wide' })).toBeVisible();
});
