import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { expect, fill, kept, saved, test } from './watch';

/** An even set of eight in a 10 x 20 cm half-drop; the last belongs at 75, 100. */
const PLACES = [
  [25, 25],
  [25, 75],
  [25, 125],
  [25, 175],
  [75, 0],
  [75, 50],
  [75, 150],
  [62, 62],
];

test('the whole line: bolt, scan, motifs, half-drop, pin cleared, colourway, file proven, all kept', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New bolt' }).click();

  await page.getByRole('button', { name: 'Scan a sheet' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('tab', { name: '1 Square' }).click();
  await expect(dialog.getByText('The ppi was read from the file.')).toBeVisible();
  await expect(dialog.getByLabel('Scanned at')).toHaveValue('300');
  await dialog.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(dialog.getByTestId('piece')).toHaveCount(12);
  await dialog.getByLabel('Name of piece 12').fill('Ochre bow');
  await dialog.getByLabel('Keep Motif 1', { exact: true }).uncheck();
  await dialog.getByRole('button', { name: 'Keep 11 motifs' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(11);

  await page.keyboard.press('1');
  await page.getByLabel('Measure in').click();
  await page.getByRole('option', { name: 'centimetres' }).click();
  await fill(page, 'Cell width', '10');
  await fill(page, 'Cell height', '20');
  await expect(page.getByRole('radio', { name: 'Half-drop' })).toHaveAttribute('aria-checked', 'true');
  await expect(page.getByTestId('pixel-plan')).toContainText('2362 x 2362 px');

  await page.getByRole('button', { name: /^Lay,/ }).click();
  for (const [x, y] of PLACES) {
    await page.getByRole('button', { name: 'Lay Ochre bow' }).click();
    await fill(page, 'Across', String(x));
    await fill(page, 'Down', String(y));
  }
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('Escape');
  await page.keyboard.press('0');
  await page.keyboard.press('Shift+N');

  await page.getByRole('button', { name: /^Check,/ }).click();
  await expect(page.getByTestId('finding').first()).toContainText('Bare patch');
  await expect(page.getByTestId('pin').first()).toBeVisible();
  await page.getByRole('button', { name: 'Show finding 1 on the cloth' }).click();
  // Its pin comes to the middle of the cloth.
  const middle = async () => {
    const pin = await page.getByTestId('pin').first().boundingBox();
    const cloth = await page.getByTestId('cloth').boundingBox();
    return Math.abs((pin?.x ?? 0) + 14 - (cloth?.x ?? 0) - (cloth?.width ?? 0) / 2);
  };
  await expect.poll(middle).toBeLessThan(12);

  // Drag the stray one from 62, 62 to 75, 100, by whichever copy the handles stand on.
  const grip = await page.getByTestId('handles').boundingBox();
  const scale = Number(await page.getByTestId('overlay').getAttribute('data-px-per-mm'));
  if (!grip) throw new Error('No handles on the cloth.');
  const [cx, cy] = [grip.x + grip.width / 2, grip.y + grip.height - (grip.height - 32) / 2];
  await page.mouse.move(cx, cy);
  await page.mouse.down();
  await page.mouse.move(cx + 13 * scale * 0.5, cy + 38 * scale * 0.5, { steps: 6 });
  await page.mouse.move(cx + 13 * scale, cy + 38 * scale, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Check, nothing to look at' })).toBeVisible();
  await expect(page.getByTestId('pin')).toHaveCount(0);

  await page.getByRole('button', { name: 'Prove the wrap' }).click();
  await expect(page.getByTestId('wrap-proof')).toContainText('The join is exact');

  await page.keyboard.press('5');
  await page.getByRole('button', { name: 'Take from the art' }).click();
  await expect(page.getByText(/\d inks found/)).toBeVisible();
  await page.getByRole('button', { name: 'Colourways', exact: true }).click();
  await page.getByRole('button', { name: 'New from First colourway' }).click();
  await page.getByRole('button', { name: /^1\. Ground/ }).click();
  await fill(page, 'Ground, code', '#2b1d38');
  await expect(page.getByRole('button', { name: 'Colour, 2 colourways' })).toBeVisible();
  await page.getByRole('button', { name: /^Shuffle/ }).click();
  await page.getByRole('button', { name: 'Show six' }).click();
  await page.getByRole('button', { name: 'Try shuffle 2' }).click();
  await page.getByRole('button', { name: 'Keep as a new colourway' }).click();
  await expect(page.getByRole('button', { name: 'Colour, 3 colourways' })).toBeVisible();
  await page.keyboard.press('Shift+C');
  await page.getByRole('button', { name: 'Proof', exact: true }).click();
  await expect(page.getByTestId('touching')).toContainText('that touch on this cloth');
  await expect(page.getByTestId('printer')).toContainText(/this printer/i);

  await page.getByRole('button', { name: /^Send,/ }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the PNG' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toContain('half-drop-block_2362x2362_300ppi.png');
  await expect(page.getByTestId('file-proof')).toContainText('Size: 2362 x 2362 px');
  await expect(page.getByTestId('file-proof')).not.toContainText('Do not send');
  const bytes = await readFile(await file.path());
  const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
  const { density } = await sharp(bytes).metadata();
  expect([info.width, info.height, density]).toEqual([2362, 2362, 300]);
  expect([...data.subarray(0, 3)]).toEqual([0x2b, 0x1d, 0x38]);
  // The second column hangs half a cell lower: the right half is the left one, rolled by half its height.
  let unlike = 0;
  for (let y = 0; y < 2362; y += 3) {
    for (let x = 0; x < 1181; x += 3) {
      const p = (y * 2362 + x) * info.channels;
      const q = (((y + 1181) % 2362) * 2362 + x + 1181) * info.channels;
      if (data[p] !== data[q] || data[p + 2] !== data[q + 2]) unlike++;
    }
  }
  expect(unlike).toBe(0);

  await page.keyboard.press('8');
  await expect(page.getByTestId('log-entry').first()).toContainText('SHA-256');
  await saved(page);

  await page.reload();
  await expect(page.getByRole('button', { name: 'Motifs, 11 motifs' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Lay, 8 placements' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Colour, 3 colourways' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Check, nothing to look at' })).toBeVisible();

  // A tab killed once an edit is kept.
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('Delete');
  const url = page.url();
  const id = new URL(url).pathname.split('/').at(-1);
  await expect.poll(async () => (await kept(page, id)).placements.length).toBe(7);
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto(url);
  await expect(again.getByRole('button', { name: 'Lay, 7 placements' })).toBeVisible();
});
