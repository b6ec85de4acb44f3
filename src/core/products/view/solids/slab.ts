import { z } from 'zod';
import { length, type Resolve } from '../lengths';
import { patch, type Vec } from '../mesh';
import { solid } from './solid';

const place = z.tuple([length, length]);

/**
 * A flat thing with an outline, standing upright: a rectangle with round corners, or one drawn point by point round its middle (which
 * sees all of its outline). Its rim is round; it may be filled, so that it swells a little toward its middle.
 */
export const slab = solid(
  z.strictObject({
    solid: z.literal('slab'),
    width: length,
    height: length,
    depth: length,
    corner: length.default(0),
    rim: z.number().min(0.05).max(50).default(1),
    /** Points of its outline from its middle, clockwise as it is seen: to the right and up. */
    outline: z.array(place).min(3).max(60).optional(),
    /** How far its middle swells toward the viewer. */
    swell: z.number().min(0).max(200).default(0),
    /** Soft waves in it: how deep, and how many across. */
    waves: z.tuple([z.number().min(0).max(30), z.number().min(0).max(20)]).default([0, 0]),
  }),
  ({ width, height, depth, corner, rim, outline, swell, waves }, mm) => {
    const [w, h, d] = [mm(width), mm(height), mm(depth)];
    const ring = outline ? rounded(outline, mm, mm(corner)) : rectangle(w, h, mm(corner));
    const across = ring.length - 1;
    const inner = 22;
    const bend = 6;
    /** How far out a ring is: to the rim, round it, and down its side. */
    const ringOf = (j: number) => {
      if (j <= inner) return { share: Math.max(0.002, (j / inner) ** 0.8), out: -rim, back: 0, past: 0 };
      const t = (Math.min(1, (j - inner) / bend) * Math.PI) / 2;
      const down = Math.max(0, j - inner - bend) * Math.max(0, d - rim);
      return {
        ...{ share: 1, out: rim * (Math.sin(t) - 1), back: rim * (1 - Math.cos(t)) + down },
        past: rim * t + down,
      };
    };
    return patch({
      across,
      down: inner + bend + 1,
      round: true,
      at: (i, j): Vec => {
        const { share, out, back } = ringOf(j);
        const { x, y, nx, ny } = ring[across - i];
        const [px, py] = [(x + nx * out) * share, (y + ny * out) * share];
        const full = swell * (1 - share * share);
        const wave =
          waves[0] *
          (1 - share ** 4) *
          Math.sin((waves[1] * Math.PI * px) / w + 2.2 * Math.sin((3 * py) / h));
        return [px, py, d / 2 - back + full + wave];
      },
      uv: (i, j) => {
        const { share, out, past } = ringOf(j);
        const { x, y, nx, ny } = ring[across - i];
        // Past the rim the print goes on over the side.
        const by = past ? past - rim : out;
        return [w / 2 + (x + nx * by) * share, h / 2 - (y + ny * by) * share];
      },
    });
  },
);

/** A place on an outline and which way is out of it. */
type Stop = { x: number; y: number; nx: number; ny: number };

/** Round a rectangle with round corners, clockwise from the upper left. */
function rectangle(w: number, h: number, corner: number): Stop[] {
  const r = Math.min(corner, w / 2, h / 2);
  const stops: Stop[] = [];
  const along = 12;
  for (const [sx, sy, from] of [
    [1, 1, 90],
    [1, -1, 0],
    [-1, -1, -90],
    [-1, 1, -180],
  ]) {
    const [cx, cy] = [sx * (w / 2 - r), sy * (h / 2 - r)];
    const arc = Array.from({ length: 9 }, (_, n) => {
      const t = ((from - (n / 8) * 90) * Math.PI) / 180;
      return { x: cx + r * Math.cos(t), y: cy + r * Math.sin(t), nx: Math.cos(t), ny: Math.sin(t) };
    });
    const last = stops[stops.length - 1];
    if (last) stops.push(...between(last, arc[0], along));
    stops.push(...arc);
  }
  return [...stops, ...between(stops[stops.length - 1], stops[0], along), stops[0]];
}

const between = (a: Stop, b: Stop, count: number): Stop[] =>
  Array.from({ length: count - 1 }, (_, n) => {
    const t = (n + 1) / count;
    return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, nx: a.nx, ny: a.ny };
  });

/** Round an outline of points, its corners cut round. */
function rounded(points: z.infer<typeof place>[], mm: Resolve, corner: number): Stop[] {
  const p = points.map(([x, y]) => ({ x: mm(x), y: mm(y) }));
  const line: { x: number; y: number }[] = [];
  for (const [n, b] of p.entries()) {
    const a = p[(n + p.length - 1) % p.length];
    const c = p[(n + 1) % p.length];
    const cut = (q: { x: number; y: number }) => {
      const long = Math.hypot(q.x - b.x, q.y - b.y);
      const by = Math.min(corner, long * 0.45) / (long || 1);
      return { x: b.x + (q.x - b.x) * by, y: b.y + (q.y - b.y) * by };
    };
    const [from, to] = [cut(a), cut(c)];
    for (let k = 0; k <= 5; k++) {
      const t = k / 5;
      const mix = (u: number, v: number, w: number) => u * (1 - t) ** 2 + 2 * v * t * (1 - t) + w * t * t;
      line.push({ x: mix(from.x, b.x, to.x), y: mix(from.y, b.y, to.y) });
    }
    // And on along the side to the next corner.
    const next = p[(n + 2) % p.length];
    const long = Math.hypot(next.x - c.x, next.y - c.y);
    const far = Math.hypot(b.x - c.x, b.y - c.y);
    const by = Math.min(corner, far * 0.45, long * 0.45) / (far || 1);
    const end = { x: c.x + (b.x - c.x) * by, y: c.y + (b.y - c.y) * by };
    for (let k = 1; k < 10; k++)
      line.push({ x: to.x + ((end.x - to.x) * k) / 10, y: to.y + ((end.y - to.y) * k) / 10 });
  }
  const stops = line.map(({ x, y }, n) => {
    const a = line[(n + line.length - 1) % line.length];
    const b = line[(n + 1) % line.length];
    const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    return { x, y, nx: -(b.y - a.y) / long, ny: (b.x - a.x) / long };
  });
  return [...stops, stops[0]];
}
