import { readFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import type { Page } from '@playwright/test';
import { strFromU8 } from 'fflate';
import sharp from 'sharp';
import { expect, fill, openDemo, pick, test } from './watch';

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
