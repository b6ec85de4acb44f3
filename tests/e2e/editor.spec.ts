import { faults } from './faults';
import { expect, fill, LAID, openDemo, saved, steady, test } from './watch';

test('grab, turn, size, mirror, order, undo and redo, by hand and by key', async ({ page }) => {
  await openDemo(page);
  const across = page.getByLabel('Across', { exact: true });
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('n');
  const x = Number(await across.inputValue());
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => Number(await across.inputValue()) - x).toBeCloseTo(1, 1);
  await page.keyboard.press('ArrowRight');
  expect(Number(await across.inputValue()) - x - 1).toBeCloseTo(25.4 / 300, 1);

  const angle = page.getByLabel('Turned', { exact: true });
  const turned = Number(await angle.inputValue());
  await page.keyboard.press('t');
  await expect(angle).toHaveValue(String(Number((turned + 5).toFixed(1))));
  await page.keyboard.press('Control+z');
  await expect(angle).toHaveValue(String(turned));
  await page.keyboard.press('Control+y');
  await expect(angle).toHaveValue(String(Number((turned + 5).toFixed(1))));

  const size = page.getByLabel('Size', { exact: true });
  const before = Number(await size.inputValue());
  const corner = await page.getByTestId('grip-size').nth(2).boundingBox();
  if (!corner) throw new Error('No grip.');
  await page.mouse.move(corner.x + corner.width / 2, corner.y + corner.height / 2);
  await page.mouse.down();
  await page.mouse.move(corner.x + 30, corner.y + 40, { steps: 4 });
  await page.mouse.up();
  expect(Number(await size.inputValue())).toBeGreaterThan(before);

  // The grips come to rest where the larger motif has them.
  await steady(page.getByTestId('grip-turn'));
  const turn = await page.getByTestId('grip-turn').boundingBox();
  if (!turn) throw new Error('No grip.');
  await page.mouse.move(turn.x + 6, turn.y + 6);
  await page.mouse.down();
  await page.mouse.move(turn.x + 90, turn.y + 40, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Math.abs(Number(await angle.inputValue()) - turned - 5)).toBeGreaterThan(10);

  await page.getByRole('button', { name: 'Mirror' }).click();
  await page.getByRole('button', { name: 'Another' }).click();
  await expect(page.getByRole('button', { name: `Lay, ${LAID + 1} placements` })).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: `Lay, ${LAID} placements` })).toBeVisible();
  await saved(page);
});

test('scale: calibrated true size, and sizes side by side that can be typed', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('6');
  await page.getByRole('button', { name: 'Compare them, large' }).click();
  await expect(page.getByTestId('rung')).toHaveCount(3);
  const first = page.getByTestId('rung').first();
  await expect(first).toContainText('Cell 7.2 x 7.2 in');
  await fill(page, 'Size 1', '50');
  await fill(page, 'Counted across', '60');
  await expect(first).toContainText('Cell 6 x 6 in');
  await expect(first).toContainText('5 across 60 in');
  await page.getByRole('button', { name: 'By repeat width' }).click();
  await expect(page.getByLabel('Repeat width 1', { exact: true })).toHaveValue('12');
  // Of 3 in the block is an eighth: the hero 0.59 in high, 8 times as many ppi.
  await page.getByRole('button', { name: '3 in', exact: true }).click();
  await expect(page.getByTestId('rung')).toHaveCount(4);
  await expect(first).toContainText('Hero: Diamond kite, 0.59 in high');
  await expect(first).toContainText('20 across 60 in');
  await expect(first).toContainText('too thin');
  expect(await faults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Look at 50 %' }).click();
  const bar = page.getByRole('region', { name: 'Looked at' });
  await expect(bar).toContainText('Looked at at 50 % of its size: cell 6 x 6 in.');
  await expect(page.getByLabel('Of its size', { exact: true })).toHaveValue('50');
  // It is seen at half its size about the middle of the window, and is as it was when it is left.
  const scale = async () => Number(await page.getByTestId('overlay').getAttribute('data-px-per-mm'));
  const small = await scale();
  await bar.getByRole('button', { name: 'As it is' }).click();
  await expect.poll(async () => (await scale()) / small).toBeCloseTo(2, 1);
  await page.getByRole('button', { name: 'Show the cloth at true size' }).click();
  await expect(page.getByTestId('scale')).toContainText('true size');
  const card = await page.getByTestId('card').boundingBox();
  expect((card?.width ?? 0) / (await scale())).toBeCloseTo(53.98, 0);
});

for (const scheme of ['light', 'dark'] as const) {
  test(`every step is free of accessibility faults, and the shelf, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    await page.goto('/');
    await expect(page.getByTestId('bolt')).toBeVisible();
    expect(await faults(page, scheme)).toEqual([]);
    await openDemo(page);
    for (let n = 1; n <= 8; n++) {
      await page.keyboard.press(String(n));
      expect(await faults(page, scheme), `step ${n}`).toEqual([]);
    }
    await page.keyboard.press('5');
    // The parts of a tray share their looks: by night those seen by day once are enough.
    for (const part of scheme === 'light' ? ['Inks', 'Wall', 'Proof'] : ['Colourways']) {
      await page.getByRole('button', { name: part, exact: true }).click();
      if (part === 'Inks') await page.getByRole('button', { name: 'Ink 3, Madder' }).click();
      expect(await faults(page, scheme), part).toEqual([]);
      if (part === 'Inks') await page.getByRole('button', { name: 'Ink 3, Madder' }).click();
    }
    await page.keyboard.press('3');
    for (const part of scheme === 'light' ? ['Arrange', 'Cloth', 'Compare'] : ['Compare']) {
      await page.getByRole('button', { name: part, exact: true }).click();
      await page.getByTestId('cloth').focus();
      await page.keyboard.press(part === 'Cloth' ? 'r' : 's');
      expect(await faults(page, scheme), part).toEqual([]);
      await page.keyboard.press('Escape');
    }
    await page.keyboard.press('b');
    expect(await faults(page, scheme), 'before and after').toEqual([]);
    await page.keyboard.press('Escape');
    await page.keyboard.press('d');
    await expect(page.getByText(/Gap spread \d/).first()).toBeVisible();
    expect(await faults(page, scheme), 'layouts').toEqual([]);
  });
}

test('a narrow window keeps everything: the tray lies over the cloth', async ({ page }) => {
  await openDemo(page);
  await page.setViewportSize({ width: 900, height: 760 });
  await expect(page.getByRole('heading', { name: 'Lay', exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.setViewportSize({ width: 420, height: 800 });
  await page.getByRole('button', { name: /^Brief,/ }).click();
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible();
  await expect(page.getByText('Precise work is easier on a larger screen.')).toBeVisible();
  const help = await page.getByRole('button', { name: 'Keys and help' }).boundingBox();
  expect((help?.x ?? 999) + (help?.width ?? 0)).toBeLessThanOrEqual(420);
});
