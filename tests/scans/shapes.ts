/** What motifs of any manner are drawn with. */

export type Random = () => number;

/**
 * A motif about (0, 0), mm: `art` as drawn on white, `cover` white wherever it is art, `shut` places where paper is shut in by it,
 * `lines` fine ones that stand on paper, by their middles; `shadow` what it throws on the paper, if it does.
 */
export type Drawn = {
  art: string;
  cover: string;
  shut: { x: number; y: number; r: number }[];
  lines: { points: [number, number][]; wide: number; ink: string }[];
  shadow?: string;
};

export const INKS = ['#1f2b4a', '#7d2438', '#245a54', '#3a2a20', '#22203a'];
export const FILLS = ['#d9683f', '#e2b23c', '#6fa39a', '#8c7bb0', '#c65b72', '#5f8f52'];
export const f = (v: number) => v.toFixed(3);

/** A closed curve through points about the middle: bumps that differ. */
export function bumpy(r: number, n: number, deep: number, random: Random): [number, number][] {
  return Array.from({ length: n }, (_, k) => {
    const t = ((k + 0.3 * random()) * 2 * Math.PI) / n;
    const d = r * (1 - deep * random());
    return [d * Math.cos(t), d * Math.sin(t)];
  });
}
export function smooth(points: [number, number][], closed = true): string {
  const n = points.length;
  const mid = (a: [number, number], b: [number, number]) => `${f((a[0] + b[0]) / 2)} ${f((a[1] + b[1]) / 2)}`;
  const [first, last] = [points[0], points[n - 1]];
  if (!closed)
    return `M ${f(first[0])} ${f(first[1])} ${points
      .slice(1, -1)
      .map((p, k) => `Q ${f(p[0])} ${f(p[1])} ${mid(p, points[k + 2])}`)
      .join(' ')} L ${f(last[0])} ${f(last[1])}`;
  return `M ${mid(last, first)} ${points.map((p, k) => `Q ${f(p[0])} ${f(p[1])} ${mid(p, points[(k + 1) % n])}`).join(' ')} Z`;
}
export const pick = <T>(list: readonly T[], random: Random) => list[Math.floor(random() * list.length)];

/** A curl that stands on paper, from the body outward, as straight bits. */
export function curl(from: number, angle: number, long: number, random: Random): [number, number][] {
  const bend = (random() - 0.5) * 3;
  let [x, y, t] = [from * Math.cos(angle), from * Math.sin(angle), angle];
  const out: [number, number][] = [[x, y]];
  for (let k = 0; k < 24; k++) {
    t += bend / 24;
    x += (long / 24) * Math.cos(t);
    y += (long / 24) * Math.sin(t);
    out.push([x, y]);
  }
  return out;
}
export const bits = (points: [number, number][]) =>
  `M ${points.map(([x, y]) => `${f(x)} ${f(y)}`).join(' L ')}`;
