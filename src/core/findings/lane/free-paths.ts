import { imagesOf, type Lattice, type Point, type Twin } from '../../lattice';
import type { Outline } from '../../lay';
import type { Placed } from '../../render';
import { type Direction, directionsOf } from '../cloth/directions';

/** A straight free path right through the repeat: which way it runs, a point in its middle, its width, one unit. */
export type Lane = { direction: Direction; at: Point; width: number };

/** The corners of the convex hull of a ring (Andrew's monotone chain, 1979), x and y in turn. */
function hullOf(ring: Float64Array): Float64Array {
  const points = Array.from({ length: ring.length / 2 }, (_, k) => [ring[2 * k], ring[2 * k + 1]]);
  points.sort((p, q) => p[0] - q[0] || p[1] - q[1]);
  const half = (list: number[][]) => {
    const out: number[][] = [];
    for (const p of list) {
      while (out.length > 1) {
        const [a, b] = [out[out.length - 2], out[out.length - 1]];
        if ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break;
        out.pop();
      }
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return Float64Array.from([...half(points), ...half(points.reverse())].flat());
}

type Hull = { points: Float64Array; slack: number };

/** The width of a shape across its narrowest way, as good as 24 ways tell. */
function narrowest({ points }: Hull): number {
  let least = Number.POSITIVE_INFINITY;
  for (let k = 0; k < 24; k++) {
    const [x, y] = [Math.cos((k * Math.PI) / 24), Math.sin((k * Math.PI) / 24)];
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (let i = 0; i < points.length; i += 2) {
      const t = x * points[i] + y * points[i + 1];
      if (t < low) low = t;
      if (t > high) high = t;
    }
    least = Math.min(least, high - low);
  }
  // Between two of the ways it may be a hair narrower.
  return least * Math.cos(Math.PI / 48) * 0.99;
}

/** The hulls of all that is laid, where it lies, the farthest reaching first. */
function hullsOf(placements: Placed[], outlines: Map<string, Outline>, twin: Twin | null): Hull[] {
  const known = new Map<string, Float64Array[]>();
  const out: (Hull & { reach: number })[] = [];
  for (const placed of placements) {
    const outline = outlines.get(placed.motif);
    if (!outline) continue;
    let hulls = known.get(placed.motif);
    if (!hulls) {
      hulls = outline.rings.map(hullOf);
      known.set(placed.motif, hulls);
    }
    for (const image of imagesOf(placed, twin)) {
      const t = (image.angle * Math.PI) / 180;
      const c = Math.cos(t) * image.scale;
      const s = Math.sin(t) * image.scale;
      for (const hull of hulls) {
        const points = new Float64Array(hull.length);
        for (let k = 0; k < hull.length; k += 2) {
          const x = image.mirror ? -hull[k] : hull[k];
          points[k] = image.x + c * x - s * hull[k + 1];
          points[k + 1] = image.y + s * x + c * hull[k + 1];
        }
        out.push({ points, slack: outline.slack * image.scale, reach: outline.radius * image.scale });
      }
    }
  }
  return out.sort((p, q) => q.reach - p.reach);
}

/**
 * All straight free paths at least `least` wide, the widest first. Only in a direction of the lattice can a path be free
 * for ever, and one so wide only where the step is shorter than the cell's area over its width: those are all looked
 * through, silhouettes taken as the intervals that they cover across the path.
 */
export function lanesOf(
  placements: Placed[],
  outlines: Map<string, Outline>,
  lattice: Lattice,
  twin: Twin | null,
  least: number,
): Lane[] {
  const hulls = hullsOf(placements, outlines, twin);
  if (!hulls.length || !(least > 0)) return [];
  const { a, b } = lattice;
  const area = Math.abs(a.x * b.y - a.y * b.x);
  const lanes: Lane[] = [];
  // Beside the path, the period of its direction must hold every motif.
  const widest = hulls.reduce((most, hull) => Math.max(most, narrowest(hull)), 0);
  for (const direction of directionsOf(lattice, area / (least + widest))) {
    const free = widestFree(hulls, direction, least);
    if (free) {
      const { normal } = direction;
      lanes.push({ direction, at: { x: normal.x * free.at, y: normal.y * free.at }, width: free.width });
    }
  }
  return lanes.sort((p, q) => q.width - p.width);
}

const PARTS = 64;

/** The widest interval that no hull covers, around the period of a direction; null when none is `least` wide. */
function widestFree(hulls: Hull[], { normal, period }: Direction, least: number) {
  const starts: number[] = [];
  const ends: number[] = [];
  // Once every part of the period is covered whole, the rest need not be looked at.
  const parts = new Uint8Array(PARTS);
  const k = PARTS / period;
  let open = PARTS;
  for (const { points, slack } of hulls) {
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (let i = 0; i < points.length; i += 2) {
      const t = normal.x * points[i] + normal.y * points[i + 1];
      if (t < low) low = t;
      if (t > high) high = t;
    }
    low -= slack;
    high += slack;
    if (high - low > period - least) return null;
    const from = low - Math.floor(low / period) * period;
    const to = from + high - low;
    starts.push(from);
    ends.push(to);
    for (let i = Math.ceil(from * k); i + 1 <= to * k; i++) {
      const part = i >= PARTS ? i - PARTS : i;
      if (parts[part]) continue;
      parts[part] = 1;
      if (--open === 0) return null;
    }
  }
  const order = starts.map((_, n) => n).sort((p, q) => starts[p] - starts[q]);
  let reached = Math.max(...ends) - period;
  let best: { at: number; width: number } | null = null;
  for (const n of order) {
    const width = starts[n] - reached;
    if (width >= least && width > (best?.width ?? 0)) best = { at: reached + width / 2, width };
    reached = Math.max(reached, ends[n]);
  }
  return best;
}
