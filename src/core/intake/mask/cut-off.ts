import type { Raster } from '../../raster';
import type { GroundField } from '../page';
import { cutOffPaper, cutWithCleanEdge, OWN, underOf } from './clean-edge';

type Box = { x: number; y: number; width: number; height: number };

/** Soft shadows of a page: how dark each of its pixels is by them, 0 to 255; and whether they stay with the art. */
export type Shadows = { dark: Uint8Array; keep: boolean };

/**
 * Art cut off what it lies on, white paper or a coloured ground, and off the soft shadow that it throws there. A shadow that is kept
 * lies under the art, black and as see-through as it was faint: it darkens any cloth as a multiplied layer does.
 * @param flat the page in the box, its light evened. @param own OWN for this piece, kept shadows too; changed in place.
 */
export function cutOff(
  flat: Raster,
  own: Uint8Array,
  ppi: number,
  ground: GroundField | null,
  box: Box,
  shadows: Shadows | null,
  pageWidth: number,
): Raster {
  const dark = shadows && inBox(shadows.dark, box, pageWidth);
  if (!dark?.some((v) => v > 0)) return cut(flat, own, ppi, ground, box, null);
  const thrown = shadows?.keep ? dark.map((v, p) => (own[p] === OWN ? v : 0)) : null;
  if (thrown) for (let p = 0; p < own.length; p++) if (thrown[p]) own[p] = 0;
  const under = goOnUnder(dark, own, box.width);
  const art = cut(flat, own, ppi, ground, box, under);
  if (thrown) layUnder(art, own, thrown, under);
  return art;
}

/** Off a coloured ground, into which its colours run further (a JPEG halves them), or off paper. */
function cut(
  flat: Raster,
  own: Uint8Array,
  ppi: number,
  ground: GroundField | null,
  box: Box,
  dark: Uint8Array | null,
): Raster {
  if (!ground) return cutOffPaper(flat, own, dark);
  const bare = underOf(ground, box);
  const under = dark
    ? (p: number, out: number[]) => {
        bare(p, out);
        for (let c = 0; c < 3; c++) out[c] *= 1 - dark[p] / 255;
      }
    : bare;
  return cutWithCleanEdge(flat, own, Math.max(3, ppi / 75), under);
}

function inBox(page: Uint8Array, { x, y, width, height }: Box, pageWidth: number): Uint8Array {
  const out = new Uint8Array(width * height);
  for (let row = 0; row < height; row++) {
    const from = (y + row) * pageWidth + x;
    out.set(page.subarray(from, from + width), row * width);
  }
  return out;
}

/** What is so near to art, px, shows no shadow alone; and so far in from its edge art mixes with what it lies on. */
const NEAR = 2;
const IN = 5;

/** A shadow by what shows of it alone, carried on under the edges of the art that throws it. @param own OWN for art. */
function goOnUnder(dark: Uint8Array, own: Uint8Array, width: number): Uint8Array {
  const out = dark.slice();
  const rim: number[] = [];
  const [BARE, WANTED, GOT] = [0, 1, 2];
  const state = new Uint8Array(dark.length);
  for (let p = 0; p < own.length; p++) {
    if (own[p] !== OWN) continue;
    state[p] = WANTED;
    if (isWithin(own, p, width)) continue;
    rim.push(p);
    const x = p % width;
    for (let dy = -NEAR * width; dy <= NEAR * width; dy += width)
      for (let dx = Math.max(-x, -NEAR); dx <= Math.min(width - 1 - x, NEAR); dx++)
        if (own[p + dy + dx] === 0) state[p + dy + dx] = WANTED;
  }
  const around = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
  let ring: number[] = [];
  for (const p of rim)
    for (let dy = -NEAR * width; dy <= NEAR * width; dy += width)
      for (let dx = -NEAR; dx <= NEAR; dx++) {
        const q = p + dy + dx;
        if (state[q] === WANTED && own[q] !== OWN && around.some((d) => state[q + d] === BARE)) ring.push(q);
      }
  for (let k = 0; k < NEAR + IN && ring.length; k++) {
    const next: number[] = [];
    const now = [...new Set(ring)].filter((p) => state[p] === WANTED);
    for (const p of now) {
      let [sum, n] = [0, 0];
      for (const d of around) {
        const at = state[p + d];
        if (at === WANTED) next.push(p + d);
        else if (at !== undefined) {
          sum += out[p + d];
          n++;
        }
      }
      out[p] = n ? sum / n : 0;
    }
    for (const p of now) state[p] = GOT;
    ring = next;
  }
  for (let p = 0; p < out.length; p++) if (state[p] === WANTED) out[p] = 0;
  return out;
}

const isWithin = (own: Uint8Array, p: number, width: number): boolean =>
  own[p - 1] === OWN && own[p + 1] === OWN && own[p - width] === OWN && own[p + width] === OWN;

/** Lays a shadow under art: black, as see-through as it is faint. */
function layUnder(art: Raster, own: Uint8Array, thrown: Uint8Array, under: Uint8Array): void {
  const { data } = art;
  for (let p = 0; p < own.length; p++) {
    const alpha = data[p * 4 + 3] / 255;
    if (alpha === 1) continue;
    const dark = (own[p] === OWN || thrown[p] ? under[p] : 0) / 255;
    const all = alpha + (1 - alpha) * dark;
    if (!all) continue;
    for (let c = 0; c < 3; c++) data[p * 4 + c] *= alpha / all;
    data[p * 4 + 3] = all * 255;
  }
}
