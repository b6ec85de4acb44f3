import type { Raster } from '../raster';
import { RangeMessage } from '../units';
import { type Lab, labDistance, oklabOf, type Rgb } from './oklab';

/**
 * Art told as inks. Each pixel is `share`/255 of ink `second` in ink `first`, plus a residual (the hand's
 * texture, sRGB levels), with its alpha. Told this way an edge between two inks stays an honest mixture
 * in every colourway.
 */
export type Plates = {
  width: number;
  height: number;
  first: Uint8Array;
  second: Uint8Array;
  share: Uint8Array;
  residual: Int16Array;
  alpha: Uint8Array;
};

/** Nearer to one ink than this in OKLab: all of that ink, and the rest is texture. */
const PURE = 0.06;

type Choice = { first: number; second: number };

/** The pair of inks whose straight mixture in sRGB passes nearest a colour; near one ink, that ink alone. */
function chooser(inks: Rgb[]) {
  const labs: Lab[] = inks.map((c) => oklabOf(c[0], c[1], c[2]));
  return (r: number, g: number, b: number): Choice => {
    const lab = oklabOf(r, g, b);
    let near = 0;
    for (let k = 1; k < labs.length; k++) {
      if (labDistance(lab, labs[k]) < labDistance(lab, labs[near])) near = k;
    }
    if (labDistance(lab, labs[near]) < PURE) return { first: near, second: near };
    let best: Choice = { first: near, second: near };
    const own = inks[near];
    let least = Math.hypot(r - own[0], g - own[1], b - own[2]) * 0.8;
    for (let i = 0; i < inks.length; i++) {
      for (let j = i + 1; j < inks.length; j++) {
        const t = mixShare(inks[i], inks[j], r, g, b);
        if (t < 0 || t > 1) continue;
        const d = Math.hypot(
          inks[i][0] + (inks[j][0] - inks[i][0]) * t - r,
          inks[i][1] + (inks[j][1] - inks[i][1]) * t - g,
          inks[i][2] + (inks[j][2] - inks[i][2]) * t - b,
        );
        if (d < least) {
          least = d;
          best = { first: i, second: j };
        }
      }
    }
    return best;
  };
}

function mixShare(p: Rgb, q: Rgb, r: number, g: number, b: number): number {
  const d0 = q[0] - p[0];
  const d1 = q[1] - p[1];
  const d2 = q[2] - p[2];
  const len = d0 * d0 + d1 * d1 + d2 * d2;
  return len ? ((r - p[0]) * d0 + (g - p[1]) * d1 + (b - p[2]) * d2) / len : 0;
}

/**
 * Splits art into plates for the given inks (sRGB bytes). Recolouring to the same inks gives the same bytes.
 * @throws RangeMessage unless there are 1 to 64 inks.
 */
export function platesOf(art: Raster, inks: Rgb[]): Plates {
  if (inks.length < 1 || inks.length > 64) throw new RangeMessage('Plates need 1 to 64 inks.');
  const n = art.width * art.height;
  const plates: Plates = {
    width: art.width,
    height: art.height,
    first: new Uint8Array(n),
    second: new Uint8Array(n),
    share: new Uint8Array(n),
    residual: new Int16Array(n * 3),
    alpha: new Uint8Array(n),
  };
  const choose = chooser(inks);
  // Colours alike to 6 bits share a pair (the mixture itself is worked out for each pixel): 0 is "not yet".
  const memo = new Uint16Array(1 << 18);
  const { data } = art;
  for (let p = 0, i = 0; p < n; p++, i += 4) {
    const a = data[i + 3];
    plates.alpha[p] = a;
    if (a === 0) continue;
    const r = data[i];
    const g = data[i + 1];
    const b = data[i + 2];
    const key = ((r >> 2) << 12) | ((g >> 2) << 6) | (b >> 2);
    let pair = memo[key];
    if (!pair) {
      const c = choose((r & 252) + 2, (g & 252) + 2, (b & 252) + 2);
      pair = 1 + c.first * 64 + c.second;
      memo[key] = pair;
    }
    const first = (pair - 1) >> 6;
    const second = (pair - 1) & 63;
    const s = inks[first];
    const t = inks[second];
    const share = Math.round(Math.max(0, Math.min(1, mixShare(s, t, r, g, b))) * 255);
    plates.first[p] = first;
    plates.second[p] = second;
    plates.share[p] = share;
    const k = share / 255;
    plates.residual[p * 3] = r - Math.round(s[0] + (t[0] - s[0]) * k);
    plates.residual[p * 3 + 1] = g - Math.round(s[1] + (t[1] - s[1]) * k);
    plates.residual[p * 3 + 2] = b - Math.round(s[2] + (t[2] - s[2]) * k);
  }
  return plates;
}

/** The art in other inks (sRGB bytes, same order and number as the plates were made with). */
export function recolour(plates: Plates, inks: Rgb[]): Raster {
  const { width, height, first, second, share, residual, alpha } = plates;
  const data = new Uint8ClampedArray(width * height * 4);
  const flat = new Float64Array(inks.flat());
  for (let p = 0, i = 0; p < alpha.length; p++, i += 4) {
    if (alpha[p] === 0) continue;
    const s = first[p] * 3;
    const t = second[p] * 3;
    const k = share[p] / 255;
    data[i] = Math.round(flat[s] + (flat[t] - flat[s]) * k) + residual[p * 3];
    data[i + 1] = Math.round(flat[s + 1] + (flat[t + 1] - flat[s + 1]) * k) + residual[p * 3 + 1];
    data[i + 2] = Math.round(flat[s + 2] + (flat[t + 2] - flat[s + 2]) * k) + residual[p * 3 + 2];
    data[i + 3] = alpha[p];
  }
  return { width, height, data };
}
