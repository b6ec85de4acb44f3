import type { Raster } from '../raster';
import { type Lab, labDistance, oklabOf, type Rgb } from './oklab';

/** No ink: see-through, or too far from every ink to be one of them. */
export const NO_INK = 254;
/** Nearer to one ink than this in OKLab: that ink, in some strength. */
export const PURE = 0.06;
/** Pixels thinner than half have colours too roughly kept to tell an ink by. */
const OPAQUE_ENOUGH = 128 * 2 ** 24;

/** The nearest ink within a distance for each 24-bit colour (0xbbggrr), found when first asked for. */
export class NearestInk {
  /** One more than the ink's number; 0: not asked for yet. */
  readonly known = new Uint8Array(1 << 24);
  private labs: Lab[];

  constructor(
    inks: Rgb[],
    private within = Number.POSITIVE_INFINITY,
  ) {
    this.labs = inks.map((c) => oklabOf(c[0], c[1], c[2]));
  }

  of(bgr: number): number {
    const known = this.known[bgr];
    if (known) return known - 1;
    const lab = oklabOf(bgr & 255, (bgr >> 8) & 255, bgr >> 16);
    let best = NO_INK;
    let least = this.within;
    for (let k = 0; k < this.labs.length; k++) {
      const d = labDistance(lab, this.labs[k]);
      if (d < least) {
        least = d;
        best = k;
      }
    }
    this.known[bgr] = best + 1;
    return best;
  }
}

/** The last one asked for is kept: motif after motif is told by the same inks. */
let last: { key: string; nearest: NearestInk } | null = null;
function nearestWithin(inks: Rgb[]): NearestInk {
  const key = inks.join(';');
  if (last?.key !== key) last = { key, nearest: new NearestInk(inks, PURE) };
  return last.nearest;
}

/**
 * Which ink each pixel is, as far as its colour alone says: NO_INK where it is see-through or a mixture. A line
 * one pixel wide whose colour lies between those on its two sides is the soft edge of both, not an ink.
 */
export function labelsOf({ width, height, data }: Raster, inks: Rgb[]): Uint8Array {
  const nearest = nearestWithin(inks);
  const { known } = nearest;
  const n = width * height;
  const pixels = new Uint32Array(data.buffer, data.byteOffset, n);
  const labels = new Uint8Array(n).fill(NO_INK);
  for (let p = 0; p < n; p++) {
    const v = pixels[p];
    if (v < OPAQUE_ENOUGH) continue;
    const bgr = v & 0xffffff;
    labels[p] = known[bgr] ? known[bgr] - 1 : nearest.of(bgr);
  }
  const between = betweenness(inks);
  const beside = (p: number, step: number) =>
    labels[p + step] === NO_INK ? labels[p + 2 * step] : labels[p + step];
  const edge: number[] = [];
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2; x < width - 2; x++) {
      const p = y * width + x;
      const k = labels[p];
      if (k === NO_INK) continue;
      if (labels[p - 1] !== k && labels[p + 1] !== k && between(k, beside(p, -1), beside(p, 1))) edge.push(p);
      else if (labels[p - width] !== k && labels[p + width] !== k) {
        if (between(k, beside(p, -width), beside(p, width))) edge.push(p);
      }
    }
  }
  for (const p of edge) labels[p] = NO_INK;
  return labels;
}

/** How far round an edge the inks it is mixed from are looked for, px. */
export const AROUND = 2;

/** Finds the inks that lie round a pixel: `find` says how many, and they are the first so many of `found`. */
export function inksAround(labels: Uint8Array, width: number, height: number) {
  const seen = new Uint8Array(256);
  const found: number[] = [];
  const find = (x: number, y: number): number => {
    let count = 0;
    const from = Math.max(0, x - AROUND);
    const to = Math.min(width - 1, x + AROUND);
    for (let v = Math.max(0, y - AROUND); v <= Math.min(height - 1, y + AROUND); v++) {
      for (let q = v * width + from; q <= v * width + to; q++) {
        const k = labels[q];
        if (k === NO_INK || seen[k]) continue;
        seen[k] = 1;
        found[count++] = k;
      }
    }
    for (let n = 0; n < count; n++) seen[found[n]] = 0;
    return count;
  };
  return { found, find };
}

/** Whether ink k could be a mixture of inks i and j. */
function betweenness(inks: Rgb[]) {
  const known = new Map<number, boolean>();
  return (k: number, i: number, j: number): boolean => {
    if (i === NO_INK || j === NO_INK || i === j) return false;
    const key = (k << 16) | (i << 8) | j;
    let is = known.get(key);
    if (is === undefined) {
      const t = shareOf(inks[i], inks[j], inks[k]);
      const mixed = inks[i].map((v, c) => Math.round(v + (inks[j][c] - v) * t)) as Rgb;
      is = t > 0.1 && t < 0.9 && labDistance(oklabOf(...mixed), oklabOf(...inks[k])) < PURE;
      known.set(key, is);
    }
    return is;
  };
}

/** How much of q there is in a colour that lies nearest on the straight line from p to q, in sRGB. */
export function shareOf(p: Rgb, q: Rgb, [r, g, b]: Rgb): number {
  const d0 = q[0] - p[0];
  const d1 = q[1] - p[1];
  const d2 = q[2] - p[2];
  const len = d0 * d0 + d1 * d1 + d2 * d2;
  return len ? ((r - p[0]) * d0 + (g - p[1]) * d1 + (b - p[2]) * d2) / len : 0;
}
