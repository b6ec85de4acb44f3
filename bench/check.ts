/**
 * Figures of the check: `tsx bench/check.ts [cloths]`. Cloths of fresh seeds, clean and with planted faults: recall, precision,
 * warnings on clean ones, what mending leaves, how well joins are told; and the time of a full check of 120 and of 400
 * placements, beside what libvips takes to blur the block at print size, which is how it is looked over by hand.
 */
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { type Placed, pixelPlan, projectSchema, pyramidOf, runCheck, type Scene } from '../src/core';
import { joinScores } from '../tests/cloths/join-scores';
import { judge } from '../tests/cloths/judge';
import { judgeMending } from '../tests/cloths/judge-mending';

const count = Number(process.argv[2] ?? 40);
const seed = Number(process.argv[3] ?? Date.now() % 1e6);
const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1];

const project = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
const motifs: Scene['motifs'] = new Map();
for (const m of project.motifs) {
  const { data, info } = await sharp(`public/demo/assets/${m.asset}.png`)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const raster = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
  motifs.set(m.id, { pyramid: pyramidOf(raster), ppi: m.ppi });
}
const cell = { width: project.brief.widthMm, height: project.brief.heightMm };
for (const n of [120, 400]) {
  const across = Math.ceil(Math.sqrt(n));
  const placements: Placed[] = Array.from({ length: n }, (_, k) => ({
    id: `p${k}`,
    motif: project.motifs[k % project.motifs.length].id,
    x: ((k % across) + 0.5 + 0.2 * Math.sin(k * 7)) * (cell.width / across),
    y: (Math.floor(k / across) + 0.5 + 0.2 * Math.cos(k * 5)) * (cell.height / across),
    angle: (k * 47) % 360,
    scale: n > 200 ? 0.3 : 0.55,
    mirror: k % 2 === 0,
  }));
  const scene: Scene = { ground: [244, 236, 220], motifs, placements };
  const plan = pixelPlan(project.layout, cell, project.brief.ppi);
  const times = Array.from({ length: 25 }, () => {
    const begun = performance.now();
    runCheck(scene, plan);
    return performance.now() - begun;
  });
  const { width, height } = plan.block;
  const begun = performance.now();
  await sharp({ create: { width, height, channels: 4, background: '#f4ecdc' } })
    .blur(6)
    .raw()
    .toBuffer();
  const blurred = performance.now() - begun;
  console.log(
    `Full check of ${n}: ${(middle(times.slice(5)) / blurred).toFixed(2)} of the time in which libvips blurs the block (${blurred.toFixed(0)} ms).`,
  );
  console.log(
    `Full check of ${n}: first ${times[0].toFixed(0)} ms, then ${middle(times.slice(5)).toFixed(1)} ms.`,
  );
}

const told = judge(count, seed);
console.log(`${count} clean cloths (seed ${seed}): ${told.warnings.toFixed(2)} warnings each.`);
for (const [fault, v] of Object.entries(told.verdicts)) {
  console.log(
    `${fault}: recall ${v.recall.toFixed(3)}, precision ${v.precision.toFixed(3)} of ${v.planted} planted.`,
  );
}
for (const [fault, v] of Object.entries(judgeMending(count, seed))) {
  console.log(
    `${fault}: mended ${v.gone} of ${count}, new warnings in ${v.fresh}; to look at ${v.before.toFixed(2)} before, ${v.after.toFixed(2)} after; ${v.ms.toFixed(0)} ms.`,
  );
}

const joins = await joinScores(count, seed);
console.log(
  `Joins of ${joins.of} tiles, JPEG 85 among them: AUC ${joins.cropped.toFixed(3)} against the same cropped by 3 %, ${joins.slid.toFixed(3)} against the same slid by 1 px; told rightly ${joins.told.good} that join, ${joins.told.cropped} cropped, ${joins.told.slid} slid.`,
);
