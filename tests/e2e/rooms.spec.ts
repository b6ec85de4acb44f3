import sharp from 'sharp';
import { faults } from './faults';
import { expect, openDemo, test } from './watch';

test('the rooms of a page, of a motif, of tables and of compositions are free of accessibility faults', async ({
  page,
}) => {
  await openDemo(page);
  const room = page.getByRole('dialog');
  const looked = async (what: string) => expect(await faults(page), what).toEqual([]);
  await page.keyboard.press('2');

  const art =
    '<svg width="600" height="400"><rect width="600" height="400" fill="#f4eee0"/><circle cx="160" cy="200" r="80" fill="#235a78"/><circle cx="430" cy="200" r="60" fill="#a33"/></svg>';
  const sheet = await sharp(Buffer.from(art)).png().withMetadata({ density: 150 }).toBuffer();
  await page
    .getByTestId('file-input')
    .setInputFiles({ name: 'two.png', mimeType: 'image/png', buffer: sheet });
  for (const name of ['1 Square', '2 Clean', '3 Paper', '4 Split']) {
    await room.getByRole('tab', { name }).click();
    await expect(page.getByTestId('page-view')).toHaveAttribute('aria-busy', 'false');
    await looked(name);
  }
  await room.getByRole('button', { name: 'Separate the motifs' }).click();
  await expect(room.getByTestId('piece')).toHaveCount(2);
  await looked('the pieces of a page');
  await room.getByRole('button', { name: 'Leave it' }).click();

  await page.getByRole('button', { name: 'Open Knot' }).click();
  for (const name of ['About', 'Fill', 'Parts', 'Trace', 'Pieces']) {
    const tab = room.getByRole('tab', { name });
    if (!(await tab.isVisible())) continue;
    await tab.click();
    await looked(name);
  }
  await room.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'As a table', exact: true }).click();
  await expect(room.getByRole('gridcell', { name: 'Swift', exact: true })).toBeVisible();
  await looked('the table of motifs');
  await room.getByRole('button', { name: 'Done' }).click();

  await page.getByRole('button', { name: 'Samples' }).click();
  await page.getByRole('menuitem', { name: 'Layered file' }).click();
  await expect(room.getByTestId('layer')).toHaveCount(4);
  await looked('the layers of a file');
  await room.getByRole('button', { name: 'Leave it' }).click();

  await page.keyboard.press('1');
  await page.getByRole('button', { name: 'Lay them side by side' }).click();
  await expect(page.getByRole('button', { name: /^Take / })).toHaveCount(6);
  await looked('six compositions');
  await page.keyboard.press('Escape');
  await page.keyboard.press('6');
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await page.getByRole('button', { name: /^How large it can be printed/ }).click();
  await expect(page.getByTestId('enlarge')).toBeVisible();
  await looked('how large it prints');
});
