import { newRaster, type Raster } from '../../raster';
import type { GroundField } from '../page';
import { BLOCK } from '../page';
import { type Hill, inkOfLine, uphill } from './ridge';

/** What a pixel of the piece that is cut is marked with. */
export const OWN = 2;

/** What lies under the art: the colour at each pixel of the box, R, G, B into `out`. */
export type Under = (p: number, out: number[]) => void;
export const WHITE: Under = (_, out) => out.fill(255);

/** The colours of a ground in a box of its page. */
export const underOf =
  ({ blocks, across }: GroundField, box: { x: number; y: number; width: number }): Under =>
  (p, out) => {
    const x = box.x + (p % box.width);
    const y = box.y + Math.floor(p / box.width);
    const b = (Math.floor(y / BLOCK.height) * across + (x >> 4)) * 3;
    for (let c = 0; c < 3; c++) out[c] = blocks[b + c];
  };

/** The pixels of a piece as they are, opaque, and nothing round them. */
function ownPixels({ width, height, data }: Raster, mask: Uint8Array): Raster {
  const out = newRaster(width, height);
  const from = new Uint32Array(data.buffer, data.byteOffset, mask.length);
  const to = new Uint32Array(out.data.buffer, 0, mask.length);
  for (let p = 0; p < mask.length; p++) if (mask[p] === OWN) to[p] = from[p] | 0xff000000;
  return out;
}

/**
 * Cuts art out of what it lies on without a rim of it. In the band where ink and paper mix (`band` px inside the
 * mask's edge, one px outside) the ink's own colour is carried out from inside, ring by ring, and the share of
 * ink in the mix becomes the alpha: C = a F + (1 - a) under, solved for a. Art deeper inside keeps its pixels
 * untouched.
 * @param mask OWN for this piece, another number for other art (left out), 0 for paper; same size as `flat`.
 */
export function cutWithCleanEdge(flat: Raster, mask: Uint8Array, band: number, under: Under): Raster {
  const { width, height, data } = flat;
  const out = ownPixels(flat, mask);
  const depth = new Uint8Array(mask.length);
  const rings = ringsOf(mask, depth, width, height, Math.max(1, Math.round(band)));

  // Colours are carried from the inside out; what has no inside (a thin line) takes the neighbour that stands off most.
  const known = new Uint8Array(mask.length);
  for (let k = rings.length - 1; k >= 0; k--) {
    const ring = rings[k];
    for (const p of ring) carry(p, depth, mask, known, data, out.data, width, height, under);
    for (const p of ring) known[p] = 1;
  }
  for (const ring of rings) for (const p of ring) unmix(p, mask[p] === OWN, data, out.data, under);
  return out;
}

/**
 * Cuts art off white paper: what mixes with it is un-mixed against the middle of the stroke that it is the edge of, no farther in than
 * that, so that an outline keeps its own colour; a line that a scan blurs over its whole width gets the colour that it had.
 * @param mask as for cutWithCleanEdge. @param dark how much darker than white the paper is by a shadow on it, 0 to 255; null: nowhere.
 */
export function cutOffPaper(flat: Raster, mask: Uint8Array, dark: Uint8Array | null = null): Raster {
  const { width, height, data } = flat;
  const out = ownPixels(flat, mask);
  const depth = new Uint8Array(mask.length);
  const rings = ringsOf(mask, depth, width, height, DEEP);
  const paperAt = (p: number) => (dark ? 255 - dark[p] : 255);
  // Asked for near edges only; kept as one more than it is.
  const known = new Uint16Array(mask.length);
  const off = (p: number) => {
    if (known[p]) return known[p] - 1;
    let sum = 0;
    if (mask[p] === OWN || mask[p] === 0) {
      const [i, paper] = [p * 4, paperAt(p)];
      sum = Math.abs(paper - data[i]) + Math.abs(paper - data[i + 1]) + Math.abs(paper - data[i + 2]);
    }
    known[p] = sum + 1;
    return sum;
  };
  const hill = { width, height, off };
  const isOwn = (q: number) => mask[q] === OWN;
  const inks: Ink[] = [];
  const inkOf = new Uint32Array(mask.length);
  for (const [k, ring] of rings.entries()) {
    for (const p of ring) {
      const top = uphill(hill, p, isOwn);
      const deep = depth[top] || DEEP + 1;
      if (!inkOf[top]) inkOf[top] = inks.push(inkAt(hill, top, deep, data, paperAt));
      const ink = inks[inkOf[top] - 1];
      // Beyond the middle of a stroke it does not mix with paper, but for a line that is edge throughout.
      if (k <= 1 || deep > k || ink.fine) unmixFrom(p, ink, paperAt(p), data, out.data);
    }
  }
  return out;
}

/** Art no deeper than this, px, may mix with paper; short of a whole share by so much, or so many levels, it is art alone. */
const DEEP = 3;
const SHORT = { share: 0.04, levels: 6 };

type Ink = { rgb: number[]; fine: boolean };

/** The ink at the middle of a stroke, and whether the stroke is a fine line. */
function inkAt(
  hill: Hill,
  p: number,
  deep: number,
  data: Uint8ClampedArray,
  paperAt: (p: number) => number,
): Ink {
  const below = (q: number, out: number[]) => {
    for (let c = 0; c < 3; c++) out[c] = hill.off(q) ? paperAt(q) - data[q * 4 + c] : 0;
  };
  // What is lighter than the paper under its shadow is no fine line.
  const paper = paperAt(p);
  const isDarker = data[p * 4] < paper && data[p * 4 + 1] < paper && data[p * 4 + 2] < paper;
  const line = deep <= 2 && isDarker ? inkOfLine(hill, p, below) : null;
  if (!line || line.share === 1) return { rgb: [...data.subarray(p * 4, p * 4 + 3)], fine: false };
  // Nothing is darker than black.
  const over = Math.max(1, ...line.below.map((v) => v / paper));
  return { rgb: line.below.map((v) => paper - v / over), fine: true };
}

/** Parts a pixel into an ink and the grey of the paper: a fine line by its light alone. */
function unmixFrom(
  p: number,
  { rgb, fine }: Ink,
  paper: number,
  data: Uint8ClampedArray,
  out: Uint8ClampedArray,
) {
  const i = p * 4;
  let [dot, len] = [0, 0];
  for (let c = 0; c < 3; c++) {
    const most = paper - rgb[c];
    dot += (paper - data[i + c]) * (fine ? 1 : most);
    len += most * (fine ? 1 : most);
  }
  const own = out[i + 3] === 255;
  const share = len < (fine ? 30 : 900) ? (own ? 1 : 0) : Math.min(1, dot / len);
  const whole = 1 - Math.max(SHORT.share, SHORT.levels / Math.sqrt(len));
  const keepOwn = own && share > whole && !fine;
  for (let c = 0; c < 3; c++) out[i + c] = keepOwn ? data[i + c] : rgb[c];
  out[i + 3] = keepOwn ? 255 : share < 0.06 ? 0 : share * 255;
}

/** Paper that is in its ring already. */
const SEEN = 255;

/**
 * Ring 0 is paper that touches the piece, ring 1 its outermost pixels, and so on to `band`; `depth` is filled
 * with the ring's number for art, and stays 0 for art deeper in.
 */
function ringsOf(
  mask: Uint8Array,
  depth: Uint8Array,
  width: number,
  height: number,
  band: number,
): number[][] {
  const rings: number[][] = [[], []];
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (mask[p] !== OWN) continue;
      if (
        (x > 0 && mask[p - 1] === 0) ||
        (x < width - 1 && mask[p + 1] === 0) ||
        (y > 0 && mask[p - width] === 0) ||
        (y < height - 1 && mask[p + width] === 0)
      ) {
        depth[p] = 1;
        rings[1].push(p);
      }
    }
  }
  // Paper that touches the piece touches its outermost pixels.
  for (const p of rings[1]) {
    const x = p % width;
    for (let dy = p >= width ? -width : 0; dy <= width && p + dy < mask.length; dy += width)
      for (let dx = x > 0 ? -1 : 0; dx <= 1 && x + dx < width; dx++) {
        const q = p + dy + dx;
        if (mask[q] !== 0 || depth[q]) continue;
        depth[q] = SEEN;
        rings[0].push(q);
      }
  }
  for (const p of rings[0]) depth[p] = 0;
  for (let k = 2; k <= band; k++) {
    const ring: number[] = [];
    // Alternating four and eight neighbours keeps the band near to round.
    const wide = k % 2 === 0;
    for (const p of rings[k - 1]) {
      const x = p % width;
      const l = x > 0 ? -1 : 0;
      const r = x < width - 1 ? 1 : 0;
      const u = p >= width ? -width : 0;
      const d = p < mask.length - width ? width : 0;
      const near = wide ? [l, r, u, d, u + l, u + r, d + l, d + r] : [l, r, u, d];
      for (const n of near) {
        const q = p + n;
        if (mask[q] === OWN && depth[q] === 0) {
          depth[q] = k;
          ring.push(q);
        }
      }
    }
    rings.push(ring);
  }
  return rings;
}

/** The ink at a band pixel, into `out`: the mean of the neighbours that are known, deeper ones being so already. */
function carry(
  p: number,
  depth: Uint8Array,
  mask: Uint8Array,
  known: Uint8Array,
  data: Uint8ClampedArray,
  out: Uint8ClampedArray,
  width: number,
  height: number,
  under: Under,
) {
  const x = p % width;
  const y = (p - x) / width;
  let n = 0;
  let r = 0;
  let g = 0;
  let b = 0;
  for (let qy = y > 0 ? y - 1 : 0; qy <= y + 1 && qy < height; qy++) {
    for (let qx = x > 0 ? x - 1 : 0; qx <= x + 1 && qx < width; qx++) {
      const q = qy * width + qx;
      if (!known[q] && (mask[q] !== OWN || depth[q] !== 0)) continue;
      r += out[q * 4];
      g += out[q * 4 + 1];
      b += out[q * 4 + 2];
      n++;
    }
  }
  if (n) {
    out[p * 4] = r / n;
    out[p * 4 + 1] = g / n;
    out[p * 4 + 2] = b / n;
    return;
  }
  let best = p * 4;
  let most = -1;
  under(p, below);
  for (let qy = Math.max(0, y - 2); qy <= Math.min(height - 1, y + 2); qy++) {
    for (let qx = Math.max(0, x - 2); qx <= Math.min(width - 1, x + 2); qx++) {
      const i = (qy * width + qx) * 4;
      const off =
        Math.abs(below[0] - data[i]) + Math.abs(below[1] - data[i + 1]) + Math.abs(below[2] - data[i + 2]);
      if (off > most) {
        most = off;
        best = i;
      }
    }
  }
  for (let c = 0; c < 3; c++) out[p * 4 + c] = data[best + c];
}

/** The colour under the pixel in hand. */
const below = [0, 0, 0];

/** Solves the mix at a band pixel: `out` holds the ink there, and gets the alpha. */
function unmix(p: number, own: boolean, data: Uint8ClampedArray, out: Uint8ClampedArray, under: Under) {
  const i = p * 4;
  under(p, below);
  let dot = 0;
  let len = 0;
  for (let c = 0; c < 3; c++) {
    const away = below[c] - out[i + c];
    dot += (below[c] - data[i + c]) * away;
    len += away * away;
  }
  // Art nearly of the colour that it lies on: the mix cannot be told, so the mask decides.
  const share = len < 900 ? (own ? 1 : 0) : Math.min(1, dot / len);
  const keepOwn = own && share > 0.96;
  if (keepOwn) for (let c = 0; c < 3; c++) out[i + c] = data[i + c];
  out[i + 3] = keepOwn ? 255 : share < 0.06 ? 0 : share * 255;
}

/** Lets the alpha rise from the edge inwards over `px`, for a softer join with the cloth. */
export function softenEdge(art: Raster, px: number): void {
  if (px < 0.5) return;
  const { width, height, data } = art;
  const mask = new Uint8Array(width * height);
  for (let p = 0; p < mask.length; p++) mask[p] = data[p * 4 + 3] >= 128 ? OWN : 0;
  const depth = new Uint8Array(mask.length);
  const deep = Math.min(250, Math.ceil(px));
  for (const [k, ring] of ringsOf(mask, depth, width, height, deep).entries()) {
    for (const p of ring) data[p * 4 + 3] = Math.min(data[p * 4 + 3], (255 * k) / (px + 1));
  }
}
