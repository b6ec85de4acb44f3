import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { expect, fill, kept, openDemo, pick, test } from './watch';

/** Brisk as the demo ships it; its second colour is that of the line. */
const BRISK: string[] = JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')).colourways[0]
  .colours;
const LINE = BRISK[1] ?? '';

async function openColour(page: Page, part: 'Inks' | 'Colourways' | 'Wall' | 'Proof') {
  await page.getByRole('button', { name: /^Colour, / }).click();
  await page.getByRole('button', { name: part, exact: true }).click();
}
const fold = (page: Page, title: string) =>
  page.getByRole('button', { name: new RegExp(`^${title}`), expanded: false }).click();
const file = (name: string, text: string, mimeType = 'text/plain') => ({
  name,
  mimeType,
  buffer: Buffer.from(text),
});
const keep = (page: Page) => page.getByRole('button', { name: 'Keep as a new colourway' }).click();
const strip = (page: Page) => page.getByRole('region', { name: 'Colours on trial' });

/** The commonest colours of the cloth as it is seen, most first. */
async function coloursSeen(page: Page): Promise<string[]> {
  const { data } = await sharp(await page.getByTestId('cloth').screenshot())
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const counts = new Map<string, number>();
  for (let i = 0; i < data.length; i += 3) {
    const hex = `#${data.subarray(i, i + 3).toString('hex')}`;
    counts.set(hex, (counts.get(hex) ?? 0) + 1);
  }
  return [...counts].sort((a, b) => b[1] - a[1]).map(([hex]) => hex);
}

test('colourways: the first is never overwritten; locks, moves, swaps, shuffles, few colours, the wall', async ({
  page,
}) => {
  await openDemo(page);
  await openColour(page, 'Colourways');
  await page.getByRole('button', { name: /^3\. Madder/ }).click();
  await fill(page, 'Madder, code', '#3a7a4c');
  let project = await kept(page);
  expect(project.colourways.map((c) => c.name)).toEqual(['Brisk', 'Lull', 'Dusk', 'Squall', 'Brisk 2']);
  expect(project.colourways[0].colours).toEqual(BRISK);
  expect(project.colourways[4].colours[2]).toBe('#3a7a4c');
  await page.getByRole('slider', { name: 'Madder, light' }).press('ArrowRight');
  await kept(page);
  await fill(page, 'Red, green, blue', '200 40 40');
  await pick(page, 'Swap Madder with', 'Ochre');
  project = await kept(page);
  expect(project.colourways[4].colours.slice(2, 4)).toEqual(['#e0a74f', '#c82828']);
  await page
    .getByRole('button', { name: /^5\. Sea/ })
    .dragTo(page.getByRole('button', { name: /^6\. Blush/ }));
  project = await kept(page);
  expect(project.colourways[4].colours.slice(4, 6)).toEqual(['#e6b1a5', '#70aaa9']);

  // A move is seen before it is kept, and stays out of the document until then.
  await page.getByRole('button', { name: 'Lock Line' }).click();
  await fold(page, 'Move them all');
  await page.getByRole('slider', { name: 'Darker or lighter' }).press('Home');
  await expect(strip(page)).toContainText('Brisk 2, darker, on trial.');
  await expect.poll(async () => (await coloursSeen(page))[0]).not.toBe('#f4ecdc');
  await page.keyboard.press('Escape');
  await expect(strip(page)).toHaveCount(0);
  expect((await kept(page)).colourways[4].colours[0]).toBe('#f4ecdc');
  await page.getByRole('slider', { name: 'Darker or lighter' }).press('Home');
  await page.getByRole('button', { name: 'Put in Brisk 2' }).click();
  project = await kept(page);
  expect(project.colourways[4].colours[1]).toBe(LINE);
  expect(project.colourways[4].colours[0]).not.toBe('#f4ecdc');

  await fold(page, 'Shuffle');
  await page.getByRole('button', { name: 'Show six' }).click();
  await page.getByRole('button', { name: 'Try shuffle 3' }).click();
  await page.getByRole('button', { name: 'More like this' }).click();
  await page.getByRole('button', { name: 'Try shuffle 1' }).click();
  await keep(page);
  project = await kept(page);
  expect(project.colourways[5]).toMatchObject({ name: 'Brisk 2, shuffled' });
  expect(project.colourways[5].colours[1]).toBe(LINE);

  await fold(page, 'One, two or twelve');
  await page.getByRole('checkbox', { name: 'counter-changed: light on dark' }).check();
  await keep(page);
  expect(new Set((await kept(page)).colourways[6].colours).size).toBe(2);
  await expect(page.getByText(/can be told apart no more/).first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Colour, 6 colourways' })).toBeVisible();

  await page.keyboard.press('y');
  const wall = page.getByRole('dialog', { name: 'The wall' });
  await expect(wall.locator('canvas[data-drawn="yes"]')).toHaveCount(6, { timeout: 60_000 });
  await wall.getByRole('button', { name: 'Show Dusk' }).click();
  expect((await kept(page)).shown).toBe('dusk');
  await page.keyboard.press('c');
  expect((await kept(page)).shown).toBe('squall');
});

test('will it hold: what touches, other eyes, the printer on the cloth; a file that is no profile changes nothing', async ({
  page,
}) => {
  await openDemo(page);
  await openColour(page, 'Proof');
  await expect(page.getByTestId('touching')).toContainText('1 of 1');
  await expect(page.getByTestId('touching')).toContainText('Ground, White');
  await page.getByRole('button', { name: 'In grey' }).click();
  const [grey] = await coloursSeen(page);
  expect(new Set(grey.slice(1).match(/../g)).size).toBe(1);
  await page.getByRole('button', { name: 'No red' }).click();
  await expect.poll(async () => (await coloursSeen(page))[0]).not.toBe(grey);

  const printer = page.getByTestId('printer');
  await expect(printer).toContainText('This printer can make every colour of this colourway.');
  await page.getByRole('button', { name: 'As it prints' }).click();
  await expect.poll(async () => (await coloursSeen(page))[0]).toMatch(/^#f[0-9a-f]e[0-9a-f]d/);
  // Measured, the paper is not as light as a screen's white.
  await page.getByRole('button', { name: 'As ink on this paper' }).click();
  await expect(printer).toContainText('Paper and ink as they measure');
  await expect(printer).toContainText(/Ground\s*[3-9]\.\d dE/);
  await page.getByRole('button', { name: 'As the eye adapts' }).click();
  await expect(printer).toContainText('This printer can make every colour of this colourway.');
  await openColour(page, 'Colourways');
  await page.getByRole('button', { name: /^5\. Sea/ }).click();
  await fill(page, 'Sea, code', '#00ff40');
  await openColour(page, 'Proof');
  await expect(printer).toContainText('Sea: this printer cannot make this colour');
  await page.getByRole('button', { name: 'Far off' }).click();
  await expect.poll(async () => (await coloursSeen(page)).slice(0, 4)).toContain('#767a7e');
  const own = page.getByLabel('Use a profile of your own');
  await own.setInputFiles(file('no.icc', 'not a profile at all'));
  await expect(printer.getByRole('alert')).toContainText('This is not an ICC profile. Nothing was changed.');
  await own.setInputFiles('public/profiles/coated-offset.icc');
  await expect(printer).toContainText('coated-offset.icc, four inks.');
});
