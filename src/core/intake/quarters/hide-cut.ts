import type { Raster } from '../../raster';

/** Both sides of a cut are compared over so many px each way. */
const REACH = 3;
/** A line crosses no flatter than this: so many px along for each px across. */
const FLATTEST = 2.6;
/** What it costs that a line crosses aside, for each px, and that its neighbour crosses otherwise, for each px; levels of three channels. */
const ASIDE = 0.4;
const OTHERWISE = 6;
/** From a pixel to the next the crossing changes by no more than this; less than -1 and lines would cross each other. */
const CHANGES = [-1, 0, 1, 2, 3];

/**
 * Fills a strip along an upright or level cut from what lies on both sides of it: the sides are matched to each other in order (dynamic
 * programming over a scan line, as stereo pairs are; Ohta and Kanade 1985), and what matches is drawn straight across. The picture repeats: a cut at its edge is
 * filled over it. In place.
 * @param at px of the cut. @param half px on either side that are filled.
 */
export function hideCut(picture: Raster, upright: boolean, at: number, half: number) {
  const { width, height, data } = picture;
  const [across, along] = upright ? [width, height] : [height, width];
  const place = (v: number, t: number) => {
    const u = ((v % across) + across) % across;
    return (upright ? t * width + u : u * width + t) * 4;
  };
  const first = Math.round(at) - half - 1;
  const wide = 2 * half + 1;
  const [near, far] = [first, first + wide].map((v) => {
    const line = new Float32Array(along * 3);
    for (let t = 0; t < along; t++) for (let c = 0; c < 3; c++) line[t * 3 + c] = data[place(v, t) + c];
    return line;
  });
  const aside = matched(near, far, along, Math.ceil(wide * FLATTEST));
  for (let v = 1; v < wide; v++) {
    const share = v / wide;
    // What matches is drawn where the line between the two crosses this row.
    for (let t = 0; t < along; t++) {
      const [from, to] = [t + aside[t] * share, t + 1 + aside[(t + 1) % along] * share];
      for (let x = Math.ceil(from); x < to || (x === Math.ceil(from) && x <= to); x++) {
        const u = to - from > 1e-6 ? (x - from) / (to - from) : 0;
        const i = place(first + v, ((x % along) + along) % along);
        const [p, q] = [t * 3, ((t + 1) % along) * 3];
        const [pf, qf] = [t + aside[t], t + 1 + aside[(t + 1) % along]].map(
          (w) => (((w % along) + along) % along) * 3,
        );
        for (let c = 0; c < 3; c++) {
          const a = near[p + c] * (1 - share) + far[pf + c] * share;
          const b = near[q + c] * (1 - share) + far[qf + c] * share;
          data[i + c] = a + (b - a) * u;
        }
      }
    }
  }
}

/** For each px along one side of a cut, by how many px what matches it lies further along the other. */
function matched(near: Float32Array, far: Float32Array, along: number, most: number): Int32Array {
  const ways = 2 * most + 1;
  const off = new Float32Array(along * ways);
  for (let w = 0; w < ways; w++) {
    const by = w - most;
    const single = new Float32Array(along);
    for (let t = 0; t < along; t++) {
      const [p, q] = [t * 3, ((t + by + along) % along) * 3];
      single[t] =
        Math.abs(near[p] - far[q]) + Math.abs(near[p + 1] - far[q + 1]) + Math.abs(near[p + 2] - far[q + 2]);
    }
    for (let t = 0; t < along; t++) {
      let sum = 0;
      for (let k = -REACH; k <= REACH; k++) sum += single[(t + k + along) % along];
      off[t * ways + w] = sum / (2 * REACH + 1) + ASIDE * Math.abs(by);
    }
  }
  const from = new Int8Array(along * ways);
  let last = off.slice(0, ways);
  for (let t = 1; t < along; t++) {
    const next = new Float32Array(ways);
    for (let w = 0; w < ways; w++) {
      let [least, best] = [Number.POSITIVE_INFINITY, 0];
      for (const d of CHANGES) {
        const cost =
          w - d >= 0 && w - d < ways ? last[w - d] + OTHERWISE * Math.abs(d) : Number.POSITIVE_INFINITY;
        if (cost < least) [least, best] = [cost, d];
      }
      next[w] = least + off[t * ways + w];
      from[t * ways + w] = best;
    }
    last = next;
  }
  const out = new Int32Array(along);
  let w = last.indexOf(Math.min(...last));
  for (let t = along - 1; t >= 0; t--) {
    out[t] = w - most;
    w -= from[t * ways + w];
  }
  return out;
}
