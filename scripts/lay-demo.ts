/**
 * Builds the demo project from the drawn sheet with the product's own intake and palette: `npm run lay-demo`. With
 * `-- --lay` the half-drop is laid anew by the product's own means (scattered, bare patches filled, settled; the best
 * of several throws); otherwise all stays where it lies. The other demo bolts are drawn after it: `npm run lay-cloths`.
 */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import sharp from 'sharp';
import {
  DEFAULT_INTAKE,
  encodePng,
  extractPalette,
  FREE_ANGLES,
  fillGap,
  gapSpread,
  hexOfRgb,
  labDistance,
  latticeOf,
  type Motif,
  motifOf,
  oklabOf,
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
  type Silhouette,
  SilhouetteIndex,
  scatter,
  settle,
  splitPieces,
  wrapPoint,
} from '../src/core';

const OUT = 'public/demo';
const SHEET = `${OUT}/kite-weather-sheet.jpg`;
const FILE = `${OUT}/kite-weather.json`;
const PPI = 300;
const CELL = { width: 304.8, height: 304.8 };
const LAYOUT = { kind: 'half-drop' as const, drop: { p: 1, q: 2 } };
/** How many throws are made; the best is kept. */
const THROWS = 8;

const sha = (b: Uint8Array) => createHash('sha256').update(b).digest('hex');

// Names in reading order of the sheet.
const NAMES: [string, Motif['role']][] = [
  ['Diamond kite', 'hero'],
  ['Small kite', 'secondary'],
  ['Box kite', 'hero'],
  ['Swift', 'secondary'],
  ['Windsock', 'secondary'],
  ['Spool of line', 'filler'],
  ['Cloud curl', 'secondary'],
  ['Small cloud', 'filler'],
  ['Knot', 'filler'],
  ['Tail bow, madder', 'filler'],
  ['Tail bow, sea', 'filler'],
  ['Tail bow, ochre', 'filler'],
];

const { data, info } = await sharp(SHEET).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
const page = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
const pieces = splitPieces(page, PPI, DEFAULT_INTAKE);
if (pieces.length !== NAMES.length) {
  const boxes = pieces.map((p) => `${p.x},${p.y} ${p.art.width}x${p.art.height}`).join('\n');
  throw new Error(`${pieces.length} pieces were found, ${NAMES.length} are named:\n${boxes}`);
}

rmSync(`${OUT}/assets`, { recursive: true, force: true });
mkdirSync(`${OUT}/assets`, { recursive: true });
const motifs: Motif[] = pieces.map(({ art, x, y }, n) => {
  const png = encodePng(art, PPI);
  const asset = sha(png);
  writeFileSync(`${OUT}/assets/${asset}.png`, png);
  const [name, role] = NAMES[n];
  return motifOf({
    id: `m${n + 1}`,
    name,
    role,
    direction: role === 'filler' && name !== 'Small cloud' ? 'free' : 'top',
    source: 'Drawn for Tansy Wharf Mill, sheet 1',
    permission: 'mine',
    asset,
    width: art.width,
    height: art.height,
    ppi: PPI,
    sheet: 'sheet',
    box: { x, y, width: art.width, height: art.height },
  });
});

/** A piece's silhouette, about 160 px, as the product has it. */
function silhouetteOf(art: Raster): Silhouette {
  const { raster, factor } = reduceTo(art, 160);
  const alpha = Uint8Array.from({ length: raster.width * raster.height }, (_, p) => raster.data[p * 4 + 3]);
  const mm = (px: number) => (px / PPI) * 25.4;
  return {
    width: raster.width,
    height: raster.height,
    alpha,
    pxMm: mm(factor),
    widthMm: mm(art.width),
    heightMm: mm(art.height),
  };
}
const outlines = new Map(pieces.map(({ art }, n) => [`m${n + 1}`, outlineOf(silhouetteOf(art))]));

// How many of each, and the sizes it may have; those of one lead are kept apart.
const SORTS: Record<string, [count: number, least: number, most: number, lead: number]> = {
  'Diamond kite': [2, 1.05, 1.3, 0],
  'Box kite': [2, 1, 1.25, 1],
  'Small kite': [3, 0.95, 1.25, 2],
  Swift: [3, 0.85, 1.25, 3],
  Windsock: [3, 0.85, 1.2, 0],
  'Cloud curl': [3, 0.75, 1.1, 2],
  'Small cloud': [3, 0.9, 1.2, 4],
  'Spool of line': [3, 0.75, 1, 0],
  Knot: [7, 0.8, 1.1, 1],
  'Tail bow, madder': [5, 0.8, 1.1, 0],
  'Tail bow, sea': [6, 0.8, 1.1, 2],
  'Tail bow, ochre': [5, 0.8, 1.1, 1],
};
const leadOf = (motif: string) => SORTS[NAMES[Number(motif.slice(1)) - 1][0]][3];
const leads = new Map(motifs.map((m) => [m.id, leadOf(m.id)]));
const scene = new Map(pieces.map((p, n) => [`m${n + 1}`, { pyramid: pyramidOf(p.art), ppi: PPI }]));
const GAP = 5;

/** One throw, its bare patches filled and all settled once more: the placements, and how good they are. */
function thrown(seed: number) {
  const silhouettes = new SilhouetteIndex(LAYOUT, CELL, outlines);
  try {
    scatter(
      silhouettes,
      {
        motifs: motifs.map((m) => {
          const [count, least, most, lead] = SORTS[m.name];
          return { motif: m.id, lead, free: m.direction === 'free', count, least, most };
        }),
        directions: 'tossed',
        leanDeg: 24,
        mirror: true,
        minGapMm: GAP,
        cover: 0.36,
      },
      seed,
    );
  } catch {
    return null;
  }
  const placed = () => Array.from({ length: silhouettes.count }, (_, n) => silhouettes.placed(n));
  const bare = () =>
    runCheck(
      { ground: null, motifs: scene, placements: placed() },
      pixelPlan(LAYOUT, CELL, PPI),
    ).findings.flatMap((f) => (f.kind === 'bare-patch' ? [f] : []));
  const fillers = motifs
    .filter((m) => m.role === 'filler' && m.name !== 'Small cloud')
    .map((m) => ({
      motif: m.id,
      lead: leadOf(m.id),
      scales: [0.5, 0.85, 1.1] as [number, number, number],
      angles: [...FREE_ANGLES],
    }));
  for (let k = 0; k < 16; k++) {
    const [patch] = bare();
    const [offer] = patch
      ? fillGap(silhouettes, { ...patch.at, r: patch.widthMm / 2 }, fillers, GAP, leads)
      : [];
    if (!offer) break;
    silhouettes.add(offer.placed);
    settle(silhouettes, { minGapMm: GAP, locked: new Set(), passes: 12 });
  }
  return {
    placed: placed(),
    bare: bare().length,
    spread: gapSpread(silhouettes.gaps()) ?? 1,
    cover: silhouettes.cover(),
  };
}

/** The best of some throws. */
function laidAnew(): Placement[] {
  let best: ReturnType<typeof thrown> = null;
  for (let seed = 1; seed <= THROWS; seed++) {
    const now = thrown(seed);
    if (!now) continue;
    console.log(
      `Throw ${seed}: ${now.placed.length} laid, ${now.bare} bare, spread ${now.spread.toFixed(3)}, cover ${now.cover.toFixed(3)}.`,
    );
    const worth = (t: NonNullable<typeof best>) => t.cover - 0.05 * t.bare - 0.2 * t.spread;
    if (!best || worth(now) > worth(best)) best = now;
  }
  if (!best) throw new Error('No throw was made.');
  const lattice = latticeOf(LAYOUT, CELL);
  return best.placed.map(({ motif, angle, scale, mirror, ...at }, i) => ({
    motif,
    angle: 180 - ((((180 - angle) % 360) + 360) % 360),
    scale: Math.round(scale * 1000) / 1000,
    mirror,
    ...wrapPoint(lattice, { x: at.x, y: at.y }),
    id: `p${i + 1}`,
  }));
}
const asItLies = (): Placement[] => projectSchema.parse(JSON.parse(readFileSync(FILE, 'utf8'))).placements;
const placements = process.argv.includes('--lay') ? laidAnew() : asItLies();

// Inks as found, told apart by name through the nearest of the colours the art was painted with.
const PAINTED: [string, string][] = [
  ['Line', '#1f2b4a'],
  ['Madder', '#bb4631'],
  ['Ochre', '#dc9c37'],
  ['Sea', '#5b9e9c'],
  ['Blush', '#e2a596'],
  ['White', '#fdfdfb'],
];
const found = extractPalette(pieces.map((p) => p.art)).inks;
const inks = found.map(({ rgb }) => {
  const lab = oklabOf(...rgb);
  const near = PAINTED.map(([name, hex]) => ({
    name,
    far: labDistance(lab, oklabOf(...(rgbOfHex(hex) as Rgb))),
  })).sort((a, b) => a.far - b.far)[0];
  return { name: near.name, hex: hexOfRgb(rgb) };
});
console.log(
  inks,
  found.map((f) => f.share.toFixed(3)),
);
const order = PAINTED.map(([name]) => inks.find((i) => i.name === name)).filter((i) => i !== undefined);
if (order.length !== PAINTED.length)
  throw new Error('The palette did not give the six inks that were painted with.');

const way = (id: string, name: string, note: string, ground: string, by: Record<string, string> = {}) => ({
  id,
  name,
  note,
  colours: [ground, ...order.map((i) => by[i.name] ?? i.hex)],
});
const project: Project = projectSchema.parse({
  version: 4,
  ground: { kind: 'plain' },
  pictures: [],
  layers: [{ kind: 'placements', id: 'placements' }],
  id: 'kite-weather',
  name: 'Kite Weather',
  brief: { widthMm: CELL.width, heightMm: CELL.height, ppi: PPI, unit: 'in' },
  layout: LAYOUT,
  sheets: [
    {
      id: 'sheet',
      name: 'Kite Weather, sheet 1',
      asset: sha(readFileSync(SHEET)),
      ppi: PPI,
      settings: DEFAULT_INTAKE,
    },
  ],
  motifs,
  placements,
  inks: [
    { id: 'ground', name: 'Ground', hex: '#f4ecdc' },
    ...order.map((i) => ({ id: i.name.toLowerCase(), ...i })),
  ],
  colourways: [
    way('brisk', 'Brisk', 'Noon, a fresh wind. The inks as painted.', '#f4ecdc'),
    way('lull', 'Lull', 'Slack water: washed and pale.', '#c9dbd6', {
      Line: '#2c4a5c',
      Madder: '#d98a72',
      Ochre: '#ecc98b',
      Sea: '#6fa3ab',
      Blush: '#f3d3c4',
      White: '#f7f6ee',
    }),
    way('dusk', 'Dusk', 'Lamps lit: a light line on aubergine.', '#2b1d38', {
      Line: '#f0dcc0',
      Madder: '#c2505a',
      Ochre: '#dd9a4a',
      Sea: '#7b6fae',
      Blush: '#b9789a',
      White: '#4a3559',
    }),
    way('squall', 'Squall', 'A slate sky, and every colour loud.', '#56626d', {
      Line: '#17202c',
      Madder: '#d0573c',
      Ochre: '#e6b84f',
      Sea: '#93b5b8',
      Blush: '#d8cfc4',
      White: '#eef0ec',
    }),
  ],
  shown: 'brisk',
});
writeFileSync(FILE, `${JSON.stringify(project, null, 1)}\n`);
const view = pixelPlan(LAYOUT, CELL, 62);
const from = project.inks.slice(1).map((i) => rgbOfHex(i.hex));
const to = project.colourways[0].colours.slice(1).map(rgbOfHex);
const art = new Map(
  pieces.map((p, n) => [`m${n + 1}`, { pyramid: pyramidOf(recolour(platesOf(p.art, from), to)), ppi: PPI }]),
);
const ground = rgbOfHex(project.colourways[0].colours[0]);
const strip = renderWindow({ ground, motifs: art, placements }, view, 840, 380);
await sharp(strip.data, { raw: { width: strip.width, height: strip.height, channels: 4 } })
  .webp({ quality: 86 })
  .toFile(`${OUT}/strip.webp`);
const used = new Set(placements.map((p) => p.motif)).size;
console.log(`Laid ${placements.length} placements of ${used} motifs.`);
