import { type Raster, runsOf } from '../../raster';
import { BLOCK } from './paper';

/** A shadow has the ground's colour, darker: its channels are darker alike, to so much and such a share of how dark it is, and by no less and no more than that. */
const ALIKE = { least: 0.015, share: 0.14 };
const DARK = { least: 0.02, most: 0.6 };
/** Of what stands off it is shadow from this on. */
const FAINT = 0.006;
/** So much may a soft edge change over 5 px at 300 ppi; an edge of art changes more. */
const SOFT = 0.2;
/** It lies between art and bare paper: this share of its rim is toward paper. A light within art has art all round. */
const OPEN = 0.22;
/** A shadow is no smaller than this, mm2. */
const LEAST_MM2 = 1.2;
/** From pixel to pixel it changes by no more than so many levels. */
const SMOOTH = 6;

/**
 * What every pixel is as a share of the ground: `times` (three for each block of the page, blocks by rows) its value, less `less`.
 */
export type GroundShare = { times: Float32Array; across: number; less: number };

/** How dark a pixel is if it is of a shadow's colour, 1 to 255 (so for bare paper too, where `least` is below 0), and darker than `least`; else 0. */
export function darkAt(
  { width, data }: Raster,
  { times, across, less }: GroundShare,
  p: number,
  least = DARK.least,
): number {
  const x = p % width;
  const b = (Math.floor((p - x) / width / BLOCK.height) * across + (x >> 4)) * 3;
  const r = data[p * 4] * times[b] - less;
  const g = data[p * 4 + 1] * times[b + 1] - less;
  const u = data[p * 4 + 2] * times[b + 2] - less;
  const by = 1 - (r + g + u) / 3;
  if (by <= least || by >= DARK.most) return 0;
  const most = r > g ? (r > u ? r : u) : g > u ? g : u;
  const low = r < g ? (r < u ? r : u) : g < u ? g : u;
  return most - low < ALIKE.least + ALIKE.share * by ? Math.max(1, Math.round(by * 255)) : 0;
}

/**
 * The soft shadows that art throws on what it lies on: how dark each pixel of them is, 0 to 255 (0: no shadow); null where there
 * are none. A shadow is of the ground's colour, fades into the ground on its outer side, and touches art. What is grey with a hard
 * edge is art.
 * @param mask 1 where something stands off from the ground.
 */
export function softShadows(
  page: Raster,
  mask: Uint8Array,
  ppi: number,
  share: GroundShare,
): Uint8Array | null {
  const { width, height } = page;
  const dark = (p: number) => darkAt(page, share, p);
  const smallest = LEAST_MM2 * (ppi / 25.4) ** 2;
  const soft = SOFT * Math.max(1, 300 / ppi) ** 0.5;
  // Parts of what stands off that are of a shadow's colour, from their rims inward: those whose outer edge is soft are shadow.
  const known = new Uint8Array(mask.length);
  const stack: number[] = [];
  const visit = (rim: number) => {
    if (known[rim]) return;
    const by = darkAt(page, share, rim, FAINT);
    known[rim] = by || NONE;
    if (!by) return;
    const part = [rim];
    for (let n = 0; n < part.length; n++) {
      const p = part[n];
      const x = p % width;
      for (const q of [x > 0 ? p - 1 : p, x < width - 1 ? p + 1 : p, p - width, p + width]) {
        if (q < 0 || q >= mask.length || known[q] || !mask[q]) continue;
        const at = darkAt(page, share, q, FAINT);
        known[q] = at || NONE;
        if (at) part.push(q);
      }
    }
    if (part.length >= smallest && isSoft(part, known, mask, width, height, soft))
      for (const p of part) stack.push(p);
  };
  const runs = runsOf(mask, width, height);
  for (let y = 0; y < height; y++)
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      visit(y * width + runs.start[i]);
      visit(y * width + runs.end[i] - 1);
    }
  if (!stack.length) return null;
  const out = new Uint8Array(mask.length);
  for (const p of stack) out[p] = known[p];
  // It goes on where it is too faint to stand off, and smoothly into bits that were too small to tell.
  spread(width, stack, out, dark, (q) => mask[q] === 1);
  return out;
}

/** What is of no shadow's colour: darker than any. */
const NONE = 255;

/** Whether a part lies as a shadow does, between art and bare paper, and its edge toward the paper is soft. @param known how dark a pixel is, NONE: not of a shadow's colour. */
function isSoft(
  part: number[],
  known: Uint8Array,
  mask: Uint8Array,
  width: number,
  height: number,
  soft: number,
): boolean {
  const edges: number[] = [];
  let touches = 0;
  for (const p of part) {
    const x = p % width;
    const y = (p - x) / width;
    if (x < 2 || y < 2 || x >= width - 2 || y >= height - 2) continue;
    let outer = false;
    for (const q of [p - 1, p + 1, p - width, p + width]) {
      if (!mask[q]) outer = true;
      else if (known[q] === NONE) touches++;
    }
    if (!outer) continue;
    let [least, most] = [255, 0];
    for (let dy = -2; dy <= 2; dy++) {
      for (let dx = -2; dx <= 2; dx++) {
        const v = known[p + dy * width + dx] % NONE;
        least = Math.min(least, v);
        most = Math.max(most, v);
      }
    }
    edges.push((most - least) / 255);
  }
  if (!edges.length || edges.length < OPEN * (edges.length + touches) || !touches) return false;
  // A narrow one is soft along its middle; at its ends it meets the art.
  return edges.sort((p, q) => p - q)[edges.length >> 1] < soft;
}

/** Lets a shadow go on from the pixels on a stack: into what does not stand off, and smoothly into what does. */
function spread(
  width: number,
  stack: number[],
  out: Uint8Array,
  dark: (p: number) => number,
  standsOff: (p: number) => boolean,
) {
  while (stack.length) {
    const p = stack.pop() as number;
    const x = p % width;
    for (const q of [x > 0 ? p - 1 : p, x < width - 1 ? p + 1 : p, p - width, p + width]) {
      if (q < 0 || q >= out.length || out[q]) continue;
      const by = dark(q);
      if (!by || (standsOff(q) && Math.abs(by - out[p]) > SMOOTH)) continue;
      out[q] = by;
      stack.push(q);
    }
  }
}

/**
 * Takes the shadow that lies on paper out of a mask, beginning from that paper, in place.
 * @param runs of the paper's pixels. @param known how dark shadows are that were found before, 0 to 255; what is found here is added.
 */
export function takeShadowOn(
  page: Raster,
  mask: Uint8Array,
  share: GroundShare,
  runs: [number, number][],
  known: Uint8Array,
) {
  // It begins as fainter than what is told of a shadow by itself.
  const dark = (p: number) => darkAt(page, share, p, -DARK.least);
  const out = new Uint8Array(mask.length);
  const stack: number[] = [];
  for (const [from, to] of runs)
    for (let p = from; p < to; p++) {
      out[p] = Math.max(1, dark(p));
      stack.push(p);
    }
  spread(page.width, stack, out, dark, () => true);
  for (let p = 0; p < out.length; p++)
    if (out[p]) {
      mask[p] = 0;
      known[p] = out[p];
    }
}

/** So many of the eight pixels round it are of the art with a pixel of art, where a shadow lies beside it; looked at so many times. */
const ROUND = { least: 3, times: 3 };

/** Takes crumbs of a shadow off the edges of the art that throws it, in place. @param dark as softShadows gives it. */
export function takeCrumbs(mask: Uint8Array, dark: Uint8Array, width: number): void {
  const around = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
  let beside = new Set<number>();
  for (let p = width + 1; p < mask.length - width - 1; p++)
    if (dark[p]) for (const d of around) if (mask[p + d]) beside.add(p + d);
  for (let n = 0; n < ROUND.times && beside.size; n++) {
    const gone = [...beside].filter((p) => around.reduce((s, d) => s + (mask[p + d] ?? 0), 0) < ROUND.least);
    beside = new Set();
    for (const p of gone) mask[p] = 0;
    for (const p of gone) for (const d of around) if (mask[p + d]) beside.add(p + d);
  }
}
