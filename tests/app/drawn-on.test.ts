import { readFile } from 'node:fs/promises';
import { unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { DEMO, expect, kept, openDemo, openKept, type Page, pick, SMALL, test } from './app';

/** A cell of 4 in with seven of the demo's small motifs on it, the part Draw open. */
async function openSmall(page: Page) {
  await openDemo(page);
  const placements = SMALL.placements.slice(0, 7);
  const brief = { ...DEMO.brief, widthMm: 101.6, heightMm: 101.6, ppi: 150 };
  await openKept(page, { ...DEMO, brief, placements });
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
/** Draws on a picture in lines told in px of 300 to the inch; `side`: how many it would have so. */
async function drawn(bytes: Buffer, body: string, side = 1200): Promise<Buffer> {
  const { width = 0, height = 0 } = await sharp(bytes).metadata();
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${side} ${(side * height) / width}">${body}</svg>`;
  return sharp(bytes)
    .composite([{ input: Buffer.from(svg) }])
    .png()
    .toBuffer();
}
const bring = (page: Page, name: string, buffer: Buffer, mimeType = 'image/png') =>
  page.getByLabel('Choose the file').setInputFiles({ name, mimeType, buffer });
/** What is said where something cannot be taken back; the page has another, empty one. */
const alert = (page: Page) => page.getByRole('alert').filter({ hasText: /\S/ });
const version = (page: Page, n: number) => page.getByTestId('version').filter({ hasText: `Drawn ${n}` });

test('out and back: what is new is laid on the cloth, its loose end is told and mended; a return turned over is laid right; nothing else changes', async ({
  page,
}) => {
  await openSmall(page);
  const before = await kept(page);
  const { name, bytes } = await out(page);
  expect(name).toBe('kite-weather_slid-both_1.png');
  const size = await sharp(bytes).metadata();
  expect([size.width, size.height, size.density]).toEqual([600, 600, 150]);

  // Leaves right at 30 mm down, comes back left 4 mm lower: the half-drop is in it. Both on whole pixels of 150 ppi.
  const [leaves, lower] = [354, 48];
  const loose =
    stroke(1100, leaves, 1260, leaves, 16) + stroke(-60, leaves + 600 + lower, 90, leaves + 600 + lower, 16);
  await bring(page, 'first.png', await drawn(bytes, loose + stroke(500, 500, 700, 640, 22)));
  const told = page.getByTestId('came-back');
  await expect(told).toContainText('It came back as it went: what was not drawn on is the same to the byte.');
  await expect(told).toContainText('1 stroke over the edge does not join.');
  await expect(page.getByTestId('at-edge')).toContainText(
    /right at 30 mm.*left at 84\.8 mm|left at 84\.8 mm.*right at 30 mm/,
  );
  await expect(page.getByAltText('What was drawn before and is changed, marked in red')).toBeVisible();
  const first = await kept(page);
  expect(first.placements).toEqual(before.placements);
  expect(first.layers).toHaveLength(before.layers.length + 1);
  expect(Math.abs((first.drawnOn.edges[0]?.back?.offMm ?? 0) - 4)).toBeLessThan(0.2);
  await expect(version(page, 1)).toContainText(/to look at/);

  // Bent together here, it is a version of its own; undone, the first is on the cloth again.
  await page.getByRole('button', { name: 'Bend the ends together' }).click();
  await expect(version(page, 2)).toContainText('on the cloth');
  await expect(told).toContainText('all join');
  await expect(version(page, 2)).toContainText(/Gone: .*Loose end/);
  await page.keyboard.press('Control+z');
  await expect(version(page, 1)).toContainText('on the cloth');

  // The same again, its end put right, half-turned.
  const joined = stroke(1100, leaves, 1260, leaves, 16) + stroke(-60, leaves + 600, 90, leaves + 600, 16);
  const mended = await drawn(bytes, joined + stroke(500, 500, 700, 640, 22));
  await bring(page, 'second.png', await sharp(mended).rotate(180).png().toBuffer());
  await expect(told).toContainText('It came back half-turned: it was laid right again');
  await expect(told).toContainText('all join');
  await expect(version(page, 3)).toContainText('on the cloth');

  // Packed, and smaller.
  const small = await sharp(mended).resize(450, 450).jpeg({ quality: 90 }).toBuffer();
  await bring(page, 'third.jpg', small, 'image/jpeg');
  await expect(told).toContainText(
    'It came back at 75 % of its size: it was laid right again, and only what is new was taken from it.',
  );
  await expect(version(page, 4)).toContainText('on the cloth');

  // Of another proportion: said, and nothing is changed.
  const now = await kept(page);
  await bring(
    page,
    'cropped.png',
    await sharp(mended).extract({ left: 0, top: 0, width: 600, height: 400 }).png().toBuffer(),
  );
  await expect(alert(page)).toContainText(
    'cropped.png has other proportions than what went out (600 x 600 px)',
  );
  await bring(page, 'torn.png', mended.subarray(0, 5000));
  await expect(alert(page)).toContainText('cut short');
  expect(await kept(page)).toEqual(now);

  await page.getByRole('button', { name: 'Go back to Drawn 1' }).click();
  await expect(version(page, 1)).toContainText('on the cloth');
  await page.keyboard.press('Control+z');
  await expect(version(page, 4)).toContainText('on the cloth');
});

/** A layered picture with something on its empty layer, its picture as it is. */
async function drawnOnLayer(bytes: Buffer, body: string): Promise<Buffer> {
  const files = unzipSync(new Uint8Array(bytes));
  const stack = new TextDecoder().decode(files['stack.xml']);
  const layer = stack.split('<layer ').find((l) => l.includes('name="Draw here"'));
  const [, top] = /src="([^"]+)"/.exec(layer ?? '') ?? [];
  if (!top || !files[top]) throw new Error('There is no layer to draw on.');
  const over = new Uint8Array(await drawn(Buffer.from(files[top]), body));
  return Buffer.from(zipSync({ ...files, [top]: over }, { level: 0 }));
}
const pixels = (bytes: Buffer | Uint8Array) => sharp(bytes).ensureAlpha().raw().toBuffer();

test('out in layers and back, twice: every pixel is what was drawn or, to the byte, what it was before', async ({
  page,
}) => {
  await openSmall(page);
  await pick(page, 'Slid by', 'as it lies');
  let want: Buffer | null = null;
  for (const [n, body] of [
    stroke(300, 500, 800, 640, 22),
    stroke(320, 480, 420, 700, 30, '#c8502e'),
  ].entries()) {
    await pick(page, 'As', 'the picture, an empty layer, a guide, ORA');
    const { name, bytes } = await out(page);
    expect(name).toBe(`kite-weather_as-laid_${n + 1}.ora`);
    const merged = unzipSync(new Uint8Array(bytes))['mergedimage.png'];
    if (!merged) throw new Error('The file has no picture.');
    if (want) expect(Buffer.compare(await pixels(merged), want)).toBe(0);
    await bring(page, 'layers.ora', await drawnOnLayer(bytes, body), 'image/openraster');
    await expect(version(page, n + 1)).toContainText('on the cloth');
    want = await pixels(await drawn(Buffer.from(merged), body));
  }
  await pick(page, 'As', 'one picture, PNG');
  const { bytes } = await out(page);
  expect(Buffer.compare(await pixels(bytes), want as Buffer)).toBe(0);
  await bring(page, 'same.png', bytes);
  await expect(alert(page)).toContainText('Nothing new was found on it');
  expect((await kept(page)).drawnOn.version).toBe(2);
});

test('what to draw next goes out as a guide over the picture, is told place by place, and is not taken back', async ({
  page,
}) => {
  await openDemo(page);
  const box = DEMO.motifs.find((m) => m.name === 'Box kite')?.id;
  const hole = DEMO.placements.find((p) => p.motif === box);
  const placements = DEMO.placements.filter((p) => p !== hole);
  await openKept(page, {
    ...DEMO,
    id: 'sparse',
    name: 'Sparse',
    brief: { ...DEMO.brief, ppi: 100 },
    placements,
  });
  await page.getByRole('button', { name: /^Lay,/ }).click();
  await page.getByRole('button', { name: 'Draw', exact: true }).click();
  await pick(page, 'Slid by', 'as it lies');
  await expect(page.getByTestId('draw-next').first()).toBeVisible();
  await pick(page, 'As', 'the picture, an empty layer, a guide, ORA');
  const { bytes } = await out(page);
  const { guide } = (await kept(page, 'sparse')).drawnOn.out ?? {};
  expect(guide?.places.length).toBeGreaterThan(0);
  const files = unzipSync(new Uint8Array(bytes));
  const stack = new TextDecoder().decode(files['stack.xml']);
  const layer = stack.split('<layer ').find((l) => l.includes('name="Guide, not to be kept"'));
  const [, src] = /src="([^"]+)"/.exec(layer ?? '') ?? [];
  const [lies, merged] = [files[src ?? ''], files['mergedimage.png']];
  if (!lies || !merged) throw new Error('There is no guide.');
  // A ring is drawn about the first place that is asked for.
  const rings = await sharp(lies).ensureAlpha().extractChannel('alpha').raw().toBuffer();
  expect(rings.filter((a) => a > 0).length).toBeGreaterThan(400);

  // Left showing, and joined with the picture: only what was drawn is taken.
  const both = await sharp(merged)
    .composite([{ input: Buffer.from(lies) }])
    .png()
    .toBuffer();
  await bring(page, 'shown.png', both);
  await expect(alert(page)).toContainText('Nothing new was found on it');
  await bring(page, 'drawn.png', await drawn(both, stroke(300, 500, 800, 640, 22)));
  await expect(version(page, 1)).toContainText('on the cloth');
  await expect(page.getByTestId('guide-done')).toContainText(/^Of \d+ asked for when it went out, /);
  await pick(page, 'As', 'one picture, PNG');
  const again = await out(page);
  // Nothing of what it asks for can be done yet.
  await expect(page.getByTestId('guide-done')).toHaveCount(0);
  const want = await pixels(await drawn(Buffer.from(merged), stroke(300, 500, 800, 640, 22)));
  const got = await pixels(again.bytes);
  let off = 0;
  for (let i = 0; i < want.length; i += 4) if (want.readUInt32LE(i) !== got.readUInt32LE(i)) off++;
  // Where the stroke runs over the guide nothing else can differ.
  expect(off).toBeLessThan(rings.filter((a) => a > 0).length / 20);
});

test('the demo in three versions: each is judged, the second has a loose end, the third has not; back to the second it is pinned', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: /demo/i }).first().click();
  await page.getByRole('menuitem', { name: /High Wind/ }).click();
  await expect(page.getByRole('link', { name: 'Open High Wind' })).toBeVisible();
  await page.goto('/bolt/high-wind');
  await page.getByRole('button', { name: /^Lay,/ }).click();
  await page.getByRole('button', { name: 'Draw', exact: true }).click();
  await expect(page.getByTestId('version')).toHaveCount(3);
  await expect(version(page, 2)).toContainText(/on the cloth.*Gone: .*Loose end/s);
  await expect(version(page, 1)).toContainText(/New: .*Loose end, it does not come back/);
  await page.getByRole('button', { name: 'Go back to Drawn 1' }).click();
  await expect(page.getByTestId('at-edge')).toContainText(
    'A new stroke leaves right at 79 mm and ends there',
  );

  // What is changed on a cloth of pictures while it is out would be hidden by what comes back: that is told.
  await page.getByRole('button', { name: 'Go back to As it went out' }).click();
  await expect(page.getByTestId('version').filter({ hasText: 'As it went out' })).toContainText(
    'on the cloth',
  );
  const { bytes } = await out(page);
  await pick(page, 'Colourway on show', 'Dusk');
  await bring(page, 'by-day.png', await drawn(bytes, stroke(300, 500, 700, 640, 22), 1080));
  await expect(page.getByTestId('came-back')).toContainText(
    'What you changed on the cloth since it went out is hidden',
  );
});
