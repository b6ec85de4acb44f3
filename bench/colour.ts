/** Figures of colour: `tsx bench/colour.ts [halo|palette|fine|lines|speed]`, on a seed from the clock or SEED. */
import { readFileSync } from 'node:fs';
import { differenceCiede2000 } from 'culori';
import sharp from 'sharp';
import {
  extractPalette,
  hexOfRgb,
  pixelPlan,
  platesOf,
  projectSchema,
  pyramidOf,
  type Raster,
  type Rgb,
  recolour,
  renderWindow,
  rgbOfHex,
  type SceneMotif,
  seededRandom,
  softProof,
} from '../src/core';
import { readPrinter } from '../src/engine/art/icc';
import { alike, closeInks, drawShapes, randomInks, randomLines, randomShapes } from '../tests/inks/make-art';

const distance = differenceCiede2000();
const seed = Number(process.env.SEED ?? Date.now() % 100000);
const [only] = process.argv.slice(2);
console.log(`seed ${seed}`);

/** Median of some runs, ms. */
function timed(runs: number, run: () => unknown): number {
  const all = Array.from({ length: runs }, () => {
    const from = performance.now();
    run();
    return performance.now() - from;
  });
  return all.sort((a, b) => a - b)[runs >> 1];
}

/** The demo's own cloth at 3600 px: washes and ink lines, the texture that flat art has not. */
async function washed(): Promise<{ art: Raster; inks: Rgb[] }> {
  const project = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
  const motifs = new Map<string, SceneMotif>();
  for (const m of project.motifs) {
    const { data, info } = await sharp(`public/demo/assets/${m.asset}.png`)
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const art = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
    motifs.set(m.id, { pyramid: pyramidOf(art), ppi: m.ppi });
  }
  const inks = project.inks.map((i) => rgbOfHex(i.hex));
  const cell = { width: project.brief.widthMm, height: project.brief.heightMm };
  const plan = pixelPlan({ ...project.layout, kind: 'straight' }, cell, 300);
  const scene = { ground: inks[0], motifs, placements: project.placements };
  return { art: renderWindow(scene, plan, 3600, 3600), inks };
}

async function speed() {
  const side = 60;
  const inks = randomInks(9, seed);
  const flat = await drawShapes(randomShapes(9, seed, side, 12), inks, { side, ppi: (3600 / side) * 25.4 });
  const profile = new Uint8Array(readFileSync('public/profiles/coated-offset.icc'));
  const { cube } = await readPrinter(profile);
  for (const [name, { art, inks: own }] of [
    ['flat art', { art: flat, inks }],
    ['washed art', await washed()],
  ] as const) {
    const other = randomInks(own.length, seed + 1);
    const from = performance.now();
    const plates = platesOf(art, own);
    const split = performance.now() - from;
    const into = new Uint8ClampedArray(art.data.length);
    const labels = Uint8Array.from(plates.index, (t) => plates.codes.first[t]);
    const table = Uint32Array.from(other, ([r, g, b]) => ((255 << 24) | (b << 16) | (g << 8) | r) >>> 0);
    const out = new Uint32Array(into.buffer);
    const plain = timed(9, () => {
      for (let p = 0; p < labels.length; p++) out[p] = table[labels[p]];
    });
    const ours = timed(9, () => recolour(plates, other, { from: own }, into));
    const proof = timed(5, () => softProof(art, cube));
    const raw = { raw: { width: art.width, height: art.height, channels: 4 as const } };
    const vips: number[] = [];
    for (let n = 0; n < 5; n++) {
      const at = performance.now();
      await sharp(Buffer.from(art.data.buffer), raw)
        .removeAlpha()
        .withIccProfile(`${process.cwd()}/public/profiles/coated-offset.icc`)
        .raw()
        .toBuffer();
      vips.push(performance.now() - at);
    }
    const theirs = vips.sort((a, b) => a - b)[2];
    console.log(
      `${name}, ${art.width} x ${art.height}: split into plates ${split.toFixed(0)} ms, ${plates.codes.alpha.length} tellings; ` +
        `recolour ${ours.toFixed(1)} ms, plain table look-up ${plain.toFixed(1)} ms, ratio ${(ours / plain).toFixed(2)}; ` +
        `soft proof ${proof.toFixed(0)} ms, libvips to the profile one way ${theirs.toFixed(0)} ms, ratio ${(proof / theirs).toFixed(2)}`,
    );
  }
}

async function halo() {
  const random = seededRandom(seed);
  const side = 60;
  let below2 = 0;
  let below5 = 0;
  let worst = 1;
  const scenes = Number(process.env.N ?? 200);
  for (let n = 0; n < scenes; n++) {
    const count = 3 + Math.floor(random() * 10);
    const shapes = randomShapes(count, seed + n, side);
    const [inA, inB] = [randomInks(count, seed + n), randomInks(count, seed + n + 5000)];
    const ppi = [150, 300][n % 2];
    const a = await drawShapes(shapes, inA, { side, ppi });
    const b = await drawShapes(shapes, inB, { side, ppi });
    const got = recolour(platesOf(a, inA), inB, { from: inA });
    const [w2, w5] = alike(got, b, [2, 5]);
    below2 += w2 / scenes;
    below5 += w5 / scenes;
    worst = Math.min(worst, w2);
  }
  console.log(
    `halo, ${scenes} scenes: under 2 at ${(below2 * 100).toFixed(3)} %, under 5 at ${(below5 * 100).toFixed(3)} % (worst scene under 2 at ${(worst * 100).toFixed(2)} %)`,
  );
}

/** Art that is all lines: there a pixel of pure ink may be far away. */
async function lines() {
  const [side, ppi] = [30, 300];
  for (const px of [1, 1.5, 2, 3]) {
    let below2 = 0;
    let worst = 1;
    const scenes = Number(process.env.N ?? 60);
    for (let n = 0; n < scenes; n++) {
      const count = 3 + (n % 6);
      const shapes = randomLines(count, seed + n, { side, ppi, px });
      const [inA, inB] = [randomInks(count, seed + n), randomInks(count, seed + n + 5000)];
      const a = await drawShapes(shapes, inA, { side, ppi });
      const b = await drawShapes(shapes, inB, { side, ppi });
      const [w2] = alike(recolour(platesOf(a, inA), inB, { from: inA }), b, [2]);
      below2 += w2 / scenes;
      worst = Math.min(worst, w2);
    }
    console.log(
      `lines of ${px} px, ${scenes} scenes: under 2 at ${(below2 * 100).toFixed(3)} % (worst scene ${(worst * 100).toFixed(2)} %)`,
    );
  }
}

async function palettes() {
  const scenes = Number(process.env.N ?? 90);
  let right = 0;
  const wrong: string[] = [];
  let worstInk = 0;
  let inksNear = 0;
  let inksAll = 0;
  const side = 60;
  for (let n = 0; n < scenes; n++) {
    const count = 3 + (n % 10);
    const ppi = [150, 300, 600][Math.floor(n / 10) % 3];
    const inks = randomInks(count, seed + n * 31);
    const shapes = randomShapes(count, seed + n * 31, side);
    const art = await drawShapes(shapes, inks, { side, ppi, jpeg: n % 2 ? 85 : undefined });
    const found = extractPalette([art]).inks;
    if (found.length === inks.length) right++;
    else wrong.push(`${found.length} for ${inks.length} (${ppi}${n % 2 ? ' jpeg' : ''})`);
    for (const ink of inks) {
      const d = Math.min(...found.map((f) => distance(hexOfRgb(ink), hexOfRgb(f.rgb))));
      inksAll++;
      if (d < 2) inksNear++;
      worstInk = Math.max(worstInk, d);
    }
  }
  console.log(
    `palette, ${scenes} pictures: right number in ${((right / scenes) * 100).toFixed(1)} %; ${inksNear} of ${inksAll} inks within 2 dE00, worst ${worstInk.toFixed(2)}`,
  );
  console.log(wrong.join(', '));
}

/** Outlines thinner than three pixels in an ink of their own, and inks that are near each other. */
async function fineInks() {
  const side = 40;
  const scenes = Number(process.env.N ?? 24);
  const told = (found: Rgb[], inks: Rgb[]) =>
    inks.map((ink) => Math.min(...found.map((f) => distance(hexOfRgb(ink), hexOfRgb(f)))));
  for (const px of [1, 1.5, 2, 2.5]) {
    let [seen, right, worst, extra] = [0, 0, 0, 0];
    for (let n = 0; n < scenes; n++) {
      const count = 3 + (n % 6);
      const inks = [...randomInks(count, seed + n * 17), [22, 20, 26] as Rgb];
      if (inks.slice(0, -1).some((i) => distance(hexOfRgb(i), '#16141a') < 14)) continue;
      const art = await drawShapes(randomShapes(count, seed + n * 17, side, 8), inks, {
        side,
        ppi: [150, 300][n % 2],
        outline: { ink: count, px },
        jpeg: n % 3 === 2 ? 92 : undefined,
      });
      const found = extractPalette([art]).inks.map((f) => f.rgb);
      const d = told(found, inks);
      seen++;
      if (d[count] < 5) right++;
      worst = Math.max(worst, ...d.slice(0, -1));
      extra += Math.max(0, found.length - inks.length);
    }
    console.log(
      `outlines of ${px} px: found in ${right} of ${seen}; worst other ink ${worst.toFixed(2)}; ${extra} inks too many`,
    );
  }
  let [found, all, extra] = [0, 0, 0];
  for (let n = 0; n < scenes; n++) {
    const inks = closeInks(4 + (n % 5), seed + n * 13, [7, 8]);
    const shapes = randomShapes(inks.length, seed + n * 13, side, 6);
    const art = await drawShapes(shapes, inks, { side, ppi: 200, jpeg: n % 2 ? 90 : undefined });
    const got = extractPalette([art]).inks.map((f) => f.rgb);
    found += told(got, inks).filter((d) => d < 2).length;
    all += inks.length;
    extra += Math.max(0, got.length - inks.length);
  }
  console.log(`inks 7 to 8 dE00 apart: ${found} of ${all} within 2; ${extra} too many`);
}

if (!only || only === 'fine') await fineInks();
if (!only || only === 'palette') await palettes();
if (!only || only === 'halo') await halo();
if (!only || only === 'lines') await lines();
if (!only || only === 'speed') await speed();
