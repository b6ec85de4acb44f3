import { insideRing } from '../geometry';
import type { Box, Point } from '../lattice';
import { type Outline, toSegment2 } from './outline';

/**
 * An outline turned, mirrored and sized, about its own middle, mm. The true edge lies within `slack` of it. `runs`: for each ring the boxes
 * (x0, y0, x1, y1) of every RUN sides of it, so that those that are too far are passed over together.
 */
export type Shape = {
  rings: Float64Array[];
  runs: Float64Array[];
  boxes: Box[];
  radius: number;
  slack: number;
};

/** Sides of a ring that have a box together. */
const RUN = 12;

type Pose = { angle: number; scale: number; mirror: boolean };

/** The outline of a motif as a placement turns it, about the placement's middle. */
export function shapeOf(outline: Outline, { angle, scale, mirror }: Pose): Shape {
  const t = (angle * Math.PI) / 180;
  const c = Math.cos(t) * scale;
  const s = Math.sin(t) * scale;
  const rings = outline.rings.map((ring) => {
    const out = new Float64Array(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      const x = mirror ? -ring[i] : ring[i];
      out[i] = c * x - s * ring[i + 1];
      out[i + 1] = s * x + c * ring[i + 1];
    }
    return out;
  });
  const runs = rings.map(runsOf);
  const { radius, slack } = outline;
  return { rings, runs, boxes: runs.map(boxOf), radius: radius * scale, slack: slack * scale };
}

/** The boxes of the sides of a ring, RUN by RUN; a side ends at its point. */
function runsOf(ring: Float64Array): Float64Array {
  const runs = new Float64Array(4 * Math.ceil(ring.length / 2 / RUN));
  let [ax, ay] = [ring[ring.length - 2], ring[ring.length - 1]];
  for (let i = 0, r = 0; i < ring.length; r += 4) {
    let [x0, y0, x1, y1] = [ax, ay, ax, ay];
    for (const end = Math.min(ring.length, i + 2 * RUN); i < end; i += 2) {
      ax = ring[i];
      ay = ring[i + 1];
      if (ax < x0) x0 = ax;
      else if (ax > x1) x1 = ax;
      if (ay < y0) y0 = ay;
      else if (ay > y1) y1 = ay;
    }
    runs[r] = x0;
    runs[r + 1] = y0;
    runs[r + 2] = x1;
    runs[r + 3] = y1;
  }
  return runs;
}

function boxOf(runs: Float64Array): Box {
  const box = { x0: runs[0], y0: runs[1], x1: runs[2], y1: runs[3] };
  for (let r = 4; r < runs.length; r += 4) {
    box.x0 = Math.min(box.x0, runs[r]);
    box.y0 = Math.min(box.y0, runs[r + 1]);
    box.x1 = Math.max(box.x1, runs[r + 2]);
    box.y1 = Math.max(box.y1, runs[r + 3]);
  }
  return box;
}

/** How far two boxes are apart, 0 when they meet; the second is moved by (dx, dy). */
const apart = (a: Box, b: Box, dx: number, dy: number) =>
  Math.hypot(
    Math.max(0, b.x0 + dx - a.x1, a.x0 - b.x1 - dx),
    Math.max(0, b.y0 + dy - a.y1, a.y0 - b.y1 - dy),
  );

/**
 * The gap between two shapes: `from`, the first's nearest point seen from its middle, and `to`, the step from there to
 * the second's. Where they overlap it is a place that both have, and no step.
 */
export type Gap = { gap: number; from: Point; to: Point };

/**
 * The smallest distance between the edges of two shapes, mm; 0 when they overlap. Exact for the polygons, less
 * their slack: the silhouettes themselves are never nearer than it says.
 * @param at the middle of the second, seen from the middle of the first.
 * @param within farther than this is not looked for: null then.
 */
export function gapBetween(a: Shape, b: Shape, at: Point, within: number): Gap | null {
  if (Math.hypot(at.x, at.y) - a.radius - b.radius >= within + a.slack + b.slack) return null;
  const slack = a.slack + b.slack;
  let best = within + slack;
  let from: Point = { x: 0, y: 0 };
  let to: Point = { x: 0, y: 0 };
  const nearest = (of: Shape, m: number, other: Shape, n: number, dx: number, dy: number, sign: number) => {
    const [p, ahead, q, runs, box] = [of.rings[m], of.runs[m], other.rings[n], other.runs[n], other.boxes[n]];
    for (let i = 0, r = 0; i < p.length; r += 4) {
      const end = Math.min(p.length, i + 2 * RUN);
      const far =
        ahead[r] - dx > box.x1 + best ||
        ahead[r + 2] - dx < box.x0 - best ||
        ahead[r + 1] - dy > box.y1 + best ||
        ahead[r + 3] - dy < box.y0 - best;
      if (far) {
        i = end;
        continue;
      }
      for (; i < end; i += 2) {
        const x = p[i] - dx;
        const y = p[i + 1] - dy;
        if (x < box.x0 - best || x > box.x1 + best || y < box.y0 - best || y > box.y1 + best) continue;
        for (let s = 0; s < runs.length; s += 4) {
          if (x < runs[s] - best || x > runs[s + 2] + best) continue;
          if (y < runs[s + 1] - best || y > runs[s + 3] + best) continue;
          const first = (s >> 2) * 2 * RUN;
          const last = Math.min(q.length, first + 2 * RUN);
          let ax = q[(first || q.length) - 2];
          let ay = q[(first || q.length) - 1];
          for (let k = first; k < last; k += 2) {
            const bx = q[k];
            const by = q[k + 1];
            const d2 = toSegment2(x, y, ax, ay, bx, by);
            if (d2 < best * best) {
              best = Math.sqrt(d2);
              const long = (bx - ax) ** 2 + (by - ay) ** 2;
              const t =
                long > 0 ? Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / long)) : 0;
              const on = { x: ax + t * (bx - ax), y: ay + t * (by - ay) };
              from = sign > 0 ? { x: p[i], y: p[i + 1] } : on;
              to = { x: sign * (on.x - x), y: sign * (on.y - y) };
            }
            ax = bx;
            ay = by;
          }
        }
      }
    }
  };
  let met = false;
  for (const [m, ring] of a.rings.entries()) {
    for (const [n, other] of b.rings.entries()) {
      const distance = apart(a.boxes[m], b.boxes[n], at.x, at.y);
      if (distance >= best && !(distance === 0 && best === 0)) continue;
      met = true;
      const both = distance === 0 ? overlap(ring, other, b.boxes[n], b.runs[n], at) : null;
      if (both) return { gap: 0, from: both, to: { x: 0, y: 0 } };
      best = Math.min(best, atMost(ring, other, at));
      nearest(a, m, b, n, at.x, at.y, 1);
      nearest(b, n, a, m, -at.x, -at.y, -1);
    }
  }
  return met && best < within + slack ? { gap: Math.max(0, best - slack), from, to } : null;
}

/** No less than the distance of two rings, the second moved by `at`: that of the nearest of a few of their points. */
function atMost(p: Float64Array, q: Float64Array, at: Point): number {
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < p.length; i += 2 * RUN) {
    const [x, y] = [p[i] - at.x, p[i + 1] - at.y];
    for (let k = 0; k < q.length; k += 2 * RUN) {
      const d2 = (q[k] - x) ** 2 + (q[k + 1] - y) ** 2;
      if (d2 < best) best = d2;
    }
  }
  // Rounded up, so that the nearest itself is still found.
  return Math.sqrt(best) * (1 + 1e-9) + 1e-9;
}

/** A place of the plane that two rings share: where they cross, if they do; the second, with its box, is moved by `at`. */
function overlap(p: Float64Array, q: Float64Array, box: Box, runs: Float64Array, at: Point): Point | null {
  let [ax, ay] = [p[p.length - 2], p[p.length - 1]];
  for (let i = 0; i < p.length; i += 2) {
    const [bx, by] = [p[i], p[i + 1]];
    const [x, y] = [ax, ay];
    [ax, ay] = [bx, by];
    if (Math.max(x, bx) < box.x0 + at.x || Math.min(x, bx) > box.x1 + at.x) continue;
    if (Math.max(y, by) < box.y0 + at.y || Math.min(y, by) > box.y1 + at.y) continue;
    const [x0, x1, y0, y1] = [Math.min(x, bx), Math.max(x, bx), Math.min(y, by), Math.max(y, by)];
    for (let r = 0; r < runs.length; r += 4) {
      if (x1 < runs[r] + at.x || x0 > runs[r + 2] + at.x) continue;
      if (y1 < runs[r + 1] + at.y || y0 > runs[r + 3] + at.y) continue;
      const first = (r >> 2) * 2 * RUN;
      const last = Math.min(q.length, first + 2 * RUN);
      let cx = q[(first || q.length) - 2] + at.x;
      let cy = q[(first || q.length) - 1] + at.y;
      for (let k = first; k < last; k += 2) {
        const dx = q[k] + at.x;
        const dy = q[k + 1] + at.y;
        const clear =
          x1 < Math.min(cx, dx) || Math.max(cx, dx) < x0 || y1 < Math.min(cy, dy) || Math.max(cy, dy) < y0;
        if (!clear && cross(x, y, bx, by, cx, cy, dx, dy)) {
          // How far along the first's side the second's is met.
          const [on, off] = [side(cx, cy, dx, dy, x, y), side(cx, cy, dx, dy, bx, by)];
          const t = on === off ? 0.5 : on / (on - off);
          return { x: x + t * (bx - x), y: y + t * (by - y) };
        }
        cx = dx;
        cy = dy;
      }
    }
  }
  if (insideRing(q, p[0] - at.x, p[1] - at.y)) return { x: p[0], y: p[1] };
  return insideRing(p, q[0] + at.x, q[1] + at.y) ? { x: q[0] + at.x, y: q[1] + at.y } : null;
}

/** On which side of a line a point lies, and how far for the line's length. */
const side = (px: number, py: number, qx: number, qy: number, rx: number, ry: number) =>
  (qx - px) * (ry - py) - (qy - py) * (rx - px);

function cross(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
) {
  return (
    side(ax, ay, bx, by, cx, cy) * side(ax, ay, bx, by, dx, dy) <= 0 &&
    side(cx, cy, dx, dy, ax, ay) * side(cx, cy, dx, dy, bx, by) <= 0
  );
}
