import { expect, fill, kept, onShelf, openDemo, pick, test } from './app';

test('what it is for: who prints it, how many colours, the theme, a deadline in its time zone; told where it matters, and undone', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('1');
  await page.getByRole('button', { name: /^What it is for/ }).click();
  await page.getByRole('button', { name: 'They print it once' }).click();
  await page.getByRole('button', { name: 'Printing inks' }).click();
  await fill(page, 'Colours at most, with the ground', '5');
  const many = '7 colours, the ground among them; the brief allows 5.';
  await expect(page.getByText(many)).toBeVisible();
  await page.getByLabel('Theme, entry rules').fill('Weather. No letters.');
  await page.getByLabel('Deadline', { exact: true }).fill('2090-12-04T17:00');
  await pick(page, 'Time zone', 'Asia/Tokyo');
  await expect(page.getByTestId('deadline')).toContainText(
    /^\d+ days left, until Mon 4 December 2090, 17:00, Asia\/Tokyo\.$/,
  );
  const { purpose } = await kept(page);
  expect(purpose).toEqual({
    ...{ printer: 'once', colours: 'ink', mostColours: 5, theme: 'Weather. No letters.' },
    deadline: { at: '2090-12-04T08:00:00.000Z', zone: 'Asia/Tokyo' },
    ...{ palette: [], shrinks: null },
  });
  await page.getByRole('button', { name: /^Colour,/ }).click();
  await expect(page.getByText(many)).toBeVisible();
  await page.getByRole('button', { name: /^Send,/ }).click();
  await expect(page.getByRole('button', { name: 'Filled sheet' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByTestId('still-open')).toContainText(many);
  const screen = page.getByText('The brief says printing inks; this file is in screen colours.');
  await expect(screen).toBeVisible();
  await pick(page, 'File', 'TIFF');
  await expect(screen).toHaveCount(0);
  await page.getByRole('button', { name: /^More/ }).click();
  await expect(page.getByLabel(/^In printing inks, CMYK/)).toBeChecked();
  await page.getByRole('button', { name: /^Brief,/ }).click();
  await page.getByRole('button', { name: /^What it is for/ }).click();
  await page.getByRole('button', { name: 'No limit' }).click();
  await expect(page.getByText(many)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText(many)).toBeVisible();
});

test('a brief before there is art: its product proposes a size, colours are chosen, rough compositions are laid and one is taken; another is begun from it', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New bolt' }).click();
  await expect(page.getByTestId('cloth')).toBeVisible();
  await page.getByRole('button', { name: /^Brief/ }).click();
  await pick(page, 'Printed as', 'Wallcovering');
  await expect(page.getByTestId('usual')).toHaveText('Often 24 x 24 in at 200 ppi, half-drop.');
  await page.getByRole('button', { name: 'Take the usual size' }).click();
  await expect(page.getByText('Half-drop, 24 x 24 in, 200 ppi')).toBeVisible();
  await fill(page, 'Colours at most, with the ground', '3');
  await page.getByRole('button', { name: /^Colours chosen beforehand/ }).click();
  await page.getByLabel(/^Or paste colours/).fill('no colours here');
  await page.getByRole('button', { name: 'Take what is pasted' }).click();
  await expect(page.getByText('Nothing was changed.')).toBeVisible();
  await page.getByLabel(/^Or paste colours/).fill('#e8e0d0 #24405c #b8503a #d9a441');
  await page.getByRole('button', { name: 'Take what is pasted' }).click();
  await expect(page.getByText('4 colours chosen; the brief allows 3.')).toBeVisible();
  await page.getByRole('button', { name: 'Take colour 4 away' }).click();
  await page
    .getByRole('button', { name: /^Colour/ })
    .first()
    .click();
  await expect(page.getByTestId('brief-palette')).toContainText('3 colours chosen beforehand');
  await page.getByRole('button', { name: 'Change them' }).click();
  await page.getByRole('button', { name: 'Lay them side by side' }).click();
  await page.getByRole('button', { name: 'Begin with stand-ins' }).click();
  await expect(page.getByRole('button', { name: /^Take / })).toHaveCount(6);
  await page.getByRole('button', { name: 'Take One way, in a diamond' }).click();
  await expect(page.getByText('Diamond, 24 x 24 in, 200 ppi')).toBeVisible();
  const id = page.url().split('/').at(-1) ?? '';
  const doc = await kept(page, id);
  expect(doc.placements.length).toBeGreaterThan(3);
  expect(doc.inks[0]?.hex).toBe('#e8e0d0');
  expect(doc.motifs.map((m) => [m.role, m.standIn])).toEqual(
    ['hero', 'secondary', 'filler', 'filler'].map((role) => [role, true]),
  );
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(async () => (await kept(page, id)).placements.length).toBe(0);

  const name = doc.name;
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await onShelf(page, name, 'Begin with its brief alone');
  await page.getByRole('link', { name: `Open ${name}, its brief` }).click();
  await expect(page.getByTestId('cloth')).toBeVisible();
  await expect(page.getByText('Half-drop, 24 x 24 in, 200 ppi')).toBeVisible();
  const begun = await kept(page, page.url().split('/').at(-1));
  expect(begun.motifs).toEqual([]);
  expect(begun.purpose).toMatchObject({ mostColours: 3, palette: ['#e8e0d0', '#24405c', '#b8503a'] });
  expect(begun.checking.product).toBe('wallcovering');
});
