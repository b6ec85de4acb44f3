import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { completeSize, counted } from '..';
import { DEFAULT_INTAKE } from '../intake';
import { cellMiddle, type Layout, latticeOf } from '../lattice';
import { boxSilhouette, hitTest, reachOf, type Silhouette } from '../lay';
import {
  addMotifs,
  addPlacement,
  addSheet,
  apply,
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
  setMotif,
  setPlacements,
} from '.';

const sha = 'a'.repeat(64);
const motif = (id: string) =>
  motifOf({ id, name: id, role: 'hero', asset: sha, width: 300, height: 200, ppi: 300, sheet: 's' });
const start = (): Project => {
  let p = newProject('id', 'Bolt');
  p = apply(
    p,
    addSheet({ id: 's', name: 'Page', asset: sha, ppi: 300, settings: DEFAULT_INTAKE }, [
      motif('m'),
      motif('n'),
    ]),
  );
  p = apply(p, addPlacement({ id: 'a', motif: 'm', x: 10, y: 20, angle: 0, scale: 1, mirror: false }));
  return apply(p, addPlacement({ id: 'b', motif: 'n', x: 400, y: -20, angle: 370, scale: 1, mirror: false }));
};

describe('edits', () => {
  test('are pure, stay sound, and share what did not change', () => {
    const before = start();
    const frozen = JSON.stringify(before);
    const after = apply(before, setPlacements({ a: { x: 9999, angle: -190 } }));
    expect(JSON.stringify(before)).toBe(frozen);
    expect(after.placements[1]).toBe(before.placements[1]);
    expect(after.motifs).toBe(before.motifs);
    expect(after.placements[0].angle).toBe(170);
    expect(after.placements[0].x).toBe(9999);
    expect(projectSchema.parse(after)).toEqual(after);
  });

  test('a placement stays where it is laid, in the home cell or not, whatever becomes of the layout', () => {
    const diamond = apply(start(), setLayout({ kind: 'diamond', drop: { p: 1, q: 2 } }));
    const zero = apply(diamond, setPlacements({ a: { x: 0, y: 0 } }));
    expect(zero.placements[0]).toMatchObject({ x: 0, y: 0 });
    expect(apply(zero, setPlacements({ a: { y: 30 } })).placements[0]).toMatchObject({ x: 0, y: 30 });
    expect(apply(diamond, setBrief({ widthMm: 120 })).placements[1]).toMatchObject({
      x: 400,
      y: -20,
      angle: 10,
    });
  });

  test('a symmetric set stays one when the cell or the layout changes, and when it is moved over an edge', () => {
    const turned = { set: 's', at: 0, how: 'turn-3' } as const;
    const lead = { id: 's0', motif: 'm', x: 290, y: 150, angle: 0, scale: 1, mirror: false, sym: turned };
    let n = 0;
    const set = apply(
      start(),
      addPlacement(lead, () => `s${++n}`),
    );
    const distance = (p: Project) => {
      const middle = cellMiddle(p.layout, { width: p.brief.widthMm, height: p.brief.heightMm });
      return p.placements
        .filter((q) => q.sym)
        .map(({ x, y }) => Math.hypot(x - middle.x, y - middle.y).toFixed(6));
    };
    for (const p of [
      set,
      apply(set, setBrief({ widthMm: 200, heightMm: 260 })),
      apply(set, setLayout({ kind: 'diamond', drop: { p: 1, q: 2 } })),
      apply(set, setPlacements({ s1: { x: 420, y: -37 } })),
    ]) {
      expect(new Set(distance(p)).size).toBe(1);
      expect(distance(p)).toHaveLength(3);
    }
  });

  test('what is said of one motif is said of no other whose name is part of its own', () => {
    const motif = motifOf({ id: 'm', name: 'Kite', asset: 'a'.repeat(64), width: 30, height: 30, ppi: 300 });
    const p = apply(newProject('p', 'P'), addMotifs([1, 2, 12].map((k) => ({ ...motif, id: `m${k}` }))));
    expect(apply(p, setMotif('m12', { name: 'Swift' })).motifs.map((m) => m.name)).toEqual([
      'Kite',
      'Kite',
      'Swift',
    ]);
    expect(apply(p, setMotif(['m1', 'm2'], { name: 'Swift' })).motifs[2].name).toBe('Kite');
  });

  test('sizes of -3, 0, NaN and a billion are refused in words, and change nothing', () => {
    const p = start();
    for (const widthMm of [-3, 0, Number.NaN, 1e9]) expect(() => apply(p, setBrief({ widthMm }))).toThrow();
    expect(() => apply(p, setLayout({ kind: 'brick', drop: { p: 3, q: 2 } }))).toThrow(/drop/);
    expect(() =>
      apply(p, addPlacement({ id: 'x', motif: 'gone', x: 0, y: 0, angle: 0, scale: 1, mirror: false })),
    ).toThrow(/not there/);
  });

  test('order, and taking a motif out with what was laid of it', () => {
    const p = start();
    expect(apply(p, reorder('a', 'top')).placements.map((q) => q.id)).toEqual(['b', 'a']);
    expect(apply(p, reorder('a', 'bottom')).placements.map((q) => q.id)).toEqual(['a', 'b']);
    expect(apply(p, removeMotif('m')).placements.map((q) => q.id)).toEqual(['b']);
  });
});

test('any run of edits leaves a sound project, or refuses in words and leaves it as it was', () => {
  const n = fc.double({ min: -2000, max: 2000, noNaN: true });
  const anyEdit: fc.Arbitrary<(p: Project) => Project> = fc.oneof(
    fc.tuple(n, n, n).map(
      ([x, y, angle]) =>
        (p: Project) =>
          apply(p, setPlacements({ a: { x, y, angle } })),
    ),
    fc.tuple(n, n).map(
      ([widthMm, ppi]) =>
        (p: Project) =>
          apply(p, setBrief({ widthMm, ppi })),
    ),
    fc.tuple(fc.constantFrom('straight', 'half-drop', 'brick', 'diamond'), fc.nat(6), fc.nat(6)).map(
      ([kind, num, q]) =>
        (p: Project) =>
          apply(p, setLayout({ kind: kind as 'brick', drop: { p: num, q } })),
    ),
    fc.tuple(n, fc.nat(99)).map(
      ([scale, id]) =>
        (p: Project) =>
          apply(
            p,
            addPlacement({ id: `n${id}`, motif: 'm', x: scale, y: -scale, angle: 0, scale, mirror: true }),
          ),
    ),
    fc.constantFrom('m', 'n', 'gone').map((id) => (p: Project) => apply(p, removeMotif(id))),
    fc
      .constantFrom('top', 'up', 'down', 'bottom')
      .map((to) => (p: Project) => apply(p, reorder('b', to as 'up'))),
    fc.array(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), { maxLength: 9 }).map(
      (inks) => (p: Project) =>
        apply(
          p,
          setInks(inks, () => 'i'),
        ),
    ),
    fc.string({ maxLength: 8 }).map(
      (hex) => (p: Project) =>
        apply(
          p,
          paint(
            p.shown,
            p.colourways[0].colours.map(() => hex),
            () => 'painted',
          ),
        ),
    ),
    fc.tuple(fc.nat(6), fc.nat(6)).map(
      ([a, b]) =>
        (p: Project) =>
          apply(p, mergeInks(a, b)),
    ),
    fc.tuple(fc.nat(6), fc.nat(6)).map(
      ([a, b]) =>
        (p: Project) =>
          apply(p, moveInk(a, b)),
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
  expect([0, 1, 2].map((n) => counted(n, 'ink'))).toEqual(['0 inks', '1 ink', '2 inks']);
  expect(completeSize({ mm: 304.8, px: 0, ppi: 300 }, 'mm+ppi').px).toBe(3600);
  expect(completeSize({ mm: 0, px: 3000, ppi: 400 }, 'px+ppi').mm).toBeCloseTo(190.5, 9);
  expect(completeSize({ mm: 254, px: 3000, ppi: 0 }, 'mm+px').ppi).toBeCloseTo(300, 9);
  expect(() => completeSize({ mm: 0, px: 10, ppi: 300 }, 'mm+px')).toThrow(/above 0/);
});

test('art that is not drawn yet is grabbed anywhere in its box, turned and sized, and nowhere beside it', () => {
  const box = boxSilhouette({ width: 30, height: 8 });
  expect([box.widthMm, box.heightMm, box.alpha.every((a) => a === 255)]).toEqual([30, 8, true]);
  // A long thin one reaches no further than it is thick, but for a sixteenth.
  const thin = boxSilhouette({ width: 200, height: 4 });
  expect(thin.height * thin.pxMm).toBeLessThanOrEqual(4 * (1 + 1 / 16));
  expect(thin.width * thin.pxMm).toBeLessThan(200 + 4 / 16 + 1e-9);
  expect(boxSilhouette({ width: 5000, height: 0.01 }).width).toBeLessThanOrEqual(2048);
  const laid = [{ id: 'bar', motif: 'm', x: 50, y: 50, angle: 90, scale: 2, mirror: false }];
  const at = (x: number, y: number) =>
    hitTest(
      laid,
      new Map([['m', box]]),
      { kind: 'straight', drop: { p: 1, q: 2 } },
      { width: 200, height: 200 },
      { x, y },
      0,
    );
  // A quarter turned at twice its size: 16 mm across, 60 mm down.
  for (const [x, y] of [
    [50, 50],
    [43, 21],
    [57, 79],
  ] as const)
    expect(at(x, y)?.id).toBe('bar');
  for (const [x, y] of [
    [41, 50],
    [59, 50],
    [50, 18],
    [50, 82],
  ] as const)
    expect(at(x, y)).toBeNull();
});
