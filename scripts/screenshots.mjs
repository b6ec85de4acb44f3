/** Takes the README's pictures from a running Hexaplex: node scripts/screenshots.mjs http://localhost:4310 */
import { mkdirSync, readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { launch } from './chromium.mjs';

const base = process.argv[2] ?? 'http://localhost:4310';
const out = 'docs/screenshots';
mkdirSync(out, { recursive: true });
const browser = await chromium.launch(launch);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
const shot = async (name) => {
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${out}/${name}.png` });
};

await page.goto(base);
await page.getByTestId('bolt').waitFor();
for (const name of ['Wind Lines', 'Wash Day', 'Pennant Row']) {
  await page.getByRole('button', { name: 'Demo bolts' }).click();
  await page.getByRole('menuitem', { name }).click();
  await page.getByRole('link', { name: `Open ${name}` }).waitFor();
}
await shot('shelf');
await page.getByRole('link', { name: 'Open Kite Weather' }).click();
await page.getByRole('button', { name: /^Check, (\d|nothing)/ }).waitFor();
await page.keyboard.press('1');
await shot('brief');
await page.keyboard.press('2');
await shot('motifs');
await page.keyboard.press('3');
await page.mouse.click(640, 420);
for (let n = 0; n < 3; n++) await page.keyboard.press('n');
await page.keyboard.press('0');
await shot('lay');
await page.keyboard.press('Escape');
await page.getByRole('button', { name: 'Arrange', exact: true }).click();
await page.getByLabel('take off first what is not locked').check();
await page.getByRole('button', { name: 'Another throw' }).click();
await page.getByRole('region', { name: 'Proposal' }).waitFor({ timeout: 60000 });
await shot('arrange');
await page.keyboard.press('Escape');
await page.mouse.click(640, 420);
await page.keyboard.press('Escape');
await page.keyboard.press('s');
await page.getByRole('button', { name: 'Another throw' }).click();
await page.getByRole('button', { name: 'Keep', exact: true }).click({ timeout: 60000 });
await page.getByRole('button', { name: 'Compare', exact: true }).click();
await page.getByRole('button', { name: 'Compare', exact: true }).last().click();
await page.waitForTimeout(1500);
await shot('compare');
await page.keyboard.press('Escape');
await page.keyboard.press('Control+z');
await page.getByRole('button', { name: 'Place', exact: true }).click();
await page.keyboard.press('4');
await page.getByRole('button', { name: 'Prove the wrap' }).click();
await page.getByTestId('wrap-proof').waitFor();
await shot('check');
await page.keyboard.press('5');
await page.getByRole('radio', { name: 'Show Dusk' }).click();
await page.getByRole('button', { name: /^Shuffle/ }).click();
await page.getByRole('button', { name: 'Show six' }).click();
await page.locator('canvas[data-drawn="yes"]').nth(5).waitFor({ timeout: 60000 });
await page.getByRole('button', { name: 'Try shuffle 5' }).click();
await page.getByRole('button', { name: 'Try shuffle 5' }).scrollIntoViewIfNeeded();
await page.waitForTimeout(4000);
await shot('colour');
await page.keyboard.press('Escape');
await page.keyboard.press('y');
await page.getByRole('dialog').locator('canvas[data-drawn="yes"]').nth(3).waitFor({ timeout: 60000 });
await shot('wall');
await page.keyboard.press('Escape');
await page.getByRole('button', { name: 'Proof', exact: true }).click();
await page.getByText(/^This printer can|cannot make/).waitFor();
await page.getByRole('button', { name: 'As it prints' }).click();
await page.waitForTimeout(2500);
await shot('proof');
await page.keyboard.press('Escape');
await page.getByRole('button', { name: 'Colourways', exact: true }).click();
await page.getByRole('radio', { name: 'Show Brisk' }).click();
await page.keyboard.press('6');
await page.getByRole('button', { name: 'Compare them, large' }).click();
await page.getByRole('button', { name: 'By repeat width' }).click();
await page.getByRole('button', { name: '6 in', exact: true }).click();
await page.waitForTimeout(1500);
await shot('sizes');
await page.getByRole('button', { name: 'Done' }).click();
await page.getByRole('button', { name: 'Things', exact: true }).click();
await page.getByRole('button', { name: 'Cushion on a bench' }).click();
await page.locator('[data-testid=thing][data-done=yes]').waitFor();
await shot('things');
await page.getByRole('button', { name: 'Back to the cloth' }).click();
await page.keyboard.press('7');
await page.getByRole('button', { name: 'Filled sheet' }).click();
await page.getByRole('button', { name: 'Make the PNG' }).click();
await page.getByTestId('file-proof').waitFor({ timeout: 120000 });
await shot('send');
await page.goto(base);
await page.getByRole('button', { name: 'New bolt' }).click();
const sample = async (name) => {
  await page.getByRole('button', { name: 'Samples' }).click();
  await page.getByRole('menuitem', { name }).click();
};
await sample('Phone photo');
await page.getByText('Found by its outline.').waitFor();
for (const [label, mm] of [
  ['Page width', '148'],
  ['Page height', '210'],
]) {
  await page.getByLabel(label).fill(mm);
  await page.keyboard.press('Enter');
}
await page.waitForTimeout(800);
await page.getByRole('tab', { name: '3 Paper' }).click();
await page.getByLabel('Seen on').click();
await page.getByRole('option', { name: 'all side by side' }).click();
await page.getByTestId('side-by-side').waitFor();
await page.waitForTimeout(1500);
await page.mouse.move(150, 170);
for (let n = 0; n < 3; n++) await page.mouse.wheel(0, -400);
await page.waitForTimeout(2500);
await shot('paper');
await page.goto(base);
await page.getByRole('button', { name: 'New bolt' }).click();
await page.getByTestId('file-input').setInputFiles('public/demo/wind-lines-sheet.jpg');
await page.getByText('Looking at what it is.').waitFor({ state: 'detached' });
await page.getByRole('button', { name: 'Something else?' }).click();
await page.getByRole('radio', { name: /^One drawing/ }).click();
await page.getByTestId('leaving').waitFor();
await shot('drawing');
await page.getByRole('button', { name: 'Leave it' }).click();
// The pieces of a drawing, one in hand.
await page.goto(base);
await page.getByRole('link', { name: 'Open Wind Lines' }).click();
await page.getByRole('button', { name: /^Check,/ }).click();
await page.getByText('Wind Lines: ').waitFor();
await page.getByRole('button', { name: 'Show the pieces' }).click();
await page.getByRole('button', { name: 'Previous piece' }).click();
await page.getByTestId('pieces-in-hand').scrollIntoViewIfNeeded();
await page.waitForTimeout(800);
await shot('pieces');
await page.goto(base);
await page.getByRole('button', { name: 'New bolt' }).click();
// A wash that was cropped: its joins show.
const { pictures } = JSON.parse(readFileSync('public/demo/wash-day.json', 'utf8'));
const wash = await sharp(`public/demo/assets/${pictures[0].asset}.png`)
  .extract({ left: 0, top: 0, width: 820, height: 700 })
  .png()
  .withMetadata({ density: 180 })
  .toBuffer();
await page
  .getByTestId('file-input')
  .setInputFiles({ name: 'Sea wash.png', mimeType: 'image/png', buffer: wash });
await page.getByText('Looking at what it is.').waitFor({ state: 'detached' });
await page.getByRole('button', { name: 'Something else?' }).click();
await page.getByRole('radio', { name: /^A ground or texture/ }).click();
await page.getByRole('button', { name: 'Make it repeat' }).click();
await page.getByRole('button', { name: 'Mend the joins' }).click();
await page.getByRole('button', { name: 'Before', exact: true }).waitFor();
await shot('tile');
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
