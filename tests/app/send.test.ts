import { readFile } from 'node:fs/promises';
import { strFromU8, unzipSync } from 'fflate';
import sharp from 'sharp';
import { expect, fill, kept, openSmallDemo, type Page, pick, test, withoutChecks } from './app';

withoutChecks();

/** The demo's fillers, ready to send. */
async function openSend(page: Page) {
  await openSmallDemo(page);
  await page.getByRole('button', { name: /^Send,/ }).click();
  await fill(page, 'File ppi', '36');
}

/** Presses what makes a file, and reads the one that comes. */
async function pressed(page: Page, name: string) {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name, exact: true }).click();
  const file = await download;
  await expect(page.getByTestId('file-proof')).toContainText('Size');
  await expect(page.getByTestId('file-proof')).not.toContainText('Do not send');
  return { name: file.suggestedFilename(), bytes: new Uint8Array(await readFile(await file.path())) };
}

async function made(page: Page, format: string) {
  await pick(page, 'File', format);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: `Make the ${format}` }).click();
  const file = await download;
  const bytes = await readFile(await file.path());
  await expect(page.getByTestId('file-proof')).toContainText('Every pixel read back');
  await expect(page.getByTestId('file-proof')).not.toContainText('Do not send');
  const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const px = new Uint32Array(data.buffer, data.byteOffset, info.width * info.height);
  return {
    name: file.suggestedFilename(),
    bytes,
    info,
    at: (x: number, y: number) => px[y * info.width + x],
  };
}

test('every colourway comes in one zip, each proven, under its own name, its palette beside it', async ({
  page,
}) => {
  await openSend(page);
  for (const way of ['Lull', 'Dusk', 'Squall'])
    await page.getByRole('group', { name: 'Colourways' }).getByRole('button', { name: way }).click();
  await page.getByRole('button', { name: /^More/ }).click();
  await page.getByLabel('With a palette of each colourway, in one zip').check();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make 4 PNG files' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('kite-weather_4-colourways_half-drop-block_864x432_36ppi.zip');
  await expect(page.getByTestId('file-proof')).toContainText('Size in each of 4 files: 864 x 432 px');
  await expect(page.getByTestId('file-proof')).not.toContainText('Do not send');
  const inside = unzipSync(await readFile(await file.path()));
  const ways = ['brisk', 'lull', 'dusk', 'squall'];
  expect(Object.keys(inside)).toEqual([
    ...ways.map((way) => `kite-weather_${way}_half-drop-block_864x432_36ppi.png`),
    ...ways.map((way) => `kite-weather-${way}.gpl`),
  ]);
  expect(strFromU8(inside['kite-weather-dusk.gpl'] ?? new Uint8Array())).toMatch(
    /^GIMP Palette\nName: Kite Weather, Dusk/,
  );
  const grounds = await Promise.all(
    Object.values(inside)
      .slice(0, 4)
      .map(async (png) => {
        const { data, info } = await sharp(png).raw().toBuffer({ resolveWithObject: true });
        expect([info.width, info.height, info.channels]).toEqual([864, 432, 3]);
        return data.subarray(0, 3).toString('hex');
      }),
  );
  const doc = await kept(page);
  expect(grounds).toEqual(doc.colourways.map((c) => c.colours[0]?.slice(1)));
});

test('in layers and in plates: laid over each other, or summed, they are the cloth', async ({ page }) => {
  await openSend(page);
  const block = await made(page, 'PNG');
  const want = await sharp(block.bytes).ensureAlpha().raw().toBuffer();
  await pick(page, 'As', 'a layer for each motif');
  const { bytes } = await pressed(page, 'Make the layered ORA');
  await expect(page.getByTestId('file-proof')).toContainText(
    '7 layers, each read back; laid over each other',
  );
  const files = unzipSync(bytes);
  const layers = Object.keys(files).filter((name) => name.startsWith('data/'));
  expect(layers).toHaveLength(7);
  expect(strFromU8(files['stack.xml'] ?? new Uint8Array())).toContain('name="Knot');
  const [ground, ...motifs] = layers.map((name) => Buffer.from(files[name] ?? []));
  const over = await sharp(ground)
    .composite(motifs.map((input) => ({ input })))
    .ensureAlpha()
    .raw()
    .toBuffer();
  let apart = 0;
  for (const [i, v] of over.entries()) if (Math.abs(v - (want[i] ?? 0)) > 3) apart++;
  expect(apart / over.length).toBeLessThan(0.002);

  await pick(page, 'As', 'each ink by itself, in grey tones');
  const zip = await pressed(page, 'Make 7 PNG files');
  const plates = await Promise.all(
    Object.values(unzipSync(zip.bytes)).map((png) => sharp(png).extractChannel(0).raw().toBuffer()),
  );
  expect(plates).toHaveLength(7);
  let off = 0;
  for (let p = 0; p < 864 * 432; p++) {
    const shares = plates.reduce((sum, plate) => sum + 255 - (plate[p] ?? 0), 0);
    if (Math.abs(shares - 255) > 6) off++;
  }
  expect(off / (864 * 432)).toBeLessThan(0.01);
});

test('a sheet is filled with the repeat, from where it is wanted, as PNG and as TIFF, no dearer than its block', async ({
  page,
}) => {
  await openSend(page);
  const block = await made(page, 'PNG');
  expect([block.info.width, block.info.height]).toEqual([864, 432]);

  await page.getByRole('button', { name: 'Filled sheet' }).click();
  await expect(page.getByText('720 x 720 px at 36 ppi: 0.83 repeat blocks across, 1.67 down.')).toBeVisible();
  await fill(page, 'Sheet width', '60');
  await fill(page, 'Sheet height', '50');
  await fill(page, 'Begins, from left', '3');
  await fill(page, 'Begins, from top', '5');
  const [x0, y0] = [3 * 36, 5 * 36];
  for (const format of ['PNG', 'TIFF']) {
    const sheet = await made(page, format);
    expect(sheet.name).toMatch(/^kite-weather_brisk_half-drop-sheet_2160x1800_36ppi\.(png|tif)$/);
    expect([sheet.info.width, sheet.info.height]).toEqual([2160, 1800]);
    expect((await sharp(sheet.bytes).metadata()).density).toBe(36);
    let apart = 0;
    for (let y = 0; y < 1800; y += 7)
      for (let x = 0; x < 2160; x++) if (sheet.at(x, y) !== block.at((x + x0) % 864, (y + y0) % 432)) apart++;
    expect(apart).toBe(0);
    await expect(page.getByTestId('file-proof')).toContainText('every repeat is the same to the byte');
  }
  await page.keyboard.press('8');
  await expect(
    page.getByTestId('log-entry').filter({ hasText: 'sheet of Brisk, 2160 x 1800 px' }),
  ).toHaveCount(2);

  await page.getByRole('button', { name: /^Send,/ }).click();
  await fill(page, 'Sheet width', '700');
  await fill(page, 'File ppi', '300');
  await expect(
    page.getByText(/The sheet is 210000 x 15000 px; up to 100000 px on a side and 2000 megapixels/),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Make the TIFF' })).toBeDisabled();
});
