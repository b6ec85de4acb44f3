import type { Raster } from '../src/core';

/** Patches are so deep on either side of a cut, so long along it, and begin so far off it; one is looked at each so often, mm. */
const [DEEP, LONG, CLEAR, EACH] = [1, 5, 0.5, 4] as const;
/** What is drawn over the cut changes by so many levels along it. */
const PLAIN = 60;
/** Patches are looked for so far along, mm, and a sheet may lie so many px aside. */
const REACH = 1.6;
const ASIDE = 6;
/** A patch is found where it agrees so well (normalised correlation); less, and nothing can be said of it. */
const FOUND = 0.8;

export const lightAt = ({ width, height, data }: Raster, x: number, y: number) => {
  const i = ((((y % height) + height) % height) * width + (((x % width) + width) % width)) * 4;
  return ((data[i] ?? 0) * 2 + (data[i + 1] ?? 0) * 4 + (data[i + 2] ?? 0) * 3) / 9;
};

/**
 * How far lines that run over a cut are off where they cross it: what lies just before and just after it is found along it in the sheet
 * as it was before. How far aside the sheet lies is told by all places of a cut together; a line that crosses flat tells nothing of it.
 * @returns mm for each place, and at how many places something crosses and nothing can be said.
 */
export function linesOverCut(truth: Raster, made: Raster, upright: boolean, cut: number, pxPerMm: number) {
  const [deep, long, clear, each] = [DEEP, LONG, CLEAR, EACH].map((mm) => Math.round(mm * pxPerMm)) as [
    number,
    number,
    number,
    number,
  ];
  const reach = Math.round(REACH * pxPerMm);
  const at = (r: Raster, v: number, u: number) => (upright ? lightAt(r, v, u) : lightAt(r, u, v));
  const crosses = (t: number) =>
    [cut - clear, cut, cut + clear].every((v) => {
      const line = Array.from({ length: long - 2 * clear }, (_, k) => at(truth, v, t + clear + k));
      return Math.max(...line) - Math.min(...line) >= PLAIN;
    });
  /** A patch without its mean, and the sum of its squares. */
  const patch = (r: Raster, from: number, many: number, u: number) => {
    const out = new Float64Array(many * long);
    for (let d = 0, k = 0; d < many; d++) for (let j = 0; j < long; j++, k++) out[k] = at(r, from + d, u + j);
    const mean = out.reduce((s, v) => s + v / out.length, 0);
    return { values: out.map((v) => v - mean), own: out.reduce((s, v) => s + (v - mean) ** 2, 0) };
  };
  const looker = (from: number, many: number, t: number) => {
    const { values, own } = patch(made, from, many, t);
    return (by: number, aside: number) => {
      const other = patch(truth, from + aside, many, t + by);
      const dot = other.values.reduce((s, v, k) => s + v * (values[k] ?? 0), 0);
      return dot / Math.sqrt(Math.max(1e-9, other.own * own));
    };
  };
  const along = (agrees: (by: number, aside: number) => number, aside: number) => {
    let most = { by: 0, agrees: -1 };
    for (let by = -reach; by <= reach; by++) {
      const now = agrees(by, aside);
      if (now > most.agrees) most = { by, agrees: now };
    }
    return most;
  };
  const length = upright ? made.height : made.width;
  const places: number[] = [];
  for (let t = 0; t < length; t += each) if (crosses(t)) places.push(t);
  const asides = places.flatMap((t) => {
    const whole = looker(cut - clear - deep, 2 * (clear + deep), t);
    let best = { aside: 0, agrees: -1 };
    for (let aside = -ASIDE; aside <= ASIDE; aside++) {
      const now = along(whole, aside).agrees;
      if (now > best.agrees) best = { aside, agrees: now };
    }
    return best.agrees > 0.9 ? [best.aside] : [];
  });
  const aside = asides.sort((a, b) => a - b)[asides.length >> 1] ?? 0;
  const offs: number[] = [];
  let untold = 0;
  for (const t of places) {
    const [before, after] = [cut - clear - deep, cut + clear].map((from) => {
      const agrees = looker(from, deep, t);
      const found = along(agrees, aside);
      const [l, m, r] = [-1, 0, 1].map((d) => agrees(found.by + d, aside)) as [number, number, number];
      const bend = l - 2 * m + r;
      // Where sliding it along hardly matters it is told by nothing.
      if (found.agrees < FOUND || Math.abs(found.by) === reach || bend > -0.02) return null;
      return found.by + (0.5 * (l - r)) / bend;
    });
    if (before == null || after == null) untold++;
    else offs.push(Math.abs(before - after) / pxPerMm);
  }
  return { offs, untold };
}
