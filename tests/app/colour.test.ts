import { readFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { each } from '../each';
import { expect, fill, kept, openSmallDemo, type Page, pick, test, withoutChecks } from './app';
import type { Download } from './downloads';

withoutChecks();

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
async function download(page: Page, button: string): Promise<Download> {
  const started = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).click();
  return started;
}
const bytesOf = async (d: Download) => readFile(await d.path());
const keep = (page: Page) => page.getByRole('button', { name: 'Keep as a new colourway' }).click();

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

test('palettes and solids: out, in again, with rubbish between; what is no palette or book changes nothing', async ({
  page,
}) => {
  await openSmallDemo(page);
  await openColour(page, 'Colourways');
  await fold(page, 'Palettes in and out');
  const gpl = await download(page, 'Save');
  expect(gpl.suggestedFilename()).toBe('kite-weather-brisk.gpl');
  const text = String(await bytesOf(gpl));
  expect(text).toContain('GIMP Palette\nName: Kite Weather, Brisk');
  const line = [1, 3, 5].map((k) => String(Number.parseInt(LINE.slice(k, k + 2), 16)).padStart(3));
  expect(text).toContain(`${line.join(' ')}\tLine`);

  const input = page.getByLabel('Read a file or a picture');
  await input.setInputFiles(file('broken.gpl', 'GIMP Palette\n300 1 2 hot'));
  await expect(
    page.getByRole('alert').filter({ hasText: 'not from 0 to 255. Nothing was changed.' }),
  ).toBeVisible();
  await page
    .getByLabel('Or paste colours, in any of these ways')
    .fill('#102030 or so; ???, #fff and 8a4b2c!');
  await page.getByRole('button', { name: 'Read what is pasted' }).click();
  await expect(page.getByText('Pasted colours: 3 colours.')).toBeVisible();
  await page.getByRole('button', { name: 'Try them, darkest on darkest' }).click();
  await keep(page);
  const { colourways } = await kept(page);
  expect(colourways[4].colours[1]).toBe('#102030');
  expect(new Set(colourways[4].colours)).toEqual(new Set(['#102030', '#8a4b2c', '#ffffff']));
  const picture = await sharp('public/demo/strip.webp').png().toBuffer();
  await input.setInputFiles({ name: 'strip.png', mimeType: 'image/png', buffer: picture });
  await expect(page.getByText(/^strip: [4-7] colours\.$/)).toBeVisible();

  await page.keyboard.press('c');
  await fold(page, 'Cloth solids');
  await expect(page.getByText('Tansy Wharf Mill, cloth solids, 48 solids.')).toBeVisible();
  await page.getByRole('button', { name: 'Ground to a solid' }).click();
  await keep(page);
  const own = page.getByLabel('Use a book of your own');
  await own.setInputFiles(file('bad.csv', 'name,hex\nSea,blue'));
  await expect(
    page.getByRole('alert').filter({ hasText: 'Line 2 of the book has no colour.' }),
  ).toBeVisible();
  await own.setInputFiles(file('two.csv', 'name,hex\nInk one,#102030\nInk two,#f0e0d0'));
  await expect(page.getByText('two.csv, 2 solids.')).toBeVisible();
  await page.getByRole('button', { name: 'All to solids' }).click();
  await keep(page);
  const now = await kept(page);
  expect(new Set(now.colourways.at(-1)?.colours)).toEqual(new Set(['#102030', '#f0e0d0']));
  expect(now.colourways[0].colours).toEqual(BRISK);
});

test('inks: order, merged, parted, made flat, worn by turns; flat screens in register, with what is too thin', async ({
  page,
}) => {
  await openSmallDemo(page);
  await openColour(page, 'Inks');
  await page.getByRole('button', { name: 'Ink 6, Blush' }).click();
  await page.getByRole('button', { name: 'Print Blush earlier' }).click();
  await pick(page, 'In this ink', 'flat');
  await pick(page, 'Print Blush with', 'Madder, merged into one');
  let project = await kept(page);
  expect(project.inks.map((i) => i.name)).toEqual(['Ground', 'Line', 'Madder', 'Ochre', 'Sea', 'White']);
  expect(project.inks[2].also).toEqual(['#e6b1a5']);
  await page.getByRole('button', { name: 'Ink 3, Madder' }).click();
  await page.getByRole('button', { name: 'Part it in two' }).click();
  await expect(page.getByText('Madder was parted in two.')).toBeVisible();
  expect((await kept(page)).inks).toHaveLength(7);
  await page.keyboard.press('Control+z');

  await fold(page, 'Other inks here and there');
  await pick(page, 'Motif', 'Knot');
  await pick(page, 'Its ink', 'Ochre');
  const worn = page.getByRole('group', { name: 'Inks to wear for it' });
  await worn.getByRole('button', { name: 'Sea' }).click();
  await page.getByRole('button', { name: 'Give them these inks' }).click();
  project = await kept(page);
  const knots = project.placements.filter(
    (p) => project.motifs.find((m) => m.id === p.motif)?.name === 'Knot',
  );
  const [ochre, sea] = ['Ochre', 'Sea'].map((name) => project.inks.find((i) => i.name === name)?.id ?? '');
  expect(knots.filter((p) => p.inkOverrides?.[ochre] === sea)).toHaveLength(Math.floor(knots.length / 2));

  await page.keyboard.press('1');
  await fill(page, 'Print ppi', '36');
  await openColour(page, 'Inks');
  await fold(page, 'Flat screens');
  await fill(page, 'Screens', '4');
  const zip = await download(page, 'Make the screens');
  await expect(page.getByTestId('screens')).toContainText('4 screens saved.');
  const files = unzipSync(await bytesOf(zip));
  const names = Object.keys(files).filter((n) => n.endsWith('.png'));
  expect(names).toHaveLength(4);
  const metas = await Promise.all(names.map((n) => sharp(files[n]).metadata()));
  for (const m of each(metas)) expect([m.width, m.height, m.density]).toEqual([864, 432, 36]);
  const stats = await sharp(files[names[0]]).greyscale().raw().toBuffer();
  expect(new Set(stats)).toEqual(new Set([0, 255]));
  expect(String(Buffer.from(files['screens.csv']))).toContain(names[3]);
});

test('together: two by a wipe, a board as PDF and as PNG, votes by hand and from a CSV, kept in the log', async ({
  page,
}) => {
  await openSmallDemo(page);
  await openColour(page, 'Wall');
  await pick(page, 'Right', 'Dusk');
  await expect(page.getByRole('region', { name: 'Comparison' })).toContainText('Left: Brisk. Right: Dusk.');
  await expect.poll(async () => (await coloursSeen(page)).slice(0, 2).sort()).toEqual(['#2b1d38', '#f4ecdc']);
  await page.keyboard.press('Escape');

  await page.getByLabel('Title').fill('Kite Weather, spring');
  await page.getByRole('checkbox', { name: 'Squall' }).uncheck();
  const pdf = await bytesOf(await download(page, 'Make the board'));
  const read = await PDFDocument.load(pdf, { updateMetadata: false });
  expect(read.getTitle()).toBe('Kite Weather, spring');
  const { width, height } = read.getPage(0).getSize();
  expect([Math.round(width), Math.round(height)]).toEqual([1191, 842]);
  await page.getByRole('button', { name: 'PNG, 200 ppi' }).click();
  const png = await bytesOf(await download(page, 'Make the board'));
  const meta = await sharp(png).metadata();
  expect([meta.width, meta.height, meta.density]).toEqual([3307, 2339, 200]);
  const { data, info } = await sharp(png).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const seen = new Set<string>();
  for (let i = 0; i < data.length; i += info.channels * 3) seen.add(data.subarray(i, i + 3).toString('hex'));
  for (const hex of ['f4ecdc', 'c9dbd6', '2b1d38']) expect(seen).toContain(hex);

  await page.getByRole('button', { name: 'Count by hand' }).click();
  await fill(page, 'For Dusk', '7');
  await fill(page, 'For Lull', '3');
  await page.getByRole('button', { name: 'Keep these votes' }).click();
  await expect(page.getByTestId('poll')).toContainText('Vote 1, 10 votes');
  const votes = page.getByLabel('Read a CSV');
  await votes.setInputFiles(file('votes.csv', 'Colourway,Votes\nDusk,-4\n', 'text/csv'));
  await expect(page.getByRole('alert').filter({ hasText: 'Line 2 has no count of votes' })).toBeVisible();
  await votes.setInputFiles(file('votes.csv', 'Colourway,Votes\nDusk,4\nSquall,9\nNobody,2\n', 'text/csv'));
  await expect(page.getByText('No colourway is called Nobody: left out.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep these votes' }).click();
  expect((await kept(page)).polls.map((p) => p.counts)).toEqual([
    { dusk: 7, lull: 3 },
    { dusk: 4, squall: 9 },
  ]);
  await page.keyboard.press('8');
  await expect(page.getByText('Vote 2: Squall 9, Dusk 4.')).toBeVisible();
});
