import sharp from 'sharp';
import { cloudy, noise } from './noise';

/** Points in px of the board. */
export type Pts = [number, number][];
export type Colour = [number, number, number];

/** A sheet of white paper to paint on: RGB 0 to 1. */
export type Board = { width: number; height: number; rgb: Float32Array };

export const newBoard = (width: number, height: number): Board => ({
  width,
  height,
  rgb: new Float32Array(width * height * 3).fill(1),
});

/** Points about every `step` px along a line through the given ones (Catmull-Rom when `round`). */
export function along(pts: Pts, closed: boolean, round: boolean, step = 4): Pts {
  const n = pts.length;
  const at = (i: number) => (closed ? pts[(i + n) % n] : pts[Math.max(0, Math.min(n - 1, i))]);
  const out: Pts = [];
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const k = Math.max(1, Math.ceil(Math.hypot(p2[0] - p1[0], p2[1] - p1[1]) / step));
    for (let j = 0; j < k; j++) {
      const t = j / k;
      const f = (c: 0 | 1) =>
        round
          ? 0.5 *
            (2 * p1[c] +
              (p2[c] - p0[c]) * t +
              (2 * p0[c] - 5 * p1[c] + 4 * p2[c] - p3[c]) * t * t +
              (3 * p1[c] - p0[c] - 3 * p2[c] + p3[c]) * t * t * t)
          : p1[c] + (p2[c] - p1[c]) * t;
      out.push([f(0), f(1)]);
    }
  }
  if (!closed) out.push(pts[n - 1]);
  return out;
}

/** The hand's wobble: points pushed aside by slow noise, `amount` px at most. */
const wobble = (pts: Pts, amount: number, seed: number, slow = 38): Pts =>
  pts.map(([x, y]) => [
    x + (cloudy(x / slow, y / slow, seed) - 0.5) * 2 * amount,
    y + (cloudy(x / slow, y / slow, seed + 31) - 0.5) * 2 * amount,
  ]);

const pathOf = (pts: Pts, closed: boolean) =>
  `M${pts.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}${closed ? 'Z' : ''}`;

async function coverage(board: Board, shapes: Pts[]): Promise<Float32Array> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${board.width}" height="${board.height}"><rect width="100%" height="100%" fill="#000"/><path fill="#fff" d="${shapes.map((s) => pathOf(s, true)).join('')}"/></svg>`;
  const raw = await sharp(Buffer.from(svg)).greyscale().raw().toBuffer();
  const out = new Float32Array(board.width * board.height);
  for (let i = 0; i < out.length; i++) out[i] = raw[i] / 255;
  return out;
}

async function softened(mask: Float32Array, board: Board, sigma: number): Promise<Float32Array> {
  const bytes = Buffer.from(Uint8Array.from(mask, (v) => v * 255));
  const raw = await sharp(bytes, { raw: { width: board.width, height: board.height, channels: 1 } })
    .blur(sigma)
    .toColourspace('b-w')
    .raw()
    .toBuffer();
  return Float32Array.from(raw, (v) => v / 255);
}

function mix(board: Board, p: number, colour: Colour, share: number) {
  for (let c = 0; c < 3; c++) board.rgb[p * 3 + c] += (colour[c] - board.rgb[p * 3 + c]) * share;
}

export type WashOptions = {
  seed: number;
  /** How strong the paint is where it lies evenly, 0 to 1. */
  strength?: number;
  /** How much the strength wanders, 0 to 1. */
  pool?: number;
  /** Direction of the brush, degrees; dry streaks run along it. */
  brush?: number;
  dry?: number;
  /** Edge darkening, 0 to 1. */
  rim?: number;
};

/** A wash: pools and thins, darkens at its edge, skips the paper's tooth where the brush runs dry. */
export async function wash(board: Board, shape: Pts, colour: Colour, options: WashOptions) {
  const { seed, strength = 0.86, pool = 0.26, brush = 20, dry = 0.35, rim = 0.5 } = options;
  const edge = wobble(along(shape, true, false, 3), 2.6, seed, 16);
  const mask = await coverage(board, [edge]);
  const inner = await softened(mask, board, 9);
  const ca = Math.cos((brush * Math.PI) / 180);
  const sa = Math.sin((brush * Math.PI) / 180);
  for (let y = 0; y < board.height; y++) {
    for (let x = 0; x < board.width; x++) {
      const p = y * board.width + x;
      if (mask[p] === 0) continue;
      const u = x * ca + y * sa;
      const v = -x * sa + y * ca;
      const slow = cloudy(x / 90, y / 90, seed) - 0.5;
      const grain = noise(x / 1.7, y / 1.7, seed + 3) - 0.5;
      const streak = cloudy(u / 110, v / 3.4, seed + 5);
      const tooth = noise(x / 2.6, y / 2.6, seed + 9);
      const gap = Math.max(0, Math.min(1, (streak * 0.72 + tooth * 0.28 - (1 - dry * 0.42)) * 14));
      const rimmed = Math.max(0, 1 - inner[p]) * rim * 0.55;
      const share = strength + slow * pool * 1.6 + grain * 0.07 + rimmed;
      mix(board, p, colour, mask[p] * Math.max(0.12, Math.min(1, share)) * (1 - gap * 0.85));
    }
  }
}

export type InkOptions = {
  seed: number;
  width: number;
  closed?: boolean;
  round?: boolean;
  /** 0: even ends; 1: drawn to a point. */
  taper?: number;
};

/** An ink line of uneven width, a hair out of register with the paint, broken where the nib runs dry. */
export async function ink(board: Board, pts: Pts, colour: Colour, options: InkOptions) {
  const { seed, width, closed = false, round = true, taper = 0.6 } = options;
  const line = wobble(along(pts, closed, round, 3), 2.2, seed, 30).map(([x, y]): [number, number] => [
    x + 1.6,
    y - 1.2,
  ]);
  const n = line.length;
  const left: Pts = [];
  const right: Pts = [];
  for (let i = 0; i < n; i++) {
    const a = line[closed ? (i - 1 + n) % n : Math.max(0, i - 1)];
    const b = line[closed ? (i + 1) % n : Math.min(n - 1, i + 1)];
    const len = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
    const end = closed ? 1 : Math.min(1, (Math.min(i, n - 1 - i) * 3) / (width * 5));
    const press = 0.62 + 0.76 * noise(i / 17, seed * 1.7, seed);
    const half = (width / 2) * press * (1 - taper * (1 - end));
    const nx = -(b[1] - a[1]) / len;
    const ny = (b[0] - a[0]) / len;
    left.push([line[i][0] + nx * half, line[i][1] + ny * half]);
    right.push([line[i][0] - nx * half, line[i][1] - ny * half]);
  }
  // A ribbon of short pieces, so that tight curls do not cancel themselves out.
  const pieces: Pts[] = [];
  const last = closed ? n : n - 1;
  for (let i = 0; i < last; i++) {
    const j = (i + 1) % n;
    const quad: Pts = [left[i], left[j], right[j], right[i]];
    const area = quad.reduce((s, [x, y], k) => {
      const [x2, y2] = quad[(k + 1) % 4];
      return s + x * y2 - x2 * y;
    }, 0);
    pieces.push(area < 0 ? quad.reverse() : quad);
    pieces.push(
      circle(line[i][0], line[i][1], Math.hypot(left[i][0] - right[i][0], left[i][1] - right[i][1]) / 2, 10),
    );
  }
  const mask = await coverage(board, pieces);
  for (let y = 0; y < board.height; y++) {
    for (let x = 0; x < board.width; x++) {
      const p = y * board.width + x;
      if (mask[p] === 0) continue;
      const skip = Math.max(
        0,
        Math.min(
          1,
          (noise(x / 3.1, y / 3.1, seed + 4) * 0.5 + cloudy(x / 60, y / 60, seed) * 0.5 - 0.74) * 12,
        ),
      );
      mix(board, p, colour, mask[p] * (0.97 - 0.08 * noise(x / 14, y / 14, seed)) * (1 - skip * 0.7));
    }
  }
}

export const circle = (x: number, y: number, r: number, n = 24, ry = r, turn = 0): Pts =>
  Array.from({ length: n }, (_, i) => {
    const t = (i / n) * 2 * Math.PI;
    const [px, py] = [Math.cos(t) * r, Math.sin(t) * ry];
    return [x + px * Math.cos(turn) - py * Math.sin(turn), y + px * Math.sin(turn) + py * Math.cos(turn)];
  });
