import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { decode } from 'fast-png';
import sharp from 'sharp';
import { washTile } from '../../scripts/art/wash';
import {
  encodePng,
  inkedArts,
  type Layer,
  motifOf,
  type Plates,
  type Project,
  type Pyramid,
  pixelPlan,
  platesOf,
  projectSchema,
  pyramidOf,
  recolour,
  renderWindow,
  rgbOfHex,
  type Scene,
  sceneLayers,
  scenePlacements,
  sceneSplit,
  type TileLayer,
  tinted,
} from '../../src/core';
import { each } from '../each';
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

/** A wash that repeats, and a finished tile and a whole drawing of other demo bolts. */
const WASH = washTile(480, [120, 165, 178], 9);
const OTHERS = ['pennant-row', 'wind-lines'].map((name) => {
  const { pictures } = projectSchema.parse(JSON.parse(readFileSync(`public/demo/${name}.json`, 'utf8')));
  return pictures[0];
});
const washPng = encodePng(WASH, 120);
const washSha = createHash('sha256').update(washPng).digest('hex');
const pictures = [
  motifOf({ id: 'wash', name: 'Wash', asset: washSha, width: 480, height: 480, ppi: 120 }),
  ...OTHERS.map((m) => ({ ...m, sheet: null, box: null })),
];
const fileOf = (asset: string) =>
  asset === washSha ? washPng : readFileSync(`public/demo/assets/${asset}.png`);
const plain = new Map(
  pictures.map((m) => {
    const png = decode(fileOf(m.asset));
    const data = new Uint8ClampedArray(png.width * png.height * 4).fill(255);
    for (let p = 0; p < png.width * png.height; p++)
      for (let c = 0; c < png.channels; c++) data[p * 4 + c] = png.data[p * png.channels + c];
    return [m.id, { width: png.width, height: png.height, data }];
  }),
);

/** What was coloured before, by motif and inks. */
const worn = new Map<string, Pyramid>();

/** Every motif in its own inks, and each in the inks it inkOf; pictures as they are, or all in one ink. */
function artsOf(project: Project): Scene['motifs'] {
  const ppi = new Map([...project.motifs, ...project.pictures].map((m) => [m.id, m.ppi]));
  return new Map(
    inkedArts(project).map(({ key, motif, inkOf, as }) => {
      const picture = plain.get(motif);
      if (picture) {
        const art = typeof as === 'object' ? tinted(picture, to[as.ink]) : picture;
        return [key, { pyramid: pyramidOf(art), ppi: ppi.get(motif) ?? 300 }];
      }
      const known = `${motif}|${inkOf}`;
      const pyramid =
        worn.get(known) ??
        pyramidOf(
          recolour(
            plates.get(motif) as Plates,
            inkOf.slice(1).map((k) => to[k]),
            { from },
          ),
        );
      worn.set(known, pyramid);
      return [key, { pyramid, ppi: ppi.get(motif) ?? 300 }];
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
    placements: demo.placements.map((p, n) => (n % 2 ? { ...p, inkOverrides: inTurn(n) } : p)),
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

const wash = (colour: TileLayer['colour']): TileLayer => ({
  ...{ kind: 'tile', id: 'w', picture: 'wash', size: { widthMm: 101.6, heightMm: 101.6 }, colour },
});
const lines: Layer = {
  kind: 'drawing',
  id: 'd',
  picture: 'drawing',
  x: 120,
  y: 90,
  scale: 1.4,
  opacity: 0.7,
};
const whole: Layer = { kind: 'tile', id: 't', picture: 'tile', size: null, colour: { as: 'itself' } };
const laidOn: Layer = { kind: 'placements', id: 'placements' };
const some = demo.placements.slice(0, 20);
const split = (pattern: string, counter: boolean): Project['ground'] => ({
  ...{ kind: 'split', pattern, count: 2, inks: [demo.inks[0].id, demo.inks[4].id], counter },
});
const other = (id: string, change: Partial<Project>): Project => ({
  ...demo,
  pictures,
  placements: some,
  ...change,
  id,
});
const half2 = { p: 1, q: 2 };
/** Drawings, tiles and split grounds, under and over what is laid, in every layout. */
const LAYERED: Project[] = [
  other('on-a-wash', {
    layout: { kind: 'straight', drop: half2 },
    layers: [wash({ as: 'itself' }), laidOn, { ...lines, blend: 'multiply' }],
  }),
  other('tile', { layout: { kind: 'half-drop', drop: half2 }, layers: [whole, laidOn] }),
  other('diamonds', {
    layout: { kind: 'diamond', drop: half2 },
    ground: split('checker', false),
    layers: [laidOn, { ...wash({ as: 'ink', ink: demo.inks[3].id }), opacity: 0.4 }],
  }),
  other('counter', {
    layout: { kind: 'brick', drop: half2, alternate: { every: 'row', by: 'same' } },
    ground: split('cells', true),
  }),
];

/** Puts pictures on the shelf as if they had been kept there. */
const keepPictures = (page: Page) =>
  page.evaluate(
    async (files) => {
      const db = await new Promise<IDBDatabase>((resolve) => {
        const ask = indexedDB.open('hexaplex');
        ask.onsuccess = () => resolve(ask.result);
      });
      const tx = db.transaction('assets', 'readwrite');
      for (const [asset, base64] of files) {
        const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
        tx.objectStore('assets').put(new Blob([bytes], { type: 'image/png' }), asset);
      }
      await new Promise<void>((resolve) => {
        tx.oncomplete = () => resolve();
      });
      db.close();
    },
    pictures.map((m) => [m.asset, Buffer.from(fileOf(m.asset)).toString('base64')] as const),
  );

async function asInTheFile(page: Page, cases: Project[]) {
  await openDemo(page);
  await keepPictures(page);
  for (const project of each(cases)) {
    await openKept(page, project);
    // A cloth is checked once all its motifs are drawn.
    await expect(
      page.getByRole('button', { name: /^Check, (\d+ to look at|nothing to look at|lines)/ }),
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
    const scene: Scene = {
      ground: to[0],
      split: sceneSplit(project, demo.colourways[0].colours),
      motifs: artsOf(project),
      placements: scenePlacements(project),
      layers: sceneLayers(project),
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

test('the same with drawings, tiles and split grounds under and over it, in every layout', ({ page }) =>
  asInTheFile(page, LAYERED));
