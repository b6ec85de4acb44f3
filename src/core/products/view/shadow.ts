import { cross, dot, unit, type Vec } from './mesh';

/** How many px a picture taken from a light is across. */
const SIDE = 152;

/** What a far light sees first: how far toward it the nearest surface lies, in a picture across its direction. */
export type ShadowMap = {
  nearest: Float32Array;
  side: number;
  /** Rows that bring a place (mm) to px across and down of the picture, and toward the light, mm: x, y, z, and what is added. */
  rows: Float64Array;
  /** So far toward the light must something lie to shade a place, mm. */
  bias: number;
};

/** What stands in a light's way: places in threes, mm, and three corners a triangle. */
export type Caster = { at: Float32Array; faces: Uint32Array };

/** What a light in a direction sees of some surfaces in a ball (Williams, "Casting curved shadows on curved surfaces", 1978). */
export function shadowMap(
  direction: Vec,
  casters: readonly Caster[],
  middle: Vec,
  radius: number,
): ShadowMap {
  const d = unit(direction);
  const right = unit(cross(Math.abs(d[1]) > 0.9 ? [1, 0, 0] : [0, 1, 0], d));
  const up = cross(d, right);
  const scale = SIDE / 2 / radius;
  const row = (axis: Vec, by: number, add: number) => [
    ...axis.map((v) => v * by),
    add - dot(axis, middle) * by,
  ];
  const rows = Float64Array.from([
    ...row(right, scale, SIDE / 2),
    ...row(up, scale, SIDE / 2),
    ...row(d, 1, 0),
  ]);
  const nearest = new Float32Array(SIDE * SIDE).fill(-1e9);
  for (const { at, faces } of casters) {
    const seen = new Float32Array(at.length);
    for (let n = 0; n < at.length; n += 3) {
      const x = at[n];
      const y = at[n + 1];
      const z = at[n + 2];
      seen[n] = rows[0] * x + rows[1] * y + rows[2] * z + rows[3];
      seen[n + 1] = rows[4] * x + rows[5] * y + rows[6] * z + rows[7];
      seen[n + 2] = rows[8] * x + rows[9] * y + rows[10] * z + rows[11];
    }
    for (let k = 0; k < faces.length; k += 3)
      fill(nearest, seen, faces[k] * 3, faces[k + 1] * 3, faces[k + 2] * 3);
  }
  return { nearest, side: SIDE, rows, bias: 2.2 / scale };
}

function fill(nearest: Float32Array, p: Float32Array, a: number, b: number, c: number) {
  const ax = p[a];
  const ay = p[a + 1];
  const ux = p[b] - ax;
  const uy = p[b + 1] - ay;
  const vx = p[c] - ax;
  const vy = p[c + 1] - ay;
  const area = ux * vy - uy * vx;
  if (Math.abs(area) < 1e-9) return;
  const x0 = Math.max(0, Math.floor(ax + Math.min(0, ux, vx)));
  const x1 = Math.min(SIDE - 1, Math.ceil(ax + Math.max(0, ux, vx)));
  const y0 = Math.max(0, Math.floor(ay + Math.min(0, uy, vy)));
  const y1 = Math.min(SIDE - 1, Math.ceil(ay + Math.max(0, uy, vy)));
  const depth = p[a + 2];
  const db = p[b + 2] - depth;
  const dc = p[c + 2] - depth;
  for (let y = y0; y <= y1; y++) {
    const py = y + 0.5 - ay;
    for (let x = x0; x <= x1; x++) {
      const px = x + 0.5 - ax;
      const wb = (px * vy - py * vx) / area;
      const wc = (ux * py - uy * px) / area;
      // A hair over its edges: what is thin is not lost between px.
      if (wb < -0.05 || wc < -0.05 || wb + wc > 1.05) continue;
      const toward = depth + wb * db + wc * dc;
      const at = y * SIDE + x;
      if (toward > nearest[at]) nearest[at] = toward;
    }
  }
}

/** How much of a light reaches a place, 0 to 1: the mean of the four px about it. */
export function lightAt({ nearest, side, rows, bias }: ShadowMap, x: number, y: number, z: number): number {
  const sx = rows[0] * x + rows[1] * y + rows[2] * z + rows[3] - 0.5;
  const sy = rows[4] * x + rows[5] * y + rows[6] * z + rows[7] - 0.5;
  const x0 = Math.floor(sx);
  const y0 = Math.floor(sy);
  if (x0 < 0 || y0 < 0 || x0 + 1 >= side || y0 + 1 >= side) return 1;
  const own = rows[8] * x + rows[9] * y + rows[10] * z + rows[11] + bias;
  const at = y0 * side + x0;
  const fx = sx - x0;
  const fy = sy - y0;
  const upper = (nearest[at] > own ? 0 : 1 - fx) + (nearest[at + 1] > own ? 0 : fx);
  const lower = (nearest[at + side] > own ? 0 : 1 - fx) + (nearest[at + side + 1] > own ? 0 : fx);
  return upper * (1 - fy) + lower * fy;
}
