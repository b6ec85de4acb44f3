import { newRaster, type Raster } from '../../raster';
import { ArgumentError } from '../../units';

/** How a tile is made to join itself. */
export type WrapMending = {
  /** Takes away the slow change of light from one edge to the other. */
  evenLight: boolean;
  /** Lays the opposite edges over each other and cuts them where they differ least; the tile becomes so much smaller. */
  cut: boolean;
  /** How much of each edge is laid over the other, share of the side. */
  overlap: number;
};

export const DEFAULT_MENDING: WrapMending = { evenLight: true, cut: true, overlap: 0.08 };

const CHANNELS = 4;

/** Makes a tile repeat: first its light, then its joins, across and then down. The picture given is not changed. */
export function mendWrap(raster: Raster, mending: WrapMending = DEFAULT_MENDING): Raster {
  const { overlap } = mending;
  if (!(overlap > 0 && overlap <= 0.3))
    throw new ArgumentError('The overlap is a share of the side, up to 0.3.');
  let out: Raster = { ...raster, data: new Uint8ClampedArray(raster.data) };
  if (mending.evenLight) out = turned(evenAcross(turned(evenAcross(out))));
  if (mending.cut) out = turned(cutAcross(turned(cutAcross(out, overlap)), overlap));
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
  const slow = Math.max(1, Math.round(height * SLOW));
  for (let c = 0; c < 3; c++) {
    const step = new Float64Array(height);
    for (let y = 0; y < height; y++) {
      // The two outermost columns of each side, drawn on to the seam between them.
      for (const [k, share] of SEAM) {
        const right = data[(y * width + width - 1 - k) * CHANNELS + c];
        step[y] += share * (right - data[(y * width + k) * CHANNELS + c]);
      }
    }
    for (let y = 0; y < height; y++) {
      let sum = 0;
      for (let k = -slow; k <= slow; k++) sum += step[(y + k + height) % height];
      const ramp = sum / (2 * slow + 1);
      for (let x = 0; x < width; x++) {
        const p = (y * width + x) * CHANNELS + c;
        data[p] = data[p] - ramp * ((x + 0.5) / width - 0.5);
      }
    }
  }
  return raster;
}

/** Half the width over which the two sides of a cut are mixed, px. */
const FEATHER = 3;

/**
 * The last columns are laid over the first, and cut along the path on which they differ least (a dynamic programme, as in Efros
 * and Freeman, "Image quilting", 2001): left of it lie the last columns, right of it the first.
 */
function cutAcross({ width, height, data }: Raster, overlap: number): Raster {
  const deep = Math.max(4, Math.round(width * overlap));
  const wide = width - deep;
  const cost = new Float64Array(deep * height);
  const from = new Int8Array(deep * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < deep; x++) {
      const p = (y * width + x) * CHANNELS;
      const q = (y * width + wide + x) * CHANNELS;
      let d = 0;
      for (let c = 0; c < CHANNELS; c++) d += (data[p + c] - data[q + c]) ** 2;
      // At the rims of the overlap the cut would be the old edge itself.
      if (x < FEATHER || x >= deep - FEATHER) d += 4e4;
      let best = 0;
      if (y) {
        best = Number.POSITIVE_INFINITY;
        for (let k = -1; k <= 1; k++) {
          const before = x + k;
          if (before < 0 || before >= deep || cost[(y - 1) * deep + before] >= best) continue;
          best = cost[(y - 1) * deep + before];
          from[y * deep + x] = k;
        }
      }
      cost[y * deep + x] = d + best;
    }
  }
  const path = new Int32Array(height);
  const last = (height - 1) * deep;
  for (let x = 1; x < deep; x++) if (cost[last + x] < cost[last + path[height - 1]]) path[height - 1] = x;
  for (let y = height - 1; y > 0; y--) path[y - 1] = path[y] + from[y * deep + path[y]];

  const out = newRaster(wide, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < wide; x++) {
      const p = (y * width + x) * CHANNELS;
      const share = x >= deep ? 1 : Math.min(1, Math.max(0, (x - path[y]) / (2 * FEATHER) + 0.5));
      for (let c = 0; c < CHANNELS; c++) {
        const other = share < 1 ? data[(y * width + wide + x) * CHANNELS + c] : 0;
        out.data[(y * wide + x) * CHANNELS + c] = share * data[p + c] + (1 - share) * other;
      }
    }
  }
  return out;
}
