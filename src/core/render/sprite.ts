import type { Box, PixelPlan } from '../lattice';
import { busyAcross, busyAt, busyOf } from '../raster';
import { type Placed, type SceneMotif, turnOf } from './scene';
import { depthAtScale } from './wanted-levels';

/** A placement sampled once: premultiplied RGBA whose top left pixel is at (x, y) of the print plane. */
export type Sprite = { x: number; y: number; width: number; height: number; data: Uint8ClampedArray };

/** Places are kept to 1/64 px, so that a place and its copy a lattice step away sample alike. */
const SUBPIXEL = 64;
const fine = (v: number) => Math.round(v * SUBPIXEL) / SUBPIXEL;

/** Steps between two pixels for which the weights of the sampler are kept. */
const PHASES = 1024;

/** Sharpness is kept to this, so that few tables of weights are made. */
const SHARP_STEPS = 32;
const tables = new Map<number, Float64Array>();

/**
 * The weights of four pixels in a row, by phase between the middle two. `sharp` 1: Catmull and Rom's cubic (1974), for
 * pixels as wide as the print's; 0: linear, for pixels half as wide, which hold the finer detail already.
 */
function weightsOf(sharp: number): Float64Array {
  const known = tables.get(sharp);
  if (known) return known;
  const table = new Float64Array((PHASES + 1) * 4);
  for (let k = 0; k <= PHASES; k++) {
    const t = k / PHASES;
    table[k * 4] = (sharp * (((2 - t) * t - 1) * t)) / 2;
    table[k * 4 + 1] = (sharp * ((3 * t - 5) * t * t + 2)) / 2 + (1 - sharp) * (1 - t);
    table[k * 4 + 2] = (sharp * (((4 - 3 * t) * t + 1) * t)) / 2 + (1 - sharp) * t;
    table[k * 4 + 3] = (sharp * ((t - 1) * t * t)) / 2;
  }
  tables.set(sharp, table);
  return table;
}

/** How much of a pixel about `at` lies between 0 and `size`, in pixels. */
const covered = (at: number, size: number) => {
  const from = at - 0.5;
  const to = at + 0.5;
  return Math.max(0, (to < size ? to : size) - (from > 0 ? from : 0));
};

const clamp = (v: number, most: number) => (v < 0 ? 0 : v > most ? most : v);

/** How a placement is sampled: the level of its art, the way from print px back to px of it, and the box of print px that it may cover. */
function viewOf(placed: Placed, art: SceneMotif, plan: PixelPlan) {
  const { pyramid } = art;
  const turn = turnOf(placed, art.ppi, plan);
  const det = turn.xx * turn.yy - turn.xy * turn.yx;
  const size = Math.sqrt(Math.abs(det));
  const depth = Math.min(pyramid.levels.length - 1, depthAtScale(size));
  const level = pyramid.levels[depth];
  const shrink = 2 ** depth;
  const cx = fine(placed.x * plan.scale.x);
  const cy = fine(placed.y * plan.scale.y);
  // From print px back to level px: invert the turn, then shrink; level pixel k reaches from k to k + 1.
  const ux = turn.yy / det / shrink;
  const uy = -turn.xy / det / shrink;
  const vx = -turn.yx / det / shrink;
  const vy = turn.xx / det / shrink;
  const perU = Math.hypot(ux, uy);
  const perV = Math.hypot(vx, vy);
  const trueWidth = pyramid.width / shrink;
  const trueHeight = pyramid.height / shrink;
  const hw = ((trueWidth + perU) / 2) * shrink;
  const hh = ((trueHeight + perV) / 2) * shrink;
  const reachX = Math.abs(turn.xx) * hw + Math.abs(turn.xy) * hh;
  const reachY = Math.abs(turn.yx) * hw + Math.abs(turn.yy) * hh;
  const x0 = Math.floor(cx - reachX);
  const y0 = Math.floor(cy - reachY);
  const width = Math.ceil(cx + reachX) - x0;
  const height = Math.ceil(cy + reachY) - y0;
  const box: Box = { x0, y0, x1: x0 + width, y1: y0 + height };
  return { level, shrink, size, cx, cy, ux, uy, vx, vy, perU, perV, trueWidth, trueHeight, box };
}

/** The print px that a placement's sprite covers, without sampling it. */
export const spriteBox = (placed: Placed, art: SceneMotif, plan: PixelPlan): Box =>
  viewOf(placed, art, plan).box;

/**
 * Samples a placement at its own sub-pixel place: over 4 x 4 pixels of the area-average level whose pixels are
 * at least half, at most one print pixel wide, no colour above its alpha. The art ends at its true edge, which
 * may lie within a pixel of the level: a print pixel there is covered by as much of the art as lies in it.
 * @param rough between 2 x 2 pixels only: softer, and three times as fast.
 */
export function spriteOf(placed: Placed, art: SceneMotif, plan: PixelPlan, rough = false): Sprite {
  const view = viewOf(placed, art, plan);
  const { level, shrink, size, cx, cy, ux, uy, vx, vy, perU, perV, trueWidth, trueHeight } = view;
  const { x0, y0 } = view.box;
  const [width, height] = [view.box.x1 - x0, view.box.y1 - y0];
  const data = new Uint8ClampedArray(width * height * 4);
  const opacity = placed.opacity ?? 1;
  const { width: lw, height: lh, data: src } = level;
  const sharp = rough ? 0 : Math.min(1, (2 * size * shrink - 1) ** 3);
  const weights = weightsOf(Math.round(sharp * SHARP_STEPS) / SHARP_STEPS);
  const busy = busyOf(level);
  const busyWide = busyAcross(lw);
  for (let py = 0; py < height; py++) {
    const dy = y0 + py + 0.5 - cy;
    let u = ux * (x0 + 0.5 - cx) + uy * dy + trueWidth / 2;
    let v = vx * (x0 + 0.5 - cx) + vy * dy + trueHeight / 2;
    let o = py * width * 4;
    for (let px = 0; px < width; px++, o += 4, u += ux, v += vx) {
      const iu = Math.floor(u - 0.5);
      const iv = Math.floor(v - 0.5);
      if (iu < -2 || iv < -2 || iu > lw || iv > lh) continue;
      if (!busy[busyAt(iu, iv, busyWide)]) continue;
      const inner = iu > 1 && iv > 1 && iu + 3 < lw && iv + 3 < lh;
      const here = inner
        ? opacity
        : opacity * covered(u / perU, trueWidth / perU) * covered(v / perV, trueHeight / perV);
      if (here === 0) continue;
      const wu = ((u - 0.5 - iu) * PHASES + 0.5) | 0;
      const wv = ((v - 0.5 - iv) * PHASES + 0.5) | 0;
      const a0 = weights[wu * 4];
      const a1 = weights[wu * 4 + 1];
      const a2 = weights[wu * 4 + 2];
      const a3 = weights[wu * 4 + 3];
      const c0 = (inner ? iu - 1 : clamp(iu - 1, lw - 1)) * 4;
      const c1 = (inner ? iu : clamp(iu, lw - 1)) * 4;
      const c2 = (inner ? iu + 1 : clamp(iu + 1, lw - 1)) * 4;
      const c3 = (inner ? iu + 2 : clamp(iu + 2, lw - 1)) * 4;
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let k = rough ? 1 : 0; k < (rough ? 3 : 4); k++) {
        const w = weights[wv * 4 + k];
        const row = (inner ? iv - 1 + k : clamp(iv - 1 + k, lh - 1)) * lw * 4;
        const i1 = row + c1;
        const i2 = row + c2;
        if (rough) {
          r += w * (a1 * src[i1] + a2 * src[i2]);
          g += w * (a1 * src[i1 + 1] + a2 * src[i2 + 1]);
          b += w * (a1 * src[i1 + 2] + a2 * src[i2 + 2]);
          a += w * (a1 * src[i1 + 3] + a2 * src[i2 + 3]);
          continue;
        }
        const i0 = row + c0;
        const i3 = row + c3;
        r += w * (a0 * src[i0] + a1 * src[i1] + a2 * src[i2] + a3 * src[i3]);
        g += w * (a0 * src[i0 + 1] + a1 * src[i1 + 1] + a2 * src[i2 + 1] + a3 * src[i3 + 1]);
        b += w * (a0 * src[i0 + 2] + a1 * src[i1 + 2] + a2 * src[i2 + 2] + a3 * src[i3 + 2]);
        a += w * (a0 * src[i0 + 3] + a1 * src[i1 + 3] + a2 * src[i2 + 3] + a3 * src[i3 + 3]);
      }
      // Where the cubic overshoots full cover, colours are brought back with it.
      const part = a > 255 ? (255 / a) * here : here;
      data[o] = (r < a ? r : a) * part;
      data[o + 1] = (g < a ? g : a) * part;
      data[o + 2] = (b < a ? b : a) * part;
      data[o + 3] = a * part;
    }
  }
  return { x: x0, y: y0, width, height, data };
}
