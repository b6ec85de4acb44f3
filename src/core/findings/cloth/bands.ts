import type { Lattice, Point } from '../../lattice';
import type { Direction } from './directions';
import { lowDirections } from './directions';
import type { ClothPicture } from './picture';

/** What lies along the lines of a direction: means of a map for each line, in equal parts of the period. */
export type Profile = { direction: Direction; mean: Float64Array };

/** The means of the weight, and of the cover, along the lines of every direction that the eye takes for rows. */
export function profilesOf(
  picture: ClothPicture,
  map: Float32Array,
  latticeMm: Lattice,
): { weight: Profile[]; cover: Profile[] } {
  const { torus, plan, labels, off } = picture;
  const { width, height } = torus;
  const { x: sx, y: sy } = plan.scale;
  const weight: Profile[] = [];
  const cover: Profile[] = [];
  for (const direction of lowDirections(latticeMm)) {
    const { normal, period } = direction;
    const parts = Math.max(8, Math.round(period * Math.min(sx, sy) * 0.8));
    const [heavy, laid, of] = [0, 1, 2].map(() => new Float64Array(parts + 1));
    const k = parts / period;
    const step = (normal.x * k) / sx;
    for (let y = 0, p = 0; y < height; y++) {
      let t = ((0.5 + off.x) / sx) * normal.x * k + ((y + 0.5 + off.y) / sy) * normal.y * k - 0.5;
      t -= Math.floor(t / parts) * parts;
      for (let x = 0; x < width; x++, p++, t += step) {
        if (t >= parts) t -= parts;
        else if (t < 0) t += parts;
        // Each pixel is shared between the two lines that it lies between.
        const i = t | 0;
        const share = t - i;
        of[i] += 1 - share;
        of[i + 1] += share;
        if (labels[p] < 0) continue;
        heavy[i] += (1 - share) * map[p];
        heavy[i + 1] += share * map[p];
        laid[i] += 1 - share;
        laid[i + 1] += share;
      }
    }
    const means = (sum: Float64Array) => {
      const mean = new Float64Array(parts);
      for (let i = 0; i < parts; i++) {
        const [s, n] = i ? [sum[i], of[i]] : [sum[0] + sum[parts], of[0] + of[parts]];
        mean[i] = s / Math.max(n, 1e-9);
      }
      return mean;
    };
    weight.push({ direction, mean: means(heavy) });
    cover.push({ direction, mean: means(laid) });
  }
  return { weight, cover };
}

/** A term of the Fourier series of a profile: k stripes to a period; its two parts, and the mean of all. */
function term(mean: Float64Array, k: number): { re: number; im: number; all: number } {
  const n = mean.length;
  let [re, im, all] = [0, 0, 0];
  for (let t = 0; t < n; t++) {
    const turn = (2 * Math.PI * k * (t + 0.5)) / n;
    re += mean[t] * Math.cos(turn);
    im += mean[t] * Math.sin(turn);
    all += mean[t];
  }
  return { re: (2 * re) / n, im: (2 * im) / n, all: all / n };
}

/** How strongly stripes so far apart swing across a direction, as a share of the mean; 0 where it was not looked at. */
export function swingOf(profiles: Profile[], { step }: Direction, apart: number): number {
  const profile = profiles.find(
    ({ direction: d }) => Math.hypot(d.step.x - step.x, d.step.y - step.y) < 1e-6 * d.long,
  );
  if (!profile) return 0;
  const { re, im, all } = term(profile.mean, Math.round(profile.direction.period / apart));
  return all > 0 ? Math.hypot(re, im) / all : 0;
}

/** Stripes of weight: how strongly they swing (share of the mean), how far apart, and a point on the heaviest. */
export type Stripes = { direction: Direction; swing: number; apart: number; at: Point };

/**
 * The strongest stripes of each direction: the largest term of the profile's Fourier series whose stripes lie at least
 * `least` apart. A swing of 1 would be stripes of ink between bare ones.
 */
export function stripesOf(profiles: Profile[], least: number): Stripes[] {
  const out: Stripes[] = [];
  for (const { direction, mean } of profiles) {
    const n = mean.length;
    const all = mean.reduce((s, v) => s + v, 0) / n;
    if (!(all > 0)) continue;
    let best: Stripes | null = null;
    for (let k = 1; direction.period / k >= least && k < n / 2; k++) {
      const { re, im } = term(mean, k);
      const swing = Math.hypot(re, im) / all;
      if (best && swing <= best.swing) continue;
      const apart = direction.period / k;
      const off = (Math.atan2(im, re) / (2 * Math.PI)) * apart;
      best = { direction, swing, apart, at: { x: direction.normal.x * off, y: direction.normal.y * off } };
    }
    if (best) out.push(best);
  }
  return out.sort((p, q) => q.swing - p.swing);
}

/** A band across which little lies: its width, mm, a point in its middle, and its cover as a share of the mean. */
export type Thin = { direction: Direction; width: number; at: Point; cover: number };

/** The widest band of each direction in which the mean stays under `share` of the whole, if it is `least` wide. */
export function thinBands(profiles: Profile[], share: number, least: number): Thin[] {
  const out: Thin[] = [];
  for (const { direction, mean } of profiles) {
    const n = mean.length;
    const all = mean.reduce((s, v) => s + v, 0) / n;
    if (!(all > 0)) continue;
    const part = direction.period / n;
    const bar = all * share;
    let best: Thin | null = null;
    for (let from = 0; from < n; from++) {
      if (mean[from] > bar || mean[(from + n - 1) % n] <= bar) continue;
      let long = 0;
      let sum = 0;
      while (long < n && mean[(from + long) % n] <= bar) sum += mean[(from + long++) % n];
      const width = long * part;
      if (width < least || width <= (best?.width ?? 0)) continue;
      const t = (from + long / 2) * part;
      best = {
        direction,
        width,
        at: { x: direction.normal.x * t, y: direction.normal.y * t },
        cover: sum / long / all,
      };
    }
    if (best) out.push(best);
  }
  return out.sort((p, q) => q.width - p.width);
}
