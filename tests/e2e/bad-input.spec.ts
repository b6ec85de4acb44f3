import sharp from 'sharp';
import { each } from '../each';
import { bombs } from '../fuzz/bombs';
import { expect, openDemo, saved, test } from './watch';

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

test('files made to hang what reads them are each told of, and laying and checking go on meanwhile', async ({
  page,
}) => {
  const pictures = ['svg', 'png', 'tiff', 'ora', 'webp', 'jpeg'];
  const files = await bombs((kind, name, n) => pictures.includes(kind) && !SOUND.test(name) && n % 4 === 0);
  // All of them without a browser: npm run fuzz.
  expect(files.length).toBeGreaterThanOrEqual(8);
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
  for (const [n, { kind, name }] of each(files.entries()))
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
