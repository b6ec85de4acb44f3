import { type Torus, torusIndex } from '../../raster';

/** Replaces each of `n` values from `at` by the mean of the 2 r + 1 about it. */
function runningMean(line: Float64Array, into: Float64Array, n: number, r: number) {
  let sum = 0;
  for (let i = 0; i <= 2 * r; i++) sum += line[i];
  for (let i = 0; i < n; i++) {
    into[i] = sum / (2 * r + 1);
    sum += line[i + 2 * r + 1] - line[i];
  }
}

/**
 * A map of a torus seen from afar: each pixel the mean about it, weighed by a bell of deviation about `sigma` px (three
 * running means each way, Wells, "Efficient synthesis of Gaussian filters by cascaded uniform filters", 1986).
 */
export function blurOnTorus(map: Float32Array, torus: Torus, sigma: number): Float32Array {
  const { width, height } = torus;
  const r = Math.max(1, Math.round((Math.sqrt(4 * sigma * sigma + 1) - 1) / 2));
  const reach = 3 * r;
  const along = (from: Float32Array, into: Float32Array, n: number, index: (i: number) => number) => {
    const long = n + 2 * reach + 1;
    const a = new Float64Array(long);
    const b = new Float64Array(long);
    for (let i = 0; i < long; i++) a[i] = from[index(i - reach)];
    runningMean(a, b, long - 1 - 2 * r, r);
    runningMean(b, a, long - 1 - 4 * r, r);
    runningMean(a, b, n, r);
    for (let i = 0; i < n; i++) into[index(i)] = b[i];
  };
  const across = new Float32Array(map.length);
  for (let y = 0; y < height; y++) along(map, across, width, (x) => torusIndex(torus, x, y));
  const out = new Float32Array(map.length);
  for (let x = 0; x < width; x++) along(across, out, height, (y) => torusIndex(torus, x, y));
  return out;
}

/** The places of a map that no neighbour exceeds, highest first, px. */
export function peaksOf(map: Float32Array, torus: Torus): { x: number; y: number; value: number }[] {
  const out: { x: number; y: number; value: number }[] = [];
  const { width, height } = torus;
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (x && x + 1 < width && (map[p - 1] > map[p] || map[p + 1] > map[p])) continue;
      let top = true;
      for (let dy = -1; dy <= 1 && top; dy++) {
        for (let dx = -1; dx <= 1 && top; dx++) {
          if (map[torusIndex(torus, x + dx, y + dy)] > map[p]) top = false;
        }
      }
      if (top) out.push({ x: x + 0.5, y: y + 0.5, value: map[p] });
    }
  }
  return out.sort((p, q) => q.value - p.value || p.y - q.y || p.x - q.x);
}
