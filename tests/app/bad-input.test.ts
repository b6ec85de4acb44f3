import sharp from 'sharp';
import { expect, onShelf, openDemo, test, withoutChecks } from './app';

withoutChecks();

const plain = (rgb: string, noise = 0) =>
  sharp({
    create: {
      width: 800,
      height: 600,
      channels: 3,
      background: rgb,
      ...(noise ? { noise: { type: 'gaussian', mean: 128, sigma: noise } } : {}),
    },
  }).withMetadata({ density: 300 });

test('a blank page and a page all ink say what is wrong; a missing ppi is asked for', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('2');
  const dialog = page.getByRole('dialog');
  for (const [colour, words] of [
    ['#f4efe4', 'No motif was found'],
    ['#1a1c24', 'inked all over'],
  ]) {
    await page
      .getByTestId('file-input')
      .setInputFiles([
        { name: 'page.png', mimeType: 'image/png', buffer: await plain(colour).png().toBuffer() },
      ]);
    // It looks like a plain ground; as a page of motifs there is nothing on it.
    await expect(dialog.getByTestId('what-it-is')).toContainText('A ground or texture');
    await dialog.getByRole('button', { name: 'Something else?' }).click();
    await dialog.getByRole('radio', { name: /^Separate motifs/ }).click();
    await dialog.getByRole('tab', { name: '3 Paper' }).click();
    await dialog.getByRole('button', { name: 'White paper' }).click();
    await dialog.getByRole('button', { name: 'Separate the motifs' }).click();
    await expect(dialog.getByRole('alert')).toContainText(words);
    await dialog.getByRole('button', { name: 'Leave it' }).click();
    await expect(dialog).toHaveCount(0);
  }
  const silent = await sharp({ create: { width: 300, height: 300, channels: 3, background: '#fff' } })
    .composite([
      {
        input: Buffer.from(
          '<svg width="300" height="300"><circle cx="150" cy="150" r="60" fill="#235"/></svg>',
        ),
      },
    ])
    .webp({ lossless: true })
    .toBuffer();
  await page
    .getByTestId('file-input')
    .setInputFiles([{ name: 'phone.webp', mimeType: 'image/webp', buffer: silent }]);
  await expect(dialog.getByText('The file does not say its ppi')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Separate the motifs' })).toBeDisabled();
  await dialog.getByRole('button', { name: 'To Square' }).click();
  await dialog.getByLabel('Scanned at').fill('150');
  await dialog.getByLabel('Scanned at').press('Enter');
  await dialog.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(dialog.getByTestId('piece')).toHaveCount(1);
  await dialog.getByRole('button', { name: 'Keep 1 motif' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(13);
});

test('a bolt that is not there, and an empty shelf, say what to do', async ({ page }) => {
  await page.goto('/bolt/gone');
  await expect(page.getByText('This bolt is not on the shelf.')).toBeVisible();
  await page.getByRole('link', { name: 'To the shelf' }).click();
  await onShelf(page, 'Kite Weather', 'Take off the shelf');
  await expect(page.getByText('The shelf is empty.')).toBeVisible();
  await page.getByRole('button', { name: /^Bin: 1 bolt/ }).click();
  await page.getByRole('button', { name: 'Put Kite Weather back' }).click();
  await expect(page.getByTestId('bolt')).toBeVisible();
});

test('a brief too large for one piece says so in every step that would render it', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('1');
  await page.getByLabel('Print ppi', { exact: true }).fill('1200');
  await page.getByLabel('Print ppi', { exact: true }).press('Enter');
  await expect(page.getByText(/more than can be sent in one piece/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Brief, too large to send' })).toBeVisible();
  await page.getByRole('button', { name: /^Check,/ }).click();
  await expect(page.getByRole('button', { name: 'Prove the wrap' })).toBeDisabled();
  await page.getByRole('button', { name: /^Send,/ }).click();
  await expect(page.getByRole('button', { name: 'Make the PNG' })).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Scale, enough pixels everywhere' })).toBeVisible();
});
