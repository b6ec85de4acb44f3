import { afterEach, vi } from 'vitest';
import { runJob, Stopped, session } from '../../src/session/kernel';
import { expect, openSmallDemo, type Page, test, withoutChecks } from './app';

withoutChecks();
afterEach(() => {
  vi.unstubAllGlobals();
});

/** A disk that writes a file only once it is let. */
function slowDisk({ full = false } = {}) {
  let write = () => {};
  const allowed = new Promise<void>((resolve) => {
    write = resolve;
  });
  const written: number[] = [];
  vi.stubGlobal('showSaveFilePicker', async () => ({
    createWritable: async () =>
      new WritableStream<Uint8Array>({
        async write(bytes) {
          await allowed;
          if (full) throw new DOMException('Full.', 'QuotaExceededError');
          written.push(bytes.length);
        },
      }),
    getFile: async () => new File([], 'x.png'),
  }));
  return { write, written };
}

async function beginFile(page: Page) {
  await openSmallDemo(page);
  await page.keyboard.press('7');
  await page.getByRole('button', { name: /^More/ }).click();
  await page.getByLabel('Ask where to save each file').check();
  await page.getByRole('button', { name: 'Make the PNG' }).click();
}

test('a file goes on when its bolt is left: shown elsewhere, come back to as it was, noted in its own log', async ({
  page,
}) => {
  const disk = slowDisk();
  await beginFile(page);
  const here = page.getByRole('button', { name: 'Under way: Rendering and writing the block' });
  const elsewhere = page.getByRole('button', {
    name: 'Under way: Kite Weather: Rendering and writing the block',
  });
  await expect(here).toBeVisible();
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await expect(elsewhere).toBeVisible();
  await page.getByRole('button', { name: 'New bolt' }).first().click();
  await expect(page.getByRole('button', { name: 'Lay, none yet' })).toBeVisible();
  await expect(elsewhere).toBeVisible();
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  // As it was left: at its step, with its step for undo.
  await expect(here).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Send' })).toBeVisible();
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await page.getByRole('link', { name: /^Open New bolt/ }).click();
  await expect(page.getByRole('button', { name: 'Lay, none yet' })).toBeVisible();
  expect(disk.written).toEqual([]);
  disk.write();
  await expect(page.getByText(/^Kite Weather: Sent kite-weather_brisk/)).toBeVisible();
  expect(disk.written.length).toBeGreaterThan(0);
  await expect(elsewhere).toHaveCount(0);
  await page.keyboard.press('8');
  await expect(page.getByTestId('log-entry').filter({ hasText: 'Sent' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await expect(page.getByRole('button', { name: /^Lay, \d+ placements/ })).toBeVisible();
  await page.keyboard.press('8');
  await expect(page.getByTestId('log-entry').filter({ hasText: 'Sent kite-weather_brisk' })).toHaveCount(1);
});

test('a file of a bolt that was left can be stopped from elsewhere', async ({ page }) => {
  const disk = slowDisk();
  await beginFile(page);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await page.getByRole('button', { name: /^Under way: Kite Weather/ }).click();
  await page.getByTestId('job').getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByTestId('job')).toHaveCount(0);
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await expect(page.getByRole('button', { name: /^Lay, \d+ placements/ })).toBeVisible();
  await page.keyboard.press('8');
  await expect(page.getByTestId('log-entry').first()).toBeVisible();
  await expect(page.getByTestId('log-entry').filter({ hasText: 'Sent' })).toHaveCount(0);
  expect(disk.written).toEqual([]);
});

test('a file that cannot be written when its bolt was left says so, and is not noted as sent', async ({
  page,
}) => {
  const disk = slowDisk({ full: true });
  await beginFile(page);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await expect(page.getByRole('button', { name: /^Under way: Kite Weather/ })).toBeVisible();
  disk.write();
  await expect(page.getByText(/^Kite Weather: The disk is full: nothing was written/)).toBeVisible();
  await expect(page.getByText(/^Kite Weather: Sent/)).toHaveCount(0);
});

test('the link to the shelf asks where work would stop, and leaves only when that is confirmed', async ({
  page,
}) => {
  await openSmallDemo(page);
  const bolt = session();
  const job = runJob(
    bolt,
    'slow',
    'Making the screens.',
    ({ signal }) =>
      new Promise<never>((_, reject) =>
        signal.addEventListener('abort', () => reject(new Stopped('Stopped.'))),
      ),
  );
  const dialog = page.getByRole('dialog', { name: 'Leave and stop this?' });
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await expect(dialog.getByText('Making the screens.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Stay' }).click();
  await expect(dialog).toHaveCount(0);
  expect(bolt.away).toBe(false);
  await page.getByRole('link', { name: 'Hexaplex' }).click();
  await dialog.getByRole('button', { name: 'Stop and leave' }).click();
  await expect(page.getByRole('link', { name: 'Open Kite Weather' })).toBeVisible();
  expect(await job).toBeNull();
  expect(bolt.closed).toBe(true);
});
