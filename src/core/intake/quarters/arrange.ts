import { ArgumentError } from '../../units';
import { endsOf, endsTurned } from './ends';
import { pairedEnds } from './meeting';
import { alongSide, PAIRS, type Side, type Strip } from './sides';

/** How four quarters lie: which of them at each place (by rows), and by how many quarter turns clockwise it is turned to lie right. */
export type Arrangement = { place: number[]; turns: number[] };
/** The arrangement that agrees best along its sides, whether it is plainly better than how they came, and whether what crosses the sides tells it from all others. */
export type Arranged = Arrangement & { better: boolean; sure: boolean };

/** The sides of a quarter, from the top clockwise. */
export type Sides = { strips: Strip[]; pxPerMm: number };

const SAMPLES = 256;
/** Sides are compared so far from the edge, mm, and slid along each other by so much of their length. */
const DEPTH_MM = [0.35, 0.85];
const SLID = 0.022;
const ASLANT = 2;
/** Differences up to the first are noise; those over the second count no more, levels of three channels. */
const NOISE = 12;
const MOST = 180;
/** A border that ends at a side where none goes on counts for so many levels. */
const ALONE = 5;
/** What crosses the sides tells an arrangement where it differs by so much less than the middle one of all, and by at least so many levels. */
const LESS = 0.75;
const LEVELS = 1.5;
/** It is better than how they came where those are so much of the way to the middle one. */
const MUCH = 0.35;
/** Arrangements that agree as well but for so much of that: the one nearest to how they came is taken. */
const ALIKE = 0.01;
/** The next other cloth differs by so much more, as a share of that. */
const CLEARLY = 0.04;
/** Sides of lengths that differ by more than this do not lie on each other. */
const LONGER = 0.03;

export const AS_CAME: Arrangement = { place: [0, 1, 2, 3], turns: [0, 0, 0, 0] };

/**
 * Finds how four quarters of a sheet lie by what crosses their sides. On cloth a sheet and the same with its quarters changed over are
 * one: the pairs of sides that meet are the same. Of arrangements that are one the one nearest to how they came is told.
 */
export function arrangeQuarters(quarters: Sides[]): Arranged {
  if (quarters.length !== 4) throw new ArgumentError('A sheet is put together from four quarters.');
  const cost = sideCosts(quarters);
  const square = quarters.every(({ strips }) => alike(strips[0].length, strips[1].length));
  const turnsOf = square ? [0, 1, 2, 3] : [0, 2];
  const all: (Arrangement & { cost: number; moved: number })[] = [];
  for (const place of ORDERS)
    for (const a of turnsOf)
      for (const b of turnsOf)
        for (const c of turnsOf)
          for (const d of turnsOf) {
            const way = { place, turns: [a, b, c, d] };
            all.push({ ...way, cost: costOf(way, cost), moved: movedBy(way) });
          }
  const least = Math.min(...all.map((w) => w.cost));
  const others = all.map((w) => w.cost).sort((a, b) => a - b);
  const middle = others[others.length >> 1];
  const ties = all
    .filter((w) => w.cost - least <= ALIKE * (middle - least))
    .sort((p, q) => p.moved - q.moved || p.cost - q.cost);
  const [best] = ties;
  // Another cloth that agrees nearly as well: which of them it is is not to be told, unless one is how they came.
  const near = all.filter((w) => w.cost - least <= CLEARLY * (middle - least));
  const alone = best.moved === 0 || near.every((w) => clothOf(w) === clothOf(best));
  const told = least < LESS * middle && middle - least > LEVELS;
  const sure = told && alone;
  const better = told && costOf(AS_CAME, cost) - least > MUCH * (middle - least);
  const { place, turns } = best;
  return better ? { place, turns, better, sure } : { ...AS_CAME, better, sure };
}

const alike = (a: number, b: number) => Math.abs(Math.log(a / b)) < LONGER;

/** How many are not as they came; turned ones count more. */
const movedBy = ({ place, turns }: Arrangement) =>
  place.filter((q, n) => q !== n).length + 1.5 * turns.filter((t) => t).length;

const ORDERS = orders([0, 1, 2, 3]);
function orders(left: number[]): number[][] {
  return left.length < 2
    ? [left]
    : left.flatMap((n) => orders(left.filter((m) => m !== n)).map((o) => [n, ...o]));
}

/** The side of a quarter that is at a side of its place once it is turned. */
const sideAt = (turns: number, side: Side): Side => ((side - turns + 4) % 4) as Side;

/** The sides that meet, each by quarter and side. */
function meetingSides({ place, turns }: Arrangement): [number, number][] {
  const at = (p: number, side: Side) => place[p] * 4 + sideAt(turns[p], side);
  return PAIRS.map(({ first, side, second, other }) => [at(first, side), at(second, other)]);
}

/** The mean difference along them. */
const costOf = (way: Arrangement, cost: Float64Array): number =>
  meetingSides(way).reduce((sum, [a, b]) => sum + cost[a * 16 + b], 0) / 8;

/** Arrangements with the same sides meeting are one cloth. */
const clothOf = (way: Arrangement): string =>
  meetingSides(way)
    .map(([a, b]) => Math.min(a, b) * 16 + Math.max(a, b))
    .sort((a, b) => a - b)
    .join();

/** How much each side differs from each other one laid against it, levels; by quarter and side. */
function sideCosts(quarters: Sides[]): Float64Array {
  const seen = quarters.flatMap(({ strips, pxPerMm }) =>
    strips.map((strip, side) => {
      const [from, to] = DEPTH_MM.map((mm) => Math.max(1, Math.round(mm * pxPerMm)));
      const at = alongSide(strip, from, Math.max(from + 1, to), SAMPLES);
      const ends = endsOf(strip, pxPerMm);
      // Both ways round: clockwise, and as the side that meets it sees it.
      const both = [
        { at, ends },
        { at: reversed(at), ends: endsTurned(ends, strip.length) },
      ];
      if (side > 1) both.reverse();
      return { length: strip.length, pxPerMm, clockwise: both[0], other: both[1] };
    }),
  );
  const out = new Float64Array(256);
  for (let i = 0; i < 16; i++)
    for (let j = i; j < 16; j++) {
      const [a, b] = [seen[i], seen[j]];
      const { length, pxPerMm } = a;
      let off = MOST;
      if (alike(a.length / a.pxPerMm, b.length / b.pxPerMm)) {
        const longer = b.length / a.length - 1;
        const own = a.clockwise.ends;
        const other = b.other.ends.map((e) => ({ ...e, at: (e.at * length) / b.length }));
        const { pairs } = pairedEnds(own, other, longer, length, pxPerMm);
        const alone = own.length + other.length - 2 * pairs.length;
        off = differ(a.clockwise.at, b.other.at) + ALONE * alone;
      }
      out[i * 16 + j] = off;
      out[j * 16 + i] = off;
    }
  return out;
}

function reversed(rgb: Float32Array): Float32Array {
  const out = new Float32Array(rgb.length);
  for (let k = 0; k < SAMPLES; k++) out.set(rgb.subarray(k * 3, k * 3 + 3), (SAMPLES - 1 - k) * 3);
  return out;
}

/**
 * How two sides differ where they differ least, slid along each other a little. What crosses aslant has gone on a little between them:
 * each sample is held against the one of those beside its own that is most like it.
 */
function differ(a: Float32Array, b: Float32Array): number {
  const room = Math.round(SLID * SAMPLES) + ASLANT;
  const off = (k: number, m: number) => {
    const [i, j] = [k * 3, m * 3];
    const sum = Math.abs(a[i] - b[j]) + Math.abs(a[i + 1] - b[j + 1]) + Math.abs(a[i + 2] - b[j + 2]);
    return Math.min(MOST, Math.max(0, sum - NOISE));
  };
  let least = Number.POSITIVE_INFINITY;
  for (let by = ASLANT - room; by <= room - ASLANT; by++) {
    let sum = 0;
    for (let k = room; k < SAMPLES - room; k++) {
      let [there, back] = [MOST, MOST];
      for (let d = -ASLANT; d <= ASLANT; d++) {
        there = Math.min(there, off(k, k + by + d));
        back = Math.min(back, off(k + d, k + by));
      }
      sum += Math.max(there, back);
    }
    least = Math.min(least, sum / (SAMPLES - 2 * room));
  }
  return least;
}
