import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { expect, fill, openDemo, test, withoutChecks } from './app';

withoutChecks();

test('a block without ground, in another colourway than the one on show', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('1');
  await fill(page, 'Print ppi', '72');
  await page.getByRole('radio', { name: 'Diamond' }).click();
  await page.keyboard.press('7');
  const ways = page.getByRole('group', { name: 'Colourways' });
  await ways.getByRole('button', { name: 'Squall' }).click();
  await ways.getByRole('button', { name: 'Brisk' }).click();
  await page.getByRole('button', { name: 'Without ground' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the PNG' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('kite-weather_squall_diamond-block_864x864_72ppi.png');
  const { data, info } = await sharp(await readFile(await file.path()))
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.height, info.channels]).toEqual([864, 864, 4]);
  let clear = 0;
  for (let i = 3; i < data.length; i += 4) if (data[i] === 0) clear++;
  expect(clear / (864 * 864)).toBeGreaterThan(0.1);
  // Half a block across and half a block down is the same cloth.
  let unlike = 0;
  for (let p = 0; p < 432 * 864; p++) {
    const x = p % 864;
    const y = Math.floor(p / 864);
    const q = ((y + 432) % 864) * 864 + ((x + 432) % 864);
    if (data.readUInt32LE(p * 4) !== data.readUInt32LE(q * 4)) unlike++;
  }
  expect(unlike).toBe(0);
});
