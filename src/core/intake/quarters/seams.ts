import type { Raster } from '../../raster';
import { type Meeting, meetingOf } from './meeting';
import { alongSide, PAIRS, type Pair, type Side, type Strip, stripOf } from './sides';

/** What is known of two sides that meet: how they are displaced, and how much lighter the first is, in parts along them; log of RGB. */
export type Seam = Pair & { meeting: Meeting; lighter: Float32Array };

/** Strips along the sides are so deep, mm. */
const DEEP_MM = 2.6;
/** Light is compared in so many parts of a side, between these depths, mm. */
export const PARTS = 16;
const LIGHT_MM = [0.6, 2.4];
const FINE = 12;
/** Light differs by no more than this after the paper was levelled: more is the drawing. */
const MOST_LIGHTER = 0.08;

/** How much darker a quarter is toward a side: `deep` rows from the edge inward, each in SHADES parts along it; RGB, 1 where it is not. */
export type Shade = { deep: number; parts: Float32Array };

/** Shade is told in so many parts of a side. */
const SHADES = 40;
/** What differs by more than this from the shade that most of a side has is the drawing. */
const DRAWN = 0.1;
/** The side as a whole counts for as much as so much of a part that is all paper. */
const BY_SIDE = 0.1;

/** The shade toward a side: its edge lies in shadow, or lifts off the glass, here more and there less. */
function shadeToward(strip: Strip, pxPerMm: number): Shade {
  const { length, deep, rgb } = strip;
  const deepest = Math.round(1.8 * pxPerMm);
  const inner = alongSide(strip, deepest, deep, length);
  const parts = new Float32Array(deep * SHADES * 3).fill(1);
  const seen = new Float32Array(length);
  const long = length / SHADES;
  for (let d = 0; d < deepest; d++)
    for (let c = 0; c < 3; c++) {
      for (let t = 0; t < length; t++) seen[t] = (rgb[(d * length + t) * 3 + c] + 1) / (inner[t * 3 + c] + 1);
      const all = Math.min(1.1, Math.max(0.5, seen.slice().sort()[length >> 1]));
      const own = Array.from({ length: SHADES }, (_, n) => {
        const paper = seen
          .slice(Math.floor(n * long), Math.floor((n + 1) * long))
          .filter((v) => Math.abs(v / all - 1) < DRAWN)
          .sort();
        return { by: (paper[paper.length >> 1] ?? all) / all - 1, weight: paper.length / long };
      });
      // Where little of a part is paper it is told by those beside it, and where little is on all of them by the side.
      for (let n = 0; n < SHADES; n++) {
        let [sum, weight] = [0, BY_SIDE];
        for (const [m, part] of own.entries()) {
          const near = part.weight * Math.exp(-((m - n) ** 2) / 1.5);
          sum += near * part.by;
          weight += near;
        }
        parts[(d * SHADES + n) * 3 + c] = all * (1 + sum / weight);
      }
    }
  return { deep, parts };
}

/** The shade at a place along a side, as a share of its length, and a depth, px. */
export function shadeAt({ parts }: Shade, depth: number, share: number, c: number): number {
  const at = Math.min(SHADES - 1.001, Math.max(0, share * SHADES - 0.5));
  const n = Math.floor(at);
  const i = (depth * SHADES + n) * 3 + c;
  return parts[i] + (parts[i + 3] - parts[i]) * (at - n);
}

/** Takes the shade toward its edge from a strip. In place. */
function unshaded(strip: Strip, shade: Shade): Strip {
  const { length, deep, rgb } = strip;
  for (let d = 0; d < deep; d++)
    for (let t = 0; t < length; t++)
      for (let c = 0; c < 3; c++) rgb[(d * length + t) * 3 + c] /= shadeAt(shade, d, (t + 0.5) / length, c);
  return strip;
}

/** Each quarter's sides: their strips with the shade toward the edge taken away, and that shade. */
export function sidesOf(quarter: Raster, pxPerMm: number) {
  const deep = Math.ceil(DEEP_MM * pxPerMm);
  return ([0, 1, 2, 3] as Side[]).map((side) => {
    const strip = stripOf(quarter, side, deep);
    const shade = shadeToward(strip, pxPerMm);
    return { strip: unshaded(strip, shade), shade };
  });
}

/** How much lighter a strip is than one that meets it, in parts along them; log of RGB. */
function lighterThan(own: Strip, other: Strip, pxPerMm: number): Float32Array {
  const [from, to] = LIGHT_MM.map((mm) => Math.round(mm * pxPerMm));
  const [a, b] = [own, other].map((s) => alongSide(s, from, to, PARTS * FINE));
  const out = new Float32Array(PARTS * 3);
  const parts = Array.from({ length: PARTS }, (_, n) => n);
  // Where the two show different things nothing is told of the light.
  const alike = (i: number) =>
    [0, 1, 2].every((c) => Math.abs(Math.log((a[i * 3 + c] + 1) / (b[i * 3 + c] + 1))) < MOST_LIGHTER);
  const seen = parts.map((n) =>
    Array.from({ length: FINE }, (_, k) => n * FINE + k).filter(
      (i) => a[i * 3] + a[i * 3 + 1] > 60 && alike(i),
    ),
  );
  for (let c = 0; c < 3; c++) {
    const raw = seen.map((own) => {
      const all = own.map((i) => Math.log((a[i * 3 + c] + 1) / (b[i * 3 + c] + 1))).sort((p, q) => p - q);
      return { value: all[all.length >> 1] ?? 0, weight: all.length };
    });
    for (const n of parts) {
      let [sum, weight] = [0, 0];
      for (const [m, part] of raw.entries()) {
        const near = part.weight * Math.exp(-((m - n) ** 2) / 2);
        sum += near * part.value;
        weight += near;
      }
      out[n * 3 + c] = weight > 1e-6 ? sum / weight : 0;
    }
  }
  return out;
}

/** What is known of each of the eight seams. @param lengths of the sides of each quarter as they were cut, px. */
export function seamsOf(sides: { strip: Strip }[][], lengths: number[][], pxPerMm: number): Seam[] {
  return PAIRS.map((pair) => {
    const own = sides[pair.first][pair.side].strip;
    const other = sides[pair.second][pair.other].strip;
    const [a, b] = [lengths[pair.first][pair.side], lengths[pair.second][pair.other]];
    const meeting = meetingOf(own, other, (2 * (b - a)) / (a + b), pxPerMm);
    return { ...pair, meeting, lighter: lighterThan(own, other, pxPerMm) };
  });
}
