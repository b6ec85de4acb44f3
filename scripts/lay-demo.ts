/**
 * Builds the demo project from the drawn sheet with the product's own intake and palette, and lays the
 * half-drop: a seeded search that sets each motif where it fits most snugly. Run `npm run lay-demo`.
 */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import sharp from 'sharp';
import {
  DEFAULT_INTAKE,
  distanceTo,
  encodePng,
  extractPalette,
  hexOfRgb,
  labDistance,
  latticeOf,
  type Motif,
  motifOf,
  oklabOf,
  type Placement,
  type Project,
  pixelPlan,
  platesOf,
  projectSchema,
  pyramidOf,
  type Rgb,
  recolour,
  renderWindow,
  rgbOfHex,
  splitPieces,
  wrapPoint,
} from '../src/core';
import { seeded } from './art/noise';

const OUT = 'public/demo';
const SHEET = `${OUT}/kite-weather-sheet.jpg`;
const PPI = 300;
const CELL = { width: 304.8, height: 304.8 };
const LAYOUT = { kind: 'half-drop' as const, drop: { p: 1, q: 2 } };
const GRID = 1.6; // mm a square while searching
const random = seeded(41);

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
    direction: role === 'filler' ? 'free' : 'top',
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

// Silhouettes as points in mm about the middle.
const shapes = pieces.map(({ art }) => {
  const pts: [number, number][] = [];
  const step = Math.round((GRID * 0.8 * PPI) / 25.4);
  for (let y = 0; y < art.height; y += step) {
    for (let x = 0; x < art.width; x += step) {
      if (art.data[(y * art.width + x) * 4 + 3] > 90) {
        pts.push([((x - art.width / 2) * 25.4) / PPI, ((y - art.height / 2) * 25.4) / PPI]);
      }
    }
  }
  return pts;
});

const bw = Math.round(CELL.width / GRID) * 2;
const bh = Math.round(CELL.height / GRID / 2) * 2;
const sx = bw / (CELL.width * 2);
const sy = bh / CELL.height;
const grid = new Uint8Array(bw * bh);

type Try = Omit<Placement, 'id'> & { n: number };
const cellsOf = (t: Try): number[] => {
  const c = Math.cos((t.angle * Math.PI) / 180) * t.scale;
  const s = Math.sin((t.angle * Math.PI) / 180) * t.scale;
  return shapes[t.n].flatMap(([px, py]) => {
    const u = t.mirror ? -px : px;
    const x = Math.floor((t.x + u * c - py * s) * sx);
    const y = Math.floor((t.y + u * s + py * c) * sy);
    // The second column of a half-drop hangs half a cell lower.
    return [0, 1].map((k) => {
      const xx = (((x + (k * bw) / 2) % bw) + bw) % bw;
      const yy = (((y + (k * bh) / 2) % bh) + bh) % bh;
      return yy * bw + xx;
    });
  });
};

// What is laid, in order: heroes first, then ever smaller things into the room that is left.
const ORDER: [name: string, scale: number, spin: number, base: number][] = [
  ['Diamond kite', 0.92, 14, 12],
  ['Box kite', 0.92, 14, -8],
  ['Diamond kite', 0.84, 14, -16],
  ['Box kite', 0.8, 14, 14],
  ['Windsock', 0.88, 16, -10],
  ['Swift', 0.9, 24, 0],
  ['Small kite', 0.95, 18, 10],
  ['Cloud curl', 0.82, 5, 0],
  ['Swift', 0.74, 24, -20],
  ['Windsock', 0.74, 16, 14],
  ['Cloud curl', 0.66, 5, 0],
  ['Small kite', 0.84, 18, -14],
  ['Swift', 0.6, 26, 10],
  ['Small cloud', 0.9, 6, 0],
  ['Spool of line', 0.74, 24, 0],
  ['Spool of line', 0.64, 24, 12],
  ['Small cloud', 0.8, 6, 0],
  ['Knot', 0.86, 60, 0],
  ['Tail bow, madder', 0.8, 60, 0],
  ['Tail bow, sea', 0.8, 60, 0],
  ['Tail bow, ochre', 0.8, 60, 0],
  ['Spool of line', 0.58, 24, -12],
  ['Knot', 0.7, 60, 0],
  ...Array.from({ length: 22 }, (_, k): [string, number, number, number] => [
    ['Tail bow, ochre', 'Tail bow, sea', 'Knot', 'Tail bow, madder'][k % 4],
    0.74 - (k > 8 ? 0.16 : 0),
    80,
    k * 40,
  ]),
];

const GAP = 4.6;
const laid: Try[] = [];
for (const [name, scale, spin, base] of ORDER) {
  const n = NAMES.findIndex(([m]) => m === name);
  const room = laid.length ? distanceTo(grid, bw, bh, true) : new Float32Array(grid.length).fill(1e3);
  let best: { t: Try; cost: number } | undefined;
  for (let k = 0; k < 1100; k++) {
    const t: Try = {
      n,
      motif: `m${n + 1}`,
      x: random() * CELL.width,
      y: random() * CELL.height,
      angle: ((Math.round(base + (random() - 0.5) * 2 * spin) + 540) % 360) - 180,
      scale: Math.round(scale * 132) / 100,
      mirror: random() < 0.5,
    };
    const cells = cellsOf(t);
    // Its own copies must clear it too: count squares that two of its points in different cells share.
    let least = 1e9;
    let sum = 0;
    for (let i = 0; i < cells.length; i += 3) {
      const d = room[cells[i]] * GRID;
      if (d < least) least = d;
      if (d < GAP * 0.86) break;
      sum += Math.min(d, 40);
    }
    if (least < GAP * 0.86) continue;
    const twin = Math.min(
      200,
      ...laid
        .filter((o) => o.n === n || NAMES[o.n][0].slice(0, 4) === name.slice(0, 4))
        .flatMap((o) =>
          [-1, 0, 1].flatMap((i) =>
            [-1, 0, 1].map((j) =>
              Math.hypot(o.x + i * CELL.width - t.x, o.y + j * CELL.height + (i * CELL.height) / 2 - t.y),
            ),
          ),
        ),
    );
    // In the middle of the widest room that is left, and far from its like.
    const cost = -Math.min(least, 60) - sum / cells.length / 3 - Math.min(twin, 170) * 0.1;
    if (!best || cost < best.cost) best = { t, cost };
  }
  if (!best) continue;
  laid.push(best.t);
  for (const c of cellsOf(best.t)) grid[c] = 1;
}

// Ease the gaps: small moves that widen the narrowest room around each piece.
for (let pass = 0; pass < 22; pass++) {
  for (const [k, t] of laid.entries()) {
    grid.fill(0);
    for (const [j, o] of laid.entries()) if (j !== k) for (const c of cellsOf(o)) grid[c] = 1;
    const room = distanceTo(grid, bw, bh, true);
    const tight = (q: Try) => {
      const d = cellsOf(q)
        .map((c) => room[c])
        .sort((a, b) => a - b);
      const m = Math.max(1, Math.floor(d.length * 0.12));
      return d.slice(0, m).reduce((s, v) => s + v, 0) / m + d[0];
    };
    let now = tight(t);
    for (let i = 0; i < 8; i++) {
      const step = 8 * (1 - pass / 22) + 0.8;
      const q = {
        ...t,
        x: t.x + (random() - 0.5) * step,
        y: t.y + (random() - 0.5) * step,
        angle: t.angle + Math.round((random() - 0.5) * 6),
      };
      const then = tight(q);
      if (then > now) {
        Object.assign(t, q);
        now = then;
      }
    }
  }
}

const lattice = latticeOf(LAYOUT, CELL);
const placements: Placement[] = laid.map(({ n: _, ...t }, i) => ({
  ...t,
  ...wrapPoint(lattice, t),
  id: `p${i + 1}`,
}));

// Inks as found, told apart by name through the nearest of the colours the art was painted with.
const PAINTED: [string, string][] = [
  ['Line', '#1f2b4a'],
  ['Madder', '#bb4631'],
  ['Ochre', '#dc9c37'],
  ['Sea', '#5b9e9c'],
  ['Blush', '#e2a596'],
  ['White', '#fdfdfb'],
];
const found = extractPalette(pieces.map((p) => p.art));
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

const way = (id: string, name: string, ground: string, by: Record<string, string>) => ({
  id,
  name,
  colours: [ground, ...order.map((i) => by[i.name] ?? i.hex)],
});
const project: Project = projectSchema.parse({
  version: 2,
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
    way('brisk', 'Brisk', '#f4ecdc', { White: '#fbf7ee' }),
    way('lull', 'Lull', '#c9dbd6', {
      Line: '#2c4a5c',
      Madder: '#d98a72',
      Ochre: '#ecc98b',
      Sea: '#6fa3ab',
      Blush: '#f3d3c4',
      White: '#f7f6ee',
    }),
    way('dusk', 'Dusk', '#2b1d38', {
      Line: '#f0dcc0',
      Madder: '#c2505a',
      Ochre: '#dd9a4a',
      Sea: '#7b6fae',
      Blush: '#b9789a',
      White: '#4a3559',
    }),
    way('squall', 'Squall', '#56626d', {
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
writeFileSync(`${OUT}/kite-weather.json`, `${JSON.stringify(project, null, 1)}\n`);
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
