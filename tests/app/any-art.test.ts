import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { differs, expect, fill, kept, onScreen, openDemo, type Page, pick, saved, test } from './app';

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
const idOf = (page: Page) => new URL(page.url()).pathname.split('/').at(-1) ?? '';

/** Sends the block as a PNG and reads it. */
async function sent(page: Page) {
  await page.getByRole('button', { name: /^Send,/ }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the PNG' }).click();
  const file = await readFile(await (await download).path());
  await expect(page.getByTestId('file-proof')).not.toContainText('Do not send');
  return sharp(file).raw().toBuffer({ resolveWithObject: true });
}

test('a whole drawing comes in at its place and size, lives in every layout, and is sent; no tick for what is not read', async ({
  page,
}) => {
  // 3 x 2 in at 200 ppi: one bar leaves the sheet on the left, rings and a wave stand on it.
  const drawing = await svg(
    600,
    400,
    '<rect width="600" height="400" fill="#fff"/><rect y="150" width="90" height="50" fill="#bb4631"/><path d="M120 330 Q240 200 330 300 T560 90" fill="none" stroke="#1f2b4a" stroke-width="16"/><circle cx="420" cy="300" r="50" fill="#5b9e9c"/>',
  )
    .png()
    .withMetadata({ density: 200 })
    .toBuffer();
  const room = await bringIn(page, 'Wave.png', drawing);
  await room.getByRole('button', { name: 'Something else?' }).click();
  await room.getByRole('radio', { name: /^One drawing/ }).click();
  await expect(room.getByTestId('leaving')).toContainText('One piece leaves the sheet on the left, 6');
  await expect(room.getByLabel(/make the cell as large as the sheet, 3 x 2 in/)).toBeChecked();
  await room.getByRole('button', { name: 'Take it in as one drawing' }).click();
  await expect(page.getByRole('button', { name: 'Motifs, 1 picture' })).toBeVisible();
  const id = idOf(page);
  let doc = await kept(page, id);
  expect([doc.brief.widthMm, doc.brief.heightMm].map((v) => Number(v.toFixed(2)))).toEqual([76.2, 50.8]);
  const layer = doc.layers.find((l) => l.kind === 'drawing');
  const [picture] = doc.pictures;
  // The box of the art on the sheet, and where it lies on the cloth.
  expect(picture?.box?.x).toBe(0);
  const left = (layer?.x ?? 0) - ((picture?.width ?? 0) / 400) * 25.4;
  expect(Math.abs(left)).toBeLessThan(0.01);

  await expect(page.getByRole('button', { name: 'Check, nothing to look at' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Check,/ })).not.toContainText('✓');
  await page.keyboard.press('4');
  await expect(page.getByTestId('unjudged')).toContainText('Lanes: fewer than 6 things');
  await expect(page.getByTestId('pieces-seen')).toHaveText('Wave: 2 pieces.');
  await page.keyboard.press('1');
  await fill(page, 'Print ppi', '200');
  for (const layout of ['Brick', 'Diamond', 'Straight']) {
    await page.getByRole('radio', { name: layout }).click();
    await expect(page.getByRole('radio', { name: layout })).toHaveAttribute('aria-checked', 'true');
  }
  const { data, info } = await sent(page);
  expect([info.width, info.height]).toEqual([600, 400]);
  const truth = await sharp(drawing).removeAlpha().raw().toBuffer();
  let inside = 0;
  for (const [x, y] of [
    [40, 175],
    [420, 300],
    [330, 300],
  ]) {
    const [p, q] = [(y * 600 + x) * info.channels, (y * 600 + x) * 3];
    for (let c = 0; c < 3; c++) if (Math.abs(data[p + c] - truth[q + c]) <= 3) inside++;
  }
  expect(inside).toBe(9);
  // Where there was paper the ground shows.
  expect([...data.subarray((30 * 600 + 300) * info.channels, (30 * 600 + 300) * info.channels + 3)]).toEqual([
    0xf4, 0xec, 0xdc,
  ]);

  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Cloth', exact: true }).click();
  await page.getByTestId('layer').getByRole('button', { name: 'Wave' }).first().click();
  await fill(page, 'Width', '2');
  await page.getByRole('button', { name: 'Take Wave off' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('layer')).toHaveCount(1);
  doc = await kept(page, id);
  expect(doc.pictures).toHaveLength(1);
});

test('art comes off a painted ground with its own colours, and the ground is the bolt’s', async ({
  page,
}) => {
  const painted = await svg(
    900,
    600,
    '<rect width="900" height="600" fill="#34807e"/><circle cx="220" cy="200" r="110" fill="#e2b04a"/><circle cx="220" cy="200" r="40" fill="#34807e"/><rect x="520" y="120" width="220" height="180" fill="#f3ead8"/><path d="M180 520 L420 400 L470 540 Z" fill="#2b1d38"/>',
  )
    .png()
    .withMetadata({ density: 150 })
    .toBuffer();
  const room = await bringIn(page, 'Gouache.png', painted);
  await expect(room.getByTestId('what-it-is')).toContainText('3 pieces stand apart');
  await expect(room.getByRole('button', { name: 'A coloured ground' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByTestId('piece')).toHaveCount(3);
  await room.getByRole('button', { name: 'Keep 3 motifs' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(3);
  const doc = await kept(page, idOf(page));
  expect(doc.inks[0]?.hex).toBe('#34807e');
  expect(doc.colourways[0]?.colours[0]).toBe('#34807e');
  const arts = await Promise.all(doc.motifs.map((m) => assetOf(page, m.asset)));
  const mids = await Promise.all(
    arts.map(async (png) => {
      const { data, info } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
      const at = (x: number, y: number) => [
        ...data.subarray((y * info.width + x) * 4, (y * info.width + x) * 4 + 4),
      ];
      return [at(info.width >> 1, info.height >> 1), at(info.width >> 1, Math.round(info.height * 0.16))];
    }),
  );
  // A ring: its hole is the ground's, its body its own colour; a pale block keeps its own white.
  expect(mids[0]).toEqual([
    [0, 0, 0, 0],
    [0xe2, 0xb0, 0x4a, 255],
  ]);
  expect(mids[1]?.[0]).toEqual([0xf3, 0xea, 0xd8, 255]);
});

test('paper shut in by a handle goes at one press, a light nearly shut in comes back at another; a soft shadow goes, a pale end stays', async ({
  page,
}) => {
  const sheet = await svg(
    900,
    600,
    `<rect width="900" height="600" fill="#fbfaf6"/>
    <circle cx="200" cy="170" r="90" fill="#325a8c"/><circle cx="318" cy="170" r="42" fill="none" stroke="#325a8c" stroke-width="18"/>
    <filter id="soft" x="-.5" y="-.5" width="2" height="2"><feGaussianBlur stdDeviation="7"/></filter><circle cx="652" cy="186" r="82" fill="#000" opacity=".35" filter="url(#soft)"/><circle cx="640" cy="170" r="84" fill="#c0562f"/>
    <circle cx="598" cy="128" r="20" fill="#fbfaf6"/><path d="M598 128L570 100" stroke="#fbfaf6" stroke-width="6"/>
    <linearGradient id="wash"><stop stop-color="#3f8a80"/><stop offset="1" stop-color="#3f8a80" stop-opacity=".09"/></linearGradient><rect x="240" y="390" width="420" height="120" rx="40" fill="url(#wash)"/>
    <circle cx="20" cy="450" r="80" fill="#7d5a9c"/>`,
  )
    .png()
    .withMetadata({ density: 150 })
    .toBuffer();
  const room = await bringIn(page, 'Cup and wash.png', sheet);
  await room.getByRole('button', { name: 'Something else?' }).click();
  await room.getByRole('radio', { name: /^Separate motifs/ }).click();
  await room.getByRole('tab', { name: /Paper$/ }).click();
  const places = room.getByRole('group', { name: 'Paper shut in' }).getByRole('button');
  await expect(places).toHaveCount(2);
  const said = (handle: string, light: string) =>
    Promise.all([
      expect(places.nth(0)).toHaveAccessibleName(new RegExp(`^[^,]*, ${handle}$`)),
      expect(places.nth(1)).toHaveAccessibleName(new RegExp(`, nearly shut in, ${light}$`)),
    ]);
  await said('stays', 'goes');
  await room.getByRole('button', { name: 'All stay' }).click();
  await said('stays', 'stays');
  await room.getByRole('button', { name: 'All go' }).click();
  await said('goes', 'goes');
  await places.nth(1).click();
  await said('goes', 'stays');

  await pick(page, 'Seen on', 'all side by side');
  const views = room.getByTestId('side-by-side').getByTestId('page-view');
  await expect(views).toHaveCount(4);
  const zooms = () => views.evaluateAll((all) => all.map((v) => (v as HTMLElement).dataset.zoom));
  const before = await zooms();
  await views.nth(2).press('+');
  await expect.poll(async () => new Set(await zooms()).size).toBe(1);
  expect(Number((await zooms())[0])).toBeGreaterThan(Number(before[0]));

  await room.getByRole('tab', { name: /Split$/ }).click();
  await expect(room.getByTestId('pieces-found')).toContainText('One of them is cut off by the page');
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByTestId('piece')).toHaveCount(4);
  await expect(room.getByTestId('piece').nth(2)).toContainText(
    /Cut off by the page's edge on the left, 2\d\smm of it/,
  );
  await room.getByRole('button', { name: 'Untick all' }).click();
  await expect(room.getByRole('button', { name: 'Keep 0 motifs' })).toBeDisabled();
  await room.getByRole('button', { name: 'Tick all', exact: true }).click();
  await room.getByRole('button', { name: 'Keep 4 motifs' }).click();
  await expect(page.getByTestId('motif')).toHaveCount(4);
  const { motifs } = await kept(page, idOf(page));
  const arts = await Promise.all(
    motifs.map(async (m) =>
      sharp(await assetOf(page, m.asset))
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true }),
    ),
  );
  const alpha = (n: number, x: number, y: number) => {
    const { data, info } = arts[n];
    const box = motifs[n].box ?? { x: 0, y: 0 };
    return data[((y - box.y) * info.width + x - box.x) * 4 + 3];
  };
  expect([alpha(0, 318, 170), alpha(0, 318, 128), alpha(0, 200, 170)]).toEqual([0, 255, 255]);
  // The ball alone, its light given back: its shadow reached a quarter farther to its lower right.
  expect(motifs[1].width).toBeLessThan(184);
  expect([alpha(1, 640, 170), alpha(1, 598, 128)]).toEqual([255, 255]);
  expect([alpha(3, 300, 450), alpha(3, 560, 450), alpha(3, 640, 450)]).toEqual([255, 255, 255]);
});

const assetOf = (page: Page, asset: string) =>
  page
    .evaluate(async (key) => {
      const db = await new Promise<IDBDatabase>((resolve) => {
        const ask = indexedDB.open('hexaplex');
        ask.onsuccess = () => resolve(ask.result);
      });
      const store = db.transaction('assets').objectStore('assets');
      const found = await new Promise<Blob>((resolve) => {
        const ask = store.get(key);
        ask.onsuccess = () => resolve(ask.result);
      });
      db.close();
      return [...new Uint8Array(await found.arrayBuffer())];
    }, asset)
    .then((bytes) => Buffer.from(bytes));

test('a drawing that goes on straight over its edges is laid straight, unless that is not wanted', async ({
  page,
}) => {
  const drawing = await svg(
    600,
    400,
    '<rect width="600" height="400" fill="#fff"/><rect y="150" width="90" height="50" fill="#bb4631"/><rect x="520" y="150" width="80" height="50" fill="#bb4631"/><circle cx="300" cy="260" r="60" fill="#5b9e9c"/>',
  )
    .png()
    .withMetadata({ density: 200 })
    .toBuffer();
  const room = await bringIn(page, 'Over the edge.png', drawing);
  await room.getByRole('button', { name: 'Something else?' }).click();
  await room.getByRole('radio', { name: /^One drawing/ }).click();
  await expect(room.getByTestId('leaving')).toContainText('on the left comes back on the right');
  await expect(room.getByLabel(/^lay it straight/)).toBeChecked();
  await room.getByRole('button', { name: 'Take it in as one drawing' }).click();
  await expect(page.getByRole('button', { name: 'Motifs, 1 picture' })).toBeVisible();
  expect((await kept(page, idOf(page))).layout.kind).toBe('straight');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await kept(page, idOf(page))).layout.kind).toBe('half-drop');
});

test('what is no tile and no drawing is told in words and changes nothing', async ({ page }) => {
  const plain = (side: number, density: number) =>
    svg(side, side, '<rect width="100%" height="100%" fill="#fff"/>')
      .png()
      .withMetadata({ density })
      .toBuffer();
  const take = async (buffer: Buffer, as: RegExp, go: string) => {
    await page.getByTestId('file-input').setInputFiles({ name: 'Odd.png', mimeType: 'image/png', buffer });
    const room = page.getByRole('dialog').first();
    await expect(room.getByTestId('what-it-is')).not.toContainText('Looking at what it is');
    await room.getByRole('button', { name: 'Something else?' }).click();
    await room.getByRole('radio', { name: as }).click();
    await room.getByRole('button', { name: go }).click();
    return room;
  };
  await openDemo(page);
  const before = await kept(page);
  await page.keyboard.press('2');
  let room = await take(await plain(1, 100), /^A finished tile/, 'Look at its joins');
  await expect(page.getByText(/A tile needs 32 px or more/)).toBeVisible();
  await page.getByRole('dialog').last().getByRole('button', { name: 'Leave it' }).click();
  await room.getByRole('button', { name: 'Leave it' }).click();

  room = await take(await plain(300, 100), /^One drawing/, 'Take it in as one drawing');
  await expect(room.getByRole('alert')).toContainText('There is nothing on this sheet');
  await room.getByRole('button', { name: 'Leave it' }).click();

  // 40 in wide, on a cloth that repeats at 24.
  room = await take(await plain(800, 20), /^A ground or texture/, 'Make it repeat');
  await page.getByRole('button', { name: 'Lay it on the cloth' }).click();
  await expect(page.getByText(/it would be cut off/)).toBeVisible();
  await page.getByRole('dialog').last().getByRole('button', { name: 'Leave it' }).click();
  await room.getByRole('button', { name: 'Leave it' }).click();
  expect(await kept(page)).toEqual(before);
});

test('a hole in a whole drawing is told and pinned; its pieces are seen, joined, cut and called ground, undone; one is lifted off and parted', async ({
  page,
}) => {
  // 36 shapes in a loose net on a cream paper of 6 x 6 in, two of them left out: a hole over the join.
  const shapes = Array.from({ length: 36 }, (_, k) => {
    const [i, j] = [k % 6, Math.floor(k / 6)];
    const [x, y] = [75 + 150 * i + 22 * Math.sin(7 * k), 75 + 150 * j + 22 * Math.cos(5 * k)];
    if (j === 3 && (i === 5 || i === 0)) return '';
    const [r, hue] = [30 + ((k * 7) % 15), ['#7d2438', '#245a54', '#30507e', '#8a5a14'][(k * 5 + j) % 4]];
    return k % 2
      ? `<circle cx="${x}" cy="${y}" r="${r}" fill="${hue}"/>`
      : `<path d="M${x} ${y - 1.3 * r} L${x + r} ${y + r} L${x - r} ${y + r} Z" fill="${hue}"/>`;
  });
  // Beside the circle in the third row another, all but touching it.
  const [x, y] = [75 + 150 * 3 + 22 * Math.sin(7 * 15), 75 + 150 * 2 + 22 * Math.cos(5 * 15)];
  const near = `<circle cx="${x + 30 + ((15 * 7) % 15) + 5 + 20}" cy="${y}" r="20" fill="#30507e"/>`;
  const paper = '<rect width="900" height="900" fill="#f7efdc"/>';
  const drawing = await svg(600, 600, `<g transform="scale(0.6667)">${paper}${shapes.join('')}${near}</g>`)
    .png()
    .withMetadata({ density: 100 })
    .toBuffer();
  const room = await bringIn(page, 'Loose net.png', drawing);
  await room.getByRole('button', { name: 'Something else?' }).click();
  await room.getByRole('radio', { name: /^One drawing/ }).click();
  await room.getByRole('button', { name: 'Take it in as one drawing' }).click();
  await expect(page.getByRole('button', { name: 'Motifs, 1 picture' })).toBeVisible();
  // Read at its own fineness, not at that of the print.
  await page.keyboard.press('1');
  await fill(page, 'Print ppi', '100');
  await page.getByRole('button', { name: /^Check,/ }).click();
  const seen = page.getByTestId('pieces-seen');
  await expect(seen).toHaveText('Loose net: 35 pieces.');
  const hole = page.locator('[data-testid=finding][data-kind=bare-patch]').first();
  await expect(hole).toContainText(/Bare patch, \d+ mm/);
  await expect(hole).toContainText('In the drawing, something about');
  await expect(page.getByTestId('pin').first()).toBeVisible();

  // Practice: a fault among its pieces, drawn anew; the work is as it was.
  const drawn = await kept(page, idOf(page));
  const surface = page.getByTestId('cloth').locator('canvas').first();
  const asIs = await surface.screenshot();
  await page.getByRole('button', { name: /^Practice/ }).click();
  await pick(page, 'On', 'a copy of this cloth');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('One fault is planted in this cloth.')).toBeVisible({ timeout: 60_000 });
  await differs(() => surface.screenshot(), asIs);
  await page.mouse.click(520, 380);
  await expect(page.getByTestId('practice-mark')).toContainText(/Your pin is [\d.]+ mm/);
  await page.getByRole('button', { name: 'Back to the work' }).click();
  await expect(seen).toHaveText('Loose net: 35 pieces.');
  expect(await kept(page, idOf(page))).toEqual(drawn);

  await page.getByRole('button', { name: 'Show the pieces' }).click();
  await expect(page.getByTestId('pieces')).toHaveAttribute('data-count', '35');
  const outlines = page.getByTestId('piece-outline');
  await outlines.nth(3).click();
  await outlines.nth(4).click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'They are one piece' }).click();
  await expect(seen).toHaveText('Loose net: 34 pieces.');
  await page.getByRole('button', { name: 'Next piece' }).click();
  await page.getByRole('button', { name: 'It is ground' }).click();
  await expect(seen).toHaveText('Loose net: 33 pieces.');
  const marked = (await kept(page, idOf(page))).layers.find((l) => l.kind === 'drawing');
  expect(marked?.marks?.joins).toHaveLength(1);
  expect(marked?.marks?.ground.length).toBeGreaterThan(0);
  await page.reload();
  await page.getByRole('button', { name: /^Check,/ }).click();
  await expect(seen).toHaveText('Loose net: 33 pieces.');
  await page.getByRole('button', { name: /^Forget the \d marks on it$/ }).click();
  await expect(seen).toHaveText('Loose net: 35 pieces.');
  await page.getByRole('button', { name: 'Show the pieces' }).click();
  await page.getByRole('button', { name: 'Next piece' }).click();
  await page.getByRole('button', { name: 'Cut down the middle' }).click();
  await expect(seen).toHaveText('Loose net: 36 pieces.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(seen).toHaveText('Loose net: 35 pieces.');

  // Lifted off, what all but touches is a motif that can be parted from what is drawn.
  await page.getByRole('button', { name: 'Hide the pieces' }).click();
  const touch = page.locator('[data-testid=finding][data-kind=near-touch]');
  await expect(touch).toHaveCount(1);
  await expect(touch).toContainText('Two pieces of Loose net');
  await expect(touch.getByRole('button', { name: /^Mend/ })).toHaveCount(0);
  await touch.getByRole('button', { name: /^Lift what/ }).click();
  await expect(seen).toHaveText('Loose net: 34 pieces.');
  await expect(touch).toContainText('Piece of Loose net and a piece of Loose net');
  const lifted = await kept(page, idOf(page));
  expect([lifted.motifs.length, lifted.placements.length]).toEqual([1, 1]);
  expect(lifted.placements[0]?.x).toBeCloseTo(((x + 55) / 150) * 25.4, 0);
  await touch.getByRole('button', { name: /^Mend/ }).click();
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(touch).toHaveCount(0);
  const moved = (await kept(page, idOf(page))).placements[0];
  expect(moved?.x === lifted.placements[0]?.x && moved?.y === lifted.placements[0]?.y).toBe(false);
});

test('several in hand become one motif with linked copies, cut and covered, and are taken apart again', async ({
  page,
}) => {
  await openDemo(page);
  const before = await kept(page);
  await page.keyboard.press('3');
  // Two of the small ones: what is put together is as fine as its art.
  const small = new Set(before.motifs.filter((m) => m.role === 'filler').map((m) => m.id));
  const [a, b] = before.placements.filter((p) => small.has(p.motif));
  if (!a || !b) throw new Error('The demo has no placements.');
  const press = async (p: { x: number; y: number }, shift: boolean) => {
    const at = await onScreen(page, p.x, p.y);
    if (shift) await page.keyboard.down('Shift');
    await page.mouse.click(at.x, at.y);
    if (shift) await page.keyboard.up('Shift');
  };
  await page.keyboard.press('0');
  await press(a, false);
  await press(b, true);
  await page.getByRole('button', { name: 'Make one motif' }).click();
  await expect(page.getByRole('button', { name: 'Take apart' })).toBeVisible({ timeout: 30_000 });
  let doc = await kept(page);
  expect(doc.placements).toHaveLength(before.placements.length - 1);
  const made = doc.motifs.at(-1);
  expect(made?.art.kind === 'pieces' && made.art.pieces.map((p) => p.name)).toHaveLength(2);

  await page.keyboard.press('2');
  await page.getByRole('button', { name: `Open ${made?.name}` }).click();
  const room = page.getByRole('dialog');
  await room.getByRole('tab', { name: 'Pieces' }).click();
  await expect(room.getByTestId('piece-of')).toHaveCount(2);
  await room.getByRole('button', { name: 'Lay it again on top' }).first().click();
  await expect(room.getByTestId('piece-of')).toHaveCount(3);
  await room.getByRole('button', { name: 'Show a part only' }).first().click();
  const box = await room.getByTestId('pieces-picture').boundingBox();
  if (!box) throw new Error('There is no picture.');
  const way = [
    [0.2, 0.2],
    [0.8, 0.2],
    [0.8, 0.8],
    [0.2, 0.8],
  ] as const;
  page.mouse.on = room.getByTestId('pieces-picture');
  await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.2);
  await page.mouse.down();
  for (const [x, y] of way)
    await page.mouse.move(box.x + box.width * x, box.y + box.height * y, { steps: 3 });
  await page.mouse.up();
  await expect(room.getByText(/, a part of it$/)).toBeVisible();
  await room.getByRole('button', { name: 'Done' }).click();

  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Take apart' }).click();
  doc = await kept(page);
  expect(doc.placements).toHaveLength(before.placements.length + 1);
  await saved(page);
  for (const p of [a, b]) {
    const there = doc.placements.find((q) => q.motif === p.motif && Math.hypot(q.x - p.x, q.y - p.y) < 0.5);
    const wrapped = doc.placements.some((q) => q.motif === p.motif && Math.abs(q.scale - p.scale) < 1e-6);
    expect(there ?? wrapped).toBeTruthy();
  }
});
