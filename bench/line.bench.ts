/**
 * The two heavy steps beside the same work done with libvips (through sharp) in the same run. Read the ratio,
 * not the times. `npm run bench`.
 */
import { readFileSync } from 'node:fs';
import { decode } from 'fast-png';
import sharp, { type OverlayOptions } from 'sharp';
import { bench, describe } from 'vitest';
import {
  DEFAULT_INTAKE,
  type Placed,
  pixelPlan,
  projectSchema,
  pyramidOf,
  renderBlock,
  type Scene,
  shiftsInto,
  splitPieces,
} from '../src/core';

const project = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
const files = new Map(project.motifs.map((m) => [m.id, readFileSync(`public/demo/assets/${m.asset}.png`)]));
const options = { iterations: 3, warmupIterations: 1, time: 0, warmupTime: 0 };

describe('block of 3600 x 3600 px, 40 placements', async () => {
  const plan = pixelPlan({ kind: 'straight', drop: { p: 0, q: 1 } }, { width: 304.8, height: 304.8 }, 300);
  const placements: Placed[] = project.placements.slice(0, 40);
  const motifs: Scene['motifs'] = new Map(
    [...files].map(([id, png]) => {
      const d = decode(png);
      return [
        id,
        {
          pyramid: pyramidOf({ width: d.width, height: d.height, data: new Uint8ClampedArray(d.data) }),
          ppi: 300,
        },
      ];
    }),
  );
  const raws = new Map(
    await Promise.all(
      [...files].map(
        async ([id, png]) =>
          [id, await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true })] as const,
      ),
    ),
  );
  bench('ours', () => void renderBlock({ ground: [244, 236, 220], motifs, placements }, plan), options);
  bench(
    'libvips: turn and size each motif, composite all copies',
    async () => {
      const layers: OverlayOptions[] = [];
      for (const p of placements) {
        const { data, info } = raws.get(p.motif)!;
        const { width, height } = info;
        const sized = await sharp(data, { raw: { width, height, channels: 4 } })
          .resize(Math.round(width * p.scale), Math.round(height * p.scale))
          .flop(p.mirror)
          .raw()
          .toBuffer({ resolveWithObject: true });
        const turned = await sharp(sized.data, {
          raw: { width: sized.info.width, height: sized.info.height, channels: 4 },
        })
          .rotate(p.angle, { background: { r: 0, g: 0, b: 0, alpha: 0 } })
          .raw()
          .toBuffer({ resolveWithObject: true });
        const { width: w, height: h } = turned.info;
        const x0 = Math.round(p.x * plan.scale.x - w / 2);
        const y0 = Math.round(p.y * plan.scale.y - h / 2);
        const window = { x0: 0, y0: 0, x1: 3600, y1: 3600 };
        for (const s of shiftsInto(plan.lattice, { x0, y0, x1: x0 + w, y1: y0 + h }, window)) {
          const left = x0 + s.x;
          const top = y0 + s.y;
          // libvips wants overlays inside the picture: cut what hangs over.
          const cut = {
            left: Math.max(0, -left),
            top: Math.max(0, -top),
            width: Math.min(3600, left + w) - Math.max(0, left),
            height: Math.min(3600, top + h) - Math.max(0, top),
          };
          const piece = await sharp(turned.data, { raw: { width: w, height: h, channels: 4 } })
            .extract(cut)
            .raw()
            .toBuffer();
          layers.push({
            input: piece,
            raw: { width: cut.width, height: cut.height, channels: 4 },
            left: Math.max(0, left),
            top: Math.max(0, top),
          });
        }
      }
      await sharp({ create: { width: 3600, height: 3600, channels: 4, background: '#f4ecdc' } })
        .composite(layers)
        .raw()
        .toBuffer();
    },
    options,
  );
});

describe('demo scan (8.7 megapixels) to twelve motifs', async () => {
  const { data, info } = await sharp('public/demo/kite-weather-sheet.jpg')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const page = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
  const rgb = await sharp('public/demo/kite-weather-sheet.jpg').raw().toBuffer();
  const wide = { raw: { width: info.width, height: info.height, channels: 3 as const } };
  const raw = { raw: { width: info.width, height: info.height, channels: 4 as const } };
  const boxes = splitPieces(page, 300, DEFAULT_INTAKE);
  bench(
    'ours: light evened, paper found, pieces grouped, edges cleaned',
    () => void splitPieces(page, 300, DEFAULT_INTAKE),
    options,
  );
  bench(
    'libvips: light evened by a wide blur, threshold, mask joined, pieces cut at given boxes (it cannot group them)',
    async () => {
      const small = await sharp(rgb, wide).resize(155).median(25).raw().toBuffer({ resolveWithObject: true });
      const paper = await sharp(small.data, { raw: { width: 155, height: small.info.height, channels: 3 } })
        .resize(info.width, info.height, { fit: 'fill' })
        .raw()
        .toBuffer();
      const difference = await sharp(rgb, wide)
        .composite([{ input: paper, ...wide, blend: 'difference' }])
        .raw()
        .toBuffer();
      const mask = await sharp(difference, wide)
        .greyscale()
        .threshold(20)
        .median(3)
        .toColourspace('b-w')
        .raw()
        .toBuffer();
      const cut = await sharp(rgb, wide)
        .joinChannel(mask, { raw: { width: info.width, height: info.height, channels: 1 } })
        .raw()
        .toBuffer();
      for (const b of boxes) {
        await sharp(cut, raw)
          .extract({ left: b.x, top: b.y, width: b.art.width, height: b.art.height })
          .raw()
          .toBuffer();
      }
    },
    options,
  );
});
