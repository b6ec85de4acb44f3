import { labelOnTorus, nearerThan, newRaster, type Raster, thinnerThan } from '../raster';
import { ArgumentError } from '../units';
import { AROUND, inksAround, labelsOf, NearestInk, NO_INK, shareOf } from './labels';
import { type Lab, oklabOf, type Rgb } from './oklab';
import { pairFinder } from './pair';

export type FlatOptions = {
  /** How many inks are printed, the ground not among them. */
  count: number;
  /** How far a lighter ink runs under a darker one, px. */
  trapPx: number;
  /** The thinnest line that prints, px. */
  linePx: number;
  /** The colours that are printed, where the block tells its inks by others; they say which are lighter and alike. */
  printed?: Rgb[];
};

/** One ink's screen: 1 where it is printed. `thin`: what is narrower than the thinnest line. */
export type FlatPlate = {
  ink: number;
  mask: Uint8Array;
  areaPx: number;
  thin: { areaPx: number; places: number; at: { x: number; y: number } | null };
};

/** Which inks stay when there are to be fewer: those whose loss would change least go first, to their nearest. */
function merged(inks: Rgb[], area: number[], count: number): number[] {
  const labs: Lab[] = inks.map((c) => oklabOf(...c));
  const to = inks.map((_, k) => k);
  const size = [...area];
  const left = new Set(inks.map((_, k) => k).filter((k) => k === 0 || area[k] > 0));
  const cost = (k: number, j: number) => size[k] * labs[k].reduce((s, v, c) => s + (v - labs[j][c]) ** 2, 0);
  while (left.size - 1 > count) {
    let best: [number, number] = [-1, -1];
    for (const k of left) {
      for (const j of left) {
        if (k === 0 || k === j) continue;
        if (best[0] < 0 || cost(k, j) < cost(...best)) best = [k, j];
      }
    }
    const [gone, stays] = best;
    left.delete(gone);
    size[stays] += size[gone];
    for (const [k, v] of to.entries()) if (v === gone) to[k] = stays;
  }
  return to;
}

/** What stands for the other side of the block beyond its edges, px: as far as a pixel is looked round. */
const MARGIN = 2 * AROUND;

/** The ink of each pixel: a soft edge goes to the nearer of the two inks it is mixed from, never to a third. */
function inkOfEach(block: Raster, inks: Rgb[]): Uint8Array {
  const { width, height } = block;
  const wide = newRaster(width + 2 * MARGIN, height + 2 * MARGIN);
  const from = new Uint32Array(block.data.buffer, block.data.byteOffset, width * height);
  const to = new Uint32Array(wide.data.buffer);
  for (let y = 0, q = 0; y < wide.height; y++) {
    const row = ((y - MARGIN + height * MARGIN) % height) * width;
    for (let x = 0; x < wide.width; x++, q++) to[q] = from[row + ((x - MARGIN + width * MARGIN) % width)];
  }
  const told = labelsOf(wide, inks);
  const { found, find } = inksAround(told, wide.width, wide.height);
  const nearest = new NearestInk(inks);
  const finder = pairFinder(inks);
  const labels = new Uint8Array(width * height);
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      const [u, v] = [x + MARGIN, y + MARGIN];
      const own = told[v * wide.width + u];
      if (own !== NO_INK) labels[p] = own;
      else if (from[p] >>> 24 >= 128) {
        const bgr = from[p] & 0xffffff;
        const count = find(u, v);
        const pair = count ? finder.nearest(found, count, bgr, 1).pair : -1;
        const [a, b] = [pair >> 6, pair & 63];
        if (pair < 0) labels[p] = nearest.of(bgr);
        else labels[p] = shareOf(inks[a], inks[b], [bgr & 255, (bgr >> 8) & 255, bgr >> 16]) < 0.5 ? a : b;
      }
    }
  }
  return labels;
}

/**
 * A repeat block as flat screens, one for each ink, the ground left bare; its edges are joined. Lighter inks run
 * under darker ones by the trap, in printing order light to dark.
 * @param inks as the block shows them, ground first.
 * @throws ArgumentError unless 1 to 64 screens are asked and the trap and the line are 0 px or more.
 */
export function* flatPlates(block: Raster, inks: Rgb[], options: FlatOptions): Generator<FlatPlate> {
  const { count, trapPx, linePx, printed = inks } = options;
  if (!Number.isInteger(count) || count < 1 || count > 64)
    throw new ArgumentError('Between 1 and 64 screens.');
  if (trapPx < 0 || linePx < 0) throw new ArgumentError('A trap and a line are 0 px or wider.');
  const { width, height } = block;
  const n = width * height;
  const labels = inkOfEach(block, inks);
  const area = inks.map(() => 0);
  for (const k of labels) area[k]++;
  const to = merged(printed, area, count);
  for (let p = 0; p < n; p++) labels[p] = to[labels[p]];
  const light = (k: number) => oklabOf(...printed[k])[0];
  const kept = [...new Set(to)].filter((k) => k !== 0).sort((a, b) => light(b) - light(a));
  const order = new Map(kept.map((k, at) => [k, at]));
  for (const [at, ink] of kept.entries()) {
    const own = new Uint8Array(n);
    for (let p = 0; p < n; p++) own[p] = labels[p] === ink ? 1 : 0;
    const thin = thinParts(own, width, height, linePx);
    const spread = nearerThan(own, width, height, trapPx + 0.5);
    const mask = new Uint8Array(n);
    let areaPx = 0;
    for (let p = 0; p < n; p++) {
      const later = (order.get(labels[p]) ?? -1) > at;
      mask[p] = own[p] || (spread[p] && later) ? 1 : 0;
      areaPx += mask[p];
    }
    yield { ink, mask, areaPx, thin };
  }
}

/** What is thinner than the thinnest line, small crumbs at corners left out. */
function thinParts(mask: Uint8Array, width: number, height: number, linePx: number): FlatPlate['thin'] {
  if (linePx <= 1) return { areaPx: 0, places: 0, at: null };
  const thin = thinnerThan(mask, width, height, linePx);
  const { labels, count } = labelOnTorus(thin, width, height);
  const sizes = new Int32Array(count + 1);
  for (const k of labels) sizes[k]++;
  let largest = 0;
  let areaPx = 0;
  let places = 0;
  for (let k = 1; k <= count; k++) {
    if (sizes[k] < linePx * 2) continue;
    places++;
    areaPx += sizes[k];
    if (!largest || sizes[k] > sizes[largest]) largest = k;
  }
  const first = largest ? labels.indexOf(largest) : -1;
  return { areaPx, places, at: first < 0 ? null : { x: first % width, y: Math.floor(first / width) } };
}
