import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { faults } from './faults';
import { expect, fill, kept, LAID, laidOf, openDemo, saved, test } from './watch';

async function atMotifs(page: Page) {
  await openDemo(page);
  await page.keyboard.press('2');
  await expect(page.getByTestId('motif')).toHaveCount(12);
}

async function sample(page: Page, name: string) {
  await page.getByRole('button', { name: 'Samples' }).click();
  await page.getByRole('menuitem', { name }).click();
}

/** Brings the demo's sheet in at half its fineness: what is done to it comes out the same, in a quarter of the time. */
async function halfSheet(page: Page) {
  const buffer = await sharp('public/demo/kite-weather-sheet.jpg')
    .resize({ width: 1240 })
    .jpeg({ quality: 95 })
    .withMetadata({ density: 150 })
    .toBuffer();
  await page
    .getByTestId('file-input')
    .setInputFiles({ name: 'sheet at half.jpg', mimeType: 'image/jpeg', buffer });
}

/** A place of the page (px of the page) in the window. */
async function onPage(page: Page, x: number, y: number): Promise<[number, number]> {
  const view = page.getByTestId('page-view');
  const box = await view.boundingBox();
  const [zoom, left, top] = await view.evaluate((e) =>
    [e.dataset.zoom, e.dataset.left, e.dataset.top].map(Number),
  );
  return [(box?.x ?? 0) + (x - left) * zoom, (box?.y ?? 0) + (y - top) * zoom];
}

async function drag(page: Page, from: [number, number], to: [number, number]) {
  await page.mouse.move(...(await onPage(page, ...from)));
  await page.mouse.down();
  await page.mouse.move(...(await onPage(page, (from[0] + to[0]) / 2, (from[1] + to[1]) / 2)));
  await page.mouse.move(...(await onPage(page, ...to)));
  await page.mouse.up();
}

const pieces = (page: Page) => page.getByTestId('pieces-found');
test('a large sheet: dirt shown, white point moved by key, separated, permission answered, on the shelf', async ({
  page,
}) => {
  await atMotifs(page);
  await sample(page, 'Large sheet');
  const room = page.getByRole('dialog');
  await room.getByRole('tab', { name: '2 Clean' }).click();
  await expect(room.getByTestId('dirt')).toContainText('The paper is clean');
  expect(await faults(page)).toEqual([]);
  await room.getByLabel('White point').focus();
  for (let n = 0; n < 6; n++) await page.keyboard.press('ArrowLeft');
  await expect(room.getByText('Black 0 %, white 94 %')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(room.getByText('Black 0 %, white 100 %')).toBeVisible();
  await room.getByRole('tab', { name: '4 Split' }).click();
  await expect(pieces(page)).toHaveText('8 pieces on this page.');
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByTestId('piece')).toHaveCount(8);
  expect(await faults(page)).toEqual([]);
  await room.getByLabel('Permission').click();
  await page.getByRole('option', { name: 'mine: I made it' }).click();
  await room.getByLabel('Source').fill('Sketchbook 7');
  await room.getByRole('button', { name: 'Keep 8 motifs' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(20);
  await expect(page.getByText('20 on the shelf, 8 not laid yet.')).toBeVisible();
  await page.getByLabel('Search').fill('sketchbook');
  await expect(page.getByTestId('motif')).toHaveCount(8);
  await expect(page.getByTestId('motif').first()).toContainText('600 ppi, not laid yet');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await page.getByLabel('Search').fill('');
  await expect(page.getByTestId('motif')).toHaveCount(12);
});

test('a phone photo: its page found and squared, its width typed, a corner moved by key', async ({
  page,
}) => {
  await atMotifs(page);
  await sample(page, 'Phone photo');
  const room = page.getByRole('dialog');
  await expect(room.getByText('Found by its outline.')).toBeVisible();
  await expect(room.getByText('The file does not say its ppi')).toBeVisible();
  await expect(room.getByRole('button', { name: 'Separate the motifs' })).toBeDisabled();
  await expect(room.getByLabel('Scanned at')).toHaveValue('');
  await fill(page, 'Page width', '148');
  await expect
    .poll(async () => Number(await room.getByLabel('Scanned at').inputValue()))
    .toBeGreaterThan(250);
  await fill(page, 'Page height', '2900');
  await expect(room.getByText(/^At most \d+/)).toBeVisible();
  await room.getByLabel('Page height').press('Escape');
  await fill(page, 'Page height', '210');
  await expect(room.getByText('The page is 148 mm x 210 mm.')).toBeVisible();
  const lean = await room.getByLabel('Outline turned by').inputValue();
  await room.getByLabel('Corner of the page, top left').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(room.getByLabel('Outline turned by')).not.toHaveValue(lean);
  await room.getByRole('button', { name: 'Undo on this page' }).click();
  await expect(room.getByLabel('Outline turned by')).toHaveValue(lean);
  expect(await faults(page)).toEqual([]);
  await room.getByRole('tab', { name: '2 Clean' }).click();
  await expect(room.getByTestId('dirt')).toContainText('of the paper is still grey (ochre)');
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByTestId('piece')).toHaveCount(4);
  await room.getByRole('button', { name: 'Back to the page' }).click();
  await room.getByRole('tab', { name: '1 Square' }).click();
  await room.getByRole('button', { name: 'Quarter right' }).click();
  await room.getByRole('button', { name: 'Whole picture' }).click();
  await expect(room.getByLabel('Outline turned by')).toHaveValue('0');
  await room.getByRole('button', { name: 'Find the page' }).click();
  await expect(room.getByLabel('Outline turned by')).toHaveValue(lean);
  await room.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(12);
});

test('marks on the page: take, give, erase, restore, join, cut, draw round; each undone', async ({
  page,
}) => {
  await atMotifs(page);
  await halfSheet(page);
  const room = page.getByRole('dialog');
  const view = page.getByTestId('page-view');
  await expect(room.getByText('The lines on this page lean by 1.3 degrees.')).toBeVisible();
  await room.getByRole('button', { name: 'Straighten it' }).click();
  await expect(room.getByText('The lines on this page lean')).toHaveCount(0);
  await room.getByRole('tab', { name: '1 Square' }).click();
  await expect(room.getByLabel('Outline turned by')).toHaveValue('1.3');
  await room.getByRole('button', { name: 'Undo on this page' }).click();
  await room.getByRole('tab', { name: '4 Split' }).click();
  await expect(pieces(page)).toHaveText('12 pieces on this page.');
  const middle = async (n: number): Promise<[number, number]> => {
    const box = await page.getByTestId('piece-box').nth(n).locator('rect').first().boundingBox();
    const at = await view.boundingBox();
    const [zoom, left, top] = await view.evaluate((e) =>
      [e.dataset.zoom, e.dataset.left, e.dataset.top].map(Number),
    );
    if (!box || !at) throw new Error('No box.');
    return [left + (box.x + box.width / 2 - at.x) / zoom, top + (box.y + box.height / 2 - at.y) / zoom];
  };
  const [bow1, bow2, kite, swift] = [await middle(9), await middle(10), await middle(0), await middle(3)];
  await room.getByRole('button', { name: 'Join' }).click();
  await drag(page, bow1, bow2);
  await expect(pieces(page)).toHaveText('11 pieces on this page.');
  await room.getByRole('button', { name: 'Cut apart' }).click();
  // The kite from its tail.
  await drag(page, [kite[0] - 150, kite[1] + 35], [kite[0] + 165, kite[1] + 35]);
  await expect(pieces(page)).toHaveText('12 pieces on this page.');
  // Round the swift's left wing, by keyboard: a press, a way, a press.
  await room.getByRole('button', { name: 'Draw round' }).click();
  await view.focus();
  const walk = async (key: string, times: number) => {
    for (let n = 0; n < times; n++) await page.keyboard.press(key);
  };
  await walk('Shift+ArrowUp', 1);
  await page.keyboard.press('Enter');
  await walk('Shift+ArrowLeft', 4);
  await walk('Shift+ArrowDown', 2);
  await walk('Shift+ArrowRight', 4);
  await page.keyboard.press('Enter');
  await expect(room.getByRole('button', { name: 'Take back all 3 marks' })).toBeVisible();
  await expect(pieces(page)).toHaveText('14 pieces on this page.');
  await room.getByRole('button', { name: 'Take back all 3 marks' }).click();
  await expect(pieces(page)).toHaveText('12 pieces on this page.');
  await page.keyboard.press('Control+z');
  await expect(pieces(page)).toHaveText('14 pieces on this page.');
  await page.keyboard.press('Control+y');
  await fill(page, 'Pieces nearer than this are one motif', '12');
  await expect(pieces(page)).not.toHaveText('12 pieces on this page.');

  await room.getByRole('tab', { name: '3 Paper' }).click();
  const shot = async () => {
    await page.mouse.move(4, 4);
    await expect(view).toHaveAttribute('aria-busy', 'false');
    return view.screenshot();
  };
  const clean = await shot();
  await room.getByRole('button', { name: 'Erase' }).click();
  await fill(page, 'Brush', '8');
  await drag(page, [swift[0] - 100, swift[1]], [swift[0] + 100, swift[1]]);
  const erased = await shot();
  expect(Buffer.compare(clean, erased)).not.toBe(0);
  await room.getByRole('button', { name: 'Restore' }).click();
  await drag(page, [swift[0] - 100, swift[1]], [swift[0] + 100, swift[1]]);
  expect(Buffer.compare(erased, await shot())).not.toBe(0);
  await room.getByRole('button', { name: 'Undo on this page' }).click();
  await room.getByRole('button', { name: 'Undo on this page' }).click();
  await room.getByRole('button', { name: 'Look' }).click();
  expect(Buffer.compare(clean, await shot())).toBe(0);
  await room.getByRole('button', { name: 'Take area' }).click();
  await page.mouse.click(...(await onPage(page, kite[0] - 50, kite[1] - 160)));
  expect(Buffer.compare(clean, await shot())).not.toBe(0);
  await room.getByRole('button', { name: 'Undo on this page' }).click();
  await room.getByRole('button', { name: 'Everywhere' }).click();
  await room.getByLabel('Back the art, where light parts were lost').click();
  await fill(page, 'Smaller by', '0.4');
  await fill(page, 'Soft edge', '0.2');
  expect(await faults(page)).toEqual([]);
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByTestId('piece').first()).toBeVisible();
});

test('a line drawing: gaps bridged, regions coloured by hand and key, fills as parts, recoloured, traced', async ({
  page,
}) => {
  await atMotifs(page);
  await sample(page, 'Line drawing');
  const room = page.getByRole('dialog');
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await room.getByLabel('Name of piece 1').fill('Balloon');
  await room.getByRole('button', { name: 'Keep 1 motif' }).click();
  await page.getByRole('button', { name: 'Open Balloon' }).click();
  await room.getByRole('tab', { name: 'Fill' }).click();
  const regions = room.getByTestId('regions');
  await fill(page, 'Bridge gaps up to', '0');
  await expect(regions).toContainText('8 closed regions');
  await fill(page, 'Bridge gaps up to', '1');
  await expect(regions).toContainText('9 closed regions, 9 without colour');
  expect(await faults(page)).toEqual([]);
  await room
    .getByRole('button', { name: /^Take #/ })
    .nth(2)
    .click();
  await room.getByRole('button', { name: 'Colour region 2', exact: true }).press('Enter');
  await expect(regions).toContainText('8 without colour');
  await room
    .getByRole('button', { name: /^Take #/ })
    .nth(3)
    .click();
  const canvas = await room.getByTestId('fill-view').boundingBox();
  if (!canvas) throw new Error('No drawing.');
  await page.mouse.click(canvas.x + canvas.width * 0.36, canvas.y + canvas.height * 0.35);
  await expect(regions).toContainText('7 without colour');
  await room
    .getByRole('button', { name: /^Take #/ })
    .nth(4)
    .click();
  await room.getByRole('button', { name: 'Colour all that is left' }).click();
  await expect(regions).toContainText('all coloured');
  // Colours are kept as they are picked: neither another tab nor a killed window loses them.
  await room.getByRole('tab', { name: 'About' }).click();
  const coloured = async () =>
    (await kept(page)).motifs.flatMap((m) =>
      m.name === 'Balloon' && m.art.kind === 'filled' ? m.art.fill.colours : [],
    ).length;
  await expect.poll(coloured).toBeGreaterThanOrEqual(8);
  await page.reload();
  await page.getByRole('button', { name: 'Motifs, 13 motifs' }).click();
  await page.getByRole('button', { name: 'Open Balloon' }).click();
  await room.getByRole('tab', { name: 'Fill' }).click();
  await expect(regions).toContainText('all coloured');
  await room.getByRole('button', { name: 'Put the fills in' }).click();
  await expect(room.getByRole('button', { name: 'Put the fills in anew' })).toBeVisible();
  await room.getByRole('tab', { name: 'Parts' }).click();
  await expect(room.getByTestId('part')).toHaveCount(4);
  await fill(page, 'Colour of Fill 1', '#112233');
  await expect(room.getByLabel('Colour of Fill 1', { exact: true })).toHaveValue('#112233');
  await room.getByRole('button', { name: 'Move Ink down' }).click();
  await expect(room.getByTestId('part').first()).toContainText('Fill 3');
  await room.getByRole('tab', { name: 'Trace' }).click();
  await room.getByRole('button', { name: 'Trace it' }).click();
  await expect(room.getByTestId('trace-says')).toContainText(/\d+ curves on \d plates/);
  await room.getByRole('button', { name: 'Difference' }).click();
  const download = page.waitForEvent('download');
  await room.getByRole('button', { name: /^Save the SVG/ }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('balloon.svg');
  const svg = await readFile(await file.path());
  const { data, info } = await sharp(svg)
    .resize(200)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect(info.height / info.width).toBeGreaterThan(1.1);
  expect(data.filter((v, i) => i % 4 === 3 && v > 200).length / (data.length / 4)).toBeGreaterThan(0.4);
  await room.getByRole('button', { name: 'Done' }).click();
  await saved(page);
});

test('layers, a vector and parts come in; the shelf is sorted, dragged onto the cloth, and changed as a table', async ({
  page,
}) => {
  await atMotifs(page);
  await sample(page, 'Layered file');
  const room = page.getByRole('dialog');
  await expect(room.getByTestId('layer')).toHaveCount(4);
  await expect(room.getByLabel('Keep Paper')).not.toBeChecked();
  expect(await faults(page)).toEqual([]);
  await room.getByRole('button', { name: 'Keep 3 motifs' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(15);
  await sample(page, 'Vector');
  await expect(page.getByTestId('motif')).toHaveCount(16);
  await expect(page.getByTestId('motif').last()).toContainText('vector, not laid yet');
  await expect(page.getByTestId('motif').last()).toContainText('60 mm x 64 mm');
  await sample(page, 'Parts of one motif');
  await expect(room.getByText('balloon-highlight.png: highlight')).toBeVisible();
  await room.getByRole('button', { name: 'Join as one motif' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(17);
  await page.getByRole('button', { name: 'Open Balloon' }).click();
  await room.getByRole('tab', { name: 'Parts' }).click();
  await expect(room.getByTestId('part')).toHaveCount(4);
  await room.getByRole('button', { name: 'Colour balloon-outline' }).click();
  await expect(room.getByLabel('Colour of balloon-outline', { exact: true })).toHaveValue('#6a2a5b');
  expect(await faults(page)).toEqual([]);
  await room.getByRole('button', { name: 'Done' }).click();

  await page.getByLabel('Order').click();
  await page.getByRole('option', { name: 'by name' }).click();
  await expect(page.getByTestId('motif').first()).toContainText('Balloon');
  await page.getByLabel('Search').fill('vane');
  const card = page.getByTestId('motif').first();
  await expect(card).toContainText('weather-vane');
  await card.dragTo(page.getByTestId('cloth'), { targetPosition: { x: 420, y: 300 } });
  await expect(page.getByRole('button', { name: `Lay, ${LAID + 1} placements` })).toBeVisible();
  await expect(card).toContainText('laid 1x');

  await page.getByRole('button', { name: 'As a table', exact: true }).click();
  await expect(room.getByRole('heading', { name: '17 motifs' })).toBeVisible();
  await expect(room.getByRole('gridcell', { name: 'Diamond kite', exact: true })).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await room.getByRole('gridcell', { name: 'Swift', exact: true }).dblclick();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Night swift');
  await page.keyboard.press('Enter');
  await expect(room.getByRole('gridcell', { name: 'Night swift', exact: true })).toBeVisible();
  await room.getByRole('columnheader', { name: 'Laid' }).click();
  await room.getByRole('button', { name: 'Done' }).click();
  await page.getByLabel('Search').fill('night');
  await expect(page.getByTestId('motif')).toHaveCount(1);
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Motifs, 17 motifs' }).click();
  await page.getByLabel('Search').fill('night');
  await expect(page.getByTestId('motif')).toHaveCount(1);
});

test('linked: a page opened again and a motif given new art; every placement follows in its printed size', async ({
  page,
}) => {
  await atMotifs(page);
  const room = page.getByRole('dialog');
  await page.getByRole('button', { name: 'Open the page Kite Weather, sheet 1 again' }).click();
  await expect(room.getByRole('heading', { name: 'Kite Weather, sheet 1' })).toBeVisible();
  await room.getByRole('tab', { name: '2 Clean' }).click();
  await fill(page, 'Specks up to this wide are dust', '0.7');
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByText('Cut again: every placement follows')).toBeVisible();
  await expect(room.getByTestId('piece')).toHaveCount(12);
  await expect(room.getByLabel('Name of piece 1', { exact: true })).toHaveValue('Diamond kite');
  await room.getByRole('button', { name: 'Put in 12 motifs' }).click();
  await expect(page.getByText('12 on the shelf, all of them laid.')).toBeVisible();

  await page.getByRole('button', { name: 'Open Knot' }).click();
  await expect(room.getByText(`laid ${laidOf('Knot')}x`)).toBeVisible();
  const art = await sharp({ create: { width: 900, height: 500, channels: 4, background: '#00000000' } })
    .composite([
      {
        input: Buffer.from(
          '<svg width="900" height="500"><ellipse cx="450" cy="250" rx="400" ry="210" fill="#1f6f6b"/></svg>',
        ),
      },
    ])
    .png()
    .withMetadata({ density: 600 })
    .toBuffer();
  await room
    .getByTestId('replace-input')
    .setInputFiles({ name: 'new-knot.png', mimeType: 'image/png', buffer: art });
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await room.getByRole('button', { name: 'Put in 1 motif' }).click();
  const knot = page.getByTestId('motif').filter({ hasText: 'Knot' });
  await expect(knot).toContainText('34 mm x 18 mm');
  await expect(knot).toContainText(`laid ${laidOf('Knot')}x`);
  await expect(page.getByRole('button', { name: `Lay, ${LAID} placements` })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(knot).toContainText('31 mm x 17 mm');

  await page.getByRole('button', { name: 'Open Knot' }).click();
  await room.getByLabel('Role').click();
  await page.getByRole('option', { name: 'secondary' }).click();
  await room.getByLabel('Direction').click();
  await page.getByRole('option', { name: 'has a top' }).click();
  expect(await faults(page)).toEqual([]);
  await room.getByRole('button', { name: 'Open its page again' }).click();
  await expect(room.getByRole('tab', { name: '3 Paper' })).toBeVisible();
  await room.getByRole('button', { name: 'Leave it' }).click();
  await expect(knot).toContainText('secondary');
});

test('files by paste, TIFF too; what cannot be read says why, and nothing is half taken in', async ({
  page,
}) => {
  await atMotifs(page);
  const disc = sharp(
    Buffer.from(
      '<svg width="300" height="300"><rect width="300" height="300" fill="#f6f0e4"/><circle cx="150" cy="150" r="90" fill="#235"/></svg>',
    ),
  ).removeAlpha();
  const tiff = await disc
    .clone()
    .tiff({ compression: 'lzw', xres: 300 / 25.4, yres: 300 / 25.4, resolutionUnit: 'inch' })
    .toBuffer();
  await page.evaluate(
    (bytes) => {
      const data = new DataTransfer();
      data.items.add(new File([new Uint8Array(bytes)], 'pasted.tif', { type: 'image/tiff' }));
      window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data }));
    },
    [...tiff],
  );
  const room = page.getByRole('dialog');
  await expect(room.getByRole('heading', { name: 'pasted.tif' })).toBeVisible();
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByTestId('piece')).toHaveCount(1);
  await room.getByRole('button', { name: 'Leave it' }).click();

  const file = (name: string, buffer: Buffer | Uint8Array) => ({
    name,
    mimeType: '',
    buffer: Buffer.from(buffer),
  });
  await page
    .getByTestId('file-input')
    .setInputFiles([
      file('empty.png', Buffer.alloc(0)),
      file('ink.jpg', await disc.clone().toColourspace('cmyk').jpeg().toBuffer()),
      file('moves.gif', await disc.clone().gif().toBuffer()),
      file('not.ora', zipSync({ 'letter.txt': strToU8('hello') })),
      file(
        'script.svg',
        strToU8(
          '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>window.hit=1</script></svg>',
        ),
      ),
      file(
        'laughs.svg',
        strToU8('<!DOCTYPE svg [<!ENTITY a "ha">]><svg width="9" height="9"><text>&a;</text></svg>'),
      ),
      file(
        'linked.svg',
        strToU8(
          '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><image href="http://example.org/a.png"/></svg>',
        ),
      ),
    ]);
  const said = page.getByLabel('Motifs tray').getByRole('alert');
  for (const words of [
    'empty.png: This file is empty',
    'ink.jpg: This JPEG is in printing inks',
    'moves.gif: This is a GIF',
    'not.ora: This is a zip, but no layered ORA',
    'script.svg: This SVG carries a script',
    'laughs.svg: This SVG defines entities',
    'linked.svg: This SVG links to something outside',
  ]) {
    await expect(said).toContainText(words);
  }
  expect(await page.evaluate(() => 'hit' in window)).toBe(false);
  await expect(page.getByTestId('motif')).toHaveCount(12);
});

test('a page on its way in survives a killed tab, with all that was marked on it', async ({
  page,
  context,
}) => {
  await atMotifs(page);
  await halfSheet(page);
  const room = page.getByRole('dialog');
  await room.getByRole('tab', { name: '4 Split' }).click();
  await expect(pieces(page)).toHaveText('12 pieces on this page.');
  await fill(page, 'Pieces nearer than this are one motif', '12');
  await expect(pieces(page)).not.toHaveText('12 pieces on this page.');
  const found = (await pieces(page).textContent()) ?? '';
  await page.keyboard.press('Escape');
  await expect(pieces(page)).toHaveText(found);
  const url = page.url();
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto(url);
  await again.getByRole('button', { name: 'Motifs, 12 motifs' }).click();
  await again.getByRole('button', { name: 'Go on with it' }).click();
  await again.getByRole('tab', { name: '4 Split' }).click();
  await expect(pieces(again)).toHaveText(found);
  await again.getByRole('button', { name: 'Leave it' }).click();
  await again.reload();
  await again.getByRole('button', { name: 'Motifs, 12 motifs' }).click();
  await expect(again.getByTestId('motif')).toHaveCount(12);
  await expect(again.getByRole('button', { name: 'Go on with it' })).toHaveCount(0);
});

test('a hard shadow is told, loose bits are offered, an area taken is given back by key', async ({
  page,
}) => {
  await atMotifs(page);
  const room = page.getByRole('dialog');
  const disc = (x: number, y: number, r: number) => `<circle cx="${x}" cy="${y}" r="${r}" fill="#235a78"/>`;
  const picture = (more: string) =>
    sharp(
      Buffer.from(
        `<svg width="1200" height="900"><rect width="1200" height="900" fill="#f4eee0"/>${disc(300, 250, 130)}${disc(820, 250, 150)}${disc(560, 650, 140)}${disc(100, 800, 16)}${disc(1100, 800, 15)}<circle cx="300" cy="250" r="50" fill="#f4eee0"/>${more}</svg>`,
      ),
    )
      .png()
      .withMetadata({ density: 150 })
      .toBuffer();
  const bring = async (name: string, more: string) =>
    page
      .getByTestId('file-input')
      .setInputFiles({ name, mimeType: 'image/png', buffer: await picture(more) });

  await bring('shaded.png', '<rect width="330" height="900" fill="#000" fill-opacity="0.4"/>');
  await expect(room.getByText(/A hard shadow lies over \d+ % of this page/)).toBeVisible();
  await room.getByRole('button', { name: 'Leave it' }).click();

  await bring('bits.png', '');
  await expect(room.getByText('A hard shadow')).toHaveCount(0);
  const view = page.getByTestId('page-view');
  const changed = async (act: () => Promise<void>) => {
    await act();
    await expect(view).toHaveAttribute('aria-busy', 'false');
    return view.screenshot();
  };
  await expect(view).toHaveAttribute('aria-busy', 'false');
  // The mark walks from the middle of the page into the ring's white middle.
  await room.getByRole('button', { name: 'Take area' }).click();
  await view.focus();
  const zoom = Number(await view.getAttribute('data-zoom'));
  const steps = (px: number) => Math.round((px * zoom) / 8);
  for (let n = 0; n < steps(300); n++) await page.keyboard.press('ArrowLeft');
  for (let n = 0; n < steps(200); n++) await page.keyboard.press('ArrowUp');
  const taken = await changed(() => page.keyboard.press('Enter'));
  const given = await changed(async () => {
    await room.getByRole('button', { name: 'Give back' }).click();
    await view.focus();
    for (let n = 0; n < steps(300); n++) await page.keyboard.press('ArrowLeft');
    for (let n = 0; n < steps(200); n++) await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Enter');
  });
  expect(Buffer.compare(taken, given)).not.toBe(0);
  await room.getByLabel('Tolerance').focus();
  await page.keyboard.press('ArrowRight');
  await expect(room.getByText('Tolerance, 15 %')).toBeVisible();
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByText('Small loose pieces: tick those that make good fillers')).toBeVisible();
  await expect(room.getByTestId('piece')).toHaveCount(5);
  await room.getByLabel('Keep Motif 16').check();
  await room.getByRole('button', { name: 'Keep 4 motifs' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(16);
  await expect(page.getByTestId('motif').last()).toContainText('filler');
});
