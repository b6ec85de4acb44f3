import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type Layout, latticeOf, nearestCopy, pixelPlan } from '../lattice';
import { newRaster, pyramidOf } from '../raster';
import type { Placed, Scene } from '../render';
import { findings, proveWrap } from '.';

/** A disc 20 mm wide at 50 ppi. */
function disc() {
  const n = Math.round((20 / 25.4) * 50);
  const r = newRaster(n, n);
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) {
      const a = Math.max(0, Math.min(1, n / 2 - Math.hypot(x + 0.5 - n / 2, y + 0.5 - n / 2)));
      r.data.set([120, 30, 60, a * 255], (y * n + x) * 4);
    }
  }
  return { pyramid: pyramidOf(r), ppi: 50 };
}
const motifs: Scene['motifs'] = new Map([['d', disc()]]);
const CELL = { width: 200, height: 200 };
const HALF: Layout = { kind: 'half-drop', drop: { p: 1, q: 2 } };

/** 25 discs in an even grid of 40 mm, without the one at `hole`. */
const grid = (hole: number): Placed[] =>
  Array.from({ length: 25 }, (_, n) => ({
    motif: 'd',
    x: 20 + (n % 5) * 40,
    y: 20 + Math.floor(n / 5) * 40,
    angle: 0,
    scale: 1,
    mirror: false,
  })).filter((_, n) => n !== hole);

const look = (placements: Placed[], layout = HALF, cell = CELL) =>
  findings({ ground: null, motifs, placements }, layout, cell, 50);

describe('bare patches', () => {
  test('one left-out disc is found at its place and measured; an even cloth has none', () => {
    const straight: Layout = { kind: 'straight', drop: { p: 0, q: 1 } };
    expect(look(grid(-1), straight).findings.filter((f) => f.kind === 'bare-patch')).toEqual([]);
    for (const hole of [0, 7, 12, 24]) {
      const bare = look(grid(hole), straight).findings.filter((f) => f.kind === 'bare-patch');
      expect(bare).toHaveLength(1);
      const want = { x: 20 + (hole % 5) * 40, y: 20 + Math.floor(hole / 5) * 40 };
      const near = nearestCopy(latticeOf(straight, CELL), bare[0].at, want);
      expect(Math.hypot(near.x - want.x, near.y - want.y)).toBeLessThan(2);
      // From the middle of the hole to the ink of its four neighbours: 40 - 10 mm.
      expect(bare[0].widthMm).toBeGreaterThan(57);
      expect(bare[0].widthMm).toBeLessThan(62);
      expect(bare[0].medianMm).toBeLessThan(bare[0].limitMm);
    }
  });

  test('one great hole does not hide the others nor move the middle gap', () => {
    const straight: Layout = { kind: 'straight', drop: { p: 0, q: 1 } };
    const cell = { width: 400, height: 400 };
    const wide = Array.from({ length: 100 }, (_, n) => ({
      ...grid(-1)[0],
      x: 20 + (n % 10) * 40,
      y: 20 + Math.floor(n / 10) * 40,
    }));
    const holes = [11, 12, 13, 21, 22, 23, 31, 32, 33, 77];
    const report = look(
      wide.filter((_, n) => !holes.includes(n)),
      straight,
      cell,
    );
    expect(report.medianGapMm).toBeGreaterThan(33);
    expect(report.medianGapMm).toBeLessThan(40);
    expect(report.findings.filter((f) => f.kind === 'bare-patch').length).toBeGreaterThanOrEqual(2);
  });

  test('the same patch is found wherever the cloth is shifted, in every layout', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Layout['kind']>('straight', 'half-drop', 'brick', 'diamond'),
        fc.double({ min: -300, max: 300, noNaN: true }),
        fc.double({ min: -300, max: 300, noNaN: true }),
        (kind, dx, dy) => {
          const layout = { kind, drop: { p: 1, q: 2 } };
          const base = [
            { motif: 'd', x: 10, y: 12, angle: 0, scale: 1, mirror: false },
            { motif: 'd', x: 44, y: 20, angle: 0, scale: 1, mirror: false },
            { motif: 'd', x: 22, y: 50, angle: 0, scale: 1, mirror: false },
          ];
          const cell = { width: 120, height: 120 };
          const at = look(base, layout, cell);
          const moved = look(
            base.map((p) => ({ ...p, x: p.x + dx, y: p.y + dy })),
            layout,
            cell,
          );
          expect(Math.abs((at.gapsMm[0] ?? 0) - (moved.gapsMm[0] ?? 0))).toBeLessThan(1.5);
        },
      ),
      { numRuns: 20 },
    );
  });

  test('nothing, one thing, and a fully covered cloth give an answer, never NaN', () => {
    for (const placements of [
      [],
      grid(-1).slice(0, 1),
      [
        { ...grid(-1)[0], scale: 20 },
        { ...grid(-1)[1], scale: 20 },
      ],
    ]) {
      const report = look(placements);
      expect(report.medianGapMm).toBeNull();
      expect(report.findings.filter((f) => f.kind === 'bare-patch')).toEqual([]);
      expect(Number.isFinite(report.cover)).toBe(true);
    }
  });
});

test('a motif enlarged past its pixels is named with the size that still prints', () => {
  const report = findings(
    {
      ground: null,
      motifs: new Map([['d', { ...disc(), ppi: 300 }]]),
      placements: [
        { ...grid(-1)[0], scale: 3 },
        { ...grid(-1)[3], scale: 2 },
      ],
    },
    HALF,
    CELL,
    300,
  );
  expect(report.findings.filter((f) => f.kind === 'low-ppi')).toEqual([
    { kind: 'low-ppi', at: { x: 20, y: 20 }, placement: '', ppi: 100, wantedPpi: 150, largestScale: 2 },
  ]);
});

test('the wrap proof compares every pixel of two cuts', () => {
  const plan = pixelPlan(HALF, CELL, 40);
  const scene: Scene = { ground: [1, 2, 3], motifs, placements: grid(3) };
  const steps: number[] = [];
  const proof = proveWrap(scene, plan, (s) => steps.push(s));
  expect(proof).toMatchObject({ exact: true, differing: 0, pixels: plan.block.width * plan.block.height });
  expect(steps.at(-1)).toBe(1);
});
