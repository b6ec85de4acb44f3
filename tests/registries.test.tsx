import { renderToStaticMarkup } from 'react-dom/server';
import sharp from 'sharp';
import { afterEach, beforeAll, expect, test } from 'vitest';
import { z } from 'zod';
import {
  type ArtKind,
  artKinds,
  assetsOfProject,
  encodePng,
  type FileFormat,
  type FindingModule,
  type Found,
  findingModules,
  formats,
  type LayerKind,
  layerKinds,
  mapOf,
  mendParts,
  motifOf,
  newProject,
  newRaster,
  outlinePath,
  outlines,
  type Project,
  pixelPlan,
  productOf,
  products,
  projectSchema,
  renderBlock,
  resizeDesign,
  runCheck,
  sceneSplit,
  setGround,
  setGuides,
  setLayout,
  splitPatterns,
  standing,
  type View,
  wordsOf,
} from '../src/core';
import { apply } from '../src/core/document';
import { viewSchema } from '../src/core/products/view';
import { services } from '../src/engine/services';
import { sceneRequest, thingsOn } from '../src/session/cloth';
import { things } from '../src/session/mockups';
import { sendFormats } from '../src/session/send';
import Sections, { type Section } from '../src/ui/parts/chrome/sections';
import GroundSection from '../src/ui/steps/brief/ground-section';
import GuidesSection from '../src/ui/steps/lay/parts/guides-section';
import { laySections } from '../src/ui/steps/lay/sections';
import ProductsSection from '../src/ui/steps/scale/products-section';
import ThingsSection from '../src/ui/steps/scale/things/things-section';
import { sourceOf } from './art-source';

const asset = 'a'.repeat(64);
const kite = motifOf({ id: 'k', name: 'Kite', asset, width: 30, height: 30, ppi: 100 });
const laid = { id: 'p', motif: 'k', x: 9, y: 9, angle: 0, scale: 1, mirror: false };
const bolt: Project = { ...newProject('b', 'Bolt'), motifs: [kite], placements: [laid] };
const scene = { ground: null, motifs: new Map(), placements: [] };

const taken: (() => void)[] = [];
afterEach(() => {
  for (const takeOut of taken.splice(0)) takeOut();
});

const files = new Map<string, Uint8Array<ArrayBuffer>>();
beforeAll(() => {
  const art = newRaster(30, 30);
  art.data.fill(255);
  files.set(asset, encodePng(art, 100));
});

test('a finding is one object and one line: it is in the report, in words, and can be mended', () => {
  type Smudge = Found & { kind: 'smudge'; wideMm: number };
  const smudge: FindingModule<Smudge> = {
    measure: () => [
      { kind: 'smudge', at: { x: 1, y: 2 }, severity: 'warning', placements: ['p'], wideMm: 7 },
    ],
    mend: { part: 'smudges', name: 'Smudges', turn: 3.5, run: () => false, summary: (n) => `${n} wiped` },
    kinds: {
      smudge: {
        letter: 'X',
        title: (f) => `Smudge, ${f.wideMm} mm wide`,
        why: () => 'It prints.',
        mends: true,
      },
    },
  };
  taken.push(findingModules.add(smudge as unknown as FindingModule<Found>));
  const report = runCheck(scene, pixelPlan(bolt.layout, { width: 50, height: 50 }, 50));
  const found = report.findings.find((f: Found) => f.kind === 'smudge');
  expect(found && wordsOf(found, bolt)).toEqual({
    letter: 'X',
    title: 'Smudge, 7 mm wide',
    why: 'It prints.',
  });
  expect(mendParts().map((m) => m.part)).toContain('smudges');
});

test('a format is one object and one line: Send offers it, and a block is written in it and read back', async () => {
  const pam: FileFormat = {
    id: 'pam',
    name: 'PAM',
    extension: 'pam',
    mime: 'image/x-portable-arbitrarymap',
    is: (b) => b[0] === 0x50 && b[1] === 0x37,
    send: {
      pixels: ['rgba'],
      *write(block, { width, height, ppi }, onRow = () => {}) {
        yield new TextEncoder().encode(`P7 ${width} ${height} ${ppi}\n`);
        for (let y = 0; y < height; y++) {
          const row = block.rows(y, y + 1).data;
          onRow(y, row, 0);
          yield new Uint8Array(row);
        }
      },
      read: async ({ size, bytes }, _, onRow) => {
        const file = await bytes(0, size);
        const end = file.indexOf(10);
        const [, width, height, ppi] = new TextDecoder().decode(file.subarray(0, end)).split(' ').map(Number);
        const head = { width, height, ppi, channels: 4 as const };
        for (let y = 0; y < height; y++)
          onRow(file.subarray(end + 1 + y * width * 4, end + 1 + (y + 1) * width * 4), y, head, 0);
        return head;
      },
    },
  };
  const offered = () => sendFormats('picture', 'sheet').map((f) => f.name);
  expect(offered()).not.toContain('PAM');
  taken.push(formats.add(pam));
  expect(offered()).toContain('PAM');
  const { proof } = await services.send.exportPicture(
    {
      ...{ ground: null, ppi: 100, layout: bolt.layout, cellMm: { width: 25.4, height: 25.4 } },
      ...{ arts: [{ motif: 'k', asset, ppi: 100, from: [], to: [] }], placements: [laid] },
    },
    { format: 'pam', sheet: null, from: { x: 0, y: 0 } },
    () => {},
    sourceOf(files),
  );
  expect(proof).toMatchObject({ width: 200, height: 100, ppi: 100, faithful: true, joins: true });
});

test('a product is one object and one line: Scale shows it, with what the art lacks for it', () => {
  const wants = { ppi: 400, lineMm: 0.1, gapMm: 0.1 };
  const size = { width: 10, height: 10 };
  const usual = { in: size, cm: size, ppi: 300, layout: 'straight' } as const;
  taken.push(
    products.add({ id: 'banner', name: 'banner silk', material: 'Silk', wants, usual, made: false }),
  );
  const scale = renderToStaticMarkup(<ProductsSection project={bolt} />);
  expect(scale).toContain('anner silk');
  expect(scale).toContain('400 ppi, lines from 0.1 mm, gaps from 0.1 mm. Your art has 100 ppi at the least');
});

test('a thing is one object and one line: it is there to be looked at, and it has a picture with the cloth on it', () => {
  const card = productOf('card');
  if (!card.goods) throw new Error('Nothing is made of it.');
  const view = {
    ...(card.goods.view as View),
    parts: [
      partOf({ is: 'wall', behind: true, shape: sheetOf(400) }),
      partOf({ is: 'print', at: [0, 0, 30], shape: sheetOf(120) }),
    ],
  };
  taken.push(
    products.add({ ...card, id: 'flag', name: 'flag', goods: { ...card.goods, name: 'flag', view } }),
  );
  expect(things().map((t) => t.id)).toContain('flag');
  expect(renderToStaticMarkup(<ThingsSection project={bolt} />)).toContain('Flag');
  const map = mapOf(
    standing(view, { width: 120, height: 120 }, 'light'),
    { width: 90, height: 70 },
    [1, 2, 3],
  );
  const printed = map.cover.filter((c) => c === 1).length;
  expect(printed).toBeGreaterThan(500);
  expect(printed).toBeLessThan(map.cover.length);
});
const sheetOf = (width: number) => ({
  solid: 'sheet',
  width,
  path: { from: [0, width], steps: [{ go: width }] },
});
const partOf = (told: object) => viewSchema.shape.parts.parse([told])[0] as View['parts'][number];

test('an outline is one object and one line: Lay offers it, and it is drawn over the cell', () => {
  const square = (w: number, h: number) => [
    { x: 0, y: 0 },
    { x: w / 2, y: 0 },
    { x: w / 2, y: h / 2 },
  ];
  taken.push(
    outlines.add({ id: 'sail', name: 'a sail', fitted: true, path: (_, c) => square(c.width, c.height) }),
  );
  const chosen = apply(bolt, setGuides({ outline: 'sail' }));
  expect(renderToStaticMarkup(<GuidesSection project={chosen} />)).toContain('a sail');
  expect(outlinePath('sail', bolt.layout, { width: 8, height: 6 })).toEqual(square(8, 6));
});

test('a section is one object and one line: it stands in its part of the tray, and is gone when it is taken out', () => {
  const wind: Section = { id: 'wind', part: 'cloth', View: ({ project }) => <p>Wind over {project.name}</p> };
  const cloth = (part: string) =>
    renderToStaticMarkup(<Sections of={laySections} project={bolt} part={part} />);
  const takeOut = laySections.add(wind);
  expect(cloth('cloth')).toContain('Wind over Bolt');
  expect(cloth('cloth')).toContain('Guides');
  takeOut();
  expect(cloth('cloth')).not.toContain('Wind over');
});

test('a way to split a ground is one line: it is offered, and rendered', () => {
  taken.push(
    splitPatterns.add({
      id: 'corner',
      names: [{ name: 'one corner', count: 1 }],
      across: true,
      down: true,
      turn: (u, v) => (u < 0.5 && v < 0.5 ? 1 : 0),
    }),
  );
  const inks = [...bolt.inks, { id: 'red', name: 'Red', hex: '#ff0000', also: [], texture: 1 }];
  const colourways = bolt.colourways.map((c) => ({ ...c, colours: [...c.colours, '#ff0000'] }));
  const split = {
    kind: 'split' as const,
    pattern: 'corner',
    count: 1,
    inks: ['ground', 'red'],
    counter: false,
  };
  const project = apply(
    { ...bolt, inks, colourways },
    setGround(split),
    setLayout({ kind: 'straight', drop: { p: 1, q: 2 } }),
  );
  expect(renderToStaticMarkup(<GroundSection project={project} />)).toContain('one corner');
  const plan = pixelPlan(project.layout, { width: 25.4, height: 25.4 }, 40);
  const block = renderBlock(
    { ...scene, ground: [255, 255, 255], split: sceneSplit(project, ['#ffffff', '#ff0000']) },
    plan,
  );
  const red = Array.from({ length: 1600 }, (_, p) => block.data[p * 4 + 1] === 0).filter(Boolean).length;
  expect(red).toBe(400);
});

test('a kind of layer is one object and one line: it is read from a file, painted, checked, sent, and grows with the design', async () => {
  // A drawing that is laid twice a cell, the second so far to the right.
  const pair = { id: 'two', kind: 'pair', picture: 'd', x: 8, y: 8, apartMm: 12 };
  type Pair = typeof pair;
  const art = newRaster(40, 40);
  for (let p = 0; p < 1600; p++)
    if (Math.hypot((p % 40) - 19.5, Math.floor(p / 40) - 19.5) < 15) art.data.set([60, 30, 90, 255], p * 4);
  const blob = 'b'.repeat(64);
  files.set(blob, encodePng(art, 200));
  const kind: LayerKind<Pair> = {
    id: 'pair',
    name: 'Pair',
    taken: 'Pair taken in',
    schema: z.object({ kind: z.literal('pair'), apartMm: z.number().min(1) }),
    scene: ({ id, x, y, apartMm }) =>
      [x, x + apartMm].map((at) => ({ kind: 'drawing', art: id, x: at, y, scale: 1 })),
    art: ({ id, picture }, own) => [{ key: id, motif: picture, inkOf: own }],
    printScale: () => 1,
    growing: (layer) => [
      {
        ...{ now: layer.apartMm, least: 1, most: 100 },
        set: (v) => {
          layer.apartMm = v;
        },
      },
    ],
  };
  const file = (apartMm: number) => ({
    ...{ ...bolt, placements: [], layout: { kind: 'straight', drop: { p: 1, q: 2 } } },
    brief: { ...bolt.brief, widthMm: 25.4, heightMm: 25.4, ppi: 200 },
    pictures: [motifOf({ id: 'd', name: 'Blob', asset: blob, width: 40, height: 40, ppi: 200 })],
    layers: [
      { kind: 'placements', id: 'placements' },
      { ...pair, apartMm },
    ],
  });
  // Not known, it is kept and means nothing.
  const unknown = projectSchema.parse(file(0));
  expect(unknown.layers).toHaveLength(2);
  expect(thingsOn(unknown)).toEqual([]);
  taken.push(layerKinds.add(kind as unknown as LayerKind));
  expect(projectSchema.safeParse(file(0)).success).toBe(false);
  const project = projectSchema.parse(file(12));
  expect(thingsOn(project)).toMatchObject([
    { kind: 'drawing', art: 'two', x: 8 },
    { kind: 'drawing', art: 'two', x: 20 },
  ]);
  const request = sceneRequest(project, false);
  const report = await services.check.check(request, {}, sourceOf(files));
  expect(report.pictures).toHaveLength(2);
  const { file: png, proof } = await services.send.exportPicture(
    request,
    { format: 'png', sheet: null, from: { x: 0, y: 0 } },
    () => {},
    sourceOf(files),
  );
  expect(proof).toMatchObject({ width: 200, height: 200, faithful: true, joins: true });
  const sent = await sharp(await png.arrayBuffer())
    .extractChannel(3)
    .raw()
    .toBuffer();
  const at = (xMm: number, yMm: number) =>
    sent[Math.round((yMm / 25.4) * 200) * 200 + Math.round((xMm / 25.4) * 200)];
  expect([at(8, 8), at(20, 8), at(14, 8)]).toEqual([255, 255, 0]);
  const grown = apply(project, resizeDesign(2));
  expect(grown.layers[1]).toMatchObject({ apartMm: 24 });
});

test('a kind of art is one object and one line: its recipe is checked, and the pictures it is made from are kept with the bolt', () => {
  const woven = { kind: 'woven', from: ['c'.repeat(64), 'd'.repeat(64)], threads: 40 };
  const file = (threads: number) => ({
    ...bolt,
    motifs: [{ ...kite, art: { ...woven, threads } }],
  });
  const kind: ArtKind<typeof woven> = {
    id: 'woven',
    schema: z.object({ kind: z.literal('woven'), from: z.array(z.string()), threads: z.number().min(1) }),
    assets: ({ from }) => from,
  };
  expect(assetsOfProject(projectSchema.parse(file(40)))).toEqual([asset]);
  taken.push(artKinds.add(kind as unknown as ArtKind));
  expect(projectSchema.safeParse(file(0)).success).toBe(false);
  expect(assetsOfProject(projectSchema.parse(file(40)))).toEqual([asset, ...woven.from]);
});
