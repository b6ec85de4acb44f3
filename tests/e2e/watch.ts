import { test as base, expect, type Page } from '@playwright/test';

/** Every test also holds that nothing was written to the console as an error, policy violations included. */
export const test = base.extend<{ quiet: undefined }>({
  quiet: [
    async ({ page }, use) => {
      const said: string[] = [];
      page.on('console', (m) => m.type() === 'error' && said.push(m.text()));
      page.on('pageerror', (e) => said.push(String(e)));
      await use(undefined);
      expect(said).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** Opens the demo bolt and waits until its motifs are on the cloth. */
export async function openDemo(page: Page) {
  await page.goto('/');
  await page.getByRole('link', { name: 'Open Kite Weather' }).click();
  await expect(page.getByTestId('cloth')).toBeVisible();
  await expect(
    page.getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at)/ }),
  ).toBeVisible();
}

/** Types into a number field and takes it with Enter. */
export async function fill(page: Page, label: string, value: string) {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(value);
  await field.press('Enter');
}

export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('Saved');
