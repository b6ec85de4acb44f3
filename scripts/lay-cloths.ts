/**
 * Draws and builds the demo bolts of other manners than Kite Weather: one whole drawing, a painted ground, a finished tile:
 * `npm run lay-cloths` (about 8 min; with `-- --keep` the drawing's sheet is taken as it lies there). Same bytes every time.
 */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import sharp from 'sharp';
import {
  apply,
  DEFAULT_INTAKE,
  encodePng,
  extractPalette,
  hexOfRgb,
  type Ink,
  labDistance,
  motifOf,
  newProject,
  oklabOf,
  openProject,
  outlineOf,
  type Placement,
  type Project,
  pixelPlan,
  platesOf,
  projectSchema,
  pyramidOf,
  type Raster,
  type Rgb,
  recolour,
  reduceTo,
  renderWindow,
  rgbOfHex,
  runCheck,
  type SceneLayer,
  type SceneMotif,
  SilhouetteIndex,
  scatter,
  setBrief,
  setLayout,
  shownColourway,
  tinted,
  wholeDrawing,
} from '../src/core';
import { cloudy, noise } from './art/noise';
import { PENNANT_INKS, pennantTile } from './art/pennants';
import { washTile } from './art/wash';
import { SIDE, windLines } from './art/wind-lines';

const OUT = 'public/demo';
const PPI = 300;
/** How often the wash bolt is thrown; the one with least to look at is kept. */
const THROWS = 40;
const sha = (b: Uint8Array) => createHash('sha256').update(b).digest('hex');
const mm = (px: number, ppi = PPI) => (px / ppi) * 25.4;
const ORIGIN = { source: 'Drawn for Tansy Wharf Mill', permission: 'mine' as const };
const LINES = [{ kind: 'placements' as const, id: 'placements' }];

const pixels = async (file: string | Buffer): Promise<Raster> => {
  const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
};

function keepAsset(art: Raster, ppi: number): string {
  const png = encodePng(art, ppi);
  const name = sha(png);
  writeFileSync(`${OUT}/assets/${name}.png`, png);
  return name;
}

/** The inks of some art, named by the nearest of these; two of one name are one ink. */
function inksOf(art: Raster, named: Record<string, string>): Ink[] {
  const inks = new Map<string, Ink>();
  for (const { rgb } of extractPalette([art]).inks) {
    const lab = oklabOf(...rgb);
    const [near] = Object.entries(named)
      .map(([name, hex]) => ({ name, far: labDistance(lab, oklabOf(...rgbOfHex(hex))) }))
      .sort((p, q) => p.far - q.far);
    const name = near?.name ?? 'Ink';
    const there = inks.get(name);
    if (there) there.also.push(hexOfRgb(rgb));
    else inks.set(name, { id: name.toLowerCase(), name, hex: hexOfRgb(rgb), also: [], texture: 1 });
  }
  return [...inks.values()];
}

/** A strip of the cloth for the shelf. */
async function strip(project: Project, art: (key: string) => SceneMotif, layers: SceneLayer[]) {
  const { brief, layout } = project;
  const plan = pixelPlan(layout, { width: brief.widthMm, height: brief.heightMm }, 80);
  const keys = [
    ...project.motifs.map((m) => m.id),
    ...layers.flatMap((l) => (l.kind === 'placements' ? [] : [l.art])),
  ];
  const { data, width, height } = renderWindow(
    {
      ground: rgbOfHex(shownColourway(project).colours[0]),
      motifs: new Map(keys.map((k) => [k, art(k)])),
      placements: project.placements,
      layers,
    },
    plan,
    840,
    380,
  );
  await sharp(data, { raw: { width, height, channels: 4 } })
    .webp({ quality: 86 })
    .toFile(`${OUT}/${project.id}-strip.webp`);
}

const write = (project: Project) =>
  writeFileSync(`${OUT}/${project.id}.json`, `${JSON.stringify(projectSchema.parse(project), null, 1)}\n`);

const WAY = { note: '', locked: [] };

/** One whole drawing: kites on lines wound through the sheet. */
async function windLinesBolt() {
  const sheetFile = `${OUT}/wind-lines-sheet.jpg`;
  if (!process.argv.includes('--keep') || !existsSync(sheetFile)) {
    const board = await windLines();
    const paper = [246, 241, 230];
    const bytes = new Uint8Array(SIDE * SIDE * 3);
    for (let p = 0; p < SIDE * SIDE; p++) {
      const [x, y] = [p % SIDE, Math.floor(p / SIDE)];
      const grain = (noise(x / 1.6, y / 1.6, 12) - 0.5) * 3 + (cloudy(x / 9, y / 9, 15) - 0.5) * 2.5;
      for (let c = 0; c < 3; c++)
        bytes[p * 3 + c] = Math.max(0, Math.min(255, Math.round(board.rgb[p * 3 + c] * paper[c] + grain)));
    }
    await sharp(bytes, { raw: { width: SIDE, height: SIDE, channels: 3 } })
      .jpeg({ quality: 88, chromaSubsampling: '4:4:4' })
      .withMetadata({ density: PPI })
      .toFile(sheetFile);
  }
  const { art, x, y } = wholeDrawing(await pixels(sheetFile), PPI, DEFAULT_INTAKE, false);
  const size = mm(SIDE);
  const inks = inksOf(art, {
    Line: '#1f2b4a',
    Madder: '#bb4631',
    Ochre: '#dc9c37',
    Sea: '#5b9e9c',
    Blush: '#e2a596',
    White: '#fdfdfb',
  });
  const way = (id: string, name: string, ground: string, by: Record<string, string> = {}) => ({
    ...{ id, name, ...WAY, colours: [ground, ...inks.map((i) => by[i.name] ?? i.hex)] },
  });
  const base = apply(
    newProject('wind-lines', 'Wind Lines'),
    setBrief({ widthMm: size, heightMm: size }),
    setLayout({ kind: 'straight', drop: { p: 1, q: 2 } }),
  );
  const box = { x, y, width: art.width, height: art.height };
  const project: Project = {
    ...base,
    sheets: [
      {
        id: 'sheet',
        name: 'Wind Lines, the sheet',
        asset: sha(readFileSync(sheetFile)),
        ppi: PPI,
        settings: DEFAULT_INTAKE,
      },
    ],
    pictures: [
      motifOf({
        id: 'drawing',
        name: 'Wind Lines',
        role: 'secondary',
        ...ORIGIN,
        asset: keepAsset(art, PPI),
        width: art.width,
        height: art.height,
        ppi: PPI,
        sheet: 'sheet',
        box,
      }),
    ],
    layers: [
      ...LINES,
      {
        kind: 'drawing',
        id: 'lines',
        picture: 'drawing',
        x: mm(x + art.width / 2),
        y: mm(y + art.height / 2),
        scale: 1,
      },
    ],
    inks: [{ id: 'ground', name: 'Ground', hex: '#f6efe0', also: [], texture: 1 }, ...inks],
    colourways: [
      way('noon', 'Noon', '#f6efe0'),
      way('lamp', 'Lamplight', '#27203a', {
        Line: '#f0dcc0',
        Madder: '#c8585a',
        Ochre: '#dd9a4a',
        Sea: '#7d86b8',
        Blush: '#b9789a',
        White: '#3a2f50',
      }),
      way('one', 'One ink', '#f3ece0', {
        Line: '#6a2a5b',
        Madder: '#6a2a5b',
        Ochre: '#c9a9bf',
        Sea: '#a578a0',
        Blush: '#dcc6d4',
        White: '#f3ece0',
      }),
    ],
    shown: 'noon',
  };
  write(project);
  const { x: dx, y: dy, scale } = project.layers[1] as { x: number; y: number; scale: number };
  await strip(project, () => ({ pyramid: pyramidOf(art), ppi: PPI }), [
    { kind: 'placements' },
    { kind: 'drawing', art: 'lines', x: dx, y: dy, scale },
  ]);
  console.log(`Wind Lines: ${art.width} x ${art.height} px, ${inks.map((i) => i.name).join(', ')}.`);
}

/** A painted ground: swifts, clouds and small kites from the first sheet on a wash. */
async function washDayBolt() {
  const kite = openProject(JSON.parse(readFileSync(`${OUT}/kite-weather.json`, 'utf8')));
  const counts: Record<string, [count: number, least: number, most: number]> = {
    Swift: [4, 0.8, 1.1],
    'Cloud curl': [4, 0.75, 1],
    'Small cloud': [6, 0.85, 1.15],
    'Small kite': [4, 0.85, 1.1],
    'Tail bow, ochre': [9, 0.7, 1],
  };
  const motifs = kite.motifs.filter((m) => m.name in counts);
  const arts = new Map<string, Raster>();
  for (const m of motifs) arts.set(m.id, await pixels(`${OUT}/assets/${m.asset}.png`));
  const layout = { kind: 'brick' as const, drop: { p: 1, q: 2 } };
  const cell = { width: 254, height: 254 };
  const outlines = new Map(
    motifs.map((m) => {
      const { raster, factor } = reduceTo(arts.get(m.id) as Raster, 160);
      const alpha = Uint8Array.from(
        { length: raster.width * raster.height },
        (_, p) => raster.data[p * 4 + 3],
      );
      const size = { widthMm: mm(m.width), heightMm: mm(m.height) };
      return [
        m.id,
        outlineOf({ width: raster.width, height: raster.height, alpha, pxMm: mm(factor), ...size }),
      ] as const;
    }),
  );
  /** One throw, and how much on it is to be looked at. */
  const thrown = (seed: number) => {
    const silhouettes = new SilhouetteIndex(layout, cell, new Map(outlines));
    const { placed } = scatter(
      silhouettes,
      {
        motifs: motifs.map((m, n) => {
          const [count, least, most] = counts[m.name] as [number, number, number];
          return { motif: m.id, lead: n, free: m.direction === 'free', count, least, most };
        }),
        directions: 'one-way',
        leanDeg: 22,
        mirror: true,
        minGapMm: 7,
        cover: 0.3,
      },
      seed,
    );
    const scene = {
      ground: null,
      motifs: new Map(motifs.map((m) => [m.id, { pyramid: pyramidOf(arts.get(m.id) as Raster), ppi: PPI }])),
      placements: placed,
    };
    const heroes = new Set(motifs.filter((m) => m.name === 'Swift').map((m) => m.id));
    const { findings } = runCheck(scene, pixelPlan(layout, cell, PPI), { heroes });
    return { placed, amiss: findings.filter((f) => f.severity === 'warning').length };
  };
  const throws = Array.from({ length: THROWS }, (_, n) => thrown(n + 1));
  const { placed } = throws.reduce((best, now) => (now.amiss < best.amiss ? now : best));
  const tile = washTile(900, [120, 165, 178], 5);
  const wash = motifOf({
    id: 'wash',
    name: 'Sea wash',
    role: 'secondary',
    ...ORIGIN,
    asset: keepAsset(tile, 180),
    width: 900,
    height: 900,
    ppi: 180,
  });
  const side = mm(900, 180);
  const used = new Set(motifs.map((m) => m.id));
  const project: Project = {
    ...kite,
    id: 'wash-day',
    name: 'Wash Day',
    brief: { ...kite.brief, widthMm: cell.width, heightMm: cell.height },
    layout,
    sheets: [],
    motifs: motifs.map((m) => ({ ...m, sheet: null, box: null })),
    placements: placed
      .map(
        (p, n): Placement => ({
          ...p,
          id: `p${n + 1}`,
          motif: p.motif,
          scale: Math.round(p.scale * 1000) / 1000,
        }),
      )
      .filter((p) => used.has(p.motif)),
    pictures: [wash],
    layers: [
      {
        kind: 'tile',
        id: 'wash-layer',
        picture: 'wash',
        size: { widthMm: side, heightMm: side },
        colour: { as: 'ink', ink: 'ground' },
      },
      ...LINES,
    ],
    shown: 'lull',
  };
  write(project);
  const { colours } = shownColourway(project);
  const from = kite.inks.slice(1).map((i) => rgbOfHex(i.hex));
  const to = colours.slice(1).map(rgbOfHex);
  const drawn = new Map<string, SceneMotif>(
    motifs.map((m) => [
      m.id,
      { pyramid: pyramidOf(recolour(platesOf(arts.get(m.id) as Raster, from), to)), ppi: PPI },
    ]),
  );
  drawn.set('wash-layer', {
    pyramid: pyramidOf(tinted(tile, rgbOfHex(colours[0] ?? '#ffffff') as Rgb)),
    ppi: 180,
  });
  await strip(project, (k) => drawn.get(k) as SceneMotif, [
    { kind: 'tile', art: 'wash-layer', size: { width: side, height: side }, texture: true },
    { kind: 'placements' },
  ]);
  console.log(
    `Wash Day: ${project.placements.length} laid, ${Math.min(...throws.map((t) => t.amiss))} to look at.`,
  );
}

/** A finished tile, laid as a half-drop of itself. */
async function pennantRowBolt() {
  const px = 1500;
  const tile = await pixels(Buffer.from(pennantTile(px)));
  const size = mm(px);
  const inks = Object.entries(PENNANT_INKS).map(
    ([name, hex], n): Ink => ({ id: n ? name.toLowerCase() : 'ground', name, hex, also: [], texture: 1 }),
  );
  const way = (id: string, name: string, colours: string[]) => ({ id, name, ...WAY, colours });
  const base = apply(
    newProject('pennant-row', 'Pennant Row'),
    setBrief({ widthMm: size, heightMm: size }),
    setLayout({ kind: 'half-drop', drop: { p: 1, q: 2 } }),
  );
  const project: Project = {
    ...base,
    pictures: [
      motifOf({
        id: 'tile',
        name: 'Pennant tile',
        role: 'secondary',
        ...ORIGIN,
        asset: keepAsset(tile, PPI),
        width: px,
        height: px,
        ppi: PPI,
      }),
    ],
    layers: [{ kind: 'tile', id: 'pennants', picture: 'tile', size: null, colour: { as: 'inks' } }, ...LINES],
    inks,
    colourways: [
      way('regatta', 'Regatta', Object.values(PENNANT_INKS)),
      way('shingle', 'Shingle', ['#e9dfca', '#56626d', '#b4553f', '#cf9a45', '#6f9a96']),
      way('boathouse', 'Boathouse', ['#1f6f6b', '#f3ead6', '#d98a5a', '#e6c26a', '#12403f']),
    ],
    shown: 'regatta',
  };
  write(project);
  await strip(project, () => ({ pyramid: pyramidOf(tile), ppi: PPI }), [
    { kind: 'tile', art: 'pennants', size: null, texture: false },
    { kind: 'placements' },
  ]);
  console.log(`Pennant Row: ${px} x ${px} px.`);
}

await windLinesBolt();
await washDayBolt();
await pennantRowBolt();
