import type { Point } from '../../lattice';
import type { Raster } from '../../raster';

/** A straight line, px: `at` + `slope` times the place along it is how far across it lies. */
export type Line = { at: number; slope: number };
/** How much the light changes across lines that run along, at each px; `across` of them lie side by side. */
export type Change = { across: number; along: number; by: Float32Array };

/** An edge may lean so far, degrees, and lie so far in from the side of the picture. */
const LEAN = 4;
const LEAN_STEP = 0.1;
const INWARD = 0.34;
/** It shows along so much of its length, by a change of so many times what the picture does elsewhere. */
const SHOWS = 0.64;
const OVER_NOISE = 2.2;
const LEAST_CHANGE = 3;
const MOST_CHANGE = 90;
/** The best of what is found within so many px of the first is taken: an edge is a few px wide. */
const WIDE = 10;
/** A line is tried at so many places along it. */
const PLACES = 240;

/** Where the upright and the level line meet. */
export const meet = (side: Line, flat: Line): Point => {
  const y = (flat.at + flat.slope * side.at) / (1 - flat.slope * side.slope);
  return { x: side.at + side.slope * y, y };
};

/** The corners of a page, px: on each side the outermost straight line that shows along most of it; the side of the picture where none does. */
export function cornersByEdges(small: Raster): Point[] {
  const [upright, level] = [true, false].map((way) => changeAcross(small, way));
  const [left, right] = [false, true].map((back) => outermost(upright, back));
  const [top, bottom] = [false, true].map((back) => outermost(level, back));
  return [meet(left, top), meet(right, top), meet(right, bottom), meet(left, bottom)];
}

/** How much the light steps or dips across upright or level lines. */
export function changeAcross({ width, height, data }: Raster, upright: boolean): Change {
  const [across, along] = upright ? [width, height] : [height, width];
  const light = (u: number, t: number) => {
    const i = (upright ? t * width + u : u * width + t) * 4;
    return (2 * data[i] + 4 * data[i + 1] + 3 * data[i + 2]) / 9;
  };
  const by = new Float32Array(across * along);
  for (let t = 2; t < along - 2; t++) {
    const line = Float32Array.from({ length: across }, (_, u) => {
      let sum = 0;
      for (let k = -2; k <= 2; k++) sum += light(u, t + k);
      return sum / 5;
    });
    for (let u = 2; u < across - 2; u++) {
      const step = Math.abs(line[u + 2] - line[u - 2]);
      const dip = Math.abs(2 * line[u] - line[u - 2] - line[u + 2]);
      by[t * across + u] = Math.max(step, 1.6 * dip);
    }
  }
  return { across, along, by };
}

/** A change that stands out from what the picture does elsewhere. */
export function standsOut({ by }: Change): number {
  const sample = by.filter((v, i) => i % 7 === 0 && v > 0).sort();
  return Math.max(LEAST_CHANGE, OVER_NOISE * (sample[sample.length >> 1] ?? 0));
}

function outermost(change: Change, back: boolean): Line {
  const { across, along } = change;
  const ends: [number, number] = [along * 0.12, along * 0.88];
  const bar = standsOut(change);
  let first: number | null = null;
  let best: (Line & { sum: number }) | null = null;
  for (let k = 3; k < across * INWARD && (first === null || k <= first + WIDE); k++) {
    const found = steepest(change, back ? across - 1 - k : k, ends, { bar, shows: SHOWS });
    if (!found) continue;
    first ??= k;
    if (!best || found.sum > best.sum) best = found;
  }
  return best ?? { at: back ? across : 0, slope: 0 };
}

/** The line through a place, of any lean, across which the light changes most; null where none shows along enough of it. */
export function steepest(
  { across, by }: Change,
  through: number,
  [from, to]: [number, number],
  { bar, shows }: { bar: number; shows: number },
): (Line & { sum: number }) | null {
  const step = Math.max(1, Math.floor((to - from) / PLACES));
  const middle = (from + to) / 2;
  let best: (Line & { sum: number }) | null = null;
  for (let lean = -LEAN; lean <= LEAN + 1e-9; lean += LEAN_STEP) {
    const slope = Math.tan((lean * Math.PI) / 180);
    let [seen, sum, n] = [0, 0, 0];
    for (let t = Math.floor(from); t < to; t += step, n++) {
      const u = Math.round(through + slope * (t - middle));
      if (u < 2 || u >= across - 2) continue;
      const v = by[t * across + u];
      if (v > bar) seen++;
      sum += Math.min(v, MOST_CHANGE);
    }
    if (seen >= shows * n && (!best || sum > best.sum))
      best = { at: through + 0.5 - slope * middle, slope, sum };
  }
  return best;
}
