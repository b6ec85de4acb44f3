/** How well a join report tells pictures that repeat from the same pictures cropped or slid: the area under the ROC curve. */
import sharp from 'sharp';
import {
  crop,
  pixelPlan,
  type Raster,
  renderBlock,
  rollRaster,
  seededRandom,
  wrapReport,
} from '../../src/core';
import { GROUND, makeCloth } from './make-cloth';

const jpeg = async (r: Raster): Promise<Raster> => {
  const bytes = await sharp(Buffer.from(r.data.buffer, r.data.byteOffset, r.data.length), {
    raw: { width: r.width, height: r.height, channels: 4 },
  })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 85 })
    .toBuffer();
  const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
};

/** The lower half slid one px to the right, so that both joins are a pixel off. */
function slid(r: Raster): Raster {
  const out = rollRaster(r, 0, 0);
  const moved = rollRaster(r, -1, 0);
  const half = (r.height >> 1) * r.width * 4;
  out.data.set(moved.data.subarray(half), half);
  const up = rollRaster(out, 0, r.height >> 1);
  return up;
}

export async function joinScores(count: number, seed: number) {
  const good: number[] = [];
  const bad: { cropped: number[]; slid: number[] } = { cropped: [], slid: [] };
  const told = { good: 0, cropped: 0, slid: 0 };
  const random = seededRandom(seed);
  for (let n = 0; n < count; n++) {
    const cloth = makeCloth(n, seed);
    const plan = pixelPlan(cloth.layout, cloth.cell, 40 + 30 * random());
    const whole = renderBlock({ ground: GROUND, motifs: cloth.motifs, placements: cloth.placements }, plan);
    const block = rollRaster(whole, Math.floor(random() * whole.width), Math.floor(random() * whole.height));
    // Grain as of a scan, half of the time; it repeats with the rest.
    if (n % 2)
      for (let i = 0; i < block.data.length; i++) if (i % 4 < 3) block.data[i] += (random() - 0.5) * 14;
    const { width, height } = block;
    const cut = crop(block, 0, 0, Math.round(width * 0.97), Math.round(height * 0.97));
    for (const as of [async (r: Raster) => r, jpeg]) {
      const score = (r: Raster) => {
        const report = wrapReport(r);
        return { value: Math.max(report.joins.across.beyond, report.joins.down.beyond), holds: report.holds };
      };
      const [g, c, s] = [score(await as(block)), score(await as(cut)), score(await as(slid(block)))];
      good.push(g.value);
      bad.cropped.push(c.value);
      bad.slid.push(s.value);
      if (g.holds) told.good++;
      if (!c.holds) told.cropped++;
      if (!s.holds) told.slid++;
    }
  }
  const auc = (list: number[]) => {
    let over = 0;
    for (const b of list) for (const g of good) over += b > g ? 1 : b === g ? 0.5 : 0;
    return over / (list.length * good.length);
  };
  return { cropped: auc(bad.cropped), slid: auc(bad.slid), told, of: good.length, good, bad };
}
