import { joinRuns, type Raster, runsOf } from '../raster';
import type { Under } from './clean-edge';

/** A shadow has the ground's colour, darker: its three channels are darker alike, to this much, and by no less and no more than that. */
const ALIKE = 0.1;
const DARK = { least: 0.02, most: 0.72 };
/** So much may a soft edge change over 5 px at 300 ppi; an edge of art changes more. */
const SOFT = 0.2;
/** A shadow is no smaller than this, mm2. */
const LEAST_MM2 = 1.2;

/**
 * The soft shadows that art throws on what it lies on: how dark each pixel of them is, 0 to 255 (0: no shadow). A shadow is of the
 * ground's colour, fades into the ground on its outer side, and touches art. What is grey with a hard edge is art.
 * @param mask 1 where something stands off from the ground. @param under what the ground is at each pixel.
 */
export function softShadows(page: Raster, mask: Uint8Array, ppi: number, under: Under): Uint8Array {
  const { width, height, data } = page;
  const dark = new Uint8Array(mask.length);
  const ground = [0, 0, 0];
  for (let p = 0; p < mask.length; p++) {
    under(p, ground);
    let [least, most, sum] = [9, 0, 0];
    for (let c = 0; c < 3; c++) {
      const share = data[p * 4 + c] / Math.max(24, ground[c]);
      least = Math.min(least, share);
      most = Math.max(most, share);
      sum += share / 3;
    }
    const by = 1 - sum;
    if (most - least < ALIKE && by > DARK.least && by < DARK.most) dark[p] = Math.round(by * 255);
  }
  // Parts of what stands off that are of a shadow's colour: those whose outer edge is soft are shadow.
  const maybe = mask.map((v, p) => (v && dark[p] ? 1 : 0));
  const runs = runsOf(maybe, width, height);
  const { labels, count } = joinRuns(runs);
  const edge = new Float64Array((count + 1) * 2);
  const area = new Float64Array(count + 1);
  const touches = new Uint8Array(count + 1);
  const fade = new Float64Array(count + 1);
  for (let y = 2; y < height - 2; y++) {
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      const label = labels[i];
      area[label] += runs.end[i] - runs.start[i];
      for (let x = Math.max(2, runs.start[i]); x < Math.min(width - 2, runs.end[i]); x++) {
        const p = y * width + x;
        let outer = false;
        for (const q of [p - 1, p + 1, p - width, p + width]) {
          if (!mask[q]) outer = true;
          else if (!maybe[q]) touches[label] = 1;
        }
        if (!outer) continue;
        let [least, most] = [255, 0];
        for (let dy = -2; dy <= 2; dy++) {
          for (let dx = -2; dx <= 2; dx++) {
            const v = dark[p + dy * width + dx];
            least = Math.min(least, v);
            most = Math.max(most, v);
          }
        }
        edge[label * 2] += (most - least) / 255;
        edge[label * 2 + 1]++;
        fade[label] = Math.max(fade[label], dark[p]);
      }
    }
  }
  const smallest = LEAST_MM2 * (ppi / 25.4) ** 2;
  const soft = SOFT * Math.max(1, 300 / ppi) ** 0.5;
  const isShadow = Uint8Array.from({ length: count + 1 }, (_, l) =>
    touches[l] && area[l] >= smallest && edge[l * 2 + 1] > 0 && edge[l * 2] / edge[l * 2 + 1] < soft ? 1 : 0,
  );
  const out = new Uint8Array(mask.length);
  const stack: number[] = [];
  for (let y = 0; y < height; y++) {
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      if (!isShadow[labels[i]]) continue;
      for (let p = y * width + runs.start[i]; p < y * width + runs.end[i]; p++) {
        out[p] = dark[p];
        stack.push(p);
      }
    }
  }
  // It goes on where it is too faint to stand off.
  while (stack.length) {
    const p = stack.pop() as number;
    const x = p % width;
    for (const q of [x > 0 ? p - 1 : p, x < width - 1 ? p + 1 : p, p - width, p + width]) {
      if (q < 0 || q >= mask.length || out[q] || mask[q] || !dark[q]) continue;
      out[q] = dark[q];
      stack.push(q);
    }
  }
  return out;
}
