import { readFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import type { Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import sharp from 'sharp';
import { expect, fill, kept, openDemo, pick, test } from './watch';

/** The demo about to be sent, its files quick to make. */
async function openSend(page: Page, ppi = 72) {
  await openDemo(page);
  await page.getByRole('button', { name: /^Send,/ }).click();
  await fill(page, 'File ppi', String(ppi));
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

/** The file of a format, as it comes. */
async function as(page: Page, format: string) {
  await pick(page, 'File', format);
  return pressed(page, `Make the ${format}`);
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

test('a sheet is filled with the repeat, from where it is wanted, as PNG and as TIFF, no dearer than its block', async ({
  page,
}) => {
  await openSend(page);
  const block = await made(page, 'PNG');
  expect([block.info.width, block.info.height]).toEqual([1728, 864]);

  await page.getByRole('button', { name: 'Filled sheet' }).click();
  await expect(
    page.getByText('1440 x 1440 px at 72 ppi: 0.83 repeat blocks across, 1.67 down.'),
  ).toBeVisible();
  await fill(page, 'Sheet width', '60');
  await fill(page, 'Sheet height', '50');
  await fill(page, 'Begins, from left', '3');
  await fill(page, 'Begins, from top', '5');
  const [x0, y0] = [3 * 72, 5 * 72];
  for (const format of ['PNG', 'TIFF']) {
    const sheet = await made(page, format);
    expect(sheet.name).toMatch(/^kite-weather_brisk_half-drop-sheet_4320x3600_72ppi\.(png|tif)$/);
    expect([sheet.info.width, sheet.info.height]).toEqual([4320, 3600]);
    expect((await sharp(sheet.bytes).metadata()).density).toBe(72);
    let apart = 0;
    for (let y = 0; y < 3600; y += 7)
      for (let x = 0; x < 4320; x++)
        if (sheet.at(x, y) !== block.at((x + x0) % 1728, (y + y0) % 864)) apart++;
    expect(apart).toBe(0);
    await expect(page.getByTestId('file-proof')).toContainText('every repeat is the same to the byte');
  }
  await page.keyboard.press('8');
  await expect(
    page.getByTestId('log-entry').filter({ hasText: 'sheet of Brisk, 4320 x 3600 px' }),
  ).toHaveCount(2);

  await page.getByRole('button', { name: /^Send,/ }).click();
  await fill(page, 'Sheet width', '700');
  await fill(page, 'File ppi', '300');
  await expect(
    page.getByText(/The sheet is 210000 x 15000 px; up to 100000 px on a side and 2000 megapixels/),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Make the TIFF' })).toBeDisabled();
});

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
  expect(file.suggestedFilename()).toBe('kite-weather_4-colourways_half-drop-block_1728x864_72ppi.zip');
  await expect(page.getByTestId('file-proof')).toContainText('Size in each of 4 files: 1728 x 864 px');
  await expect(page.getByTestId('file-proof')).not.toContainText('Do not send');
  const inside = unzipSync(await readFile(await file.path()));
  const ways = ['brisk', 'lull', 'dusk', 'squall'];
  expect(Object.keys(inside)).toEqual([
    ...ways.map((way) => `kite-weather_${way}_half-drop-block_1728x864_72ppi.png`),
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
        expect([info.width, info.height, info.channels]).toEqual([1728, 864, 3]);
        return data.subarray(0, 3).toString('hex');
      }),
  );
  const doc = await kept(page);
  expect(grounds).toEqual(doc.colourways.map((c) => c.colours[0]?.slice(1)));
});

test('a JPEG of the best quality: whole colours, its ppi, how far off it is said; without ground it is not made', async ({
  page,
}) => {
  await openSend(page);
  const exact = await made(page, 'PNG');
  await pick(page, 'File', 'JPEG');
  await page.getByRole('button', { name: 'Without ground' }).click();
  await expect(page.getByText('A JPEG has no clear places')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Make the JPEG' })).toBeDisabled();
  await page.getByRole('button', { name: 'On its ground' }).click();
  await page.getByRole('button', { name: 'Filled sheet' }).click();
  await fill(page, 'Sheet width', '30');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the JPEG' }).click();
  const bytes = await readFile(await (await download).path());
  await expect(page.getByTestId('file-proof')).toContainText(/Read back it is 0?\.\d+ levels of 255 off/);
  await expect(page.getByTestId('file-proof')).not.toContainText('Do not send');
  expect(await sharp(bytes).metadata()).toMatchObject({
    ...{ format: 'jpeg', width: 2160, height: 1440, density: 72, chromaSubsampling: '4:4:4' },
  });
  const { data } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  let off = 0;
  for (let y = 0; y < 1440; y += 3)
    for (let x = 0; x < 2160; x += 3) {
      const want = exact.at(x % 1728, y % 864) ?? 0;
      for (let c = 0; c < 3; c++)
        off += Math.abs((data[(y * 2160 + x) * 4 + c] ?? 0) - ((want >> (8 * c)) & 255));
    }
  expect(off / (720 * 480 * 3)).toBeLessThan(1.2);
});

test('as a background of a page and as a vector pattern a browser shows it pixel for pixel; as a PDF it is in its size, with its marks', async ({
  page,
  context,
}) => {
  await openSend(page, 96);
  const block = await made(page, 'PNG');
  const size = { width: 500, height: 320 };
  const crop = { left: 0, top: 0, ...size };
  const want = await sharp(block.bytes).extract(crop).removeAlpha().raw().toBuffer();
  const css = strFromU8((await as(page, 'CSS')).bytes);
  await page.getByRole('button', { name: 'Filled sheet' }).click();
  await fill(page, 'Sheet width', '8');
  await fill(page, 'Sheet height', '6');
  const svg = Buffer.from((await as(page, 'SVG')).bytes).toString('base64');
  const other = await context.newPage();
  await other.setViewportSize(size);
  for (const shown of [
    `<style>body { margin: 0 } div { width: 900px; height: 900px } ${css}</style><div class="repeat"></div>`,
    `<style>body { margin: 0 }</style><img src="data:image/svg+xml;base64,${svg}">`,
  ]) {
    await other.setContent(shown);
    const seen = await sharp(await other.screenshot())
      .removeAlpha()
      .raw()
      .toBuffer();
    let off = 0;
    for (const [i, v] of seen.entries()) off += Math.abs(v - (want[i] ?? 0));
    expect(off / seen.length).toBeLessThan(0.5);
  }
  await other.close();

  await pick(page, 'File', 'PDF');
  await page.getByRole('button', { name: /^More/ }).click();
  await page.getByLabel('Crop and register marks round it').check();
  await fill(page, 'Bleed, all round', '3');
  const file = await as(page, 'PDF');
  expect(file.name).toBe('kite-weather_brisk_half-drop-sheet_790x598_96ppi.pdf');
  const pdf = await PDFDocument.load(file.bytes, { updateMetadata: false });
  expect(pdf.getTitle()).toBe('Kite Weather');
  expect(pdf.getSubject()).toContain('sheet of Brisk, 790 x 598 px, 96 ppi, half-drop');
  const { width, height } = pdf.getPage(0).getTrimBox();
  expect([width / 72, height / 72]).toEqual([8, 6].map((v) => expect.closeTo(v, 6)));
});

test('in layers and in plates: laid over each other, or summed, they are the cloth', async ({ page }) => {
  await openSend(page, 36);
  const block = await made(page, 'PNG');
  const want = await sharp(block.bytes).ensureAlpha().raw().toBuffer();
  await pick(page, 'As', 'a layer for each motif');
  const { bytes } = await pressed(page, 'Make the layered ORA');
  await expect(page.getByTestId('file-proof')).toContainText(
    '13 layers, each read back; laid over each other',
  );
  const files = unzipSync(bytes);
  const layers = Object.keys(files).filter((name) => name.startsWith('data/'));
  expect(layers).toHaveLength(13);
  expect(strFromU8(files['stack.xml'] ?? new Uint8Array())).toContain('name="Box kite');
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

test('names by a template, a place that is asked for, a disk that is full: nothing half is left, and it can be saved again', async ({
  page,
}) => {
  // A person who picks a file; the second time its disk is full.
  await page.addInitScript(() => {
    let asked = 0;
    const picking = async ({ suggestedName }: { suggestedName: string }) => {
      const folder = await navigator.storage.getDirectory();
      const handle = await folder.getFileHandle(suggestedName, { create: true });
      if (++asked === 2)
        handle.createWritable = async () =>
          new WritableStream({
            write: () => Promise.reject(new DOMException('Full.', 'QuotaExceededError')),
          }) as FileSystemWritableFileStream;
      return handle;
    };
    Object.assign(window, { showSaveFilePicker: picking });
  });
  await openSend(page, 36);
  await page.getByRole('button', { name: /^More/ }).click();
  const name = page.getByLabel('Name of the file');
  await name.fill('{design}/{colourway}');
  await expect(page.getByText('A name has letters, digits, spaces').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Make the PNG' })).toBeDisabled();
  await name.fill('{design} {version}');
  await page.getByRole('group', { name: 'Colourways' }).getByRole('button', { name: 'Dusk' }).click();
  await expect(
    page.getByText('Two files would be named kite-weather v1: put {colourway} in the name.').first(),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Add colourway to the name/ }).click();
  await expect(page.getByText('kite-weather v1_brisk.png')).toBeVisible();
  await page.getByRole('group', { name: 'Colourways' }).getByRole('button', { name: 'Dusk' }).click();

  await page.getByLabel('Ask where to save each file').check();
  const there = () =>
    page.evaluate(async () => {
      const folder = await navigator.storage.getDirectory();
      const found: Record<string, number> = {};
      // What is being written is there under another name until it is done.
      for await (const [key, handle] of folder.entries())
        found[key] = await (handle as FileSystemFileHandle).getFile().then(
          (f) => f.size,
          () => 0,
        );
      for (const key of Object.keys(found)) if (key.endsWith('.crswap')) delete found[key];
      return found;
    });
  await page.getByRole('button', { name: 'Make the PNG' }).click();
  await expect(page.getByTestId('file-proof')).toContainText('Every pixel read back');
  const first = await there();
  expect(Object.keys(first)).toEqual(['kite-weather v1_brisk.png']);
  expect(first['kite-weather v1_brisk.png']).toBeGreaterThan(10_000);

  await page.getByRole('button', { name: 'Make the PNG' }).click();
  await expect(
    page.getByText('The disk is full: nothing was written. Make room, then save it again.'),
  ).toBeVisible();
  expect(await there()).toEqual(first);
  await page.getByRole('button', { name: 'Save it again' }).click();
  await expect
    .poll(async () => Object.keys(await there()).sort())
    .toEqual(['kite-weather v1_brisk.png', 'kite-weather v2_brisk.png']);
  await page.getByRole('button', { name: 'Save the certificate' }).click();
  await expect
    .poll(async () => Object.keys(await there()))
    .toContain('kite-weather v2_brisk_certificate.txt');
});
