import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { decode } from 'fast-png';
import sharp from 'sharp';
import {
  inkedArts,
  type Plates,
  type Project,
  pixelPlan,
  platesOf,
  projectSchema,
  pyramidOf,
  recolour,
  renderWindow,
  rgbOfHex,
  type Scene,
  scenePlacements,
} from '../../src/core';
import { expect, openDemo, openKept, test } from './watch';

const demo = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
const from = demo.inks.slice(1).map((i) => rgbOfHex(i.hex));
const to = demo.colourways[0].colours.map(rgbOfHex);
const plates = new Map(
  demo.motifs.map((m) => {
    const png = decode(readFileSync(`public/demo/assets/${m.asset}.png`));
    const art = { width: png.width, height: png.height, data: new Uint8ClampedArray(png.data) };
    return [m.id, platesOf(art, from)];
  }),
);

/** Every motif in its own inks, and each in the inks it inkOf. */
function artsOf(project: Project): Scene['motifs'] {
  const ppi = new Map(project.motifs.map((m) => [m.id, m.ppi]));
  return new Map(
    inkedArts(project).map(({ key, motif, inkOf }) => {
      const worn = inkOf.slice(1).map((k) => to[k]);
      const art = recolour(plates.get(motif) as Plates, worn, { from });
      return [key, { pyramid: pyramidOf(art), ppi: ppi.get(motif) ?? 300 }];
    }),
  );
}

/** The demo laid otherwise: every third a glaze, every fifth half thick, one hidden. */
const laid = (id: string, change: Partial<Project>): Project => ({
  ...demo,
  placements: demo.placements.map((p, n) => ({
    ...p,
    ...(n % 3 === 0 ? { blend: n % 2 ? ('screen' as const) : ('multiply' as const) } : {}),
    ...(n % 5 === 0 ? { opacity: 0.5 } : {}),
    ...(n === 7 ? { hidden: true } : {}),
  })),
  ...change,
  id,
});
const half = { p: 1, q: 2 };
const ids = demo.inks.slice(1).map((i) => i.id);
const inTurn = (n: number) =>
  Object.fromEntries(ids.map((id, k) => [id, n % 4 === 1 ? ids[(k + 1) % ids.length] : ids[0]]));
const CASES: Project[] = [
  { ...demo, id: 'plain' },
  laid('straight', { layout: { kind: 'straight', drop: half } }),
  laid('third', { layout: { kind: 'half-drop', drop: { p: 1, q: 3 } } }),
  // Every other placement in the colours of its neighbours in the list of inks.
  laid('worn', {
    layout: { kind: 'brick', drop: { p: 2, q: 5 } },
    placements: demo.placements.map((p, n) => (n % 2 ? { ...p, inks: inTurn(n) } : p)),
  }),
  laid('mirrored', {
    layout: { kind: 'half-drop', drop: half, alternate: { every: 'column', by: 'across' } },
  }),
  laid('turned', { layout: { kind: 'brick', drop: half, alternate: { every: 'row', by: 'half-turn' } } }),
  laid('grained', {
    layout: { kind: 'diamond', drop: half },
    grain: {
      ink: { texture: 'brush', sizeMm: 1.4, amount: 0.5 },
      cloth: { texture: 'linen', sizeMm: 1.2, amount: 0.5 },
      on: true,
    },
  }),
];

async function asInTheFile(page: Page, cases: Project[]) {
  await openDemo(page);
  for (const project of cases) {
    await openKept(page, project);
    // A cloth is checked once all its motifs are drawn.
    await expect(
      page.getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at)/ }),
    ).toBeVisible();
    await page.getByTestId('cloth').focus();
    await page.keyboard.press('0');
    await page.keyboard.press('-');
    const canvas = page.locator('[data-testid=cloth] canvas').first();
    const ppi = await page.getByTestId('overlay').getAttribute('data-ppi');
    await expect(canvas).toHaveAttribute('data-finest', ppi ?? '');
    const url = await canvas.evaluate((c: HTMLCanvasElement) => c.toDataURL());
    const seen = await sharp(Buffer.from(url.split(',')[1], 'base64'))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { width, height } = seen.info;
    const read = async (name: string) =>
      Number(await page.getByTestId('overlay').getAttribute(`data-${name}`));
    const cell = { width: project.brief.widthMm, height: project.brief.heightMm };
    const plan = pixelPlan(project.layout, cell, await read('ppi'));
    const origin = {
      x: Math.round((await read('left-mm')) * plan.scale.x),
      y: Math.round((await read('top-mm')) * plan.scale.y),
    };
    const scene = {
      ground: to[0],
      motifs: artsOf(project),
      placements: scenePlacements(project),
      grain: project.grain,
    };
    const want = renderWindow(scene, plan, width, height, { origin });
    let sum = 0;
    let distance = 0;
    for (let i = 0; i < want.data.length; i++) {
      const d = Math.abs(want.data[i] - seen.data[i]);
      sum += d;
      if (d > 60) distance++;
    }
    expect(sum / want.data.length, `${project.id}: mean error`).toBeLessThan(1);
    // A motif a pixel out of place would leave bright rims all along its edges.
    expect(distance / want.data.length, `${project.id}: share far off`).toBeLessThan(0.002);
  }
}

test('the cloth on screen is the cloth in the file, straight, dropped and glazed: mean error under one level', ({
  page,
}) => asInTheFile(page, CASES.slice(0, 3)));

test('the same in other inks, where columns are turned over, and with grain', ({ page }) =>
  asInTheFile(page, CASES.slice(3)));
