import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { completeSize, effectivePpi, repeatsAcross, sizeLadder } from '..';
import { DEFAULT_INTAKE } from '../intake';
import { type Layout, latticeOf } from '../lattice';
import { hitTest, reachOf, type Silhouette } from '../lay';
import {
  addPlacement,
  addSheet,
  mergeInks,
  motifOf,
  moveInk,
  newProject,
  type Project,
  paint,
  projectSchema,
  removeMotif,
  reorder,
  setBrief,
  setInks,
  setLayout,
  setPlacements,
} from '.';

const sha = 'a'.repeat(64);
const motif = (id: string) =>
  motifOf({ id, name: id, role: 'hero', asset: sha, width: 300, height: 200, ppi: 300, sheet: 's' });
const start = (): Project => {
  let p = newProject('id', 'Bolt');
  p = addSheet(p, { id: 's', name: 'Page', asset: sha, ppi: 300, settings: DEFAULT_INTAKE }, [
    motif('m'),
    motif('n'),
  ]);
  p = addPlacement(p, { id: 'a', motif: 'm', x: 10, y: 20, angle: 0, scale: 1, mirror: false });
  return addPlacement(p, { id: 'b', motif: 'n', x: 400, y: -20, angle: 370, scale: 1, mirror: false });
};

describe('edits', () => {
  test('are pure, stay sound, and share what did not change', () => {
    const before = start();
    const frozen = JSON.stringify(before);
    const after = setPlacements(before, { a: { x: 9999, angle: -190 } });
    expect(JSON.stringify(before)).toBe(frozen);
    expect(after.placements[1]).toBe(before.placements[1]);
    expect(after.motifs).toBe(before.motifs);
    expect(after.placements[0].angle).toBe(170);
    expect(after.placements[0].x).toBeLessThan(after.brief.widthMm);
    expect(projectSchema.parse(after)).toEqual(after);
  });

  test('a placement laid anywhere is kept by its copy in the cell', () => {
    const [, b] = start().placements;
    expect(b.angle).toBe(10);
    expect(b.x).toBeCloseTo(400 - 304.8, 6);
    expect(b.y).toBeCloseTo(-20 - 152.4 + 304.8, 6);
  });

  test('sizes of -3, 0, NaN and a billion are refused in words, and change nothing', () => {
    const p = start();
    for (const widthMm of [-3, 0, Number.NaN, 1e9]) expect(() => setBrief(p, { widthMm })).toThrow();
    expect(() => setLayout(p, { kind: 'brick', drop: { p: 3, q: 2 } })).toThrow(/fraction/);
    expect(() =>
      addPlacement(p, { id: 'x', motif: 'gone', x: 0, y: 0, angle: 0, scale: 1, mirror: false }),
    ).toThrow(/not there/);
  });

  test('order, and taking a motif out with what was laid of it', () => {
    const p = start();
    expect(reorder(p, 'a', 'top').placements.map((q) => q.id)).toEqual(['b', 'a']);
    expect(reorder(p, 'a', 'bottom').placements.map((q) => q.id)).toEqual(['a', 'b']);
    expect(removeMotif(p, 'm').placements.map((q) => q.id)).toEqual(['b']);
  });
});

test('any run of edits leaves a sound project, or refuses in words and leaves it as it was', () => {
  const n = fc.double({ min: -2000, max: 2000, noNaN: true });
  const anyEdit: fc.Arbitrary<(p: Project) => Project> = fc.oneof(
    fc.tuple(n, n, n).map(
      ([x, y, angle]) =>
        (p: Project) =>
          setPlacements(p, { a: { x, y, angle } }),
    ),
    fc.tuple(n, n).map(
      ([widthMm, ppi]) =>
        (p: Project) =>
          setBrief(p, { widthMm, ppi }),
    ),
    fc.tuple(fc.constantFrom('straight', 'half-drop', 'brick', 'diamond'), fc.nat(6), fc.nat(6)).map(
      ([kind, num, q]) =>
        (p: Project) =>
          setLayout(p, { kind: kind as 'brick', drop: { p: num, q } }),
    ),
    fc.tuple(n, fc.nat(99)).map(
      ([scale, id]) =>
        (p: Project) =>
          addPlacement(p, { id: `n${id}`, motif: 'm', x: scale, y: -scale, angle: 0, scale, mirror: true }),
    ),
    fc.constantFrom('m', 'n', 'gone').map((id) => (p: Project) => removeMotif(p, id)),
    fc.constantFrom('top', 'up', 'down', 'bottom').map((to) => (p: Project) => reorder(p, 'b', to as 'up')),
    fc
      .array(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), { maxLength: 9 })
      .map((inks) => (p: Project) => setInks(p, inks, () => 'i')),
    fc.string({ maxLength: 8 }).map(
      (hex) => (p: Project) =>
        paint(
          p,
          p.shown,
          p.colourways[0].colours.map(() => hex),
          () => 'painted',
        ),
    ),
    fc.tuple(fc.nat(6), fc.nat(6)).map(
      ([a, b]) =>
        (p: Project) =>
          mergeInks(p, a, b),
    ),
    fc.tuple(fc.nat(6), fc.nat(6)).map(
      ([a, b]) =>
        (p: Project) =>
          moveInk(p, a, b),
    ),
  );
  fc.assert(
    fc.property(fc.array(anyEdit, { maxLength: 14 }), (edits) => {
      let p = start();
      for (const e of edits) {
        const before = JSON.stringify(p);
        try {
          p = e(p);
        } catch (error) {
          expect((error as Error).message).toMatch(/\w+ \w+/);
          expect(JSON.stringify(p)).toBe(before);
        }
        expect(projectSchema.safeParse(p).success).toBe(true);
      }
      for (const q of p.placements) {
        if (p.layout.kind === 'diamond') continue;
        expect(q.x).toBeGreaterThan(-1e-3);
        expect(q.x).toBeLessThan(p.brief.widthMm + 1e-3);
        expect(q.y).toBeGreaterThan(-1e-3);
        expect(q.y).toBeLessThan(p.brief.heightMm + 1e-3);
      }
    }),
    { numRuns: 150 },
  );
});

test('hit test: any copy, by its silhouette and not its box, uppermost first', () => {
  const n = 40;
  const alpha = new Uint8Array(n * n);
  for (let p = 0; p < n * n; p++)
    if (Math.hypot((p % n) - 19.5, Math.floor(p / n) - 19.5) < 19) alpha[p] = 255;
  const s: Silhouette = { width: n, height: n, alpha, pxMm: 20 / n, widthMm: 20, heightMm: 20 };
  const layout: Layout = { kind: 'half-drop', drop: { p: 1, q: 2 } };
  const cell = { width: 100, height: 80 };
  const lattice = latticeOf(layout, cell);
  const at = (id: string, x: number, y: number) => ({
    id,
    motif: 'm',
    x,
    y,
    angle: 30,
    scale: 1,
    mirror: false,
  });
  const laid = [at('low', 50, 40), at('high', 58, 40)];
  const map = new Map([['m', s]]);
  fc.assert(
    fc.property(fc.integer({ min: -5, max: 5 }), fc.integer({ min: -5, max: 5 }), (i, j) => {
      const dx = i * lattice.a.x + j * lattice.b.x;
      const dy = i * lattice.a.y + j * lattice.b.y;
      expect(hitTest(laid, map, layout, cell, { x: 54 + dx, y: 40 + dy }, 0)).toMatchObject({
        id: 'high',
        x: 58 + dx,
      });
      expect(hitTest(laid, map, layout, cell, { x: 43 + dx, y: 40 + dy }, 0)?.id).toBe('low');
      expect(hitTest(laid, map, layout, cell, { x: 50 + 9 + dx, y: 40 - 9 + dy }, 0)?.id).toBe('high');
      expect(hitTest(laid, map, layout, cell, { x: 41.5 + dx, y: 31.5 + dy }, 0)).toBeNull();
    }),
  );
  // In mirrored columns the copy next door is the twin: flipped about its cell's middle.
  const mirrored: Layout = { ...layout, alternate: { every: 'column', by: 'across' } };
  expect(hitTest(laid, map, mirrored, cell, { x: 142, y: 80 }, 0)).toEqual({
    id: 'high',
    x: 142,
    y: 80,
    twin: true,
  });
  expect(hitTest(laid, map, mirrored, cell, { x: 258, y: 40 }, 0)).toMatchObject({ id: 'high', twin: false });
  expect(reachOf({ ...laid[0], angle: 90, scale: 2 }, { widthMm: 10, heightMm: 30 }).x).toBeCloseTo(30, 6);
});

test('sizes, pixels and ppi: any two give the third', () => {
  expect(completeSize({ mm: 304.8, px: 0, ppi: 300 }, 'mm+ppi').px).toBe(3600);
  expect(completeSize({ mm: 0, px: 3000, ppi: 400 }, 'px+ppi').mm).toBeCloseTo(190.5, 9);
  expect(completeSize({ mm: 254, px: 3000, ppi: 0 }, 'mm+px').ppi).toBeCloseTo(300, 9);
  expect(() => completeSize({ mm: 0, px: 10, ppi: 300 }, 'mm+px')).toThrow(/above 0/);
});

test('print: effective ppi, repeats across, sizes', () => {
  expect(effectivePpi(300, 2)).toBe(150);
  expect(repeatsAcross(1400, 609.6)).toEqual({ whole: 2, restMm: 1400 - 1219.2 });
  const [half, huge] = sizeLadder(
    { width: 300, height: 200 },
    [{ id: 'm', width: 60, height: 40 }],
    [0.5, 20],
  );
  expect(half.motifs[0]).toEqual({ id: 'm', width: 30, height: 20 });
  expect([half.fits, huge.fits]).toEqual([true, false]);
  expect(() => repeatsAcross(0, 5)).toThrow();
});
