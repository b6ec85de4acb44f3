import type { Raster } from '../../raster';
import { ArgumentError, mod } from '../../units';

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
/** Terms of the slow part; a jump counts for no more than so many levels there; and the part of the lines inside that is usual. */
const TERMS = 7;
const MOST = 40;
const WIDE = 0.95;
const FAINT = 0.12;
/** How the measures of a join are weighed, so that those of tiles that join stand at about 4 each at the most. */
const WEIGHT = { jump: 1.3, slow: 0.75, fits: 0.6, slide: 0.7 };
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
  const wrap = (l: number) => mod(l, lines);
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

  const inside = linesInside(lines, step);
  const usually = (list: number[]) => list.sort((p, q) => p - q)[Math.floor(list.length * WIDE)] ?? 0;
  // The slow part of the jump: tone and light that break where what is drawn goes on.
  const slow = slowParts(long, (k, t) => missed(k, t, 0));
  const slowInside = inside.map(slow);
  const slowly = Math.max(
    ...slow(lines - 1).map((v, q) => {
      const usual = usually(slowInside.map((list) => Math.abs(list[q])));
      return Math.abs(v) / Math.max(usual / 2, FAINT);
    }),
  );
  // How far the far side lies along the join, by its slopes: by how many times its own error, and what is usual inside.
  const slide = (k: number) =>
    slideOf(
      smooth(long, (t) => 1.5 * at(k, t) - 0.5 * at(wrap(k - 1), t)),
      smooth(long, (t) => 1.5 * at(wrap(k + 1), t) - 0.5 * at(wrap(k + 2), t)),
    );
  const sideways = slide(lines - 1) / Math.max(1, usually(inside.map(slide)) / 2);
  const jumps = (all - mean) / Math.max(spread, mean * 0.3, 0.5);
  return {
    times: all / Math.max(mean, 0.25),
    beyond: Math.max(
      WEIGHT.jump * jumps,
      WEIGHT.slow * slowly,
      // A join that fits better slid along itself is off, however small the jump.
      WEIGHT.fits * (FITS + SLID * Math.log(better)) + WEIGHT.slide * sideways,
    ),
    breaks,
    slid: better > 1 ? best : 0,
  };
}

/** Lines inside that are compared with. */
const linesInside = (lines: number, step: number): number[] => {
  const out: number[] = [];
  for (let k = 1; k < lines - 3; k += step) out.push(k);
  return out;
};

/** The first terms of the Fourier series of a jump along a join: two for each, the mean first, in levels. */
function slowParts(long: number, jump: (k: number, t: number) => number) {
  const waves = Array.from({ length: TERMS }, (_, q) => {
    const [c, s] = [new Float64Array(long), new Float64Array(long)];
    for (let t = 0; t < long; t++) {
      c[t] = Math.cos((2 * Math.PI * q * t) / long) / long;
      s[t] = Math.sin((2 * Math.PI * q * t) / long) / long;
    }
    return [c, s];
  });
  return (k: number): number[] => {
    const parts = new Array<number>(2 * TERMS).fill(0);
    for (let t = 0; t < long; t++) {
      const v = Math.max(-MOST, Math.min(MOST, jump(k, t)));
      for (let q = 0; q < TERMS; q++) {
        parts[2 * q] += v * waves[q][0][t];
        parts[2 * q + 1] += v * waves[q][1][t];
      }
    }
    return parts;
  };
}

/** A line with its finest detail taken off, so that what is slid by a px or two is still near to its slope. */
function smooth(long: number, tone: (t: number) => number): Float64Array {
  // Two more at each end, so that it goes round.
  const raw = new Float64Array(long + 4);
  for (let t = 0; t < long + 4; t++) raw[t] = tone((t + long - 2) % long);
  const out = new Float64Array(long);
  for (let t = 0; t < long; t++)
    out[t] = (raw[t] + 2 * raw[t + 1] + 3 * raw[t + 2] + 2 * raw[t + 3] + raw[t + 4]) / 9;
  return out;
}

/** The slide between two lines that explains best how they differ, by least squares, in times its own error; 0 where nothing slopes. */
function slideOf(near: Float64Array, far: Float64Array): number {
  const long = near.length;
  let [gd, gg, dd] = [0, 0, 0];
  for (let t = 0; t < long; t++) {
    const [u, v] = [(t + 1) % long, (t + long - 1) % long];
    const g = (near[u] + far[u] - near[v] - far[v]) / 4;
    const d = near[t] - far[t];
    gd += g * d;
    gg += g * g;
    dd += d * d;
  }
  if (gg < 0.05 * long) return 0;
  const by = gd / gg;
  return Math.abs(by) * Math.sqrt(gg / Math.max((dd - by * gd) / long, LEVEL / 4));
}
