import { z } from 'zod';
import { length } from '../lengths';
import { joined, laid, type Mesh, patch, type Vec } from '../mesh';
import { solid } from './solid';

/** Corners along each side. */
const N = 80;
const ROUNDS = 14;

/**
 * Two panels of cloth sewn together and filled: their sides draw in so that each row and column of the cloth keeps its length over
 * the filling. Seen from in front, its middle at the origin.
 */
export const pillow = solid(
  z.strictObject({
    solid: z.literal('pillow'),
    width: length,
    height: length,
    /** How thick it is in the middle. */
    depth: length,
  }),
  ({ width, height, depth }, mm) => {
    const [w, h, d] = [mm(width), mm(height), mm(depth) / 2];
    const front = panel(w, h, d);
    return joined([front, laid(panel(w, h, d), [0, 0, 0], 180)]);
  },
);

function panel(w: number, h: number, deep: number): Mesh {
  // Corners lie denser toward the seams, where the cloth turns over.
  const share = (k: number) =>
    Math.sin(((k / N) * 2 - 1) * (Math.PI / 2) * 0.98) / Math.sin((Math.PI / 2) * 0.98);
  const at = (i: number, j: number) => j * (N + 1) + i;
  const [x, y, z] = [0, 1, 2].map(() => new Float64Array((N + 1) * (N + 1)));
  for (let j = 0; j <= N; j++) {
    for (let i = 0; i <= N; i++) {
      const [a, b] = [share(i), share(j)];
      x[at(i, j)] = (a * w) / 2;
      y[at(i, j)] = (-b * h) / 2;
      const full = Math.max(0, (1 - a * a) * (1 - b * b)) ** 0.55;
      // Short creases that run in from the seams, and the dimples beside them.
      const seam =
        (1 - Math.min(1, 4 * (1 - Math.abs(a)))) * (1 - b * b) +
        (1 - Math.min(1, 4 * (1 - Math.abs(b)))) * (1 - a * a);
      const crease =
        Math.sin(11 * b + 1.3 * Math.sin(5 * a)) * Math.abs(a) ** 6 +
        Math.sin(12 * a + 1.7) * Math.abs(b) ** 6;
      z[at(i, j)] =
        deep * full * (1 + 0.035 * Math.sin(2.1 * a + 1) * Math.cos(1.7 * b)) +
        0.035 * deep * crease * seam * full;
    }
  }
  /** The stops of each row (or column) are drawn together until it is as long as the cloth. */
  const draw = (p: Float64Array, q: Float64Array, long: number, n: (k: number, m: number) => number) => {
    for (let m = 0; m <= N; m++) {
      let [flat, sum] = [0, 0];
      for (let k = 0; k < N; k++) {
        const [a, b] = [n(k, m), n(k + 1, m)];
        flat += Math.abs(p[b] - p[a]);
        sum += Math.hypot(p[b] - p[a], q[b] - q[a], z[b] - z[a]);
      }
      // Newton's step on the width, the length across being nearly that of its flat and its rise.
      const by = 1 + ((long - sum) / Math.max(flat, 1e-6)) * 0.9;
      for (let k = 0; k <= N; k++) p[n(k, m)] *= by;
    }
  };
  for (let n = 0; n < ROUNDS; n++) {
    draw(x, y, w, at);
    draw(y, x, h, (k, m) => at(m, k));
  }
  /** How far along its row (or column) each corner lies. */
  const along = (n: (k: number, m: number) => number, long: number) => {
    const out = new Float64Array(x.length);
    for (let m = 0; m <= N; m++) {
      let sum = 0;
      for (let k = 1; k <= N; k++) {
        const [a, b] = [n(k - 1, m), n(k, m)];
        sum += Math.hypot(x[b] - x[a], y[b] - y[a], z[b] - z[a]);
        out[n(k, m)] = sum;
      }
      for (let k = 0; k <= N; k++) out[n(k, m)] += (long - sum) / 2;
    }
    return out;
  };
  const u = along(at, w);
  const v = along((k, m) => at(m, k), h);
  return patch({
    across: N,
    down: N,
    at: (i, j): Vec => [x[at(i, j)], y[at(i, j)], z[at(i, j)]],
    uv: (i, j) => [u[at(i, j)], v[at(i, j)]],
  });
}
