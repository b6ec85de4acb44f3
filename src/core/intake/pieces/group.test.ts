import fc from 'fast-check';
import { expect, test } from 'vitest';
import { groupPieces } from './group';

type Disc = { x: number; y: number; r: number };
const [W, H, PPI] = [360, 260, 100];
const same = (p: { x: number; y: number }) => p;
const discs = fc.array(
  fc.record({
    x: fc.integer({ min: 20, max: 340 }),
    y: fc.integer({ min: 20, max: 240 }),
    r: fc.integer({ min: 4, max: 18 }),
  }),
  { minLength: 1, maxLength: 12 },
);

function maskOf(all: Disc[]): Uint8Array {
  const mask = new Uint8Array(W * H);
  for (const { x, y, r } of all) {
    for (let py = y - r; py <= y + r; py++) {
      for (let px = x - r; px <= x + r; px++) {
        if (px >= 0 && py >= 0 && px < W && py < H && (px - x) ** 2 + (py - y) ** 2 <= r * r)
          mask[py * W + px] = 1;
      }
    }
  }
  return mask;
}

const plain = { joinMm: 1.8, links: [], cuts: [], lassos: [] };

test('every pixel of art is in one piece and no more, whatever is joined, cut or drawn round', () => {
  const point = fc.record({ x: fc.integer({ min: 0, max: W }), y: fc.integer({ min: 0, max: H }) });
  fc.assert(
    fc.property(
      discs,
      fc.array(fc.tuple(point, point), { maxLength: 3 }),
      fc.array(fc.array(point, { minLength: 3, maxLength: 7 }), { maxLength: 2 }),
      fc.array(fc.tuple(point, point), { maxLength: 2 }),
      (all, cuts, lassos, links) => {
        const mask = maskOf(all);
        const { runs, groups } = groupPieces(mask, W, H, PPI, { joinMm: 1.8, cuts, lassos, links }, same);
        const rowOf = new Int32Array(runs.start.length);
        for (let y = 0; y < H; y++) rowOf.fill(y, runs.rows[y], runs.rows[y + 1]);
        const seen = new Uint8Array(W * H);
        let area = 0;
        let outOfBox = 0;
        for (const g of groups) {
          area += g.area;
          for (const i of g.runs) {
            for (let x = runs.start[i]; x < runs.end[i]; x++) seen[rowOf[i] * W + x]++;
            if (rowOf[i] < g.y0 || rowOf[i] > g.y1 || runs.start[i] < g.x0 || runs.end[i] - 1 > g.x1)
              outOfBox++;
          }
        }
        expect(outOfBox).toBe(0);
        expect(seen.every((v, p) => v === mask[p])).toBe(true);
        expect(area).toBe(mask.reduce((s, v) => s + v, 0));
      },
    ),
    { numRuns: 60 },
  );
});

test('discs nearer than the joining distance are one piece, further ones are not, in chains too', () => {
  const joinPx = (1.8 / 25.4) * PPI;
  fc.assert(
    fc.property(discs, (all) => {
      const gap = (a: Disc, b: Disc) => Math.hypot(a.x - b.x, a.y - b.y) - a.r - b.r;
      // What lies within two px of the distance is not asked about.
      for (const [i, a] of all.entries()) {
        for (const b of all.slice(i + 1)) fc.pre(Math.abs(gap(a, b) - joinPx) > 3);
      }
      const parent = all.map((_, i) => i);
      const find = (i: number): number => (parent[i] === i ? i : find(parent[i]));
      for (const [i, a] of all.entries()) {
        for (const [j, b] of all.entries()) if (j > i && gap(a, b) < joinPx) parent[find(j)] = find(i);
      }
      const expected = new Set(all.map((_, i) => find(i))).size;
      expect(groupPieces(maskOf(all), W, H, PPI, plain, same).groups).toHaveLength(expected);
    }),
    { numRuns: 80 },
  );
});

test('a link makes one of any two, and the same link twice changes nothing', () => {
  fc.assert(
    fc.property(discs, fc.nat(11), fc.nat(11), (all, i, j) => {
      const mask = maskOf(all);
      const before = groupPieces(mask, W, H, PPI, plain, same).groups.length;
      const link: [Disc, Disc] = [all[i % all.length], all[j % all.length]];
      const once = groupPieces(mask, W, H, PPI, { ...plain, links: [link] }, same).groups.length;
      const twice = groupPieces(mask, W, H, PPI, { ...plain, links: [link, link] }, same).groups.length;
      expect(before - once).toBeLessThanOrEqual(1);
      expect(twice).toBe(once);
    }),
    { numRuns: 40 },
  );
});
