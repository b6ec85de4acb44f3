import { readFileSync } from 'node:fs';
import { decode } from 'fast-png';
import sharp from 'sharp';
import type { Project } from '../../src/core';
import { wrapReport } from '../../src/core';
import { expect, kept, lookedOver, openDemo, openKept, type Page, pick, test } from './app';

const DEMO: Project = JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8'));
const proposal = (page: Page) => page.getByRole('region', { name: 'Proposal' });
const found = (page: Page, kind: string) => page.locator(`[data-testid=finding][data-kind=${kind}]`);
const undo = (page: Page) => page.getByRole('button', { name: 'Undo' }).click();

/** The demo bolt, with its placements changed, opened on the Check step. */
async function openSpoilt(
  page: Page,
  change: (placements: Project['placements']) => Project['placements'],
  brief = DEMO.brief,
) {
  await openDemo(page);
  await openKept(page, { ...DEMO, id: 'spoilt', name: 'Spoilt', brief, placements: change(DEMO.placements) });
  await expect(page.getByRole('button', { name: /^Check, \d+ to look at/ })).toBeVisible({ timeout: 60_000 });
  await lookedOver();
  await page.getByRole('button', { name: /^Check,/ }).click();
}

const named = (p: Project['placements'][number], name: string) =>
  DEMO.motifs.find((m) => m.id === p.motif)?.name === name;
/** Without the first box kite, and with the second swift slid to the left until it nearly touches. */
const withHole = (list: Project['placements']) => {
  const first = list.find((p) => named(p, 'Box kite'));
  return list.filter((p) => p !== first);
};

test('a hole is measured, pinned, shown, filled; left with a note it stays left after a reload', async ({
  page,
}) => {
  await openSpoilt(page, withHole);
  const patch = found(page, 'bare-patch').first();
  const [, wide] = /Bare patch, (\d+) mm/.exec((await patch.textContent()) ?? '') ?? [];
  expect(Number(wide)).toBeGreaterThan(45);
  await expect(patch).toContainText(/The others are about \d+ mm\. Over \d+ mm/);
  const pins = await page.getByTestId('pin').count();
  expect(pins).toBe(await page.getByTestId('finding').count());
  await page.getByRole('button', { name: 'Show finding 1 on the cloth' }).click();
  await expect(page.getByRole('button', { name: /^Finding 1: Bare patch/ })).toBeVisible();

  await page.getByRole('button', { name: 'Offer fillers for finding 1' }).click();
  await expect(proposal(page)).toContainText('of the patch', { timeout: 60_000 });
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await kept(page, 'spoilt')).placements.length).toBe(DEMO.placements.length);
  await undo(page);
  await expect(found(page, 'bare-patch').first()).toContainText(`${wide} mm`);

  await page.getByRole('button', { name: 'Leave finding 1' }).click();
  await page.getByLabel('Why, if you like').fill('a window for the label');
  await page.getByRole('button', { name: 'Leave', exact: true }).click();
  await expect(page.getByTestId('finding').filter({ hasText: `Bare patch, ${wide} mm` })).toHaveCount(0);
  expect((await kept(page, 'spoilt')).dismissed).toMatchObject([
    { kind: 'bare-patch', note: 'a window for the label' },
  ]);
  await page.reload();
  await page.getByRole('button', { name: /^Check, (\d+ to look at|nothing)/ }).click();
  await page.getByRole('button', { name: /1 left as it is/ }).click();
  await expect(page.getByTestId('left-finding')).toContainText('a window for the label');
  await page.getByRole('button', { name: /Look at finding \d again/ }).click();
  await expect(found(page, 'bare-patch').first()).toContainText(`${wide} mm`);
});

test('all that is safe is mended at once: shown first, part by part, nothing locked moves, one step to undo', async ({
  page,
}) => {
  const swifts = DEMO.placements.filter((p) => named(p, 'Swift'));
  // A corner of the demo as a cell of 8 in: there is less to mend.
  const side = 203.2;
  const corner = { ...DEMO.brief, widthMm: side, heightMm: side };
  const inCorner = (p: Project['placements'][number]) => p.x < side && p.y < side;
  const spoilt = (list: Project['placements']) =>
    withHole(list)
      .filter(inCorner)
      .map((p, n) => {
        // One laid beside its like, and a few that may not move.
        if (p.id === swifts[1].id)
          return { ...p, x: swifts[0].x + 30, y: swifts[0].y + 16, angle: swifts[0].angle };
        return n < 4 ? { ...p, locked: true } : p;
      });
  await openSpoilt(page, spoilt, corner);
  const before = await kept(page, 'spoilt');
  await expect(page.getByTestId('finding').nth(1)).toBeVisible();
  const looks = await page.getByTestId('finding').count();
  expect(looks).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'Mend all that is safe' }).click();
  await expect(proposal(page)).toContainText(/filled/, { timeout: 60_000 });
  const said = (await proposal(page).textContent()) ?? '';
  expect(said).toMatch(/left to look at/);
  await page.keyboard.press('b');
  await expect(proposal(page)).toContainText('This is how it was.');
  await page.keyboard.press('b');
  // A part taken out is not done.
  await proposal(page)
    .getByRole('button', { name: /^Patches/ })
    .click();
  await expect(proposal(page).getByRole('button', { name: /^Patches$/ })).toHaveAttribute(
    'aria-pressed',
    'false',
    {
      timeout: 60_000,
    },
  );
  await expect(proposal(page)).not.toContainText('filled');
  await proposal(page)
    .getByRole('button', { name: /^Patches/ })
    .click();
  await expect(proposal(page)).toContainText(/filled/, { timeout: 60_000 });
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText(/thing to look at|things to look at|Nothing that needs mending/)).toBeVisible();
  await expect.poll(async () => page.getByTestId('finding').count()).toBeLessThan(looks);
  await expect(page.getByTestId('last-change')).toContainText('fewer to look at');
  const after = await kept(page, 'spoilt');
  expect(after.placements.length).toBeGreaterThan(before.placements.length);
  for (const p of before.placements.filter((q) => q.locked)) {
    expect(after.placements.find((q) => q.id === p.id)).toEqual(p);
  }
  await undo(page);
  await expect.poll(async () => (await kept(page, 'spoilt')).placements).toEqual(before.placements);
});

test('edges that nearly touch are named, measured and parted by the least that does it, which is said; by keyboard too', async ({
  page,
}) => {
  await openSpoilt(page, (list) => {
    const [a, b] = list.filter((p) => named(p, 'Spool of line'));
    return list.map((p) => (p.id === b.id ? { ...p, x: a.x + 26 * a.scale, y: a.y, angle: a.angle } : p));
  });
  const near = page.locator('[data-testid=finding]:is([data-kind=near-touch],[data-kind=overlap])');
  await expect(near.first()).toBeVisible();
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('x');
  await expect(page.locator('[aria-label="Show finding 1 on the cloth"]')).toHaveClass(/contained/);
  const count = await near.count();
  await near
    .first()
    .getByRole('button', { name: /^Mend finding/ })
    .click();
  await expect(proposal(page)).toContainText(/1 parted: 1 of \d+ changed, [\d.]+ mm at most/, {
    timeout: 60_000,
  });
  const [, most] = /changed, ([\d.]+) mm/.exec((await proposal(page).textContent()) ?? '') ?? [];
  const before = (await kept(page, 'spoilt')).placements;
  await page.keyboard.press('Enter');
  await expect.poll(() => near.count()).toBeLessThan(count);
  const moved = (await kept(page, 'spoilt')).placements
    .map((p, n) => Math.hypot(p.x - before[n].x, p.y - before[n].y))
    .filter((by) => by > 1e-6);
  expect(moved).toHaveLength(1);
  expect(Math.abs(moved[0] - Number(most))).toBeLessThan(0.6);
});

test('how it is looked at: style, strictness and print are kept, and change what is pointed out', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('button', { name: /^Check,/ }).click();
  await page.getByRole('button', { name: /How it is looked at/ }).click();
  const limits = page.getByTestId('limits');
  await expect(limits).toContainText('art under 150 ppi');
  const before = await limits.textContent();
  await pick(page, 'How strictly', /strict: a trained eye/);
  await expect(limits).not.toHaveText(before ?? '');
  await pick(page, 'Printed as', 'paper goods');
  await expect(limits).toContainText('art under 250 ppi');
  await pick(page, 'The cloth is meant to be', 'packed');
  expect((await kept(page)).checking).toEqual({ style: 'packed', strictness: 'strict', product: 'paper' });
  for (let k = 0; k < 3; k++) await undo(page);
  await expect(limits).toHaveText(before ?? '');
  await page.getByRole('button', { name: /^Reads / }).click();
  await expect(page.getByText(/cut/i).first()).toBeVisible();
  await page.getByRole('button', { name: /What lies on it/ }).click();
  await expect(page.getByText(/\d laid, \d+.% of the art/).first()).toBeVisible();
});

test('practice: a fault is planted in a copy and pinned, two states of the bolt are told apart, the record is kept, the work is as it was', async ({
  page,
}) => {
  await openDemo(page);
  const before = await kept(page);
  await page.getByRole('button', { name: /^Check,/ }).click();
  await page.getByRole('button', { name: /^Practice/ }).click();
  await pick(page, 'On', 'a copy of this cloth');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('One fault is planted in this cloth.')).toBeVisible({ timeout: 60_000 });
  await page.mouse.click(520, 380);
  await expect(page.getByTestId('practice-mark')).toContainText(/Your pin is [\d.]+ mm/);
  await page.getByRole('button', { name: 'Another' }).click();
  await expect(page.getByText('One fault is planted in this cloth.')).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Pin the middle of the view' }).click();
  await expect(page.getByTestId('practice-mark')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the work' }).click();
  expect((await kept(page)).placements).toEqual(before.placements);
  await page.reload();
  await page.getByRole('button', { name: /^Check,/ }).click();
  await expect(page.getByText(/of 2 found so far/)).toBeVisible();

  // On its own history: which of two states is the more even.
  await page.getByTestId('cloth').focus();
  // Half of it taken off: far less even than it was.
  for (let k = 0; k < 24; k++) {
    await page.keyboard.press('n');
    await page.keyboard.press('Delete');
  }
  const left = await kept(page);
  expect(left.placements.length).toBe(DEMO.placements.length - 24);
  await page.getByRole('button', { name: /^Practice/ }).click();
  await page.getByRole('button', { name: 'Two states of this bolt' }).click();
  await expect(page.getByText('Two states that this bolt once had.')).toBeVisible({ timeout: 60_000 });
  const second = page.getByRole('button', { name: 'Second', exact: true });
  await second.click();
  await expect(second).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'The second is' }).click();
  const mark = page.getByTestId('two-states-mark');
  await expect(mark).toContainText(/(Right|Not so)\. The (first|second) is the more even: \d+ against \d+\./);
  const [high, low] = ((await mark.textContent()) ?? '').match(/\d+/g)?.map(Number) ?? [];
  expect(high - low).toBeGreaterThanOrEqual(3);
  await page.getByRole('button', { name: 'Back to the work' }).click();
  expect((await kept(page)).placements).toEqual(left.placements);
});

test('a finished tile: one that joins is told so; a cropped one is shown where it breaks, mended and saved', async ({
  page,
}) => {
  // A wash whose waves are whole numbers of turns.
  const wash = (width: number, height: number, wide: number) => {
    const data = Buffer.alloc(width * height * 3);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const [u, v] = [(2 * Math.PI * x) / wide, (2 * Math.PI * y) / height];
        const t =
          170 + 30 * Math.sin(2 * u + v) + 12 * Math.cos(9 * u - 7 * v) + 8 * Math.sin(21 * v + 13 * u);
        for (let c = 0; c < 3; c++) data[(y * width + x) * 3 + c] = t - c * 14;
      }
    }
    return sharp(data, { raw: { width, height, channels: 3 } })
      .png()
      .toBuffer();
  };
  await openDemo(page);
  await page.getByRole('button', { name: /^Check,/ }).click();
  await page.getByRole('button', { name: /^A finished tile/ }).click();
  const give = (name: string, buffer: Buffer) =>
    page.getByTestId('tile-file').setInputFiles({ name, mimeType: 'image/png', buffer });
  await give('Good.png', await wash(480, 360, 480));
  await expect(page.getByTestId('join-report')).toContainText('It joins.', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Leave it' }).click();
  await give('Cropped.png', await wash(455, 360, 480));
  await expect(page.getByTestId('join-report')).toContainText('It does not join', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Mend the joins' }).click();
  await expect(page.getByRole('button', { name: 'Save the mended tile' })).toBeEnabled({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Before', exact: true }).click();
  await expect(page.getByTestId('join-report')).toContainText('It does not join');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the mended tile' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Cropped mended.png');
  const png = decode(readFileSync(await download.path()));
  expect([png.width, png.height]).toEqual([455, 360]);
  expect(Math.round(((png.resolution?.x ?? 0) * 25.4) / 1000)).toBe(300);
  const data = new Uint8ClampedArray(png.width * png.height * 4).fill(255);
  for (let p = 0; p < png.width * png.height; p++) {
    for (let c = 0; c < 3; c++) data[p * 4 + c] = png.data[p * png.channels + c];
  }
  const before = wrapReport({ width: 455, height: 360, data: await rgba(await wash(455, 360, 480)) });
  const after = wrapReport({ width: png.width, height: png.height, data });
  expect(after.joins.across.beyond).toBeLessThan(before.joins.across.beyond / 3);
  await page.getByRole('button', { name: 'Leave it' }).click();
  await give('Broken.png', Buffer.from('no picture at all'));
  await expect(page.getByRole('alert').filter({ hasText: /picture|PNG|read/i })).toBeVisible();
});

const rgba = async (png: Buffer) => new Uint8ClampedArray(await sharp(png).ensureAlpha().raw().toBuffer());

test('an empty cloth has nothing to compare, and says so', async ({ page }) => {
  await openDemo(page);
  await openKept(page, { ...DEMO, id: 'empty', name: 'Empty', placements: [] });
  await page.getByRole('button', { name: /^Check,/ }).click();
  await expect(page.getByText('There is nothing on the cloth to look at yet.')).toBeVisible();
  await expect(page.getByTestId('finding')).toHaveCount(0);
  await page.getByRole('button', { name: /^Practice/ }).click();
  await expect(page.getByRole('button', { name: 'Begin' })).toBeDisabled();
});
