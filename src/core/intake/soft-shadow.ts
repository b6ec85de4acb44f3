import { joinRuns, type Raster, runsOf } from '../raster';
import { BLOCK } from './paper';

/** A shadow has the ground's colour, darker: its three channels are darker alike, to this much, and by no less and no more than that. */
const ALIKE = 0.1;
const DARK = { least: 0.02, most: 0.72 };
/** So much may a soft edge change over 5 px at 300 ppi; an edge of art changes more. */
const SOFT = 0.2;
/** A shadow is no smaller than this, mm2. */
const LEAST_MM2 = 1.2;

/**
 * What every pixel is as a share of the ground: `times` (three for each block of the page, blocks by rows) its value, less `less`.
 */
export type GroundShare = { times: Float32Array; across: number; less: number };

/** How dark a pixel is if it is of a shadow's colour, 1 to 255; else 0. */
function darkAt({ width, data }: Raster, { times, across, less }: GroundShare, p: number): number {
  const x = p % width;
  const b = (Math.floor((p - x) / width / BLOCK.height) * across + (x >> 4)) * 3;
  const r = data[p * 4] * times[b] - less;
  const g = data[p * 4 + 1] * times[b + 1] - less;
  const u = data[p * 4 + 2] * times[b + 2] - less;
  const by = 1 - (r + g + u) / 3;
  if (by <= DARK.least || by >= DARK.most) return 0;
  const most = r > g ? (r > u ? r : u) : g > u ? g : u;
  const least = r < g ? (r < u ? r : u) : g < u ? g : u;
  return most - least < ALIKE ? Math.round(by * 255) : 0;
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
  // Parts of what stands off that are of a shadow's colour: those whose outer edge is soft are shadow.
  const maybe = new Uint8Array(mask.length);
  for (let p = 0; p < mask.length; p++) if (mask[p] && dark(p)) maybe[p] = 1;
  const runs = runsOf(maybe, width, height);
  const { labels, count } = joinRuns(runs);
  const edge = new Float64Array((count + 1) * 2);
  const area = new Float64Array(count + 1);
  const touches = new Uint8Array(count + 1);
  for (let i = 0; i < labels.length; i++) area[labels[i]] += runs.end[i] - runs.start[i];
  const smallest = LEAST_MM2 * (ppi / 25.4) ** 2;
  for (let y = 2; y < height - 2; y++) {
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      const label = labels[i];
      if (area[label] < smallest) continue;
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
            const v = dark(p + dy * width + dx);
            least = Math.min(least, v);
            most = Math.max(most, v);
          }
        }
        edge[label * 2] += (most - least) / 255;
        edge[label * 2 + 1]++;
      }
    }
  }
  const soft = SOFT * Math.max(1, 300 / ppi) ** 0.5;
  const isShadow = Uint8Array.from({ length: count + 1 }, (_, l) =>
    touches[l] && edge[l * 2 + 1] > 0 && edge[l * 2] / edge[l * 2 + 1] < soft ? 1 : 0,
  );
  if (!isShadow.includes(1)) return null;
  const out = new Uint8Array(mask.length);
  const stack: number[] = [];
  for (let y = 0; y < height; y++) {
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      if (!isShadow[labels[i]]) continue;
      for (let p = y * width + runs.start[i]; p < y * width + runs.end[i]; p++) {
        out[p] = dark(p);
        stack.push(p);
      }
    }
  }
  // It goes on where it is too faint to stand off.
  while (stack.length) {
    const p = stack.pop() as number;
    const x = p % width;
    for (const q of [x > 0 ? p - 1 : p, x < width - 1 ? p + 1 : p, p - width, p + width]) {
      if (q < 0 || q >= mask.length || out[q] || mask[q]) continue;
      out[q] = dark(q);
      if (out[q]) stack.push(q);
    }
  }
  return out;
}
