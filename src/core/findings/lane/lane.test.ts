import { expect, test } from 'vitest';
import { each } from '../../../../tests/each';
import { type KnownShape, knownShape, laid, motifOf } from '../../../../tests/gaps/known-shapes';
import { type Layout, latticeOf, type Point, pixelPlan } from '../../lattice';
import { seededRandom } from '../../lay';
import type { Placed, SceneMotif } from '../../render';
import { runCheck } from '..';
import { coarsePlan } from '../cloth/picture';

const CELL = { width: 240, height: 180 };
const LAYOUTS: Layout[] = [
  { kind: 'straight', drop: { p: 0, q: 1 } },
  { kind: 'half-drop', drop: { p: 1, q: 2 } },
  { kind: 'brick', drop: { p: 1, q: 3 } },
  { kind: 'diamond', drop: { p: 1, q: 2 } },
];

/** The free stretch about `at` between what is laid, for ever along a step of the lattice, mm. */
function freeAt(shapes: Point[][], layout: Layout, along: Point, at: Point): number {
  const { a, b } = latticeOf(layout, CELL);
  const long = Math.hypot(along.x, along.y);
  const across = (p: Point) => (p.y * along.x - p.x * along.y) / long;
  const period = Math.abs(a.x * b.y - a.y * b.x) / long;
  const middle = across(at);
  let [before, after] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (const corners of shapes) {
    const where = corners.map(across);
    const [low, high] = [Math.min(...where), Math.max(...where)];
    const turns = Math.floor((middle - low) / period);
    for (let k = turns - 1; k <= turns + 1; k++) {
      const [from, to] = [low + k * period, high + k * period];
      if (from < middle && to > middle) return 0;
      if (to <= middle) before = Math.max(before, to);
      if (from >= middle) after = Math.min(after, from);
    }
  }
  return after - before;
}

test('lanes are as wide as outlines known to the last digit leave them, within 0.3 mm or 2 %', async () => {
  const random = seededRandom(77);
  const shapes = Array.from({ length: 7 }, (_, k) =>
    knownShape(k, 16 + 14 * random(), [150, 300][k % 2], k + 3),
  );
  const arts = await Promise.all(shapes.map(motifOf));
  const motifs = new Map(arts.map((art, k): [string, SceneMotif] => [`m${k}`, art]));
  let told = 0;
  for (let n = 0; n < 24; n++) {
    const layout = LAYOUTS[n % 4];
    const placements = Array.from(
      { length: 10 + (n % 5) },
      (_, k): Placed => ({
        ...{ id: `p${k}`, motif: `m${k % 7}`, scale: 0.6 + random() * 0.6, mirror: random() < 0.5 },
        ...{ x: 240 * random(), y: 180 * random(), angle: 360 * random() },
      }),
    );
    const known = placements.map((p) => laid(shapes[Number(p.motif.slice(1))] as KnownShape, p));
    const plan = pixelPlan(layout, CELL, 150);
    const found = runCheck({ ground: [250, 246, 238], motifs, placements }, plan);
    for (const f of each(found.findings)) {
      if (f.kind !== 'lane' || f.cover > 0) continue;
      told++;
      const free = freeAt(known, layout, f.along, f.at);
      expect(Math.abs(f.widthMm - free)).toBeLessThan(Math.max(0.3, 0.02 * free));
    }
  }
  expect(told).toBeGreaterThan(15);
});

test('the picture that is looked over has pixels as good as square, in every layout', () => {
  for (const layout of LAYOUTS) {
    for (const [width, height] of [
      [304.8, 304.8],
      [300, 200],
      [120, 77],
    ]) {
      for (const side of [64, 190, 380]) {
        const { scale } = coarsePlan(pixelPlan(layout, { width, height }, 300), side * side);
        expect(Math.abs(scale.x / scale.y - 1)).toBeLessThan(0.006);
      }
    }
  }
});
