import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { expect, fill, finest, kept, onScreen, openDemo, pick, test } from './watch';

const svg = (width: number, height: number, inside: string) =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${inside}</svg>`,
    ),
  );

/** Begins a bolt and brings one picture in. */
async function bringIn(page: Page, name: string, buffer: Buffer) {
  await page.goto('/');
  await page.getByRole('button', { name: 'New bolt' }).click();
  await page.getByTestId('file-input').setInputFiles({ name, mimeType: 'image/png', buffer });
  const room = page.getByRole('dialog');
  await expect(room.getByTestId('what-it-is')).not.toContainText('Looking at what it is');
  return room;
}

/** Sends the block as a PNG and reads it. */
async function sent(page: Page) {
  await page.getByRole('button', { name: /^Send,/ }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the PNG' }).click();
  const file = await readFile(await (await download).path());
  await expect(page.getByTestId('file-proof')).not.toContainText('Do not send');
  return sharp(file).raw().toBuffer({ resolveWithObject: true });
}

test('a finished tile is the cloth: laid as a half-drop of itself it is sent to the byte', async ({
  page,
}) => {
  const tile = await svg(
    240,
    160,
    '<rect width="240" height="160" fill="#1f2b4a"/><circle cx="0" cy="80" r="30" fill="#dc9c37"/><circle cx="240" cy="80" r="30" fill="#dc9c37"/><path d="M60 0 L120 60 L180 0 Z M60 160 L120 100 L180 160 Z" fill="#5b9e9c"/>',
  )
    .png()
    .withMetadata({ density: 100 })
    .toBuffer();
  const room = await bringIn(page, 'Own tile.png', tile);
  await expect(room.getByTestId('what-it-is')).toContainText('A finished tile');
  await room.getByRole('button', { name: 'Look at its joins' }).click();
  await expect(page.getByTestId('join-report')).toContainText('It joins.', { timeout: 60_000 });
  const lay = page.getByRole('dialog', { name: /How Own tile/ });
  await expect(lay.getByRole('button', { name: 'The cloth itself' })).toHaveAttribute('aria-pressed', 'true');
  await lay.getByRole('button', { name: 'Lay it on the cloth' }).click();
  await expect(page.getByRole('button', { name: 'Motifs, 1 picture' })).toBeVisible();
  await page.keyboard.press('1');
  await fill(page, 'Print ppi', '100');
  await page.getByRole('radio', { name: 'Half-drop' }).click();
  await page.getByRole('button', { name: /^Check,/ }).click();
  await expect(page.getByTestId('unjudged')).toContainText('Lanes: fewer than 6 things');
  const { data, info } = await sent(page);
  expect([info.width, info.height]).toEqual([480, 160]);
  const truth = await sharp(tile).removeAlpha().raw().toBuffer();
  let unlike = 0;
  for (let y = 0; y < 160; y++) {
    for (let x = 0; x < 480; x++) {
      const q = (((y + (x >= 240 ? 80 : 0)) % 160) * 240 + (x % 240)) * 3;
      const p = (y * 480 + x) * info.channels;
      for (let c = 0; c < 3; c++) if (data[p + c] !== truth[q + c]) unlike++;
    }
  }
  expect(unlike).toBe(0);
});

test('a ground split in two inks, and what lies on it in changed inks, is on the screen as it is sent', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('1');
  await pick(page, 'Split in', 'halves, side by side');
  await page.getByLabel('what lies on it changes inks with it').check();
  await pick(page, 'Ink 2 of it', 'Sea');
  await finest(page);
  const { ground, motifs, placements } = await kept(page);
  expect(ground).toMatchObject({ kind: 'split', pattern: 'stripes', counter: true });
  // A bow in sea ink: on the half that is sea it is in the ground's cream.
  const sea = motifs.find((m) => m.name === 'Tail bow, sea');
  const bow = placements.find((p) => p.motif === sea?.id && p.x > 175 && p.x < 280 && p.y > 60 && p.y < 240);
  if (!bow) throw new Error('No bow lies on that half.');
  const at = await onScreen(page, bow.x, bow.y);
  const clip = { x: at.x - 18, y: at.y - 18, width: 36, height: 36 };
  const { data, info } = await sharp(await page.screenshot({ clip }))
    .raw()
    .toBuffer({ resolveWithObject: true });
  const like = (hex: number[]) => {
    let n = 0;
    for (let p = 0; p < data.length; p += info.channels)
      if (hex.every((v, c) => Math.abs(v - (data[p + c] ?? 0)) < 26)) n++;
    return n / (info.width * info.height);
  };
  expect(like([0xf4, 0xec, 0xdc])).toBeGreaterThan(0.1);
  expect(like([112, 170, 169])).toBeGreaterThan(0.1);
});
