import type { Strip } from './sides';

/** Where a border meets a side, px along it, and how it leans there. */
export type Meets = { at: number; slope: number };
/** A border between two colours that runs over a side: where it meets it, drawn on straight and as a curve, and what changes there. */
export type End = Meets & { curved: Meets; step: number[] };

/** Borders are followed inward through so many bands of so much, from so far inside the edge, mm. */
const BANDS = 6;
const BAND_MM = 0.25;
const FIRST_MM = 0.35;
/** A border is a change of so many levels within so much, mm. */
const STEP = 26;
const WITHIN_MM = 0.36;
/** From band to band it goes no further than this beyond where it was headed, mm. */
const STRAY_MM = 0.42;
const FOLLOWED = 4;
/** What is seen of a bend is held against a straight border by so much, mm4 (ridge). */
const STRAIGHT = 0.004;

/** The borders that run over a side, each followed inward to tell where it would meet the edge itself. */
export function endsOf(strip: Strip, pxPerMm: number): End[] {
  const bands = Array.from({ length: BANDS }, (_, k) => {
    const from = Math.round((FIRST_MM + k * BAND_MM) * pxPerMm);
    const to = Math.max(from + 1, Math.round((FIRST_MM + (k + 1) * BAND_MM) * pxPerMm));
    return { depth: (from + to) / 2, borders: to <= strip.deep ? bordersOf(strip, from, to, pxPerMm) : [] };
  });
  const ends = bands[0].borders.flatMap((first) => {
    const seen = [{ depth: bands[0].depth, at: first.at }];
    let slope = 0;
    for (const { depth, borders } of bands.slice(1)) {
      const last = seen[seen.length - 1];
      const headed = last.at + slope * (depth - last.depth);
      const room = (STRAY_MM * (seen.length < 2 ? 1.3 : 0.7) + 0.1) * pxPerMm;
      const [next] = borders
        .filter((b) => Math.abs(b.at - headed) < room && sameStep(b.step, first.step))
        .sort((p, q) => Math.abs(p.at - headed) - Math.abs(q.at - headed));
      if (!next) break;
      seen.push({ depth, at: next.at });
      slope = lineThrough(seen).slope;
    }
    if (seen.length < FOLLOWED) return [];
    const line = lineThrough(seen);
    return [{ ...line, curved: curveThrough(seen, line, pxPerMm), step: first.step }];
  });
  return ends.sort((p, q) => p.at - q.at);
}

/** The same seen from the other end of a side of some length, px. */
export const endsTurned = (ends: End[], length: number): End[] =>
  ends
    .map(({ at, slope, curved, step }) => ({
      ...{ at: length - at, slope: -slope, step: step.map((v) => -v) },
      curved: { at: length - curved.at, slope: -curved.slope },
    }))
    .reverse();

/** Whether two borders change from a colour to another alike. */
export function sameStep(a: number[], b: number[]): boolean {
  const dot = a.reduce((s, v, c) => s + v * b[c], 0);
  const [la, lb] = [a, b].map((v) => Math.hypot(...v));
  return dot > 0.8 * la * lb && Math.max(la, lb) < 2.2 * Math.min(la, lb);
}

type Seen = { depth: number; at: number }[];

function lineThrough(seen: Seen): Meets {
  const n = seen.length;
  const md = seen.reduce((s, p) => s + p.depth, 0) / n;
  const ma = seen.reduce((s, p) => s + p.at, 0) / n;
  const over = seen.reduce((s, p) => s + (p.depth - md) ** 2, 0);
  const slope = over ? seen.reduce((s, p) => s + (p.depth - md) * (p.at - ma), 0) / over : 0;
  return { at: ma - slope * md, slope };
}

/** The same where it bends: the parabola through them by least squares, and how it leans where it meets the side. */
function curveThrough(seen: Seen, { at, slope }: Meets, pxPerMm: number): Meets {
  const n = seen.length;
  const md = seen.reduce((s, p) => s + p.depth / n, 0);
  const bend = seen.map(({ depth }) => (depth - md) ** 2);
  const mean = bend.reduce((s, v) => s + v / n, 0);
  const over = seen.reduce((s, p) => s + (p.depth - md) ** 2, 0);
  const tilt = seen.reduce((s, p, k) => s + (p.depth - md) * bend[k], 0) / over;
  // What a bend adds to the line, which has neither its mean nor its lean.
  let [dot, own] = [0, STRAIGHT * pxPerMm ** 4];
  for (const [k, p] of seen.entries()) {
    const more = bend[k] - mean - tilt * (p.depth - md);
    dot += more * (p.at - at - slope * p.depth);
    own += more * more;
  }
  const curve = dot / own;
  return { at: at + curve * (md * md - mean + tilt * md), slope: slope - curve * (2 * md + tilt) };
}

/** Where the colour changes most along a band of a strip, to a part of a pixel. */
function bordersOf({ length, rgb }: Strip, from: number, to: number, pxPerMm: number) {
  const line = new Float32Array(length * 3);
  for (let d = from; d < to; d++)
    for (let i = 0; i < line.length; i++) line[i] += rgb[d * length * 3 + i] / (to - from);
  const h = Math.max(1, Math.round((WITHIN_MM * pxPerMm) / 2));
  const step = (t: number) => [0, 1, 2].map((c) => line[(t + h) * 3 + c] - line[(t - h) * 3 + c]);
  const steep = new Float32Array(length);
  for (let t = h; t < length - h; t++) steep[t] = Math.hypot(...step(t));
  const out: { at: number; step: number[] }[] = [];
  for (let t = h + 1; t < length - h - 1; t++) {
    if (steep[t] < STEP * 1.4) continue;
    let top = true;
    for (let k = -h; k <= h && top; k++)
      if (steep[t + k] > steep[t] || (k < 0 && steep[t + k] === steep[t])) top = false;
    if (!top) continue;
    const [l, m, r] = [steep[t - 1], steep[t], steep[t + 1]];
    const bend = l - 2 * m + r;
    out.push({
      at: t + 0.5 + (bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (l - r)) / bend)) : 0),
      step: step(t),
    });
  }
  return out;
}
