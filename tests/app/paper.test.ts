import sharp from 'sharp';
import { expect, kept, type Page, test } from './app';

/** A demo scan with a fraction of its pixels in each direction: the same results in less time. */
const scan = async (name: string, by: number) => {
  const file = sharp(`public/demo/samples/${name}`);
  const { width = 0, density = 200 } = await file.metadata();
  return file
    .resize({ width: Math.round(width / by) })
    .jpeg({ quality: 95 })
    .withMetadata({ density: density / by })
    .toBuffer();
};
const quarters = () => Promise.all([1, 2, 3, 4].map((n) => scan(`sheet-quarter-${n}.jpg`, 2)));
const jpeg = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/jpeg', buffer });

async function openPaper(page: Page) {
  await page.goto('/');
  await page.getByRole('button', { name: 'New bolt' }).click();
  await page.getByRole('button', { name: /^Lay,/ }).click();
  await page.getByRole('button', { name: 'Draw', exact: true }).click();
  await page.getByRole('button', { name: /^On paper/ }).click();
}
const bolt = (page: Page) => kept(page, new URL(page.url()).pathname.split('/').at(-1));
const choose = (page: Page, files: { name: string; mimeType: string; buffer: Buffer }[]) =>
  page.getByLabel('Choose the scans').setInputFiles(files);
const alert = (page: Page) => page.getByRole('alert').filter({ hasText: /\S/ });

test('four quarter scans in another order, one upside down, are found and offered right; the sheet repeats on the cloth', async ({
  page,
}) => {
  await openPaper(page);
  const [a, b, c, d] = await quarters();
  if (!a || !b || !c || !d) throw new Error('A scan is missing.');
  const bare = await bolt(page);
  await choose(page, [jpeg('q1.jpg', a), jpeg('q2.jpg', b), jpeg('q3.jpg', c)]);
  await expect(alert(page)).toContainText('3 files came.');
  expect(await bolt(page)).toEqual(bare);

  const turned = await sharp(d).rotate(180).jpeg({ quality: 95 }).withMetadata({ density: 100 }).toBuffer();
  await choose(page, [jpeg('q1.jpg', a), jpeg('q2.jpg', c), jpeg('q3.jpg', b), jpeg('q4.jpg', turned)]);
  const sheet = page.getByTestId('sheet-in-hand');
  await expect(sheet).toContainText(
    'By what crosses the cuts: quarter 3 belongs at the top right; 2 belongs at the bottom left; 4 was upside down. They are laid right here.',
  );
  await expect(sheet).toContainText('The cuts are hidden.');
  await page.getByRole('button', { name: 'Leave them as they came' }).click();
  await expect(sheet).toContainText('They lie as they came.');
  await page.getByRole('button', { name: 'Put them right' }).click();
  await expect(sheet).toContainText('They are laid right here.');
  await page.getByRole('button', { name: 'Lay it on the cloth' }).click();
  await expect(page.getByTestId('version').filter({ hasText: 'Drawn 1' })).toContainText('on the cloth');
  const laid = await bolt(page);
  expect(laid.layout.kind).toBe('straight');
  // The sheet that was cut is 210 x 170 mm.
  expect(Math.abs(laid.brief.widthMm - 210)).toBeLessThan(1);
  expect(Math.abs(laid.brief.heightMm - 170)).toBeLessThan(1);
  await page.keyboard.press('Control+z');
  expect(await bolt(page)).toMatchObject({ brief: bare.brief, pictures: [] });
});

test('one scan of a sheet that was changed over: its quarters are found, and the cuts are hidden', async ({
  page,
}) => {
  await openPaper(page);
  await choose(page, [jpeg('all.jpg', await scan('sheet-changed-over.jpg', 3))]);
  const sheet = page.getByTestId('sheet-in-hand');
  await expect(sheet).toContainText('The quarters are in their places: what crosses the cuts goes on.');
  await expect(sheet).toContainText('The cuts are hidden.');
  await page.getByRole('button', { name: 'Lay it on the cloth' }).click();
  await expect(page.getByTestId('version').filter({ hasText: 'Drawn 1' })).toContainText('on the cloth');
  expect(Math.abs((await bolt(page)).brief.widthMm - 210)).toBeLessThan(1.5);
  await expect(page.getByTestId('new-colours')).toBeVisible();
});
