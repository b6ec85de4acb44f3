import sharp from 'sharp';
import { bombs } from '../fuzz/bombs';
import { expect, onShelf, openDemo, saved, test } from './watch';

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

test('files that cannot be used are turned away with a reason, and nothing is lost', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('2');
  const jpeg = await plain('#a05030').jpeg().toBuffer();
  const png = await plain('#a05030').png().toBuffer();
  const sized = (w: number, h: number) => {
    const b = Buffer.from(png);
    b.writeUInt32BE(w, 16);
    b.writeUInt32BE(h, 20);
    return b;
  };
  const damaged = Buffer.from(png);
  const idat = damaged.indexOf('IDAT');
  damaged.fill(0x5a, idat + 8, idat + 4 + damaged.readUInt32BE(idat - 4));
  await page.getByTestId('file-input').setInputFiles([
    {
      name: 'letter.png',
      mimeType: 'image/png',
      buffer: Buffer.from('Dear printer, here is my tile.'.repeat(4)),
    },
    { name: 'cut.jpg', mimeType: 'image/jpeg', buffer: jpeg.subarray(0, jpeg.length - 300) },
    { name: 'nothing.png', mimeType: 'image/png', buffer: sized(0, 0) },
    { name: 'vast.png', mimeType: 'image/png', buffer: sized(40000, 40000) },
    { name: 'torn.png', mimeType: 'image/png', buffer: damaged },
  ]);
  const said = page.getByLabel('Motifs tray').getByRole('alert');
  await expect(said).toContainText('letter.png: This is not a PNG, JPEG, WebP or TIFF picture');
  await expect(said).toContainText('cut.jpg: This file is cut short');
  await expect(said).toContainText('nothing.png: This picture has no area');
  await expect(said).toContainText('vast.png: This picture is 40000 x 40000 px');
  await expect(said).toContainText('torn.png: This picture is damaged');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByTestId('motif')).toHaveCount(12);
});

test('thirty files made to hang what reads them are each told of, and laying and checking go on meanwhile', async ({
  page,
}) => {
  const pictures = ['svg', 'png', 'tiff', 'ora', 'webp', 'jpeg'];
  const files = await bombs((kind, name, n) => pictures.includes(kind) && !SOUND.test(name) && n % 4 < 3);
  expect(files.length).toBeGreaterThanOrEqual(30);
  await openDemo(page);
  await page.keyboard.press('2');
  await page.getByTestId('file-input').setInputFiles(
    files.map(({ kind, bytes }, n) => ({
      name: `${n}.${kind}`,
      mimeType: 'application/octet-stream',
      buffer: Buffer.from(bytes),
    })),
  );
  const tray = page.getByLabel('Motifs tray');
  await expect(tray.getByText(/^Looking at/)).toBeVisible();
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  for (let k = 0; k < 5; k++) await page.keyboard.press('Shift+ArrowRight');
  await saved(page);
  await expect(tray.getByText(/^Looking at/)).toBeVisible();
  const said = tray.getByRole('alert');
  for (const [n, { kind, name }] of files.entries())
    await expect(said, name).toContainText(new RegExp(`(^|[^0-9])${n}\\.${kind}: [A-Z]`), {
      timeout: 60_000,
    });
  await expect(tray.getByText(/^Looking at/)).toHaveCount(0);
  await expect(said).not.toContainText(/undefined|unreachable|RangeError|recursive/);
  await expect(page.getByTestId('motif')).toHaveCount(12);
  await expect(page.getByRole('button', { name: /^Check, (\d+|nothing) to look at/ })).toBeVisible();
});
/** Those that are read, for all that they are. */
const SOUND =
  /dashes|blur of|a style without|blanks in|million|a profile that|a text that|its own next|60,000|rows than|empty pieces|90,000|ring|300 MB/;

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

test('long work can be stopped, and leaves everything as it was', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Scan a sheet' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(dialog.getByText(/Separating motifs/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Stop' }).click();
  await expect(dialog.getByText(/Separating motifs/)).toHaveCount(0);
  await expect(dialog.getByRole('alert')).toHaveCount(0);
  await expect(dialog.getByTestId('piece')).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(12);
  await page.keyboard.press('4');
  await page.getByRole('button', { name: 'Prove the wrap' }).click();
  await expect(page.getByTestId('wrap-proof')).toContainText('The join is exact');
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
