import { readFile } from 'node:fs/promises';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import {
  differs,
  expect,
  fill,
  kept,
  LAID,
  laidOf,
  openDemo,
  type Page,
  saved,
  test,
  withoutChecks,
} from './app';
import { CLOTH } from './cloth';

withoutChecks();

async function atMotifs(page: Page) {
  await openDemo(page);
  await page.keyboard.press('2');
  await expect(page.getByTestId('motif')).toHaveCount(12);
}

async function sample(page: Page, name: string) {
  await page.getByRole('button', { name: 'Samples' }).click();
  await page.getByRole('menuitem', { name }).click();
}

/** Brings in a sample scan with a fraction of its pixels in each direction: the same results in less time. */
async function smaller(page: Page, file: string, by: number) {
  const scan = sharp(`public/demo/samples/${file}`);
  const { width = 0, density = 0 } = await scan.metadata();
  const buffer = await scan
    .resize({ width: Math.round(width / by) })
    .jpeg({ quality: 95 })
    .withMetadata({ density: density / by })
    .toBuffer();
  await page.getByTestId('file-input').setInputFiles({ name: file, mimeType: 'image/jpeg', buffer });
}

const pieces = (page: Page) => page.getByTestId('pieces-found');
test('a large sheet: dirt shown, white point moved by key, separated, permission answered, on the shelf', async ({
  page,
}) => {
  await atMotifs(page);
  await smaller(page, 'kites-600.jpg', 4);
  const room = page.getByRole('dialog');
  await room.getByRole('tab', { name: '2 Clean' }).click();
  await expect(room.getByTestId('dirt')).toContainText('The paper is clean');
  await room.getByLabel('White point').focus();
  for (let n = 0; n < 6; n++) await page.keyboard.press('ArrowLeft');
  await expect(room.getByText('Black 0 %, white 94 %')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(room.getByText('Black 0 %, white 100 %')).toBeVisible();
  await room.getByRole('tab', { name: '4 Split' }).click();
  await expect(pieces(page)).toHaveText('8 pieces on this page.');
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByTestId('piece')).toHaveCount(8);
  await room.getByLabel('Permission').click();
  await page.getByRole('option', { name: 'mine: I made it' }).click();
  await room.getByLabel('Source').fill('Sketchbook 7');
  await room.getByRole('button', { name: 'Keep 8 motifs' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(20);
  await expect(page.getByText('20 on the shelf, 8 not laid yet.')).toBeVisible();
  await page.getByLabel('Search').fill('sketchbook');
  await expect(page.getByTestId('motif')).toHaveCount(8);
  await expect(page.getByTestId('motif').first()).toContainText('150 ppi, not laid yet');
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

test('a line drawing: gaps bridged, regions coloured by hand and key, fills as parts, recoloured, traced', async ({
  page,
}) => {
  await atMotifs(page);
  await smaller(page, 'line-drawing.jpg', 2);
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
  const { width, height } = CLOTH;
  await room.getByTestId('fill-view').click({ position: { x: width * 0.36, y: height * 0.35 } });
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
  page.pasteFile(new File([new Uint8Array(tiff)], 'pasted.tif', { type: 'image/tiff' }));
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
  const shot = () => view.screenshot();
  await expect(view).toHaveAttribute('aria-busy', 'false');
  const plain = await shot();
  // The mark walks from the middle of the page into the ring's white middle.
  await room.getByRole('button', { name: 'Take area' }).click();
  await view.focus();
  const zoom = Number(await view.getAttribute('data-zoom'));
  const steps = (px: number) => Math.round((px * zoom) / 8);
  for (let n = 0; n < steps(300); n++) await page.keyboard.press('ArrowLeft');
  for (let n = 0; n < steps(200); n++) await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await differs(shot, plain);
  await expect(view).toHaveAttribute('aria-busy', 'false');
  const taken = await shot();
  await room.getByRole('button', { name: 'Give back' }).click();
  await view.focus();
  for (let n = 0; n < steps(300); n++) await page.keyboard.press('ArrowLeft');
  for (let n = 0; n < steps(200); n++) await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await differs(shot, taken);
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
