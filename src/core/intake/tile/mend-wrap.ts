import { newRaster, type Raster, reduceTo } from '../../raster';
import { ArgumentError } from '../../units';

/** How a tile is made to join itself. Its size stays. */
export type WrapMending = {
  /** Takes away the slow change of light from one edge to the other. */
  evenLight: boolean;
  /** Lays a strip of the tile's own over each join, cut where the two differ least. */
  cut: boolean;
  /** How wide the strip is, share of the side. */
  overlap: number;
};

export const DEFAULT_MENDING: WrapMending = { evenLight: true, cut: true, overlap: 0.08 };

/** A tile smaller than this has no strip to spare, px. */
const LEAST_PX = 32;
const CHANNELS = 4;

/**
 * Makes a tile repeat: first its light, then its joins, across and then down. Only the strips over the joins change beside the
 * light. The picture given is not changed.
 * @throws ArgumentError for a tile under 32 px, or a strip that is no share of the side up to 0.3.
 */
export function mendWrap(raster: Raster, mending: WrapMending = DEFAULT_MENDING): Raster {
  const { overlap } = mending;
  if (!(overlap > 0 && overlap <= 0.3))
    throw new ArgumentError('The overlap is a share of the side, up to 0.3.');
  if (Math.min(raster.width, raster.height) < LEAST_PX)
    throw new ArgumentError(`A tile needs ${LEAST_PX} px or more each way for its joins to be mended.`);
  let out: Raster = { ...raster, data: new Uint8ClampedArray(raster.data) };
  if (mending.evenLight) out = turned(evenAcross(turned(evenAcross(out))));
  if (mending.cut) out = turned(patchAcross(turned(patchAcross(out, overlap)), overlap));
  return out;
}

/** Rows become columns. */
function turned({ width, height, data }: Raster): Raster {
  const out = newRaster(height, width);
  const [from, to] = [new Uint32Array(data.buffer), new Uint32Array(out.data.buffer)];
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) to[x * height + y] = from[y * width + x];
  return out;
}

/** How columns are drawn on over half a pixel, and how far along an edge light is the same, share of the side. */
const SEAM = [
  [0, 1.5],
  [1, -0.5],
] as const;
const SLOW = 0.06;

/**
 * The right edge's light less the left's, slowly varying along the edge, is taken away as a ramp between them (the smooth
 * part of a picture that does not repeat; compare Moisan, "Periodic plus smooth image decomposition", 2011).
 */
function evenAcross(raster: Raster): Raster {
  const { width, height, data } = raster;
  for (let c = 0; c < 3; c++) {
    const step = new Float64Array(height);
    for (let y = 0; y < height; y++) {
      // The two outermost columns of each side, drawn on to the seam between them.
      for (const [k, share] of SEAM) {
        const right = data[(y * width + width - 1 - k) * CHANNELS + c];
        step[y] += share * (right - data[(y * width + k) * CHANNELS + c]);
      }
    }
    const ramp = smoothed(step, Math.max(1, Math.round(height * SLOW)));
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const p = (y * width + x) * CHANNELS + c;
        data[p] = data[p] - ramp[y] * ((x + 0.5) / width - 0.5);
      }
    }
  }
  return raster;
}

/** The mean over `r` values each way, round the end. */
function smoothed(v: Float64Array, r: number): Float64Array {
  const n = v.length;
  const reach = Math.min(r, (n - 1) >> 1);
  const out = new Float64Array(n);
  let sum = 0;
  for (let k = -reach; k <= reach; k++) sum += v[(k + n) % n];
  for (let k = 0; k < n; k++) {
    out[k] = sum / (2 * reach + 1);
    sum += v[(k + reach + 1) % n] - v[(k - reach + n) % n];
  }
  return out;
}

/** The long side of what the strip is chosen on, px. */
const CHOOSE_PX = 320;
/** Half the width over which the two sides of a cut are mixed, px. */
const FEATHER = 3;
/** How far along a join what the strip is lighter or darker by is the same, share of the side. */
const EVEN = 0.03;
/** The cuts run in the outer parts of the strip: so much of each half. */
const OUTER = 0.75;

/** A strip over the join: its half width, where its middle is taken from, and what is added on its left and its right side. */
type Strip = { half: number; from: number; left: Float64Array[]; right: Float64Array[] };

/**
 * Hides the join of the right edge with the left: a strip from elsewhere in the tile, made as light as what lies on either side,
 * is laid over it and cut on both sides along the path on which the two differ least (a dynamic programme, as in Efros and
 * Freeman, "Image quilting", 2001). The paths end where they begin, so that the strip joins itself round the other way.
 */
function patchAcross(raster: Raster, overlap: number): Raster {
  const { width, height, data } = raster;
  const half = Math.max(FEATHER * 2 + 2, Math.round((width * overlap) / 2));
  if (half * 6 > width) return raster;
  const strip = stripAt(raster, half, chosen(raster, overlap));
  const out = { ...raster, data: data.slice() };
  const outer = Math.round(half * OUTER);
  const left = leastPath(outer, height, (d, y) => mismatch(raster, strip, d - half, y));
  const right = leastPath(outer, height, (d, y) => mismatch(raster, strip, half - 1 - d, y));
  const value = [0, 0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let dx = -half; dx < half; dx++) {
      const inLeft = (dx - (left[y] - half)) / (2 * FEATHER) + 0.5;
      const inRight = (half - 1 - right[y] - dx) / (2 * FEATHER) + 0.5;
      const share = Math.min(1, Math.max(0, Math.min(inLeft, inRight)));
      if (share === 0) continue;
      const p = (y * width + ((dx + width) % width)) * CHANNELS;
      stripValue(raster, strip, dx, y, value);
      for (let c = 0; c < CHANNELS; c++) out.data[p + c] = share * value[c] + (1 - share) * data[p + c];
    }
  }
  return out;
}

/** What a strip has at a place, from its middle, with what is added to it there. */
function stripValue(
  { width, data }: Raster,
  { half, from, left, right }: Strip,
  dx: number,
  y: number,
  into: number[],
) {
  const q = (y * width + from + dx) * CHANNELS;
  const t = (dx + half + 0.5) / (2 * half);
  for (let c = 0; c < 3; c++) into[c] = data[q + c] + left[c][y] * (1 - t) + right[c][y] * t;
  into[3] = data[q + 3];
}

const seen = [0, 0, 0, 0];
/** How unlike the strip is to what it would cover, at a place. */
function mismatch(raster: Raster, strip: Strip, dx: number, y: number): number {
  const { width, data } = raster;
  stripValue(raster, strip, dx, y, seen);
  const p = (y * width + ((dx + width) % width)) * CHANNELS;
  let d = 0;
  for (let c = 0; c < CHANNELS; c++) d += (seen[c] - data[p + c]) ** 2;
  return d;
}

/** The strip whose middle is column `from`, made as light as what lies at both its sides. */
function stripAt({ width, height, data }: Raster, half: number, from: number): Strip {
  const wide = Math.max(2, half >> 1);
  const side = (start: number) =>
    [0, 1, 2].map((c) => {
      const off = new Float64Array(height);
      for (let y = 0; y < height; y++) {
        for (let k = 0; k < wide; k++) {
          const dx = start + k;
          const there = data[(y * width + ((dx + width) % width)) * CHANNELS + c];
          off[y] += (there - data[(y * width + from + dx) * CHANNELS + c]) / wide;
        }
      }
      return smoothed(off, Math.max(1, Math.round(height * EVEN)));
    });
  return { half, from, left: side(-half), right: side(half - wide) };
}

/** The column whose strip fits best over the join, chosen on a small picture of the tile. */
function chosen(raster: Raster, overlap: number): number {
  const { raster: small, factor } = reduceTo(raster, CHOOSE_PX);
  const { width, height } = small;
  const half = Math.max(2, Math.round((width * overlap) / 2));
  const outer = Math.max(1, Math.round(half * OUTER));
  let best = width >> 1;
  let least = Number.POSITIVE_INFINITY;
  for (let from = 2 * half; from <= width - 2 * half; from++) {
    const strip = stripAt(small, half, from);
    let sum = 0;
    for (let y = 0; y < height && sum < least; y++) {
      let [l, r] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
      for (let d = 0; d < outer; d++) {
        l = Math.min(l, mismatch(small, strip, d - half, y));
        r = Math.min(r, mismatch(small, strip, half - 1 - d, y));
      }
      sum += l + r;
    }
    if (sum < least) {
      least = sum;
      best = from;
    }
  }
  const full = Math.max(FEATHER * 2 + 2, Math.round((raster.width * overlap) / 2));
  return Math.min(raster.width - 2 * full, Math.max(2 * full, Math.round((best + 0.5) * factor)));
}

/** The path down `deep` columns, one to a row, a column aside at the most each time, whose cost is least; it ends where it begins. */
function leastPath(deep: number, height: number, cost: (d: number, y: number) => number): Int32Array {
  const each = new Float64Array(deep * height);
  for (let y = 0; y < height; y++) for (let d = 0; d < deep; d++) each[y * deep + d] = cost(d, y);
  const run = (start: number | null): Int32Array => {
    const sum = new Float64Array(deep * height);
    const came = new Int8Array(deep * height);
    for (let d = 0; d < deep; d++)
      sum[d] = start === null || Math.abs(d - start) <= 1 ? each[d] : Number.POSITIVE_INFINITY;
    for (let y = 1; y < height; y++) {
      for (let d = 0; d < deep; d++) {
        let least = Number.POSITIVE_INFINITY;
        for (let k = -1; k <= 1; k++) {
          const b = d + k;
          if (b < 0 || b >= deep || sum[(y - 1) * deep + b] >= least) continue;
          least = sum[(y - 1) * deep + b];
          came[y * deep + d] = k;
        }
        sum[y * deep + d] = each[y * deep + d] + least;
      }
    }
    const last = (height - 1) * deep;
    let at = start ?? 0;
    for (let d = 0; d < deep; d++) {
      if (start !== null && Math.abs(d - start) > 1) continue;
      if (sum[last + d] < sum[last + at]) at = d;
    }
    const path = new Int32Array(height);
    path[height - 1] = at;
    for (let y = height - 1; y > 0; y--) path[y - 1] = path[y] + came[y * deep + path[y]];
    return path;
  };
  const free = run(null);
  return run(free[height >> 1]);
}
