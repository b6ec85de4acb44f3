import type { Point } from '../../lattice';
import type { Raster } from '../../raster';
import { newRaster } from '../../raster';
import { ArgumentError } from '../../units';
import { linearOf } from './rooms';
import type { ViewMap } from './view-map';

/** A repeat block that goes on in every direction, with its smaller copies, opaque RGBA. */
export type Texture = {
  /** The block, mm. */
  widthMm: number;
  heightMm: number;
  levels: { width: number; height: number; data: Uint8ClampedArray }[];
};

/** The smaller copies of a block that repeats: each the area mean of the one before, over its edges too. */
export function textureOf(block: Raster, widthMm: number, heightMm: number): Texture {
  const levels = [block];
  for (let last = block; Math.max(last.width, last.height) > 1; ) {
    last = smaller(last, Math.max(1, last.width >> 1), Math.max(1, last.height >> 1));
    levels.push(last);
  }
  return { widthMm, heightMm, levels };
}

/** The px of a line that fall into each of half as many, or nearly, and their shares: three for each at most. */
function sharesOf(from: number, to: number): { at: Int32Array; share: Float32Array } {
  const step = from / to;
  const at = new Int32Array(to * 4);
  const share = new Float32Array(to * 4);
  for (let n = 0; n < to; n++) {
    const [a, b] = [n * step, (n + 1) * step];
    for (let k = 0; k < 4; k++) {
      const px = Math.floor(a + 1e-9) + k;
      at[n * 4 + k] = Math.min(from - 1, px);
      share[n * 4 + k] = Math.max(0, Math.min(b, px + 1) - Math.max(a, px)) / step;
    }
  }
  return { at, share };
}

function smaller({ width: from, height: tall, data }: Raster, width: number, height: number): Raster {
  const out = newRaster(width, height);
  const across = sharesOf(from, width);
  const down = sharesOf(tall, height);
  const row = new Float32Array(from * 3);
  for (let y = 0; y < height; y++) {
    row.fill(0);
    for (let k = y * 4; k < y * 4 + 4; k++) {
      const share = down.share[k];
      if (share < 1e-6) continue;
      for (let x = 0, o = 0, i = down.at[k] * from * 4; x < from; x++, o += 3, i += 4) {
        row[o] += data[i] * share;
        row[o + 1] += data[i + 1] * share;
        row[o + 2] += data[i + 2] * share;
      }
    }
    for (let x = 0, o = y * width * 4; x < width; x++, o += 4) {
      let r = 0;
      let g = 0;
      let b = 0;
      for (let k = x * 4; k < x * 4 + 4; k++) {
        const share = across.share[k];
        const i = across.at[k] * 3;
        r += row[i] * share;
        g += row[i + 1] * share;
        b += row[i + 2] * share;
      }
      out.data[o] = r;
      out.data[o + 1] = g;
      out.data[o + 2] = b;
      out.data[o + 3] = 255;
    }
  }
  return out;
}

export type PaintAsk = {
  /** How many times its own size the design is. */
  size: number;
  /** How far the repeat is moved on the thing, mm. */
  from: Point;
  /** The print is cut in widths: each begins the repeat anew, mm. */
  cutEvery?: number;
  /** For a quick look: only the nearer of two smaller copies is looked at. */
  rough?: boolean;
};

const LEVELS = 4096;
const toLinear = Float32Array.from({ length: 257 }, (_, v) => linearOf([v, v, v])[0]);
const fromLinear = Uint8ClampedArray.from({ length: LEVELS + 1 }, (_, n) => {
  const v = n / LEVELS;
  return 255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
});

/**
 * Paints a view with a block on it, as sRGB: the block is looked at through its smaller copies (trilinear; in several places along
 * the longer way where a px spans more of it one way), then lit.
 * @throws ArgumentError for a size that is not above 0, and a picture of another size than the map.
 */
export function paintView(
  map: ViewMap,
  texture: Texture,
  { size, from, cutEvery = 0, rough = false }: PaintAsk,
  out: Raster,
) {
  if (!(size > 0 && Number.isFinite(size))) throw new ArgumentError('A design is shown at a size above 0.');
  if (out.width !== map.width || out.height !== map.height)
    throw new ArgumentError('A view is painted into a picture of its own size.');
  const { u, v, cover, light, mirror, back, taps, step, fine } = map;
  const { levels } = texture;
  const [first] = levels;
  const wide = texture.widthMm * size;
  const tall = texture.heightMm * size;
  // Places are shares of the block; a px of its first level spans so much, told as a power of two.
  const finer = Math.log2(first.width / wide);
  const top = levels.length - 1;
  const to = out.data;
  const data = levels.map((l) => l.data);
  const widths = levels.map((l) => l.width);
  const heights = levels.map((l) => l.height);
  const packed = new Uint32Array(to.buffer, to.byteOffset, cover.length);
  const shut = packedBack(map);
  for (let at = 0; at < cover.length; at++) {
    const share = cover[at];
    if (share === 0) {
      packed[at] = shut[at];
      continue;
    }
    const k = at * 3;
    let r = back[k];
    let g = back[k + 1];
    let b = back[k + 2];
    let across = u[at];
    if (cutEvery) across -= Math.floor(across / cutEvery) * cutEvery;
    let x = (across - from.x) / wide;
    let y = (v[at] - from.y) / tall;
    const many = taps[at];
    let dx = 0;
    let dy = 0;
    if (many > 1) {
      dx = step[at * 2] / wide;
      dy = step[at * 2 + 1] / tall;
      x -= (dx * (many - 1)) / 2;
      y -= (dy * (many - 1)) / 2;
    }
    const level = Math.min(top, Math.max(0, fine[at] + finer));
    const low = rough ? (level + 0.5) | 0 : level | 0;
    const upper = rough ? 0 : (level - low) / many;
    const lower = 1 / many - upper;
    let cr = 0;
    let cg = 0;
    let cb = 0;
    for (let n = 0; n < many; n++, x += dx, y += dy) {
      const fx = x - Math.floor(x);
      const fy = y - Math.floor(y);
      for (let l = 0; l < 2; l++) {
        const part = l ? upper : lower;
        if (part < 1e-3) continue;
        const w = widths[low + l];
        const h = heights[low + l];
        const from = data[low + l];
        const px = fx * w + w - 0.5;
        const py = fy * h + h - 0.5;
        let x0 = px | 0;
        let y0 = py | 0;
        const sx = px - x0;
        const sy = py - y0;
        while (x0 >= w) x0 -= w;
        while (y0 >= h) y0 -= h;
        const x1 = x0 + 1 < w ? x0 + 1 : 0;
        const y1 = y0 + 1 < h ? y0 + 1 : 0;
        const i = (y0 * w + x0) * 4;
        const i1 = (y0 * w + x1) * 4;
        const i2 = (y1 * w + x0) * 4;
        const i3 = (y1 * w + x1) * 4;
        const w3 = sx * sy * part;
        const w2 = sy * part - w3;
        const w1 = sx * part - w3;
        const w0 = part - w1 - w2 - w3;
        cr += from[i] * w0 + from[i1] * w1 + from[i2] * w2 + from[i3] * w3;
        cg += from[i + 1] * w0 + from[i1 + 1] * w1 + from[i2 + 1] * w2 + from[i3 + 1] * w3;
        cb += from[i + 2] * w0 + from[i1 + 2] * w1 + from[i2 + 2] * w2 + from[i3 + 2] * w3;
      }
    }
    const m = mirror[at];
    r += share * (linearAt(cr) * light[k] + m);
    g += share * (linearAt(cg) * light[k + 1] + m);
    b += share * (linearAt(cb) * light[k + 2] + m);
    packed[at] = opaque(r, g, b);
  }
}

/** A colour in linear light as the bytes of a px, lowest first. */
const opaque = (r: number, g: number, b: number) =>
  ((255 << 24) | (encoded(b) << 16) | (encoded(g) << 8) | encoded(r)) >>> 0;

/** What is no print, as px: found once for a map. */
const backs = new WeakMap<ViewMap, Uint32Array>();
function packedBack(map: ViewMap): Uint32Array {
  const known = backs.get(map);
  if (known) return known;
  const { back, cover } = map;
  const made = new Uint32Array(cover.length);
  for (let at = 0; at < made.length; at++)
    made[at] = opaque(back[at * 3], back[at * 3 + 1], back[at * 3 + 2]);
  backs.set(map, made);
  return made;
}

const encoded = (v: number) => (v >= 1 ? 255 : v <= 0 ? 0 : fromLinear[(v * LEVELS + 0.5) | 0]);
function linearAt(v: number): number {
  const n = v | 0;
  const low = toLinear[n];
  return low + (v - n) * (toLinear[n + 1] - low);
}
