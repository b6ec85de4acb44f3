import { insideRing } from '../geometry';
import type { Box, Point } from '../lattice';
import { type Outline, toSegment2 } from './outline';

/** An outline turned, mirrored and sized, about its own middle, mm. The true edge lies within `slack` of it. */
export type Shape = { rings: Float64Array[]; boxes: Box[]; radius: number; slack: number };

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
  return { rings, boxes: rings.map(boxOf), radius: outline.radius * scale, slack: outline.slack * scale };
}

function boxOf(ring: Float64Array): Box {
  const box = { x0: ring[0], y0: ring[1], x1: ring[0], y1: ring[1] };
  for (let i = 2; i < ring.length; i += 2) {
    box.x0 = Math.min(box.x0, ring[i]);
    box.x1 = Math.max(box.x1, ring[i]);
    box.y0 = Math.min(box.y0, ring[i + 1]);
    box.y1 = Math.max(box.y1, ring[i + 1]);
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
  const nearest = (p: Float64Array, q: Float64Array, box: Box, dx: number, dy: number, sign: number) => {
    for (let i = 0; i < p.length; i += 2) {
      const x = p[i] - dx;
      const y = p[i + 1] - dy;
      if (x < box.x0 - best || x > box.x1 + best || y < box.y0 - best || y > box.y1 + best) continue;
      let ax = q[q.length - 2];
      let ay = q[q.length - 1];
      for (let k = 0; k < q.length; k += 2) {
        const bx = q[k];
        const by = q[k + 1];
        const off =
          (ax > x + best && bx > x + best) ||
          (ax < x - best && bx < x - best) ||
          (ay > y + best && by > y + best) ||
          (ay < y - best && by < y - best);
        if (!off) {
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
        }
        ax = bx;
        ay = by;
      }
    }
  };
  let met = false;
  for (const [m, ring] of a.rings.entries()) {
    for (const [n, other] of b.rings.entries()) {
      const distance = apart(a.boxes[m], b.boxes[n], at.x, at.y);
      if (distance >= best && !(distance === 0 && best === 0)) continue;
      met = true;
      const both = distance === 0 ? overlap(ring, other, b.boxes[n], at) : null;
      if (both) return { gap: 0, from: both, to: { x: 0, y: 0 } };
      nearest(ring, other, b.boxes[n], at.x, at.y, 1);
      nearest(other, ring, a.boxes[m], -at.x, -at.y, -1);
    }
  }
  return met && best < within + slack ? { gap: Math.max(0, best - slack), from, to } : null;
}

/** A place of the plane that two rings share: where they cross, if they do; the second, with its box, is moved by `at`. */
function overlap(p: Float64Array, q: Float64Array, box: Box, at: Point): Point | null {
  let [ax, ay] = [p[p.length - 2], p[p.length - 1]];
  for (let i = 0; i < p.length; i += 2) {
    const [bx, by] = [p[i], p[i + 1]];
    const [x, y] = [ax, ay];
    [ax, ay] = [bx, by];
    if (Math.max(x, bx) < box.x0 + at.x || Math.min(x, bx) > box.x1 + at.x) continue;
    if (Math.max(y, by) < box.y0 + at.y || Math.min(y, by) > box.y1 + at.y) continue;
    let [cx, cy] = [q[q.length - 2] + at.x, q[q.length - 1] + at.y];
    for (let k = 0; k < q.length; k += 2) {
      const [dx, dy] = [q[k] + at.x, q[k + 1] + at.y];
      const clear =
        Math.max(x, bx) < Math.min(cx, dx) ||
        Math.max(cx, dx) < Math.min(x, bx) ||
        Math.max(y, by) < Math.min(cy, dy) ||
        Math.max(cy, dy) < Math.min(y, by);
      if (!clear && cross(x, y, bx, by, cx, cy, dx, dy)) {
        // How far along the first's side the second's is met.
        const [on, off] = [side(cx, cy, dx, dy, x, y), side(cx, cy, dx, dy, bx, by)];
        const t = on === off ? 0.5 : on / (on - off);
        return { x: x + t * (bx - x), y: y + t * (by - y) };
      }
      [cx, cy] = [dx, dy];
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
