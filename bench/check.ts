/**
 * Figures of the check: `tsx bench/check.ts [cloths] [seed] [generators]`. The time of a full check of 120 and of 400 placements,
 * beside what libvips takes to blur the block at print size, which is how it is looked over by hand; then, on cloths of the
 * trainer and of each generator of tests/eye, clean and with planted faults: recall, precision, warnings on clean ones; what
 * mending leaves and changes; how well joins are told.
 */
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { type Placed, pixelPlan, projectSchema, pyramidOf, runCheck, type Scene } from '../src/core';
import { judge } from '../tests/cloths/judge';
import { eyeCloth, GENERATORS, type Generator } from '../tests/eye/cloths';
import { FAULTS, planted } from '../tests/eye/faults';
import { judgeJoins } from '../tests/eye/joins';
import { judgeEye } from '../tests/eye/judge';
import { mendOne } from '../tests/eye/judge-mending';

const count = Number(process.argv[2] ?? 12);
const seed = Number(process.argv[3] ?? Date.now() % 1e6);
const generators = (process.argv[4]?.split(',') ?? [...GENERATORS]) as Generator[];
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
console.log(`Trainer: ${count} clean cloths (seed ${seed}): ${told.warnings.toFixed(2)} warnings each.`);
for (const [fault, v] of Object.entries(told.verdicts)) {
  console.log(
    `  ${fault}: recall ${v.recall.toFixed(3)}, precision ${v.precision.toFixed(3)} of ${v.planted} planted.`,
  );
}

for (const generator of generators) {
  const { counts, warnings, cloths } = judgeEye([generator], count, seed);
  console.log(`${generator}: ${cloths} clean cloths: ${warnings.toFixed(2)} warnings each.`);
  for (const [fault, c] of Object.entries(counts)) {
    console.log(
      `  ${fault}: ${c.found} of ${c.planted} found; ${c.right} of ${c.told} told (clean ones too) are right.`,
    );
  }
}

/** Each fault in cloths of every generator in turn, mended. */
for (const fault of FAULTS) {
  const verdicts = Array.from({ length: count }, (_, n) => {
    const cloth = eyeCloth(generators[n % generators.length], n, seed + 1);
    const spoilt = planted(cloth, fault, seed + n);
    return spoilt && mendOne(cloth, spoilt, spoilt.pieces);
  }).flatMap((v) => (v?.told ? [v] : []));
  const share = middle(verdicts.map((v) => v.share));
  console.log(
    `${fault}: mended ${verdicts.filter((v) => v.gone).length} of ${verdicts.length}, something new in ${verdicts.filter((v) => v.fresh.length).length}; of the things changed, beyond one: median ${(100 * share).toFixed(0)} %, most ${(100 * Math.max(...verdicts.map((v) => v.share))).toFixed(0)} %; ${middle(verdicts.map((v) => v.ms)).toFixed(0)} ms.`,
  );
}

const joins = await judgeJoins(2 * count, seed);
const aucs = Object.entries(joins.auc).map(([how, auc]) => `${how} ${auc.toFixed(3)}`);
console.log(
  `Joins of ${joins.of} tiles, half of them JPEG 85: AUC ${aucs.join(', ')}; ${joins.held} hold, told broken: ${JSON.stringify(joins.told)}.`,
);
