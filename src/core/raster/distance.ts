/**
 * Exact squared Euclidean distance to the nearest set pixel, two passes of lower envelopes of parabolas
 * (Felzenszwalb and Huttenlocher, "Distance transforms of sampled functions", 2012).
 */

const FAR = 1e20;

function envelope(f: Float64Array, n: number, d: Float64Array, v: Int32Array, z: Float64Array) {
  let k = 0;
  v[0] = 0;
  z[0] = -FAR;
  z[1] = FAR;
  for (let q = 1; q < n; q++) {
    if (f[q] >= FAR) continue;
    let s = (f[q] + q * q - (f[v[k]] + v[k] * v[k])) / (2 * q - 2 * v[k]);
    while (k > 0 && s <= z[k]) {
      k--;
      s = (f[q] + q * q - (f[v[k]] + v[k] * v[k])) / (2 * q - 2 * v[k]);
    }
    if (s <= z[k]) {
      v[k] = q;
    } else {
      k++;
      v[k] = q;
      z[k] = s;
    }
    z[k + 1] = FAR;
  }
  k = 0;
  for (let q = 0; q < n; q++) {
    while (z[k + 1] < q) k++;
    d[q] = (q - v[k]) * (q - v[k]) + f[v[k]];
  }
  return v;
}

/**
 * Distance in px from each pixel to the nearest pixel where `mask` is not 0.
 * Nothing lies beyond the edges of the picture.
 * All-zero masks give a distance of Infinity everywhere.
 */
export function distanceTo(mask: Uint8Array, width: number, height: number): Float32Array {
  const out = new Float32Array(width * height);
  const grid = new Float64Array(width * height);
  for (let i = 0; i < grid.length; i++) grid[i] = mask[i] ? 0 : FAR;
  const longest = Math.max(width, height);
  const f = new Float64Array(longest);
  const d = new Float64Array(longest);
  const v = new Int32Array(longest);
  const z = new Float64Array(longest + 1);

  const line = (n: number, at: number, step: number) => {
    for (let i = 0; i < n; i++) f[i] = grid[at + i * step];
    envelope(f, n, d, v, z);
    for (let i = 0; i < n; i++) grid[at + i * step] = Math.min(d[i], FAR);
  };
  for (let x = 0; x < width; x++) line(height, x, width);
  for (let y = 0; y < height; y++) line(width, y * width, 1);
  for (let i = 0; i < out.length; i++) {
    out[i] = grid[i] >= FAR ? Number.POSITIVE_INFINITY : Math.sqrt(grid[i]);
  }
  return out;
}
