/** Tiles by other means than the join report's own tests: laid cloths, washes, papers, all of them grainy or flat; and ways to break them. */
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
import { eyeCloth, GENERATORS, sceneOf } from './cloths';

type Random = () => number;

/** A field that repeats: waves of whole turns, of any length from the tile's own to a few px. */
function waves(width: number, height: number, random: Random, finest: number, count: number) {
  const list = Array.from({ length: count }, () => {
    const f = finest ** random();
    const turn = random() * 2 * Math.PI;
    return {
      u: Math.round(f * Math.cos(turn)),
      v: Math.round(f * Math.sin(turn)),
      by: 1 / f ** 0.6,
      at: random() * 6.3,
    };
  });
  const all = Math.sqrt(list.reduce((s, w) => s + w.by ** 2 / 2, 0));
  return (x: number, y: number) =>
    list.reduce(
      (s, { u, v, by, at }) =>
        s + by * Math.sin((2 * Math.PI * (u * x)) / width + (2 * Math.PI * v * y) / height + at),
      0,
    ) / all;
}

const shaded = (r: Raster, by: (x: number, y: number) => number): Raster => {
  const data = new Uint8ClampedArray(r.data);
  for (let y = 0, i = 0; y < r.height; y++)
    for (let x = 0; x < r.width; x++, i += 4) {
      const t = by(x, y);
      for (let c = 0; c < 3; c++) data[i + c] = r.data[i + c] + t;
    }
  return { ...r, data };
};

/** A tile that repeats: a cloth, with a wash or a paper under it or without, or a wash alone. */
function tileOf(n: number, seed: number): Raster {
  const random = seededRandom(seed * 977 + n);
  let tile: Raster;
  if (n % 4 === 3) {
    const [width, height] = [300 + Math.floor(200 * random()), 300 + Math.floor(200 * random())];
    tile = { width, height, data: new Uint8ClampedArray(width * height * 4).fill(255) };
    for (let i = 0; i < tile.data.length; i += 4) tile.data.set([190, 170, 150], i);
    const wave = waves(width, height, random, 40, 24);
    tile = shaded(tile, (x, y) => 22 * wave(x, y));
  } else {
    const cloth = eyeCloth(GENERATORS[n % GENERATORS.length], n, seed, [9, 12, 16, 22]);
    const plan = pixelPlan(cloth.layout, cloth.cell, 35 + 25 * random());
    const whole = renderBlock(sceneOf(cloth, cloth.torus.all()), plan);
    tile = rollRaster(whole, Math.floor(random() * whole.width), Math.floor(random() * whole.height));
    if (n % 4 === 1) {
      const wave = waves(tile.width, tile.height, random, 12, 16);
      tile = shaded(tile, (x, y) => 8 * wave(x, y));
    }
  }
  return n % 3 ? shaded(tile, () => (random() - 0.5) * 12) : tile;
}

/** Half of the tile slid a px along the other, so that the joins are off by one. */
function slid(r: Raster): Raster {
  const out = rollRaster(r, 0, 0);
  const moved = rollRaster(r, -1, 0);
  const half = (r.height >> 1) * r.width * 4;
  out.data.set(moved.data.subarray(half), half);
  return rollRaster(out, 0, r.height >> 1);
}

/** Ways in which a tile comes not to join. */
const BREAKS: Record<string, (r: Raster, random: Random) => Raster> = {
  cropped: (r) => crop(r, 0, 0, Math.round(r.width * 0.97), Math.round(r.height * 0.97)),
  slid,
  tone: (r, random) => {
    const by = (random() < 0.5 ? -1 : 1) * (6 + 6 * random());
    return shaded(r, (x) => by * (x / r.width - 0.5));
  },
  light: (r, random) => {
    const at = random() * 6;
    return shaded(
      r,
      (x, y) =>
        7 * Math.sin(at + (2.2 * Math.PI * x) / r.width) * Math.cos((2 * Math.PI * y) / r.height + at),
    );
  },
};

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

/** For each way of breaking: the area under the ROC curve against tiles that join, and how many verdicts were right. */
export async function judgeJoins(count: number, seed: number) {
  const good: number[] = [];
  let held = 0;
  const bad: Record<string, number[]> = {};
  const told: Record<string, number> = {};
  for (let n = 0; n < count; n++) {
    const tile = tileOf(n, seed);
    const random = seededRandom(seed + n);
    const score = async (r: Raster) => {
      const report = wrapReport(n % 2 ? await jpeg(r) : r);
      return { value: Math.max(report.joins.across.beyond, report.joins.down.beyond), holds: report.holds };
    };
    const g = await score(tile);
    good.push(g.value);
    held += g.holds ? 1 : 0;
    for (const [name, broken] of Object.entries(BREAKS)) {
      const b = await score(broken(tile, random));
      bad[name] = [...(bad[name] ?? []), b.value];
      told[name] = (told[name] ?? 0) + (b.holds ? 0 : 1);
    }
  }
  const auc = Object.fromEntries(
    Object.entries(bad).map(([name, list]) => {
      let over = 0;
      for (const b of list) for (const g of good) over += b > g ? 1 : b === g ? 0.5 : 0;
      return [name, over / (list.length * good.length)];
    }),
  );
  return { auc, held, told, of: count, good, bad };
}
