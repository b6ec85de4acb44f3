import type { Raster } from '../../raster';
import { ArgumentError } from '../../units';

/** A stretch of a join that breaks: which join, from where to where (shares of the edge), how strongly against inside. */
type JoinBreak = { join: 'across' | 'down'; from: number; to: number; times: number };

/**
 * How a finished tile joins itself. For the join across (right edge to left edge) and down: how much the picture jumps there,
 * as times the jumps inside it, and how far beyond their spread that is. `holds`: no eye would find it.
 */
export type JoinReport = {
  joins: Record<'across' | 'down', { times: number; beyond: number }>;
  breaks: JoinBreak[];
  holds: boolean;
  /** The opposite edges fit better when one is slid by so many px along the other; 0: they fit best as they are. */
  slid: Record<'across' | 'down', number>;
};

/** Beyond so many spreads of the inner jumps a join shows; a join that fits no better slid stands at `FITS`. */
const SHOWS = 5.2;
const FITS = 4;
const LEAST_PX = 16;
/** Lines inside that are compared with, at the most; parts of an edge that are told apart. */
const LINES = 220;
const PARTS = 32;
const SLIDE = 3;
/** How much a slide that fits better weighs. */
const SLID = 14;
/** Jumps under about one level of 255 are what rounding makes. */
const LEVEL = 0.8;

type At = (line: number, along: number) => number;

/**
 * Looks at the joins of a tile that is to repeat straight. A jump is how far two lines on one side, drawn on, miss two lines
 * on the other; the jump over each join is compared with the jumps between lines inside.
 * @throws ArgumentError for a tile under 16 px.
 */
export function wrapReport(raster: Raster): JoinReport {
  const { width, height } = raster;
  if (Math.min(width, height) < LEAST_PX) {
    throw new ArgumentError(`A tile needs ${LEAST_PX} px or more each way to say how it joins.`);
  }
  const tone = tonesOf(raster);
  const across = oneJoin(width, height, (x, y) => tone[y * width + x]);
  const down = oneJoin(height, width, (y, x) => tone[y * width + x]);
  const breaks: JoinBreak[] = [
    ...across.breaks.map((b) => ({ join: 'across' as const, ...b })),
    ...down.breaks.map((b) => ({ join: 'down' as const, ...b })),
  ];
  return {
    joins: {
      across: { times: across.times, beyond: across.beyond },
      down: { times: down.times, beyond: down.beyond },
    },
    breaks,
    holds: Math.max(across.beyond, down.beyond) < SHOWS,
    slid: { across: across.slid, down: down.slid },
  };
}

/** Lightness of each pixel on white, three weights of Rec. 601, 0 to 255. */
function tonesOf({ width, height, data }: Raster): Float32Array {
  const out = new Float32Array(width * height);
  for (let p = 0; p < out.length; p++) {
    const a = data[p * 4 + 3] / 255;
    const t = 0.299 * data[p * 4] + 0.587 * data[p * 4 + 1] + 0.114 * data[p * 4 + 2];
    out[p] = 255 + (t - 255) * a;
  }
  return out;
}

function oneJoin(lines: number, long: number, at: At) {
  const wrap = (l: number) => ((l % lines) + lines) % lines;
  /** How far line k and the one before it, drawn on, miss the next two, at a place along them; the far side slid by `by`. */
  const missed = (k: number, t: number, by: number) => {
    const u = (t + by + long) % long;
    return 1.5 * at(k, t) - 0.5 * at(wrap(k - 1), t) - 1.5 * at(wrap(k + 1), u) + 0.5 * at(wrap(k + 2), u);
  };
  /** The mean jump between line k and the next, for each part of the edge. */
  const jump = (k: number): Float64Array => {
    const sum = new Float64Array(PARTS);
    for (let t = 0; t < long; t++) {
      sum[Math.min(PARTS - 1, Math.floor((t * PARTS) / long))] += (Math.abs(missed(k, t, 0)) * PARTS) / long;
    }
    return sum;
  };
  const meanOf = (parts: ArrayLike<number>) => {
    let s = 0;
    for (let k = 0; k < parts.length; k++) s += parts[k] / parts.length;
    return s;
  };
  const step = Math.max(1, Math.floor((lines - 4) / LINES));
  const inner: number[] = [];
  const partsInside: number[] = [];
  for (let k = 1; k < lines - 3; k += step) {
    const parts = jump(k);
    inner.push(meanOf(parts));
    for (const p of parts) partsInside.push(p);
  }
  const mean = meanOf(inner);
  // An edge of the art that happens to run along a line makes it jump: the most jumpy lines inside count for the spread.
  const [most] = [...inner].sort((a, b) => b - a).slice(Math.floor(inner.length * 0.01));
  const spread = Math.max(Math.sqrt(meanOf(inner.map((v) => (v - mean) ** 2))), (most - mean) / 3);
  // A part of a line may jump as much as nearly any part inside does.
  partsInside.sort((a, b) => a - b);
  const usual = partsInside[Math.floor(partsInside.length * 0.99)] + 2;
  const over = jump(lines - 1);
  const all = meanOf(over);
  const breaks: { from: number; to: number; times: number }[] = [];
  for (let k = 0; k < PARTS; k++) {
    if (over[k] <= usual * 1.6) continue;
    const last = breaks[breaks.length - 1];
    if (last && last.to === k / PARTS) {
      last.to = (k + 1) / PARTS;
      last.times = Math.max(last.times, over[k] / usual);
    } else breaks.push({ from: k / PARTS, to: (k + 1) / PARTS, times: over[k] / usual });
  }
  /** The root of the mean square of the jump over the join, slid: what the strong edges of the art say. */
  const squared = (by: number) => {
    let sum = 0;
    for (let t = 0; t < long; t++) sum += missed(lines - 1, t, by) ** 2 / long;
    return Math.sqrt(sum);
  };
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let by = -SLIDE; by <= SLIDE; by++) {
    const m = by ? squared(by) : Number.POSITIVE_INFINITY;
    if (m >= least) continue;
    least = m;
    best = by;
  }
  const better = (squared(0) + LEVEL) / (least + LEVEL);
  return {
    times: all / Math.max(mean, 0.25),
    // A join that fits better slid along itself is off, however small the jump.
    beyond: Math.max((all - mean) / Math.max(spread, mean * 0.3, 0.5), FITS + SLID * Math.log(better)),
    breaks,
    slid: better > 1 ? best : 0,
  };
}
