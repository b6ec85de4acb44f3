import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { launch } from './chromium.mjs';
const base = 'http://localhost:4310';
const browser = await chromium.launch(launch);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
const shot = async (name) => { await page.waitForTimeout(700); await page.screenshot({ path: `/tmp/q/${name}.png` }); };
await page.goto(base);
await page.getByTestId('bolt').waitFor();
for (const name of ['Wind Lines']) {
  await page.getByRole('button', { name: 'Demo bolts' }).click();
  await page.getByRole('menuitem', { name }).click();
  await page.getByRole('link', { name: `Open ${name}` }).waitFor();
}
// A drawing went out, slid by half, and came back with more drawn into its middle: one line runs over the edge, and does not join.
await page.goto(base);
await page.getByRole('link', { name: 'Open Wind Lines' }).click();
await page.getByRole('button', { name: /^Lay,/ }).click();
await page.getByRole('button', { name: 'Draw', exact: true }).click();
const download = page.waitForEvent('download');
await page.getByRole('button', { name: 'Send out to draw on' }).click();
const sent = readFileSync(await (await download).path());
const { width: w, height: h } = await sharp(sent).metadata();
const gust = (x, y, k, turn) =>
  `<g transform="translate(${x * w} ${y * h}) rotate(${turn}) scale(${k})"><path d="M-330 40C-200 -60 -80 90 60 10S300 -110 330 -20S220 110 190 30S260 -30 275 20"/><path d="M-250 100C-140 40 -40 150 90 90S260 60 280 100" opacity="0.85"/></g>`;
const lines = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><g fill="none" stroke="#293351" stroke-width="9" stroke-linecap="round">${gust(0.47, 0.53, 1, -12)}<path d="M${0.93 * w} ${0.3 * h}C${0.96 * w} ${0.28 * h} ${0.98 * w} ${0.31 * h} ${1.02 * w} ${0.3 * h}M${-0.02 * w} ${0.315 * h}C${0.02 * w} ${0.31 * h} ${0.04 * w} ${0.34 * h} ${0.07 * w} ${0.32 * h}"/></g></svg>`;
const drawn = await sharp(sent)
  .composite([{ input: Buffer.from(lines) }])
  .png()
  .toBuffer();
await page
  .getByLabel('Choose the file')
  .setInputFiles({ name: 'wind-lines-drawn-on.png', mimeType: 'image/png', buffer: drawn });
await page.getByTestId('at-edge').first().waitFor();
await page.getByRole('button', { name: /^Loose end/ }).click();
await page.waitForTimeout(1500);
await shot('drawn-on');
// A sheet that was cut in four and changed over, as four scans, put together and laid on a bolt of its own.
await page.goto(base);
await page.getByRole('button', { name: 'New bolt' }).click();
await page.getByRole('button', { name: /^Lay,/ }).click();
await page.getByRole('button', { name: 'Draw', exact: true }).click();
await page.getByRole('button', { name: /^On paper/ }).click();
await page.getByRole('button', { name: 'Try four scans of the demo' }).click();
await page.getByRole('button', { name: 'Lay it on the cloth' }).click({ timeout: 120000 });
await page.getByTestId('version').filter({ hasText: 'on the cloth' }).waitFor();
await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor({ timeout: 60000 });
await page.getByRole('button', { name: /^On paper/ }).evaluate((e) => e.scrollIntoView());
await shot('on-paper');
await browser.close();
