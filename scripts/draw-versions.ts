/**
 * Draws the demo bolt High Wind: one drawing in three versions, as a sheet, after it was slid by half and drawn on, and after that once
 * more. The second has a kite line that leaves at an edge and does not come back; the third mends it. Run `npm run draw-versions`; what
 * came back and how each is judged is found as the application finds it.
 */
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import sharp, { type OverlayOptions } from 'sharp';
import { rasterFrom } from '../bench/drawn-cloths';
import {
  apply,
  atEdges,
  cellOf,
  edgeReport,
  edgesOnCloth,
  encodePng,
  extractPalette,
  hexOfRgb,
  type Ink,
  labDistance,
  motifOf,
  newProject,
  newStrokes,
  oklabOf,
  openProject,
  type Project,
  pixelPlan,
  productOf,
  projectSchema,
  projectText,
  putHome,
  pyramidOf,
  type Raster,
  readSent,
  reduceTo,
  registerReturn,
  renderWindow,
  rgbOfHex,
  rollRaster,
  runCheck,
  type Scene,
  type SnapshotNotes,
  sendOut,
  setBrief,
  setLayout,
  shownColourway,
  stepsOf,
  takeBack,
  withStrokes,
  wordsOf,
} from '../src/core';

const OUT = 'public/demo';
const ID = 'high-wind';
const [SIDE, PPI] = [1080, 180];
const GROUND = '#f4eee1';
const AT = ['2026-11-02T09:10:00.000Z', '2026-11-02T10:05:00.000Z', '2026-11-02T11:20:00.000Z'];

const kite = openProject(JSON.parse(readFileSync(`${OUT}/kite-weather.json`, 'utf8')));
type Laid = [name: string, x: number, y: number, degrees: number, scale: number];

/** Motifs of Kite Weather and lines laid on a picture: shares of it, their own size times a scale. */
async function drawnOver(under: Raster, laid: Laid[], lines = ''): Promise<Raster> {
  const layers: OverlayOptions[] = [
    {
      input: Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}"><g fill="none" stroke="#1f2b4a" stroke-width="5" stroke-linecap="round">${lines}</g></svg>`,
      ),
    },
  ];
  for (const [name, x, y, degrees, scale] of laid) {
    const motif = kite.motifs.find((m) => m.name === name);
    if (!motif) throw new Error(`There is no ${name} in the demo.`);
    const input = await sharp(`${OUT}/assets/${motif.asset}.png`)
      .resize(Math.round((motif.width * scale * PPI) / motif.ppi))
      .rotate(degrees, { background: { r: 0, g: 0, b: 0, alpha: 0 } })
      .png()
      .toBuffer();
    const { width = 0, height = 0 } = await sharp(input).metadata();
    layers.push({ input, left: Math.round(x * SIDE - width / 2), top: Math.round(y * SIDE - height / 2) });
  }
  const raw = { width: SIDE, height: SIDE, channels: 4 as const };
  return rasterFrom(await sharp(Buffer.from(under.data), { raw }).composite(layers).png().toBuffer());
}

function keep(art: Raster, ppi: number): string {
  const png = encodePng(art, ppi);
  const name = createHash('sha256').update(png).digest('hex');
  writeFileSync(`${OUT}/assets/${name}.png`, png);
  return name;
}

/** The line that a kite flies on, from the opened middle over the right edge of the slid picture and back in at its left. */
const LINE = 'M640 590C760 700 900 500 1080 560C1180 593 1260 700 1330 640';
const back = `<path transform="translate(${-SIDE} 0)" d="${LINE}"/>`;

const bare = rasterOf(GROUND);
function rasterOf(hex: string): Raster {
  const data = new Uint8ClampedArray(SIDE * SIDE * 4);
  for (let p = 0; p < SIDE * SIDE; p++) data.set([...rgbOfHex(hex), 255], p * 4);
  return { width: SIDE, height: SIDE, data };
}
const sheet = await drawnOver(bare, [
  ['Diamond kite', 0.33, 0.4, 12, 0.56],
  ['Box kite', 0.68, 0.66, -14, 0.62],
  ['Swift', 0.68, 0.24, -10, 0.52],
  ['Windsock', 0.4, 0.79, 8, 0.6],
  ['Small cloud', 0.17, 0.55, 0, 0.7],
  ['Tail bow, sea', 0.84, 0.45, -15, 0.7],
  ['Tail bow, madder', 0.5, 0.52, 24, 0.7],
  ['Tail bow, ochre', 0.5, 0.2, -30, 0.7],
  ['Knot', 0.62, 0.88, 20, 0.6],
]);
const half = SIDE / 2;
const slid = (r: Raster) => rollRaster(r, half, half);

const plan = pixelPlan(
  { kind: 'straight', drop: { p: 1, q: 2 } },
  { width: (SIDE / PPI) * 25.4, height: (SIDE / PPI) * 25.4 },
  PPI,
);
const ORIGIN = { source: 'Drawn for Tansy Wharf Mill', permission: 'mine' as const };

/** The inks of the drawing by the names that the demo has for them. */
function inksOf(art: Raster): Ink[] {
  const named = Object.entries({
    Line: '#1f2b4a',
    Madder: '#bb4631',
    Ochre: '#dc9c37',
    Sea: '#5b9e9c',
    Blush: '#e2a596',
    White: '#fdfdfb',
  });
  const inks = new Map<string, Ink>([
    ['Ground', { id: 'ground', name: 'Ground', hex: GROUND, also: [], texture: 1 }],
  ]);
  for (const { rgb } of extractPalette([art]).inks) {
    const lab = oklabOf(...rgb);
    if (labDistance(lab, oklabOf(...rgbOfHex(GROUND))) < 0.05) continue;
    const [name] = named
      .map(([n, hex]) => ({ n, far: labDistance(lab, oklabOf(...rgbOfHex(hex))) }))
      .sort((p, q) => p.far - q.far)
      .map(({ n }) => n);
    const there = inks.get(name ?? '');
    if (there) there.also.push(hexOfRgb(rgb));
    else if (name) inks.set(name, { id: name.toLowerCase(), name, hex: hexOfRgb(rgb), also: [], texture: 1 });
  }
  return [...inks.values()];
}

const small = (art: Raster) => keep(reduceTo(art, 270).raster, 96);
const pictureOf = (id: string, art: Raster) => {
  const own = { asset: keep(art, PPI), width: SIDE, height: SIDE, ppi: PPI };
  return motifOf({ id, name: 'High Wind', role: 'secondary', ...ORIGIN, ...own });
};
const tileOf = (id: string, picture: string) => ({
  kind: 'tile' as const,
  id,
  picture,
  size: null,
  colour: { as: 'inks' as const },
});

const inks = inksOf(sheet);
const size = (SIDE / PPI) * 25.4;
const base = apply(
  newProject(ID, 'High Wind'),
  setBrief({ widthMm: size, heightMm: size, ppi: PPI }),
  setLayout({ kind: 'straight', drop: { p: 1, q: 2 } }),
);
const way = (id: string, name: string, by: Record<string, string> = {}) => ({
  ...{ id, name, note: '', locked: [] },
  colours: inks.map((i) => by[i.name] ?? i.hex),
});
const start: Project = {
  ...base,
  pictures: [pictureOf('sheet', sheet)],
  layers: [tileOf('as-sheet', 'sheet'), { kind: 'placements', id: 'placements' }],
  inks,
  colourways: [
    way('day', 'Day'),
    way('dusk', 'Dusk', { Ground: '#2b2440', Line: '#f0dcc0', White: '#3a2f50', Sea: '#7d86b8' }),
  ],
  shown: 'day',
};

const outOf = (picture: Raster, at: string, after: number) =>
  sendOut({
    ...{
      asset: keep(picture, PPI),
      under: null,
      guide: null,
      cloth: null,
      after,
      at,
      how: 'both' as const,
      frame: 'cell' as const,
    },
    ...{ x: half, y: half, width: SIDE, height: SIDE, ppi: PPI },
  });

/** Takes back a picture that was drawn on, as the application does where nothing but pictures lies on the cloth. */
function cameBack(
  project: Project,
  out: Raster,
  after: Raster,
  version: number,
): { project: Project; art: Raster } {
  const sent = readSent(out);
  const laid = registerReturn(sent, after);
  if ('why' in laid) throw new Error(`Version ${version} is not taken: ${laid.why}.`);
  const { mask, firm } = newStrokes(sent, laid.raster, laid.found);
  const marginMm = project.drawnOn.marginMm;
  const report = edgeReport(laid.raster, firm, { ppi: PPI, steps: stepsOf(plan), marginMm });
  const from = { x: half, y: half };
  const art = putHome(withStrokes(out, laid.raster, mask), plan, from);
  const picture = pictureOf(`drawn-${version}`, art);
  const edges = edgesOnCloth(report, from, plan.scale);
  const { asset, width, height, ppi } = picture;
  const made = { art: { asset, width, height, ppi }, picture: small(art), edges, whole: true, version };
  return { project: apply(project, takeBack(made, picture, tileOf(`version-${version}`, picture.id))), art };
}

/** How a version is judged: what the check finds of its picture, and what was drawn at the edges. */
function judged(project: Project, art: Raster): NonNullable<SnapshotNotes['judged']> {
  const scene: Scene = {
    ground: rgbOfHex(GROUND),
    motifs: new Map([['art', { pyramid: pyramidOf(art), ppi: PPI }]]),
    placements: [],
    layers: [{ kind: 'tile', art: 'art', size: null, texture: false }, { kind: 'placements' }],
  };
  const { style, strictness, product } = project.checking;
  const report = runCheck(scene, plan, {
    ...{ style, strictness, wants: productOf(product).wants },
    inks: shownColourway(project).colours.map(rgbOfHex),
  });
  const all = [...report.findings, ...atEdges(project.drawnOn)];
  return {
    score: report.evenness?.score ?? null,
    findings: (['warning', 'note'] as const)
      .flatMap((s) => all.filter((f) => f.severity === s))
      .map((f) => ({
        kind: f.kind,
        severity: f.severity,
        title: wordsOf(f, project).title.slice(0, 200),
        x: f.at.x,
        y: f.at.y,
      })),
  };
}

const firstOut = slid(sheet);
const went = apply(start, outOf(firstOut, AT[0] ?? '', 0));
const firstBack = await drawnOver(
  firstOut,
  [
    ['Small kite', 0.54, 0.47, -20, 0.56],
    ['Cloud curl', 0.47, 0.68, 0, 0.6],
    ['Spool of line', 0.33, 0.53, 16, 0.56],
    ['Small cloud', 0.61, 0.31, 0, 0.66],
    ['Tail bow, sea', 0.36, 0.32, 14, 0.7],
  ],
  `<path d="${LINE}"/>`,
);
const second = cameBack(went, firstOut, firstBack, 1);
const secondOut = slid(second.art);
const again = apply(second.project, outOf(secondOut, AT[1] ?? '', 1));
const secondBack = await drawnOver(secondOut, [['Tail bow, madder', 0.24, 0.6, 40, 0.6]], back);
const third = cameBack(again, secondOut, secondBack, 2);

const snapshot = (n: number, name: string, project: Project, art: Raster) => ({
  ...{
    id: `${ID}-${n}`,
    name,
    at: AT[n] ?? '',
    project: projectSchema.parse(project),
    judged: judged(project, art),
  },
});
const snapshots = [
  snapshot(0, 'As it went out', went, sheet),
  snapshot(1, 'Drawn 1', second.project, second.art),
  snapshot(2, 'Drawn 2', third.project, third.art),
];
const text = (value: unknown) => `${JSON.stringify(value, null, 1)}\n`;
writeFileSync(`${OUT}/${ID}.json`, text(projectSchema.parse(third.project)));
writeFileSync(`${OUT}/${ID}-versions.json`, projectText({ project: null, log: [], snapshots }));
const cell = cellOf(third.project);
const strip = pixelPlan({ kind: 'straight', drop: { p: 1, q: 2 } }, cell, 80);
const { data, width, height } = renderWindow(
  {
    ground: rgbOfHex(GROUND),
    motifs: new Map([['art', { pyramid: pyramidOf(third.art), ppi: PPI }]]),
    placements: [],
    layers: [{ kind: 'tile', art: 'art', size: null, texture: false }, { kind: 'placements' }],
  },
  strip,
  840,
  380,
);
await sharp(Buffer.from(data), { raw: { width, height, channels: 4 } })
  .webp({ quality: 86 })
  .toFile(`${OUT}/${ID}-strip.webp`);
for (const { name, judged: j } of snapshots)
  console.log(
    `${name}: evenness ${j.score}, ${j.findings
      .filter((f) => f.severity === 'warning')
      .map((f) => f.title)
      .join('; ')}.`,
  );
