/**
 * Figures of laying: `tsx bench/lay.ts`. Scatter of 60 demo motifs in every layout, on seeds from the clock; and
 * settling from random starts. For a scale, the same run times libvips compositing 60 motifs onto a block.
 */
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import {
  gapSpread,
  type Layout,
  type Outline,
  outlineOf,
  projectSchema,
  SilhouetteIndex,
  scatter,
  seededRandom,
  settle,
} from '../src/core';

const project = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
const cell = { width: project.brief.widthMm, height: project.brief.heightMm };
const outlines = new Map<string, Outline>();
for (const m of project.motifs) {
  const k = 160 / Math.max(m.width, m.height);
  const [width, height] = [Math.round(m.width * k), Math.round(m.height * k)];
  const alpha = await sharp(`public/demo/assets/${m.asset}.png`)
    .ensureAlpha()
    .resize(width, height, { fit: 'fill' })
    .extractChannel(3)
    .raw()
    .toBuffer();
  const mm = (px: number) => (px / m.ppi) * 25.4;
  const s = {
    width,
    height,
    alpha: new Uint8Array(alpha),
    pxMm: mm(1 / k),
    widthMm: mm(m.width),
    heightMm: mm(m.height),
  };
  outlines.set(m.id, outlineOf(s));
}

const half = { p: 1, q: 2 };
const layouts: [string, Layout][] = [
  ['straight', { kind: 'straight', drop: half }],
  ['half-drop', { kind: 'half-drop', drop: half }],
  ['third drop', { kind: 'half-drop', drop: { p: 1, q: 3 } }],
  ['brick', { kind: 'brick', drop: half }],
  ['mirrored columns', { kind: 'half-drop', drop: half, alternate: { every: 'column', by: 'across' } }],
];
const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1];
const clock = Date.now() % 100000;
const GAP = 4;

for (const [name, layout] of layouts) {
  const times: number[] = [];
  const spreads: number[] = [];
  const gaps: number[] = [];
  let refused = 0;
  for (let k = 0; k < 8; k++) {
    const motifs = project.motifs.map((m, n) => ({
      motif: m.id,
      lead: n % 5,
      free: m.direction === 'free',
      count: 5,
      least: 0.35,
      most: 1.1,
    }));
    const rules = {
      motifs,
      directions: 'tossed' as const,
      leanDeg: 25,
      mirror: true,
      minGapMm: GAP,
      cover: 0.3,
    };
    const begun = performance.now();
    try {
      const laid = scatter(new SilhouetteIndex(layout, cell, outlines), rules, clock + k);
      spreads.push(laid.spread ?? 1);
      gaps.push(laid.smallestGapMm);
    } catch {
      refused++;
    }
    times.push(performance.now() - begun);
  }
  console.log(
    `Scatter of 60, ${name}: ${middle(times).toFixed(0)} ms (most ${Math.max(...times).toFixed(0)}), spread ${middle(spreads).toFixed(3)} (most ${Math.max(...spreads).toFixed(3)}), smallest gap ${Math.min(...gaps).toFixed(2)} mm of ${GAP} asked, refused ${refused} of 8.`,
  );
}

const falls: number[] = [];
let broken = 0;
for (let k = 0; k < 20; k++) {
  const random = seededRandom(clock + k);
  const silhouettes = new SilhouetteIndex(layouts[k % layouts.length][1], cell, outlines);
  for (let tries = 0; tries < 20000 && silhouettes.count < 30; tries++) {
    const { id } = project.motifs[silhouettes.count % project.motifs.length];
    const p = {
      motif: id,
      x: random() * 304,
      y: random() * 304,
      angle: random() * 360,
      scale: 0.6,
      mirror: false,
    };
    if ((silhouettes.nearest(-1, p, 60, GAP)?.gap ?? 60) >= GAP) silhouettes.add(p);
  }
  const { before, after } = settle(silhouettes, { minGapMm: GAP, locked: new Set() });
  falls.push(1 - (after ?? 0) / (before ?? 1));
  if ((gapSpread(silhouettes.gaps()) ?? 0) > 1 || Math.min(...silhouettes.gaps()) < GAP) broken++;
}
console.log(
  `Settle from random, 20 starts: spread falls by ${(middle(falls) * 100).toFixed(0)} % (least ${(Math.min(...falls) * 100).toFixed(0)} %), smallest gap broken ${broken} times.`,
);

const begun = performance.now();
await sharp({ create: { width: 3600, height: 3600, channels: 4, background: '#f4ecdc' } })
  .composite(
    await Promise.all(
      Array.from({ length: 60 }, async (_, n) => {
        const m = project.motifs[n % project.motifs.length];
        const art = sharp(`public/demo/assets/${m.asset}.png`).rotate(n * 17, { background: '#00000000' });
        const input = await art.resize(300).png().toBuffer();
        return { input, left: (n * 397) % 3200, top: (n * 731) % 3200 };
      }),
    ),
  )
  .raw()
  .toBuffer();
console.log(
  `For a scale: libvips turns, sizes and composites 60 motifs in ${(performance.now() - begun).toFixed(0)} ms.`,
);
