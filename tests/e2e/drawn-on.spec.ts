import { mkdtempSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { DEMO, expect, kept, openDemo, openKept, SMALL, test } from './watch';

const dir = mkdtempSync(join(tmpdir(), 'hexaplex-'));

/** A cell of 4 in with seven of the demo's small motifs on it, the part Draw open. */
async function openSmall(page: Page) {
  await openDemo(page);
  const placements = SMALL.placements.slice(0, 7);
  await openKept(page, { ...DEMO, brief: { ...DEMO.brief, widthMm: 101.6, heightMm: 101.6 }, placements });
  await page.getByRole('button', { name: /^Lay,/ }).click();
  await page.getByRole('button', { name: 'Draw', exact: true }).click();
}

/** Sends the cloth out and reads the file. */
async function out(page: Page): Promise<{ name: string; bytes: Buffer }> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Send out to draw on' }).click();
  const file = await download;
  await expect(page.getByTestId('went-out')).toBeVisible();
  return { name: file.suggestedFilename(), bytes: await readFile(await file.path()) };
}

const stroke = (x0: number, y0: number, x1: number, y1: number, wide: number, ink = '#1f3d6b') =>
  `<path d="M${x0} ${y0}L${x1} ${y1}" stroke="${ink}" stroke-width="${wide}" shape-rendering="crispEdges"/>`;
const drawn = (bytes: Buffer, body: string, side = 1200) =>
  sharp(bytes)
    .composite([
      {
        input: Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}">${body}</svg>`,
        ),
      },
    ])
    .png()
    .toBuffer();
/** What is said where something cannot be taken back; the page has another, empty one. */
const alert = (page: Page) => page.getByRole('alert').filter({ hasText: /\S/ });
const version = (page: Page, n: number) => page.getByTestId('version').filter({ hasText: `Drawn ${n}` });

test('a watched file comes back each time it is saved: three versions; one that is half written or gone leaves the last', async ({
  page,
}) => {
  await openSmall(page);
  const { bytes } = await out(page);
  const path = join(dir, 'watched.png');
  const round = async (n: number) => {
    let body = '';
    for (let k = 0; k < n; k++) body += stroke(420 + 60 * k, 500, 460 + 60 * k, 700, 20);
    writeFileSync(path, await drawn(bytes, body));
  };
  await round(1);
  const box = await page.getByTestId('comes-back').boundingBox();
  if (!box) throw new Error('There is no place to drop on.');
  const at = { x: box.x + box.width / 2, y: box.y + 20 };
  const cdp = await page.context().newCDPSession(page);
  for (const type of ['dragEnter', 'dragOver', 'drop'] as const)
    await cdp.send('Input.dispatchDragEvent', {
      type,
      ...at,
      data: { items: [], files: [path], dragOperationsMask: 1 },
    });
  await expect(page.getByTestId('watching')).toContainText('Watching watched.png');
  await expect(version(page, 1)).toBeVisible();
  await round(2);
  await expect(version(page, 2)).toBeVisible();
  writeFileSync(path, (await readFile(path)).subarray(0, 4000));
  await expect(alert(page)).toContainText('cut short');
  expect((await kept(page)).drawnOn.version).toBe(2);
  await round(3);
  await expect(version(page, 3)).toContainText('on the cloth');
  // A colour that is none of the inks is told, and becomes one at a press.
  const inks = (await kept(page)).inks.length;
  writeFileSync(path, await drawn(bytes, stroke(420, 500, 700, 700, 40, '#2fae4a')));
  await expect(page.getByTestId('new-colours')).toContainText('A colour is none of your inks: #2fae4a.');
  await page.getByRole('button', { name: 'Take it as an ink' }).click();
  await expect(page.getByTestId('new-colours')).toHaveCount(0);
  expect((await kept(page)).inks.slice(inks).map((i) => i.hex)).toEqual(['#2fae4a']);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByTestId('watching')).toHaveCount(0);
});
