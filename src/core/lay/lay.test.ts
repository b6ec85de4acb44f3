import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type Layout, latticeOf, nearestCopy, shiftsInto, wrapPoint } from '../lattice';
import { outlines as guides, outlinePath } from '../outlines';
import {
  againAt,
  FREE_ANGLES,
  fillGap,
  gapSpread,
  laidAgain,
  largestFit,
  type Outline,
  outlineOf,
  placementsWithin,
  type ScatterRules,
  type Silhouette,
  SilhouetteIndex,
  SYMMETRIES,
  scatter,
  seededRandom,
  settle,
  snapMove,
  symmetric,
  symmetryCount,
} from '.';

/** A disc, or a bar of a third of the height, of a given width in mm. */
function silhouette(kind: 'disc' | 'bar', mm: number): Silhouette {
  const n = 120;
  const alpha = new Uint8Array(n * n);
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) {
      const d = Math.hypot(x + 0.5 - n / 2, y + 0.5 - n / 2) - n / 2;
      const on =
        kind === 'disc' ? Math.max(0, Math.min(1, 0.5 - d)) : Math.abs(y + 0.5 - n / 2) < n / 6 ? 1 : 0;
      alpha[y * n + x] = on * 255;
    }
  }
  return { width: n, height: n, alpha, pxMm: mm / n, widthMm: mm, heightMm: mm };
}
const outlines: Map<string, Outline> = new Map([
  ['disc', outlineOf(silhouette('disc', 20))],
  ['bar', outlineOf(silhouette('bar', 36))],
]);
const CELL = { width: 180, height: 150 };
const at = (motif: string, x: number, y: number, angle = 0, scale = 1) => ({
  motif,
  x,
  y,
  angle,
  scale,
  mirror: false,
});
const anyLayout: fc.Arbitrary<Layout> = fc.record({
  kind: fc.constantFrom('straight', 'half-drop', 'brick', 'diamond'),
  drop: fc.constantFrom({ p: 1, q: 2 }, { p: 1, q: 3 }, { p: 2, q: 5 }),
  alternate: fc.constantFrom<Layout['alternate']>(
    undefined,
    { every: 'column', by: 'across' },
    { every: 'row', by: 'half-turn' },
  ),
});

describe('gaps between silhouettes', () => {
  test('an outline keeps the area and the reach of its silhouette', () => {
    const disc = outlines.get('disc') as Outline;
    expect(disc.areaMm2).toBeCloseTo(Math.PI * 100, -1);
    expect(disc.radius).toBeCloseTo(10, 0);
  });

  test('between discs they are what arithmetic says, in every layout, over every join; never more', () => {
    const point = fc.record({
      x: fc.double({ min: -200, max: 400, noNaN: true }),
      y: fc.double({ min: -200, max: 400, noNaN: true }),
    });
    fc.assert(
      fc.property(anyLayout, point, point, (layout, p, q) => {
        const silhouettes = new SilhouetteIndex(layout, CELL, outlines);
        silhouettes.add(at('disc', p.x, p.y));
        silhouettes.add(at('disc', q.x, q.y));
        // Independent: all copies of both, by brute force over a wide window.
        const lattice = latticeOf(layout, CELL);
        const { a, b } = lattice;
        const images = [p, q].flatMap((c) => {
          const list = [c];
          if (layout.alternate) {
            const own = latticeOf({ ...layout, alternate: undefined }, CELL);
            const to = layout.alternate.every === 'column' || layout.kind === 'diamond' ? own.a : own.b;
            const my = layout.kind === 'diamond' ? 0 : CELL.height / 2;
            const y = layout.alternate.by === 'half-turn' ? 2 * my - c.y : c.y;
            list.push({ x: CELL.width - c.x + to.x, y: y + to.y });
          }
          return list;
        });
        let least = Number.POSITIVE_INFINITY;
        // Both images of the first: where cells alternate its twin may lie among other neighbours.
        const own = images.slice(0, images.length / 2);
        for (const [n, c] of images.entries()) {
          for (let i = -6; i <= 6; i++) {
            for (let j = -6; j <= 6; j++) {
              for (const [m, o] of own.entries()) {
                const d = Math.hypot(c.x + i * a.x + j * b.x - o.x, c.y + i * a.y + j * b.y - o.y);
                if (n !== m || i || j) least = Math.min(least, d);
              }
            }
          }
        }
        const gap = silhouettes.nearest(0)?.gap ?? Number.NaN;
        const want = Math.max(0, least - 20);
        if (want < 150) {
          expect(gap).toBeLessThan(want + 0.12);
          expect(gap).toBeGreaterThan(want - 0.5);
        }
      }),
      { numRuns: 150 },
    );
  });

  test('where two discs overlap the place that is told is one that both have', () => {
    const turn = fc.record({
      angle: fc.double({ min: 0, max: 6.3, noNaN: true }),
      far: fc.double({ min: 0.1, max: 19, noNaN: true }),
    });
    fc.assert(
      fc.property(turn, ({ angle, far }) => {
        const silhouettes = new SilhouetteIndex({ kind: 'straight', drop: { p: 0, q: 1 } }, CELL, outlines);
        const other = { x: far * Math.cos(angle), y: far * Math.sin(angle) };
        silhouettes.add(at('disc', 60, 60));
        silhouettes.add(at('disc', 60 + other.x, 60 + other.y));
        const [near] = silhouettes.around(0, 1);
        expect([near.gap, near.to.x, near.to.y]).toEqual([0, 0, 0]);
        expect(Math.hypot(near.from.x, near.from.y)).toBeLessThan(10.3);
        expect(Math.hypot(near.from.x - other.x, near.from.y - other.y)).toBeLessThan(10.3);
        // Not its middle, unless that is where the other's edge lies.
        expect(Math.hypot(near.from.x, near.from.y)).toBeGreaterThan(9.5);
      }),
    );
  });

  test('the largest fit of a disc is the room between its copies, less the gap', () => {
    for (const [layout, room] of [
      [{ kind: 'straight', drop: { p: 0, q: 1 } }, 150],
      [{ kind: 'half-drop', drop: { p: 1, q: 2 } }, 150],
      [{ kind: 'diamond', drop: { p: 1, q: 2 } }, Math.hypot(90, 75)],
    ] as [Layout, number][]) {
      const silhouettes = new SilhouetteIndex(layout, CELL, outlines);
      const scale = largestFit(silhouettes, -1, at('disc', 10, 10), 6);
      expect((scale ?? 0) * 20).toBeGreaterThan(room - 6 - 3);
      expect((scale ?? 0) * 20).toBeLessThanOrEqual(room - 6 + 0.1);
    }
    const crowded = new SilhouetteIndex({ kind: 'straight', drop: { p: 0, q: 1 } }, CELL, outlines);
    crowded.add(at('disc', 50, 50));
    expect(largestFit(crowded, -1, at('disc', 50, 50), 2)).toBeNull();
    expect((largestFit(crowded, -1, at('disc', 90, 50), 5) ?? 0) * 10).toBeCloseTo(25, 0);
  });
});

const rules = (count: number, cover: number, minGapMm: number): ScatterRules => ({
  motifs: [
    { motif: 'disc', lead: 1, free: true, count, least: 0.4, most: 1.4 },
    { motif: 'bar', lead: 2, free: false, count, least: 0.4, most: 1.4 },
  ],
  directions: 'two-way',
  leanDeg: 10,
  mirror: true,
  minGapMm,
  cover,
});

describe('scatter, settle, fill', () => {
  test('every motif is laid, gaps are even and never smaller than asked, the same for the same seed', () => {
    fc.assert(
      fc.property(anyLayout, fc.integer({ min: 1, max: 1e6 }), (layout, seed) => {
        const cell = { width: 300, height: 300 };
        const lay = () => scatter(new SilhouetteIndex(layout, cell, outlines), rules(9, 0.22, 4), seed);
        const laid = lay();
        expect(laid.placed).toHaveLength(18);
        expect(laid.placed.filter((p) => p.motif === 'bar')).toHaveLength(9);
        expect(laid.smallestGapMm).toBeGreaterThanOrEqual(4);
        expect(laid.spread ?? 1).toBeLessThanOrEqual(0.25);
        expect(lay()).toEqual(laid);
        // Bars have a top: upright or upside down, within the lean.
        const lean = laid.placed.filter((p) => p.motif === 'bar').map((p) => Math.abs(p.angle) % 180);
        expect(lean.filter((a) => a > 10 && a < 170)).toEqual([]);
        // The same motif is kept apart: farther than half of what an even spread would give.
        const bars = laid.placed.filter((p) => p.motif === 'bar');
        const silhouettes = new SilhouetteIndex(layout, cell, outlines);
        const apart = bars.flatMap((p, n) => bars.slice(n + 1).map((q) => silhouettes.apart(p, q)));
        expect(Math.min(...apart)).toBeGreaterThan(0.35 * Math.sqrt(silhouettes.cellAreaMm2 / bars.length));
        // By arithmetic alone: no two discs nearer than asked, whatever copy.
        const lattice = latticeOf(layout, cell);
        const discs = laid.placed.filter((p) => p.motif === 'disc');
        const near = discs.flatMap((p, n) =>
          discs.slice(n + 1).map((q) => {
            const c = nearestCopy(lattice, q, p);
            return Math.hypot(c.x - p.x, c.y - p.y) - 10 * (p.scale + q.scale);
          }),
        );
        expect(Math.min(...near)).toBeGreaterThan(3.9);
      }),
      { numRuns: 8 },
    );
  });

  test('what lies there stays, and nothing enters a reserved place', () => {
    const silhouettes = new SilhouetteIndex({ kind: 'half-drop', drop: { p: 1, q: 2 } }, CELL, outlines, [
      { x: 90, y: 75, r: 30 },
    ]);
    const hero = at('disc', 20, 20, 0, 2);
    silhouettes.add(hero);
    const laid = scatter(silhouettes, rules(4, 0.25, 3), 7);
    expect(silhouettes.placed(0)).toEqual(hero);
    const lattice = latticeOf(silhouettes.layout, CELL);
    for (const p of laid.placed.filter((q) => q.motif === 'disc')) {
      const c = nearestCopy(lattice, { x: 90, y: 75 }, p);
      expect(Math.hypot(c.x - p.x, c.y - p.y) - 30 - 10 * p.scale).toBeGreaterThan(2.9);
    }
  });

  test('a gap that cannot be met, or a motif larger than the cell, is refused in words', () => {
    const straight: Layout = { kind: 'straight', drop: { p: 0, q: 1 } };
    expect(() => scatter(new SilhouetteIndex(straight, CELL, outlines), rules(20, 0.5, 40), 1)).toThrow(
      /^\d+ of 40 fit with 40 mm between them\./,
    );
    expect(() =>
      scatter(new SilhouetteIndex(straight, { width: 6, height: 8 }, outlines), rules(1, 0.5, 1), 1),
    ).toThrow(/larger than the cell/);
    expect(() => scatter(new SilhouetteIndex(straight, CELL, outlines), rules(0, 0.5, 1), 1)).toThrow(
      /at least one/,
    );
  });

  test('settling a random start evens the gaps by 30 % or more, and never breaks the smallest', () => {
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const random = seededRandom(seed);
      const silhouettes = new SilhouetteIndex({ kind: 'half-drop', drop: { p: 1, q: 2 } }, CELL, outlines);
      for (let k = 0; k < 4000 && silhouettes.count < 14; k++) {
        const p = at(silhouettes.count % 2 ? 'disc' : 'bar', random() * 180, random() * 150, random() * 360);
        if ((silhouettes.nearest(-1, p, 50)?.gap ?? 50) >= 3) silhouettes.add(p);
      }
      const lockedAt = silhouettes.placed(0);
      const { before, after } = settle(silhouettes, { minGapMm: 3, locked: new Set([0]) });
      expect(after ?? 1).toBeLessThan(0.7 * (before ?? 0));
      expect(Math.min(...silhouettes.gaps())).toBeGreaterThanOrEqual(3);
      expect(silhouettes.placed(0)).toEqual(lockedAt);
    }
  });

  test('one thing, or nothing, on the cloth is nothing to settle', () => {
    const silhouettes = new SilhouetteIndex({ kind: 'straight', drop: { p: 0, q: 1 } }, CELL, outlines);
    expect(settle(silhouettes, { minGapMm: 3, locked: new Set() })).toEqual({ before: null, after: null });
    silhouettes.add(at('disc', 0, 0));
    expect(settle(silhouettes, { minGapMm: 3, locked: new Set() })).toEqual({ before: null, after: null });
    expect(gapSpread([])).toBeNull();
  });

  test('a bare patch is offered what fits it best: near its usual size, clear of its neighbours, unlike them', () => {
    const silhouettes = new SilhouetteIndex({ kind: 'straight', drop: { p: 0, q: 1 } }, CELL, outlines);
    for (const [x, y] of [
      [40, 75],
      [140, 75],
      [90, 20],
      [90, 130],
    ])
      silhouettes.add(at('disc', x, y, 0, 1.6));
    const leads = new Map([
      ['disc', 1],
      ['bar', 2],
    ]);
    const fillers = ['disc', 'bar'].map((motif) => ({
      motif,
      lead: leads.get(motif) ?? 0,
      scales: [0.3, 1, 1.5] as [number, number, number],
      angles: [...FREE_ANGLES],
    }));
    const offers = fillGap(silhouettes, { x: 90, y: 75, r: 34 }, fillers, 5, leads);
    expect(offers.map((o) => o.placed.motif)).toEqual(['bar', 'disc']);
    for (const o of offers) {
      expect(silhouettes.nearest(-1, o.placed)?.gap).toBeGreaterThanOrEqual(5);
      expect(o.share).toBeGreaterThan(0.1);
    }
  });
});

describe('snapping', () => {
  const scene = {
    layout: { kind: 'half-drop', drop: { p: 1, q: 2 } } as Layout,
    cell: CELL,
    points: true,
    others: [],
    columns: 0,
    rows: 0,
    withinMm: 4,
  };
  const box = (x: number, y: number, w = 20, h = 10) => ({
    x0: x - w / 2,
    y0: y - h / 2,
    x1: x + w / 2,
    y1: y + h / 2,
  });

  test('a middle near a special point of any copy of the cell rests on it; one farther off does not', () => {
    // The middle of the cell one column to the right and half a cell down.
    expect(snapMove(box(270 + 2, 150 - 1.5), scene)).toMatchObject({ dx: -2, dy: 1.5 });
    expect(snapMove(box(270 + 2, 150 - 1.5), scene).lines[0].summary).toBe('middle');
    expect(snapMove(box(270 + 9, 150 + 9), scene)).toEqual({ dx: 0, dy: 0, lines: [] });
    const diamond = { ...scene, layout: { kind: 'diamond', drop: { p: 1, q: 2 } } as Layout };
    expect(snapMove(box(46, 36), diamond)).toMatchObject({ dx: -1, dy: 1.5 });
  });

  test('equal gaps on both sides, and the gap of the next two, are found and named', () => {
    const between = snapMove(box(61.5, 33), { ...scene, others: [box(30, 34), box(90, 31)] });
    expect(between.dx).toBeCloseTo(-1.5, 6);
    expect(between.lines.map((l) => l.summary)).toContain('equal gaps, 10 mm');
    const third = snapMove(box(97, 33), { ...scene, others: [box(30, 34), box(63, 31)] });
    expect(third.dx).toBeCloseTo(-1, 6);
    expect(third.lines.map((l) => l.summary)).toContain('equal gaps, 13 mm');
  });

  test('grid lines divide the cell', () => {
    const on = snapMove(box(31, 100), { ...scene, columns: 6, rows: 0 });
    expect(on).toMatchObject({ dx: -1, dy: 0 });
  });

  test('the grid goes with the drop, and with the top of a diamond', () => {
    const thirds = { ...scene, points: false, columns: 0, rows: 3, withinMm: 6 };
    // Rows of 50 mm: in the home column at 100, in the next one half a cell lower, at 75 and 125.
    expect(snapMove(box(90, 102), thirds).dy).toBeCloseTo(-2, 6);
    expect(snapMove(box(270, 102), thirds).dy).toBe(0);
    expect(snapMove(box(270, 122), thirds).dy).toBeCloseTo(3, 6);
    const brick = {
      ...thirds,
      layout: { kind: 'brick', drop: { p: 1, q: 3 } } as Layout,
      columns: 2,
      rows: 0,
    };
    expect(snapMove(box(92, 75), brick).dx).toBeCloseTo(-2, 6);
    expect(snapMove(box(62, 225), brick).dx).toBeCloseTo(-2, 6);
    // A diamond's box begins half its height above its left point.
    const diamond = { ...thirds, layout: { kind: 'diamond', drop: { p: 1, q: 2 } } as Layout };
    expect(snapMove(box(90, 23), diamond).dy).toBeCloseTo(2, 6);
    expect(snapMove(box(90, 0), diamond).dy).toBe(0);
  });

  test('half of the steps to the next cells are places to rest on in a half-drop too', () => {
    // Half of the step across is (90, 37.5), half of the one down (0, 75).
    for (const [x, y] of [
      [90, 37.5],
      [0, 75],
      [90, 112.5],
    ]) {
      const rest = snapMove(box(x + 1.5, y - 1), scene);
      expect([rest.dx, rest.dy].map((v) => v.toFixed(2))).toEqual(['-1.50', '1.00']);
      expect(rest.lines[0].summary).toContain('half');
    }
  });
});

describe('special places and symmetric working', () => {
  const half: Layout = { kind: 'half-drop', drop: { p: 1, q: 2 } };
  test('again at: only places the layout leaves free', () => {
    expect(againAt({ ...half, kind: 'straight' }, CELL, { x: 5, y: 6 }, 'centre')).toEqual([
      { x: 95, y: 81 },
    ]);
    expect(againAt(half, CELL, { x: 0, y: 0 }, 'halves')).toHaveLength(3);
    // Half across and half down in a brick with half steps is a copy of one with no step across: 4 x 4 is 16 places.
    expect(againAt(half, CELL, { x: 0, y: 0 }, 'quarters')).toHaveLength(15);
    expect(againAt(half, CELL, { x: 0, y: 0 }, 'halves', [{ x: 180, y: 150 }])).toHaveLength(2);
    // By halves of the steps to the next cells: the middle of a diamond, and no other place.
    const diamond: Layout = { ...half, kind: 'diamond' };
    expect(againAt(diamond, { width: 152.4, height: 152.4 }, { x: 0, y: 0 }, 'centre')).toEqual([
      { x: 76.2, y: 0 },
    ]);
    expect(againAt(half, CELL, { x: 0, y: 0 }, 'centre')).toEqual([{ x: 90, y: 112.5 }]);
    const thirds = [1, 2, 3].map((k) => laidAgain(at('bar', 0, 0, 10), 'turned', k, 4).angle);
    expect(thirds).toEqual([100, 190, 280]);
    expect([1, 2].map((k) => laidAgain(at('bar', 0, 0, 10), 'mirrored', k, 3).mirror)).toEqual([true, false]);
  });

  test('whichever member of a symmetric set leads, the set is the same', () => {
    const middle = { x: 90, y: 75 };
    fc.assert(
      fc.property(
        fc.constantFrom(...SYMMETRIES),
        fc.double({ min: 0, max: 180, noNaN: true }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        (how, x, angle) => {
          const lead = at('bar', x, 30, angle);
          const n = symmetryCount(how);
          for (let k = 0; k < n; k++) {
            const member = symmetric(lead, how, 0, k, middle);
            const back = symmetric(member, how, k, 0, middle);
            expect(Math.hypot(back.x - lead.x, back.y - lead.y)).toBeLessThan(1e-9);
            expect((((back.angle - lead.angle) % 360) + 540) % 360).toBeCloseTo(180, 6);
            expect(back.mirror).toBe(lead.mirror);
            expect(Math.hypot(member.x - 90, member.y - 75)).toBeCloseTo(Math.hypot(x - 90, 45), 6);
          }
        },
      ),
    );
  });

  test('a line drawn over the joins takes the placements whose copies lie in it', () => {
    const laid = [
      { id: 'a', ...at('disc', 10, 10) },
      { id: 'b', ...at('disc', 90, 75) },
    ];
    const square = [
      { x: 170, y: 70 },
      { x: 200, y: 70 },
      { x: 200, y: 100 },
      { x: 170, y: 100 },
    ];
    expect(placementsWithin(laid, half, CELL, square)).toEqual(['a']);
    expect(placementsWithin(laid, { ...half, kind: 'straight' }, CELL, square)).toEqual([]);
  });

  test('outlines that belong to a lattice leave no gap: as large as one cell of it', () => {
    const area = (points: { x: number; y: number }[]) =>
      Math.abs(
        points.reduce((s, p, i) => {
          const q = points[(i + 1) % points.length];
          return s + p.x * q.y - q.x * p.y;
        }, 0),
      ) / 2;
    const cell = CELL.width * CELL.height;
    const share = Object.fromEntries(
      guides
        .all()
        .map(({ id }) => [
          id,
          area(outlinePath(id, { kind: 'straight', drop: { p: 0, q: 1 } }, CELL)) / cell,
        ]),
    );
    expect(share.plain).toBeCloseTo(1, 6);
    expect(share.diamond).toBeCloseTo(0.5, 6);
    expect(share.ogee).toBeCloseTo(0.5, 2);
    expect(share.hexagon).toBeCloseTo(0.75, 6);
    expect(share.scallop).toBeCloseTo(0.5, 2);
    expect(share.none).toBe(0);
  });
});

test('wrapping keeps a place of an alternating layout on the same cloth', () => {
  fc.assert(
    fc.property(
      anyLayout,
      fc.integer({ min: -900, max: 900 }),
      fc.integer({ min: -900, max: 900 }),
      (layout, x, y) => {
        const lattice = latticeOf(layout, CELL);
        const w = wrapPoint(lattice, { x, y });
        const box = { x0: x - 1e-6, y0: y - 1e-6, x1: x + 1e-6, y1: y + 1e-6 };
        expect(shiftsInto(lattice, { x0: w.x, y0: w.y, x1: w.x + 1e-9, y1: w.y + 1e-9 }, box)).toHaveLength(
          1,
        );
      },
    ),
  );
});
