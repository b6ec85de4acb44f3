import { readFileSync } from 'node:fs';
import { decode } from 'fast-png';
import sharp from 'sharp';
import {
  pixelPlan,
  platesOf,
  projectSchema,
  pyramidOf,
  recolour,
  renderWindow,
  rgbOfHex,
  type Scene,
} from '../../src/core';
import { expect, openDemo, test } from './watch';

test('the cloth on screen is the cloth in the file: mean error under one level', async ({ page }) => {
  await openDemo(page);
  await page.getByTestId('cloth').focus();
  await page.keyboard.press('0');
  await page.keyboard.press('-');
  await page.waitForTimeout(2500);
  const url = await page.evaluate(() =>
    document.querySelector<HTMLCanvasElement>('[data-testid=cloth] canvas')?.toDataURL(),
  );
  const seen = await sharp(Buffer.from((url ?? '').split(',')[1], 'base64'))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height } = seen.info;

  const project = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
  const from = project.inks.slice(1).map((i) => rgbOfHex(i.hex));
  const to = project.colourways[0].colours.map(rgbOfHex);
  const motifs: Scene['motifs'] = new Map(
    project.motifs.map((m) => {
      const png = decode(readFileSync(`public/demo/assets/${m.asset}.png`));
      const art = { width: png.width, height: png.height, data: new Uint8ClampedArray(png.data) };
      return [m.id, { pyramid: pyramidOf(recolour(platesOf(art, from), to.slice(1))), ppi: m.ppi }];
    }),
  );
  const cell = { width: project.brief.widthMm, height: project.brief.heightMm };
  const pxPerMm = Number(await page.getByTestId('overlay').getAttribute('data-px-per-mm'));
  const plan = pixelPlan(project.layout, cell, pxPerMm * 25.4);
  // The view is centred on the cell: its middle is the window's middle.
  const origin = {
    x: Math.round(plan.cell.width / 2 - width / 2),
    y: Math.round(plan.cell.height / 2 - height / 2),
  };
  const mean = (dx: number, dy: number) => {
    const want = renderWindow(
      { ground: to[0], motifs, placements: project.placements },
      plan,
      width,
      height,
      {
        origin: { x: origin.x + dx, y: origin.y + dy },
      },
    );
    let sum = 0;
    for (let i = 0; i < want.data.length; i++) sum += Math.abs(want.data[i] - seen.data[i]);
    return sum / want.data.length;
  };
  // The window's corner may round the other way; a shift of more than one px would be a displaced motif.
  const errors = [-1, 0, 1].flatMap((dx) => [-1, 0, 1].map((dy) => mean(dx, dy)));
  expect(Math.min(...errors)).toBeLessThan(1);
});
