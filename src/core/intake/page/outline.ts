import type { Point, Size } from '../../lattice';

/**
 * The four corners of the area of a label that is nearly a rectangle, px: straight lines through most of what is seen of it first from
 * the left, the right, the top and the bottom. null where that lies on no lines.
 */
export function cornersOfArea(labels: Int32Array, label: number, { width, height }: Size): Point[] | null {
  const on = (x: number, y: number) => labels[y * width + x] === label;
  const first = (n: number, hit: (i: number) => boolean, back: boolean) => {
    for (let k = 0; k < n; k++) {
      const i = back ? n - 1 - k : k;
      if (hit(i)) return back ? i + 1 : i;
    }
    return -1;
  };
  const across = (back: boolean) =>
    Array.from({ length: height }, (_, y): [number, number] => [
      y + 0.5,
      first(width, (x) => on(x, y), back),
    ]);
  const down = (back: boolean) =>
    Array.from({ length: width }, (_, x): [number, number] => [
      x + 0.5,
      first(height, (y) => on(x, y), back),
    ]);
  const lines = [across(false), across(true), down(false), down(true)].map(fitLine);
  if (lines.some((l) => l === null)) return null;
  const [left, right, top, bottom] = lines as { at: number; slope: number }[];
  // x = at + slope y for the sides, y = at + slope x for top and bottom.
  const meet = (side: typeof left, level: typeof top): Point => {
    const y = (level.at + level.slope * side.at) / (1 - level.slope * side.slope);
    return { x: side.at + side.slope * y, y };
  };
  return [meet(left, top), meet(right, top), meet(right, bottom), meet(left, bottom)];
}

/** A line through most points of one side, its ends left out; null when they lie on no line. */
function fitLine(all: [number, number][]): { at: number; slope: number } | null {
  const seen = all.filter(([, v]) => v >= 0);
  let kept = seen.slice(Math.floor(seen.length * 0.12), Math.ceil(seen.length * 0.88));
  if (kept.length < 20) return null;
  for (let pass = 0; pass < 6; pass++) {
    const n = kept.length;
    const mt = kept.reduce((s, [t]) => s + t, 0) / n;
    const mv = kept.reduce((s, [, v]) => s + v, 0) / n;
    const slope =
      kept.reduce((s, [t, v]) => s + (t - mt) * (v - mv), 0) / kept.reduce((s, [t]) => s + (t - mt) ** 2, 0);
    const at = mv - slope * mt;
    const off = kept.map(([t, v]) => Math.abs(v - at - slope * t)).sort((a, b) => a - b);
    const bar = Math.max(1, 2.5 * off[n >> 1]);
    const next = kept.filter(([t, v]) => Math.abs(v - at - slope * t) <= bar);
    if (next.length === n || pass === 5)
      return off[n >> 1] < 2.5 && Math.abs(slope) < 0.6 ? { at, slope } : null;
    if (next.length < seen.length * 0.3) return null;
    kept = next;
  }
  return null;
}
