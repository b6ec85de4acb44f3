import { seededRandom } from '../../lay';
import type { Raster } from '../../raster';
import { ArgumentError, mod } from '../../units';

/** A round place of a tile: its middle and how far it reaches, px. */
export type Spot = { x: number; y: number; r: number };

/** A blot is looked for within this share of the shorter side, and is at least so large when nothing is to be told. */
const WITHIN = 0.06;
const LEAST_PX = 6;
/** So many times the usual spread of its surroundings a blot stands off. */
const STANDS_OFF = 3.5;
/** Places that are tried to heal from. */
const TRIES = 48;

/**
 * How far the blot at a place of a tile reaches: what is joined to that place and stands off from its surroundings.
 * @throws ArgumentError for a place that is not on the tile.
 */
export function blotAt({ width, height, data }: Raster, x: number, y: number): Spot {
  if (!(x >= 0 && y >= 0 && x < width && y < height))
    throw new ArgumentError('That place is not on the tile.');
  const reach = Math.max(LEAST_PX * 2, Math.round(WITHIN * Math.min(width, height)));
  const side = 2 * reach + 1;
  const [x0, y0] = [Math.floor(x) - reach, Math.floor(y) - reach];
  const at = (px: number, py: number, c: number) =>
    data[(mod(y0 + py, height) * width + mod(x0 + px, width)) * 4 + c];
  /** A pixel as the mean of nine: grain is no blot. */
  const soft = new Float32Array(side * side * 3);
  for (let py = 0; py < side; py++) {
    for (let px = 0; px < side; px++) {
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        for (let k = 0; k < 9; k++) sum += at(px + (k % 3) - 1, py + Math.floor(k / 3) - 1, c);
        soft[(py * side + px) * 3 + c] = sum / 9;
      }
    }
  }
  // Its surroundings are what lies in the outer half.
  const rim: number[][] = [[], [], []];
  for (let p = 0; p < side * side; p++) {
    if (Math.hypot((p % side) - reach, Math.floor(p / side) - reach) < reach * 0.6) continue;
    for (let c = 0; c < 3; c++) rim[c].push(soft[p * 3 + c]);
  }
  const middle = (v: number[]) => v.sort((a, b) => a - b)[v.length >> 1];
  const mean = rim.map((v) => middle(v));
  const off = (p: number) => Math.max(...mean.map((m, c) => Math.abs(soft[p * 3 + c] - m)));
  const spread = middle(
    Array.from({ length: rim[0].length }, (_, k) => Math.max(...rim.map((v, c) => Math.abs(v[k] - mean[c])))),
  );
  const bar = 2 + STANDS_OFF * spread;
  const stack = [reach * side + reach];
  const seen = new Uint8Array(side * side);
  const found: [number, number][] = [];
  while (stack.length) {
    const p = stack.pop() as number;
    if (seen[p]) continue;
    seen[p] = 1;
    if (off(p) < bar) continue;
    const [px, py] = [p % side, Math.floor(p / side)];
    found.push([px, py]);
    if (px > 0) stack.push(p - 1);
    if (px < side - 1) stack.push(p + 1);
    if (py > 0) stack.push(p - side);
    if (py < side - 1) stack.push(p + side);
  }
  if (!found.length) return { x, y, r: Math.max(LEAST_PX, reach / 5) };
  const cx = found.reduce((s, [px]) => s + px, 0) / found.length;
  const cy = found.reduce((s, [, py]) => s + py, 0) / found.length;
  const far = Math.max(...found.map(([px, py]) => Math.hypot(px - cx, py - cy)));
  return {
    x: mod(x0 + cx, width),
    y: mod(y0 + cy, height),
    r: Math.min(reach, Math.max(LEAST_PX, far * 1.15 + 3)),
  };
}

/**
 * Heals a spot of a tile that repeats: another place of it whose surroundings are the most alike is laid over it, made as light
 * as what is round the spot (a plane fitted to how they differ there), fading at its rim. In place; joins stay joins.
 */
export function healSpot(tile: Raster, { x, y, r }: Spot): void {
  const { width, height, data } = tile;
  const band = Math.max(3, Math.round(r * 0.35));
  const outer = Math.ceil(r + band);
  if (2 * outer + 2 > Math.min(width, height)) return;
  const [cx, cy] = [Math.round(x), Math.round(y)];
  const ring: [number, number][] = [];
  for (let dy = -outer; dy <= outer; dy++) {
    for (let dx = -outer; dx <= outer; dx++) {
      const d = Math.hypot(dx, dy);
      if (d > r && d <= r + band) ring.push([dx, dy]);
    }
  }
  const value = (dx: number, dy: number, c: number) =>
    data[(mod(cy + dy, height) * width + mod(cx + dx, width)) * 4 + c];
  const random = seededRandom(cx * 7919 + cy);
  let best = { dx: 0, dy: 0, cost: Number.POSITIVE_INFINITY };
  for (let n = 0; n < TRIES; n++) {
    const [dx, dy] = [Math.floor(random() * width), Math.floor(random() * height)];
    const near = Math.hypot(Math.min(dx, width - dx), Math.min(dy, height - dy));
    if (near < 2 * outer) continue;
    let cost = 0;
    for (let c = 0; c < 3; c++) {
      let [sum, square] = [0, 0];
      for (const [px, py] of ring) {
        const d = value(px, py, c) - value(px + dx, py + dy, c);
        sum += d;
        square += d * d;
      }
      // A steady difference is made good: what varies counts, and a little how much is to be made good.
      cost += square / ring.length - 0.8 * (sum / ring.length) ** 2;
    }
    if (cost < best.cost) best = { dx, dy, cost };
  }
  if (!Number.isFinite(best.cost)) return;
  const { dx: ox, dy: oy } = best;
  // The ring is round: its mean, and how it slopes, are told apart.
  const plane = [0, 1, 2].map((c) => {
    let [mean, sx, sy, xx] = [0, 0, 0, 0];
    for (const [px, py] of ring) {
      const d = value(px, py, c) - value(px + ox, py + oy, c);
      mean += d / ring.length;
      sx += d * px;
      sy += d * py;
      xx += (px * px + py * py) / 2;
    }
    return { mean, x: sx / xx, y: sy / xx };
  });
  const fresh = new Uint8ClampedArray((2 * outer + 1) ** 2 * 4);
  const wide = 2 * outer + 1;
  for (let py = -outer; py <= outer; py++) {
    for (let px = -outer; px <= outer; px++) {
      const share = Math.min(1, Math.max(0, (r + band - Math.hypot(px, py)) / band));
      const o = ((py + outer) * wide + px + outer) * 4;
      for (let c = 0; c < 4; c++) {
        const { mean, x: sx, y: sy } = plane[c] ?? { mean: 0, x: 0, y: 0 };
        const healed = value(px + ox, py + oy, c) + mean + sx * px + sy * py;
        fresh[o + c] = share * healed + (1 - share) * value(px, py, c);
      }
    }
  }
  for (let py = -outer; py <= outer; py++) {
    for (let px = -outer; px <= outer; px++) {
      const o = ((py + outer) * wide + px + outer) * 4;
      data.set(fresh.subarray(o, o + 4), (mod(cy + py, height) * width + mod(cx + px, width)) * 4);
    }
  }
}
