/**
 * A block of 3600 x 3600 px with 150 turned motifs of 500 px, rendered and written as a PNG, beside libvips (by sharp) in the same run:
 * `npm run bench -- block`. Ours wraps at every edge, libvips lays what fits. Medians of five.
 */
import sharp, { type OverlayOptions } from 'sharp';
import { newRaster, type Placed, pixelPlan, prepare, pyramidOf, type Scene } from '../src/core';
import { sheetPng } from '../src/core/format/png/sheet';

const [SIDE, MOTIF, COUNT, KINDS, RUNS] = [3600, 500, 150, 8, 5];
const median = (v: number[]) => [...v].sort((a, b) => a - b)[v.length >> 1];
let seed = 5;
const random = () => {
  seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
  return seed / 2 ** 32;
};

/** A painted blot with grain and a soft edge. */
function blot(k: number) {
  const r = newRaster(MOTIF, MOTIF);
  for (let p = 0; p < MOTIF * MOTIF; p++) {
    const [x, y] = [(p % MOTIF) - MOTIF / 2, Math.floor(p / MOTIF) - MOTIF / 2];
    const edge = 190 + 45 * Math.sin(5 * Math.atan2(y, x) + k);
    const a = Math.max(0, Math.min(1, (edge - Math.hypot(x, y)) / 2));
    const grain = 12 * random();
    r.data.set([60 + 20 * k + grain, 180 - 15 * k + grain, 90 + grain, a * 255], p * 4);
  }
  return r;
}
const blots = Array.from({ length: KINDS }, (_, k) => blot(k));
const mm = (px: number) => (px / 300) * 25.4;
const placements: Placed[] = Array.from({ length: COUNT }, (_, n) => ({
  ...{ motif: `m${n % KINDS}`, x: mm(random() * SIDE), y: mm(random() * SIDE) },
  ...{ angle: Math.round(random() * 359), scale: 1, mirror: false },
}));
const scene: Scene = {
  ground: [244, 236, 220],
  motifs: new Map(blots.map((b, k) => [`m${k}`, { pyramid: pyramidOf(b), ppi: 300 }])),
  placements,
};
const side = mm(SIDE);
const plan = pixelPlan({ kind: 'straight', drop: { p: 1, q: 2 } }, { width: side, height: side }, 300);

async function libvips(): Promise<number> {
  const begun = performance.now();
  const laid = await Promise.all(
    placements.map(async ({ motif, x, y, angle }) => {
      const { data } = blots[Number(motif.slice(1))];
      const raw = { width: MOTIF, height: MOTIF, channels: 4 as const };
      const { data: input, info } = await sharp(data, { raw })
        .rotate(angle, { background: { r: 0, g: 0, b: 0, alpha: 0 } })
        .raw()
        .toBuffer({ resolveWithObject: true });
      const at = (v: number, size: number) =>
        Math.max(0, Math.min(SIDE - size, Math.round((v / 25.4) * 300 - size / 2)));
      return { input, raw: info, left: at(x, info.width), top: at(y, info.height) };
    }),
  );
  await sharp({ create: { width: SIDE, height: SIDE, channels: 3, background: '#f4ecdc' } })
    .composite(laid as OverlayOptions[])
    .removeAlpha()
    .png({ compressionLevel: 6 })
    .toBuffer();
  return performance.now() - begun;
}

const [ours, theirs]: [number[], number[]] = [[], []];
let bytes = 0;
for (let n = 0; n < RUNS; n++) {
  const begun = performance.now();
  const parts = [...sheetPng(prepare(scene, plan), { width: SIDE, height: SIDE, ppi: 300, pixels: 'rgb' })];
  ours.push(performance.now() - begun);
  bytes = parts.reduce((s, p) => s + p.length, 0);
  theirs.push(await libvips());
}
console.log(
  `${(median(ours) / 1000).toFixed(2)} s, ${(bytes / 1e6).toFixed(1)} MB; libvips ${(median(theirs) / 1000).toFixed(2)} s: ${(median(ours) / median(theirs)).toFixed(2)}x.`,
);
