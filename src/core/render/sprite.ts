import type { PixelPlan } from '../lattice';
import { type Placed, type SceneMotif, turnOf } from './scene';

/** A placement sampled once: premultiplied RGBA whose top left pixel is at (x, y) of the print plane. */
export type Sprite = { x: number; y: number; width: number; height: number; data: Uint8ClampedArray };

/** Places are kept to 1/64 px, so that a place and its copy a lattice step away sample alike. */
const SUBPIXEL = 64;
const fine = (v: number) => Math.round(v * SUBPIXEL) / SUBPIXEL;

/**
 * Samples a placement at its own sub-pixel place: bilinear from the area-average level whose pixels are
 * at least half, at most one print pixel wide. What lies outside the art is clear, so edges stay soft.
 */
export function spriteOf(placed: Placed, art: SceneMotif, plan: PixelPlan): Sprite {
  const { pyramid } = art;
  const turn = turnOf(placed, art.ppi, plan);
  const det = turn.xx * turn.yy - turn.xy * turn.yx;
  const size = Math.sqrt(Math.abs(det));
  const depth = Math.max(0, Math.min(pyramid.levels.length - 1, Math.floor(Math.log2(1 / size) + 1e-9)));
  const level = pyramid.levels[depth];
  const shrink = 2 ** depth;

  const cx = fine(placed.x * plan.scale.x);
  const cy = fine(placed.y * plan.scale.y);
  const hw = pyramid.width / 2 + shrink;
  const hh = pyramid.height / 2 + shrink;
  const reachX = Math.abs(turn.xx) * hw + Math.abs(turn.xy) * hh;
  const reachY = Math.abs(turn.yx) * hw + Math.abs(turn.yy) * hh;
  const x0 = Math.floor(cx - reachX);
  const y0 = Math.floor(cy - reachY);
  const width = Math.ceil(cx + reachX) - x0;
  const height = Math.ceil(cy + reachY) - y0;
  const data = new Uint8ClampedArray(width * height * 4);

  // From print px back to level px: invert the turn, then shrink; level pixel k has its middle at k + 0.5.
  const ux = turn.yy / det / shrink;
  const uy = -turn.xy / det / shrink;
  const vx = -turn.yx / det / shrink;
  const vy = turn.xx / det / shrink;
  const offU = pyramid.width / 2 / shrink - 0.5;
  const offV = pyramid.height / 2 / shrink - 0.5;
  const { width: lw, height: lh, data: src } = level;
  for (let py = 0; py < height; py++) {
    const dy = y0 + py + 0.5 - cy;
    let u = ux * (x0 + 0.5 - cx) + uy * dy + offU;
    let v = vx * (x0 + 0.5 - cx) + vy * dy + offV;
    let o = py * width * 4;
    for (let px = 0; px < width; px++, o += 4, u += ux, v += vx) {
      if (u <= -1 || v <= -1 || u >= lw || v >= lh) continue;
      const iu = Math.floor(u);
      const iv = Math.floor(v);
      const fu = u - iu;
      const fv = v - iv;
      const left = iu >= 0;
      const right = iu + 1 < lw;
      const top = iv >= 0;
      const low = iv + 1 < lh;
      const at = (iv * lw + iu) * 4;
      const w00 = left && top ? (1 - fu) * (1 - fv) : 0;
      const w10 = right && top ? fu * (1 - fv) : 0;
      const w01 = left && low ? (1 - fu) * fv : 0;
      const w11 = right && low ? fu * fv : 0;
      const below = at + lw * 4;
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      if (w00) {
        r += w00 * src[at];
        g += w00 * src[at + 1];
        b += w00 * src[at + 2];
        a += w00 * src[at + 3];
      }
      if (w10) {
        r += w10 * src[at + 4];
        g += w10 * src[at + 5];
        b += w10 * src[at + 6];
        a += w10 * src[at + 7];
      }
      if (w01) {
        r += w01 * src[below];
        g += w01 * src[below + 1];
        b += w01 * src[below + 2];
        a += w01 * src[below + 3];
      }
      if (w11) {
        r += w11 * src[below + 4];
        g += w11 * src[below + 5];
        b += w11 * src[below + 6];
        a += w11 * src[below + 7];
      }
      data[o] = r;
      data[o + 1] = g;
      data[o + 2] = b;
      data[o + 3] = a;
    }
  }
  const opacity = placed.opacity ?? 1;
  if (opacity < 1) for (let i = 0; i < data.length; i++) data[i] = data[i] * opacity;
  return { x: x0, y: y0, width, height, data };
}
