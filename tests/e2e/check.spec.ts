import { expect, kept, openDemo, test } from './watch';

test('other ways of looking: each changes the picture and none the work; turned over, nothing is grabbed', async ({
  page,
}) => {
  await openDemo(page);
  const before = await kept(page);
  const canvas = page.locator('[data-testid=cloth] canvas').first();
  const look = async (name: string) => {
    await page.getByRole('combobox', { name: 'Way of looking (V)' }).click();
    await page.getByRole('option', { name }).click();
    await expect(page.locator('.MuiPopover-root')).toHaveCount(0);
  };
  const pixels = () =>
    canvas.evaluate((c: HTMLCanvasElement) => {
      const { data } = c.getContext('2d')?.getImageData(0, 0, c.width, c.height) ?? { data: [] };
      const seen = new Set<number>();
      for (let i = 0; i < data.length; i += 4 * 97)
        seen.add((data[i] << 16) | (data[i + 1] << 8) | data[i + 2]);
      return seen.size;
    });
  await expect(canvas).toHaveAttribute('data-finest', /\d/);
  const plain = await pixels();
  await look('Through half-shut eyes');
  const style = (of: 'filter' | 'transform') =>
    canvas.evaluate(
      (c: HTMLElement, name) => (name === 'filter' ? getComputedStyle(c).filter : c.style.transform),
      of,
    );
  await expect.poll(() => style('filter')).toContain('blur');
  await look('In grey');
  await expect.poll(() => style('filter')).toContain('grayscale');
  await look('Silhouettes only');
  await expect.poll(pixels).toBeLessThan(plain / 3);
  await look('Gaps only');
  await expect.poll(pixels).not.toBe(plain);
  const gaps = await pixels();
  await look('Who lies beside whom');
  await expect.poll(pixels).not.toBe(gaps);
  await look('Only Line');
  await expect.poll(pixels, { timeout: 20_000 }).toBeLessThan(plain);
  await look('Flipped');
  await expect.poll(() => style('transform')).toContain('-1');
  await page.mouse.move(500, 300);
  await page.mouse.down();
  await page.mouse.move(620, 360, { steps: 5 });
  await page.mouse.up();
  await page.keyboard.press('Escape');
  await expect.poll(() => style('transform')).toBe('');
  expect((await kept(page)).placements).toEqual(before.placements);
});
