import type { Lattice, Point } from '../../lattice';

/** With fewer things than this every cloth is regular. */
const LEAST = 4;
/** The steps from one thing to so many of its nearest are tried; so many of them must carry the cloth onto itself. */
const NEAREST = 6;
const CARRY = 4;
/**
 * A step carries the cloth onto itself when this share of all things, or all but what one stray among so many keeps apart,
 * comes to lie on another, within this share of the spacing.
 */
const SHARE = 0.9;
const STRAY = { of: 7, apart: 2 };
const NEAR = 0.06;

/**
 * Whether things stand in a regular grid, finer than the lattice itself, but for a few of them: then rows and lanes are how it
 * is laid. From three things the steps to their neighbours are tried, since one may be a stray.
 */
export function inRegularGrid(things: readonly Point[], { a, b }: Lattice, spacingMm: number): boolean {
  const n = things.length;
  if (n < LEAST) return false;
  const d = a.x * b.y - a.y * b.x;
  const near2 = (NEAR * spacingMm) ** 2;
  /** The square of how far a step is from a step of the lattice. */
  const off2 = (x: number, y: number) => {
    let u = (x * b.y - y * b.x) / d;
    let v = (a.x * y - a.y * x) / d;
    u -= Math.round(u);
    v -= Math.round(v);
    return (u * a.x + v * b.x) ** 2 + (u * a.y + v * b.y) ** 2;
  };
  const carries = (x: number, y: number) => {
    let met = 0;
    for (const p of things) if (things.some((q) => off2(q.x - p.x - x, q.y - p.y - y) < near2)) met++;
    return met >= Math.min(SHARE * n, n >= STRAY.of ? n - STRAY.apart : n);
  };
  const from = [0, Math.floor(n / 3), Math.floor((2 * n) / 3)].map((k) => things[k]);
  return from.some((p) => {
    const steps = things
      .filter((q) => q !== p)
      .map((q) => ({ x: q.x - p.x, y: q.y - p.y, far: off2(q.x - p.x, q.y - p.y) }))
      .sort((s, t) => s.far - t.far)
      .slice(0, NEAREST);
    return steps.filter(({ x, y }) => carries(x, y)).length >= Math.min(CARRY, n - 1);
  });
}
