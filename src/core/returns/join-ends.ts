import type { Raster } from '../raster';
import { MM_PER_INCH } from '../units';
import type { EdgeOptions, Touching } from './edge-report';
import { type EdgePair, edgePairs } from './edges';
import type { NewStrokes } from './new-strokes';
import type { Sent } from './sent';

/** An end is bent over so many times as far as it is moved, and no less far than this, mm. */
const GENTLE = 8;
const LEAST_MM = 9;

/**
 * Bends the two ends of a stroke that comes back wrong so that they meet in the middle between: each is moved along the edge by half of
 * what they are off, less and less away from the edge, until nothing is moved. What is not of the stroke stays, to the byte; where it lay
 * is what went out.
 * @param after the picture as it came back. @param strokes what is new on it. @param touching a stroke that comes back.
 * @returns the picture with the ends joined; null where there is nothing to join.
 */
export function joinEnds(
  { raster: before }: Sent,
  after: Raster,
  { mask }: Pick<NewStrokes, 'mask'>,
  touching: Touching,
  { ppi, steps }: Omit<EdgeOptions, 'marginMm'>,
): Raster | null {
  const { returns, edge } = touching;
  const pair = edgePairs(after, steps).find((p) => p.names.includes(edge));
  if (!returns || returns.joins || !pair) return null;
  const out = { ...after, data: new Uint8ClampedArray(after.data) };
  const ends = [
    { end: pair.names[0] === edge ? (0 as const) : (1 as const), at: touching.at },
    { end: pair.names[0] === edge ? (1 as const) : (0 as const), at: returns.at },
  ].map(({ end, at }) => ({ end, along: alongOf(pair, end, at, after) }));
  const [own, other] = ends;
  const apart = other.along - own.along;
  const off = apart - pair.long * Math.round(apart / pair.long);
  const deep = Math.min(
    pair.deep / 2,
    (Math.max(LEAST_MM, (GENTLE * Math.abs(off) * MM_PER_INCH) / ppi) * ppi) / MM_PER_INCH,
  );
  const wide = Math.ceil((touching.widthMm * ppi) / MM_PER_INCH);
  const bend = (end: 0 | 1, along: number, by: number) => {
    const stroke = strokeFrom(pair, end, Math.round(along), wide, Math.ceil(deep), mask);
    moveStroke(out, before, after, stroke, (depth) => by * easing(depth / deep));
  };
  bend(own.end, own.along, off / 2);
  bend(other.end, other.along, -off / 2);
  return out;
}

/** 1 at 0, 0 at 1 and beyond, level at both. */
const easing = (t: number) => (t >= 1 ? 0 : 1 - t * t * (3 - 2 * t));

/** The place along an edge that a pixel on it lies at. */
function alongOf(pair: EdgePair, end: 0 | 1, at: { x: number; y: number }, { width }: Raster): number {
  const upright = pair.names[0] === 'left';
  const here = upright ? at.y : at.x;
  if (end === 0) return here;
  // The other end of the pair counts along from where the first does.
  const zero = pair.pixel(1, 0, 0);
  return here - (upright ? Math.floor(zero / width) : zero % width);
}

/** A stroke as runs along an edge: for each depth its pixels, by where along the edge they lie. */
type Stroke = { pixel: (along: number, depth: number) => number; rows: Set<number>[] };

/** What hangs together with what lies on the edge at a place, down to some depth. */
function strokeFrom(
  pair: EdgePair,
  end: 0 | 1,
  along: number,
  wide: number,
  deep: number,
  mask: Uint8Array,
): Stroke {
  const pixel = (a: number, depth: number) => pair.pixel(end, a, depth);
  const rows = Array.from({ length: deep }, () => new Set<number>());
  const waiting: [number, number][] = [];
  const take = (a: number, depth: number) => {
    if (depth < 0 || depth >= deep || rows[depth].has(a) || !mask[pixel(a, depth)]) return;
    rows[depth].add(a);
    waiting.push([a, depth]);
  };
  for (let a = along - wide; a <= along + wide; a++) for (const depth of [0, 1]) take(a, depth);
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const [a, depth] = next;
    take(a - 1, depth);
    take(a + 1, depth);
    take(a, depth - 1);
    take(a, depth + 1);
  }
  return { pixel, rows };
}

/** Moves a stroke along the edge, each depth by its own part: what went out shows where it was. */
function moveStroke(
  out: Raster,
  before: Raster,
  after: Raster,
  { pixel, rows }: Stroke,
  by: (depth: number) => number,
) {
  for (const [depth, row] of rows.entries()) {
    const shift = by(depth);
    if (!row.size || !shift) continue;
    const [whole, part] = [Math.floor(shift), shift - Math.floor(shift)];
    for (const a of row) {
      const p = pixel(a, depth) * 4;
      out.data.set(before.data.subarray(p, p + 4), p);
    }
    const targets = new Set([...row].flatMap((a) => (part ? [a + whole, a + whole + 1] : [a + whole])));
    for (const a of targets) {
      // Two pixels of the stroke share in each that is made of it.
      const from = [a - whole, a - whole - 1] as const;
      const shares = [1 - part, part].map((w, n) => (row.has(from[n]) ? w : 0));
      const cover = shares[0] + shares[1];
      const o = pixel(a, depth) * 4;
      for (let c = 0; c < 4; c++) {
        const ink = from.reduce(
          (s, f, n) => s + shares[n] * (shares[n] ? after.data[pixel(f, depth) * 4 + c] : 0),
          0,
        );
        out.data[o + c] = ink + (1 - cover) * out.data[o + c];
      }
    }
  }
}
