import { type End, endsOf, type Meets, sameStep } from './ends';
import type { Strip } from './sides';

/**
 * How what runs over two sides that meet is displaced along them: by how many px the first side's lies further from the left or the top,
 * at each px; and how far off each border that it was seen at is once that is taken away, px.
 */
export type Meeting = { by: Float32Array; left: number[] };

type Line = { a: number; b: number };
type Pair = { i: number; j: number; t: number; off: number };

/** Ends of one border are no further apart than this once the sides are laid on each other, mm; of most, much nearer. */
const APART_MM = 2;
const NEAR_MM = 0.5;
const TRIED_MM = 0.1;
/** A border leans alike on both sides to within this, radians; less alike, and it counts for less. */
const LEAN = 0.6;
/** Corners tell about where sides meet: each mm further off than they say has to be borne out by so many borders. */
const COSTS = 0.7;
/** From so many borders, spread over so much of the side, a displacement that changes along it is told. */
const FOR_SLOPE = 6;
const SPREAD = 0.4;
/** Each border is moved by itself as well, and what lies about it within so much, mm. */
const ABOUT_MM = 4;
const OWN = 0.12;

/**
 * Pairs the borders that run over two sides that meet. A sheet that was cut aslant has sides that are not as long as those that they
 * meet: they were drawn out to one length, and met at one of their ends before.
 * @param own and `other`: from the left or the top on. @param longer how much longer the second side was than the first, as a share.
 * @param length of both as they are now, px.
 */
export function pairedEnds(own: End[], other: End[], longer: number, length: number, pxPerMm: number) {
  const likely = [
    { a: 0, b: 0 },
    { a: 0, b: longer },
    { a: -longer * length, b: longer },
  ];
  const ways = likely.flatMap((line) =>
    offsetsNear(line, own, other, pxPerMm).map((rest) => {
      const moved = { a: line.a + rest, b: line.b };
      const { pairs, worth } = inOrder(own, other, moved, pxPerMm);
      return { line: moved, pairs, worth: worth - (COSTS * Math.abs(rest)) / pxPerMm };
    }),
  );
  return ways.reduce((p, q) => (q.worth > p.worth ? q : p));
}

/** Finds how two sides that meet are displaced along each other, by the borders that run over both. */
export function meetingOf(first: Strip, second: Strip, longer: number, pxPerMm: number): Meeting {
  const [own, other] = [first, second].map((s) => endsOf(s, pxPerMm));
  const { length } = first;
  const best = pairedEnds(own, other, longer, length, pxPerMm);
  const { pairs } = best;
  const line = fitted(pairs, length, best.line, pxPerMm);
  const by = new Float32Array(length);
  const about = ABOUT_MM * pxPerMm;
  for (let t = 0; t < length; t++) {
    let [sum, weight] = [0, OWN];
    for (const p of pairs) {
      const w = Math.exp(-0.5 * ((t - p.t) / about) ** 2);
      sum += w * (p.off - line.a - line.b * p.t);
      weight += w;
    }
    by[t] = line.a + line.b * t + sum / weight;
  }
  const at = (t: number) => by[Math.max(0, Math.min(length - 1, Math.round(t)))];
  return {
    by: pairs.length ? by : new Float32Array(length),
    left: pairs.map((p) => Math.abs(p.off - at(p.t))),
  };
}

/** Two ends as one border: by how much the first lies further along, where, and how differently it leans; drawn on straight or as curves, as agrees better. Null: they are not one. */
function asOne(p: End, q: End): { off: number; t: number; lean: number } | null {
  if (!sameStep(p.step, q.step)) return null;
  const leans = (a: Meets, b: Meets) => Math.abs(Math.atan(a.slope) + Math.atan(b.slope));
  const [a, b] = leans(p.curved, q.curved) < leans(p, q) ? [p.curved, q.curved] : [p, q];
  const lean = leans(a, b);
  return lean < LEAN ? { off: a.at - b.at, t: (a.at + b.at) / 2, lean } : null;
}

/** None, and each displacement beyond a likely one that two ends which may be one ask for, px. */
function offsetsNear({ a, b }: Line, own: End[], other: End[], pxPerMm: number): number[] {
  const all = own.flatMap((p) =>
    other.flatMap((q) => {
      const one = asOne(p, q);
      const rest = one ? one.off - a - b * one.t : Number.POSITIVE_INFINITY;
      return Math.abs(rest) < APART_MM * pxPerMm ? [rest] : [];
    }),
  );
  // Displacements that are nearly one are tried once.
  const step = TRIED_MM * pxPerMm;
  return [...new Map([0, ...all].map((rest) => [Math.round(rest / step), rest])).values()];
}

/** The ends of two sides paired in order, so that as many as can are near each other once displaced (longest common subsequence). */
function inOrder(
  own: End[],
  other: End[],
  { a, b }: Line,
  pxPerMm: number,
): { pairs: Pair[]; worth: number } {
  const [n, m] = [own.length, other.length];
  const best = new Float32Array((n + 1) * (m + 1));
  const gain = (i: number, j: number) => {
    const one = asOne(own[i], other[j]);
    const rest = one ? Math.abs(one.off - a - b * one.t) / pxPerMm : Number.POSITIVE_INFINITY;
    if (!one || rest > APART_MM) return 0;
    return Math.exp(-((rest / NEAR_MM) ** 2)) + 0.25 * (1 - rest / APART_MM) - (0.2 * one.lean) / LEAN;
  };
  for (let i = 1; i <= n; i++)
    for (let j = 1; j <= m; j++) {
      const pair = gain(i - 1, j - 1);
      best[i * (m + 1) + j] = Math.max(
        best[(i - 1) * (m + 1) + j],
        best[i * (m + 1) + j - 1],
        pair > 0 ? best[(i - 1) * (m + 1) + j - 1] + pair : 0,
      );
    }
  const pairs: Pair[] = [];
  for (let i = n, j = m; i > 0 && j > 0; ) {
    const here = best[i * (m + 1) + j];
    if (here === best[(i - 1) * (m + 1) + j]) i--;
    else if (here === best[i * (m + 1) + j - 1]) j--;
    else {
      const one = asOne(own[--i], other[--j]);
      if (one) pairs.push({ i, j, t: one.t, off: one.off });
    }
  }
  return { pairs, worth: best[n * (m + 1) + m] };
}

/** The displacement that most pairs share: the median beyond the likely one, or a line where many tell one. */
function fitted(pairs: Pair[], length: number, { a, b }: Line, pxPerMm: number): Line {
  if (!pairs.length) return { a, b };
  const rests = pairs.map((p) => p.off - b * p.t).sort((p, q) => p - q);
  const line = { a: (rests[(rests.length - 1) >> 1] + rests[rests.length >> 1]) / 2, b };
  const kept = pairs.filter((p) => Math.abs(p.off - line.a - line.b * p.t) < NEAR_MM * pxPerMm);
  const ts = kept.map((p) => p.t);
  if (kept.length < FOR_SLOPE || Math.max(...ts) - Math.min(...ts) < SPREAD * length) return line;
  const mt = ts.reduce((s, t) => s + t, 0) / kept.length;
  const mo = kept.reduce((s, p) => s + p.off, 0) / kept.length;
  const over = ts.reduce((s, t) => s + (t - mt) ** 2, 0);
  const slope = kept.reduce((s, p) => s + (p.t - mt) * (p.off - mo), 0) / over;
  return { a: mo - slope * mt, b: slope };
}
