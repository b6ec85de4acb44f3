import type { Raster } from '../raster';
import { ArgumentError } from '../units';
import { AROUND, inksAround, labelsOf, NO_INK, PURE, shareOf } from './labels';
import { labDistance, oklabOf, type Rgb } from './oklab';
import { type Pair, pairFinder, pairOf } from './pair';
import { Numbering, type PixelCodes } from './pixel-codes';

/**
 * Art told as inks: each pixel names one of the tellings. Told this way an edge between two inks stays an
 * honest mixture in every colourway, and a colourway is one table to look pixels up in.
 */
export type Plates = { width: number; height: number; index: Uint32Array; codes: PixelCodes };

/** A pair that must be guessed by colour alone has to pass nearer than this share of the nearest ink's distance. */
const GUESS = 0.8;

/** What the inks round a pixel leave of its colour before another is thought of, squared levels; and how much less of it must stay. */
const UNTOLD = 20 ** 2;
const BETTER = 0.25;

const rgbOf = (v: number): Rgb => [v & 255, (v >> 8) & 255, (v >> 16) & 255];

/** Chooses for each pixel the inks it is told by: those that lie round it, or any, where none do. */
function pairsOf(art: Raster, inks: Rgb[]) {
  const { width, height } = art;
  const labels = labelsOf(art, inks);
  const all = inks.map((_, k) => k);
  const labs = inks.map((c) => oklabOf(...c));
  const guesses = new Map<number, Pair>();
  const finder = pairFinder(inks);
  const guess = (bgr: number): Pair => {
    let pair = guesses.get(bgr);
    if (pair === undefined) {
      const lab = oklabOf(...rgbOf(bgr));
      const near = all.reduce((b, k) => (labDistance(labs[k], lab) < labDistance(labs[b], lab) ? k : b), 0);
      const pure = labDistance(labs[near], lab) < PURE;
      pair = pure ? pairOf(near, near) : finder.nearest(all, all.length, bgr, GUESS).pair;
      guesses.set(bgr, pair);
    }
    return pair;
  };
  const even = evenRows(labels, width, height);
  const { found, find } = inksAround(labels, width, height);
  return (p: number, x: number, y: number, bgr: number): Pair => {
    const own = labels[p];
    if (own !== NO_INK && y >= AROUND && y < height - AROUND) {
      let inside = true;
      for (let q = p - AROUND * width; inside && q <= p + AROUND * width; q += width)
        inside = even[q] === 1 && labels[q] === own;
      if (inside) return pairOf(own, own);
    }
    const count = find(x, y);
    if (count === 1 && found[0] === own) return pairOf(own, own);
    if (!count) return guess(bgr);
    const fit = finder.nearest(found, count, bgr, 1);
    if (fit.off <= UNTOLD) return fit.pair;
    // A thin line may have no pixel of its ink alone: one of those round it is mixed with an ink not seen.
    const thin = finder.withAny(found, count, bgr);
    return thin.off < fit.off * BETTER ? thin.pair : fit.pair;
  };
}

/** 1 where the labels beside a pixel in its row are its own. */
function evenRows(labels: Uint8Array, width: number, height: number): Uint8Array {
  const even = new Uint8Array(labels.length);
  for (let y = 0; y < height; y++) {
    let run = 0;
    for (let x = 0, p = y * width; x < width; x++, p++) {
      run = x && labels[p] === labels[p - 1] ? run + 1 : 1;
      if (run > 2 * AROUND) even[p - AROUND] = 1;
    }
  }
  return even;
}

/**
 * Splits art into plates for the given inks (sRGB bytes). Recolouring to the same inks gives the same bytes.
 * @throws ArgumentError unless there are 1 to 64 inks.
 */
export function platesOf(art: Raster, inks: Rgb[]): Plates {
  if (inks.length < 1 || inks.length > 64) throw new ArgumentError('Plates need 1 to 64 inks.');
  const { width, height } = art;
  const n = width * height;
  const pixels = new Uint32Array(art.data.buffer, art.data.byteOffset, n);
  const index = new Uint32Array(n);
  const numbers = new Numbering();
  const told: { colour: number; pair: Pair }[] = [];
  const pairAt = pairsOf(art, inks);
  let last = { colour: -1, pair: -1, number: 0 };
  for (let p = 0, y = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      const colour = pixels[p] >>> 24 ? pixels[p] : 0;
      const pair = colour ? pairAt(p, x, y, colour & 0xffffff) : 0;
      if (colour !== last.colour || pair !== last.pair) {
        last = { colour, pair, number: numbers.of(colour, pair) };
        if (last.number === told.length) told.push({ colour, pair });
      }
      index[p] = last.number;
    }
  }
  const k = told.length;
  const codes: PixelCodes = {
    first: new Uint8Array(k),
    second: new Uint8Array(k),
    share: new Uint8Array(k),
    residual: new Int16Array(k * 3),
    alpha: new Uint8Array(k),
  };
  for (const [t, { colour, pair }] of told.entries()) {
    const rgb = rgbOf(colour);
    const [first, second] = [pair >> 6, pair & 63];
    const [a, b] = [inks[first], inks[second]];
    const share = Math.round(Math.max(0, Math.min(1, shareOf(a, b, rgb))) * 255);
    codes.first[t] = first;
    codes.second[t] = second;
    codes.share[t] = share;
    codes.alpha[t] = colour >>> 24;
    for (let c = 0; c < 3; c++) codes.residual[t * 3 + c] = rgb[c] - mixed(a[c], b[c], share);
  }
  return { width, height, index, codes };
}

/** As it is mixed again when the art is recoloured: the same steps, so that the same inks give the same bytes. */
const mixed = (a: number, b: number, share: number) => Math.round(a + (b - a) * (share / 255));

export type RecolourOptions = {
  /** The inks that the plates were made with; texture is then weighed by how light the new inks are. */
  from?: Rgb[];
  /** How much of the hand's texture each ink keeps, 0 (flat) to 1; default 1. */
  texture?: number[];
};

/** How light a colour is, sRGB levels (ITU-R BT.601 weights): enough to weigh texture by. */
const LUMA = [0.299, 0.587, 0.114];
const lumas = (inks: Rgb[]) => Float64Array.from(inks, (c) => c.reduce((s, v, k) => s + v * LUMA[k], 0));

/** Each telling as a pixel in other inks, 0xaabbggrr. */
function tableOf(
  { first, second, share, residual, alpha }: PixelCodes,
  inks: Rgb[],
  options: RecolourOptions,
) {
  const table = new Uint32Array(alpha.length);
  const px = new Uint8ClampedArray(table.buffer);
  const flat = Float64Array.from(inks.flat());
  const now = lumas(inks);
  const own = options.from ? lumas(options.from) : null;
  const kept = options.texture ? Float64Array.from(inks, (_, k) => options.texture?.[k] ?? 1) : null;
  for (let t = 0, o = 0, r = 0; t < alpha.length; t++, o += 4, r += 3) {
    if (alpha[t] === 0) continue;
    const i = first[t];
    const j = second[t];
    const k = share[t] / 255;
    const r0 = residual[r];
    const r1 = residual[r + 1];
    const r2 = residual[r + 2];
    let gain = kept ? kept[i] + (kept[j] - kept[i]) * k : 1;
    if (own) {
      // A shade on a light ink is as much of what lightness there is as on a dark one, and never stronger.
      const was = own[i] + (own[j] - own[i]) * k;
      const is = now[i] + (now[j] - now[i]) * k;
      const room = r0 + r1 + r2 < 0 ? (is + 1) / (was + 1) : (256 - is) / (256 - was);
      if (room < 1) gain *= room;
    }
    const a = i * 3;
    const b = j * 3;
    px[o] = Math.round(flat[a] + (flat[b] - flat[a]) * k) + r0 * gain;
    px[o + 1] = Math.round(flat[a + 1] + (flat[b + 1] - flat[a + 1]) * k) + r1 * gain;
    px[o + 2] = Math.round(flat[a + 2] + (flat[b + 2] - flat[a + 2]) * k) + r2 * gain;
    px[o + 3] = alpha[t];
  }
  return table;
}

/** The art in other inks (sRGB bytes, same order and number as the plates were made with). */
export function recolour(
  { width, height, index, codes }: Plates,
  inks: Rgb[],
  options: RecolourOptions = {},
  into = new Uint8ClampedArray(index.length * 4),
): Raster {
  const table = tableOf(codes, inks, options);
  const out = new Uint32Array(into.buffer, into.byteOffset, index.length);
  for (let p = 0; p < index.length; p++) out[p] = table[index[p]];
  return { width, height, data: into };
}
