import { seededRandom } from '../lay';
import { distanceTo, newRaster, type Raster } from '../raster';
import { ArgumentError } from '../units';

/** For each pixel of a picture how much of it the piece covers that is to be lifted, and how much any other does: 0 to 255. */
export type PieceCover = { cover: Uint8Array; others: Uint8Array };

/** What was lifted, in its place on the picture and clear about it; the picture with that place healed. */
export type Lifted = { art: Raster; healed: Raster };

/** How far beyond its outline the rim of a piece may reach, mm; and how far beyond that its surroundings are looked at. */
const RIM_MM = 0.35;
const ROUND_MM = 0.7;
/** A pixel is of a piece from this cover on. */
const COVERED = 5;
const INSIDE = 250;
const HALF = 128;
/** An alpha under this is none, where a pixel is no farther from the healed ground than so many spreads of the ground's own grain, levels. */
const LEAST = 10;
const GRAIN = { spreads: 5, least: 2, most: 40 };
/** The light of the ground is told from blocks so many px wide. */
const BLOCK = 16;
/** So many other places are tried to heal from, compared at so many pixels; so many are drawn on at the most. */
const TRIES = 64;
const COMPARED = 500;
const DRAWN_ON = 8;
const SEE_THROUGH = 0.02;
/** The grain is told from about so many pixels of the picture. */
const GRAIN_SEEN = 20_000;

/** The smooth light of a ground at a pixel, by channel. */
type Light = (p: number, c: number) => number;

/**
 * Lifts a piece off a picture. Its rim is un-mixed from the ground; its place is healed with the ground's own texture: what is
 * left when its smooth light is taken away, from another place of the picture whose surroundings are the most alike, on the
 * light that is here, fading into what lies about it. Of a see-through picture the place is left clear.
 * @param pxMm how many px make a mm. @throws ArgumentError where nothing is covered, or nothing is ground.
 */
export function liftPiece(picture: Raster, { cover, others }: PieceCover, pxMm: number): Lifted {
  const { width, height, data } = picture;
  const size = width * height;
  if (!cover.some((v) => v >= COVERED)) throw new ArgumentError('There is nothing to lift here.');
  const far = distanceTo(
    cover.map((v) => (v >= COVERED ? 1 : 0)),
    width,
    height,
  );
  const rim = Math.max(2, RIM_MM * pxMm);
  const place = new Uint8Array(size);
  for (let p = 0; p < size; p++) place[p] = far[p] <= rim && others[p] <= cover[p] ? 1 : 0;
  const art = newRaster(width, height);
  const healed: Raster = { width, height, data: data.slice() };
  let clear = 0;
  for (let p = 0; p < size; p++) if (data[p * 4 + 3] < 128) clear++;
  if (clear > SEE_THROUGH * size) {
    for (let p = 0; p < size; p++) {
      if (!place[p]) continue;
      art.data.set(data.subarray(p * 4, p * 4 + 4), p * 4);
      healed.data.fill(0, p * 4, p * 4 + 4);
    }
    return { art, healed };
  }
  const isGround = (p: number) => !place[p] && others[p] < COVERED;
  const light = lightOf(picture, isGround);
  fill(picture, healed, { place, far, rim, round: ROUND_MM * pxMm, isGround, light });
  unmix(picture, healed, art, { place, cover, grain: grainOf(picture, isGround, light) });
  return { art, healed };
}

/** The smooth light of a ground: its colour at any pixel, told from blocks of what is ground, and what is near where none is. */
function lightOf({ width, height, data }: Raster, isGround: (p: number) => boolean): Light {
  const [w, h] = [Math.ceil(width / BLOCK), Math.ceil(height / BLOCK)];
  let sum = new Float32Array(w * h * 4);
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p++) {
      if (!isGround(p)) continue;
      const o = (Math.floor(y / BLOCK) * w + Math.floor(x / BLOCK)) * 4;
      for (let c = 0; c < 3; c++) sum[o + c] += data[p * 4 + c];
      sum[o + 3]++;
    }
  if (!sum.some((v, k) => k % 4 === 3 && v > 0))
    throw new ArgumentError('None of the picture is ground to heal it with.');
  // Blocks spread into their neighbours until each has some of its own.
  for (let round = 0; round < w + h; round++) {
    const next = new Float32Array(sum.length);
    let bare = 0;
    for (let y = 0; y < h; y++)
      for (let x = 0; x < w; x++) {
        const o = (y * w + x) * 4;
        for (let k = 0; k < 9; k++) {
          const [px, py] = [x + (k % 3) - 1, y + Math.floor(k / 3) - 1];
          if (px < 0 || py < 0 || px >= w || py >= h) continue;
          const q = (py * w + px) * 4;
          const share = k === 4 ? 4 : 1;
          for (let c = 0; c < 4; c++) next[o + c] += share * sum[q + c];
        }
        if (!next[o + 3]) bare++;
        // Weights stay about what a block holds, so that the near counts for more than the far.
        const all = next[o + 3] || 1;
        const keep = Math.min(1, (BLOCK * BLOCK) / all);
        for (let c = 0; c < 4; c++) next[o + c] *= keep;
      }
    sum = next;
    if (!bare && round >= 1) break;
  }
  const mean = (x: number, y: number, c: number) => {
    const o = (Math.min(h - 1, Math.max(0, y)) * w + Math.min(w - 1, Math.max(0, x))) * 4;
    return sum[o + c] / sum[o + 3];
  };
  return (p, c) => {
    const [u, v] = [((p % width) + 0.5) / BLOCK - 0.5, (Math.floor(p / width) + 0.5) / BLOCK - 0.5];
    const [x, y] = [Math.floor(u), Math.floor(v)];
    const [fx, fy] = [u - x, v - y];
    return (
      (mean(x, y, c) * (1 - fx) + mean(x + 1, y, c) * fx) * (1 - fy) +
      (mean(x, y + 1, c) * (1 - fx) + mean(x + 1, y + 1, c) * fx) * fy
    );
  };
}

/** How far ground is from its own light, levels, in all three channels: the usual, and no more than is looked for. */
function grainOf({ data }: Raster, isGround: (p: number) => boolean, light: Light): number {
  const far: number[] = [];
  const step = Math.max(1, Math.floor(data.length / 4 / GRAIN_SEEN));
  for (let p = 0; p * 4 < data.length; p += step)
    if (isGround(p)) far.push(Math.hypot(...[0, 1, 2].map((c) => data[p * 4 + c] - light(p, c))));
  const usual = far.sort((a, b) => a - b)[far.length >> 1] ?? 0;
  return Math.min(GRAIN.most, Math.max(GRAIN.least, GRAIN.spreads * usual));
}

type Filling = {
  place: Uint8Array;
  far: Float32Array;
  rim: number;
  round: number;
  isGround: (p: number) => boolean;
  light: Light;
};

/** Fills a place with the texture of others: the light that is here, and what the ground there has beside its own light. */
function fill({ width, height, data }: Raster, healed: Raster, at: Filling) {
  const { place, far, rim, round, isGround, light } = at;
  const inside: number[] = [];
  const about: number[] = [];
  for (let p = 0; p < place.length; p++) {
    if (place[p]) inside.push(p);
    else if (far[p] <= rim + round && isGround(p)) about.push(p);
  }
  const step = Math.max(1, Math.floor(about.length / COMPARED));
  const compared = about.filter((_, n) => n % step === 0);
  const stepIn = Math.max(1, Math.floor(inside.length / COMPARED));
  const asked = inside.filter((_, n) => n % stepIn === 0);
  const from = (p: number, dx: number, dy: number): number => {
    const [x, y] = [(p % width) + dx, Math.floor(p / width) + dy];
    if (x < 0 || y < 0 || x >= width || y >= height) return -1;
    const q = y * width + x;
    return isGround(q) ? q : -1;
  };
  const random = seededRandom(inside[0] + 7 * inside.length);
  const tried = Array.from({ length: TRIES }, () => {
    const [dx, dy] = [
      Math.round((random() * 2 - 1) * 0.8 * width),
      Math.round((random() * 2 - 1) * 0.8 * height),
    ];
    let [cost, n] = [0, 0];
    for (const p of compared) {
      const q = from(p, dx, dy);
      if (q < 0) continue;
      n++;
      for (let c = 0; c < 3; c++)
        cost += (data[p * 4 + c] - light(p, c) - data[q * 4 + c] + light(q, c)) ** 2;
    }
    const there = asked.reduce((s, p) => s + (from(p, dx, dy) >= 0 ? 1 : 0), 0) / asked.length;
    return { dx, dy, there, cost: n ? cost / n : Number.POSITIVE_INFINITY };
  });
  // Those that have all of the place first, and of these the most alike.
  const order = tried
    .filter((t) => t.there > 0.02)
    .sort((a, b) => Math.round(4 * b.there) - Math.round(4 * a.there) || a.cost - b.cost)
    .slice(0, DRAWN_ON);
  for (const p of inside) {
    let q = -1;
    for (const { dx, dy } of order) {
      q = from(p, dx, dy);
      if (q >= 0) break;
    }
    // Toward its rim what is seen there now comes through, as far as it is ground.
    const fade = Math.max(0, (far[p] - 0.6 * rim) / (0.4 * rim + 1));
    for (let c = 0; c < 3; c++) {
      const made = light(p, c) + (q < 0 ? 0 : data[q * 4 + c] - light(q, c));
      healed.data[p * 4 + c] = made * (1 - fade) + data[p * 4 + c] * fade;
    }
    healed.data[p * 4 + 3] = 255;
  }
}

/** Parts what covers a pixel from the healed ground under it: all of it inside, at the rim by the colour that lies further in. */
function unmix(
  { width, height, data }: Raster,
  healed: Raster,
  art: Raster,
  { place, cover, grain }: { place: Uint8Array; cover: Uint8Array; grain: number },
) {
  const off = (p: number, q: number) =>
    Math.hypot(
      data[q * 4] - healed.data[p * 4],
      data[q * 4 + 1] - healed.data[p * 4 + 1],
      data[q * 4 + 2] - healed.data[p * 4 + 2],
    );
  for (let p = 0; p < place.length; p++) {
    if (!place[p]) continue;
    if (cover[p] >= INSIDE) {
      art.data.set(data.subarray(p * 4, p * 4 + 3), p * 4);
      art.data[p * 4 + 3] = 255;
      continue;
    }
    const [x, y] = [p % width, Math.floor(p / width)];
    let core = p;
    let most = off(p, p);
    for (let dy = -3; dy <= 3; dy++)
      for (let dx = -3; dx <= 3; dx++) {
        // What runs over an edge goes on at the other.
        const q = ((y + dy + height) % height) * width + ((x + dx + width) % width);
        if (!place[q] || cover[q] <= cover[p]) continue;
        const d = off(p, q);
        if (d > most) [core, most] = [q, d];
      }
    let [dot, square] = [0, 0];
    for (let c = 0; c < 3; c++) {
      const g = healed.data[p * 4 + c];
      dot += (data[p * 4 + c] - g) * (data[core * 4 + c] - g);
      square += (data[core * 4 + c] - g) ** 2;
    }
    // Beside what is no piece itself there is nothing to be a share of.
    const share = square < 60 || cover[core] < HALF ? 0 : Math.min(1, Math.max(0, dot / square));
    let alpha = Math.round(255 * share);
    if (alpha < LEAST && off(p, p) < grain) {
      // Ground, as it was.
      healed.data.set(data.subarray(p * 4, p * 4 + 3), p * 4);
      continue;
    }
    // As much as a colour needs that makes the picture again over the healed ground.
    for (let c = 0; c < 3; c++) {
      const [g, v] = [healed.data[p * 4 + c], data[p * 4 + c]];
      const room = v > g ? 255 - g : g;
      alpha = Math.max(alpha, Math.ceil((255 * Math.abs(v - g)) / Math.max(1, room)));
    }
    if (!alpha) continue;
    for (let c = 0; c < 3; c++) {
      const g = healed.data[p * 4 + c];
      art.data[p * 4 + c] = g + ((data[p * 4 + c] - g) * 255) / alpha;
    }
    art.data[p * 4 + 3] = alpha;
  }
}
