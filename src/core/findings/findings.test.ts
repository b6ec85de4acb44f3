import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { each } from '../../../tests/each';
import { motifOf } from '../../../tests/gaps/known-shapes';
import { type Layout, latticeOf, nearestCopy, type Point, pixelPlan, type Size } from '../lattice';
import { newRaster, pyramidOf } from '../raster';
import type { Placed, Scene } from '../render';
import { type CheckOptions, clothMap, compareFindings, type Finding, limitsOf, proveWrap, runCheck } from '.';

const PPI = 50;
/** A shape `mm` wide, in one ink. */
function shape(mm: number, inside: (u: number, v: number) => boolean, ink = [120, 30, 60], ppi = PPI) {
  const n = Math.round((mm / 25.4) * ppi);
  const r = newRaster(n, n);
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) {
      if (inside(((x + 0.5) / n) * 2 - 1, ((y + 0.5) / n) * 2 - 1))
        r.data.set([...ink, 255], (y * n + x) * 4);
    }
  }
  return { pyramid: pyramidOf(r), ppi };
}
const round = (u: number, v: number) => Math.hypot(u, v) < 1;
const motifs: Scene['motifs'] = new Map([
  ['disc', shape(20, round)],
  ['pale', shape(20, round, [228, 214, 200])],
  ['dark', shape(20, round, [10, 10, 20])],
  ['fine', shape(20, round, [120, 30, 60], 300)],
  ['bar', shape(40, (_, v) => Math.abs(v) < 0.12)],
]);
const CELL = { width: 200, height: 200 };
const STRAIGHT: Layout = { kind: 'straight', drop: { p: 0, q: 1 } };
const HALF: Layout = { kind: 'half-drop', drop: { p: 1, q: 2 } };

const at = (x: number, y: number, motif = 'disc', more: Partial<Placed> = {}): Placed => ({
  motif,
  x,
  y,
  angle: 0,
  scale: 1,
  mirror: false,
  id: `${motif}-${Math.round(x)}-${Math.round(y)}`,
  ...more,
});
/** 25 discs in an even grid of 40 mm, changed one by one. */
const grid = (change: (p: Placed, n: number) => Placed | null = (p) => p): Placed[] =>
  Array.from({ length: 25 }, (_, n) => at(20 + (n % 5) * 40, 20 + Math.floor(n / 5) * 40)).flatMap(
    (p, n) => change(p, n) ?? [],
  );
/** The same, shaken by up to 7 mm, so that nothing stands in rows but for the whole. */
const shaken = grid((p, n) => ({ ...p, x: p.x + 7 * Math.sin(n * 5.1), y: p.y + 7 * Math.cos(n * 3.7) }));

const look = (placements: Placed[], layout = STRAIGHT, cell: Size = CELL, options: CheckOptions = {}) =>
  runCheck({ ground: [250, 246, 238], motifs, placements }, pixelPlan(layout, cell, PPI), options);
/** What a check finds of a kind. The art of these tests has few pixels: that is not what they look at. */
const of = <K extends Finding['kind']>(kind: K, list: Finding[]) =>
  list.filter((f): f is Finding & { kind: K } => f.kind === kind);
const off = (a: Point, b: Point, layout = STRAIGHT, cell: Size = CELL) => {
  const near = nearestCopy(latticeOf(layout, cell), a, b);
  return Math.hypot(near.x - b.x, near.y - b.y);
};

describe('measured as they are', () => {
  const R = 9;
  const disc = {
    corners: Array.from({ length: 180 }, (_, k) => ({
      x: R * Math.cos((k * Math.PI) / 90),
      y: R * Math.sin((k * Math.PI) / 90),
    })),
    width: 109,
    height: 107,
    ppi: 150,
  };

  test('bare patches within 0.3 mm or 2 %, and the cover within half a point, at several ways of lying', async () => {
    const discs = new Map([['disc', await motifOf(disc)]]);
    let seen = 0;
    for (const [layout, seed] of [
      [STRAIGHT, 1],
      [HALF, 2],
      [STRAIGHT, 3],
      [HALF, 4],
    ] as const) {
      const laid = grid((p, n) =>
        n % 11 === seed
          ? null
          : { ...p, x: p.x + 5 * Math.sin(n * 5.1 + seed), y: p.y + 5 * Math.cos(n * 3.7 + seed) },
      );
      const scene: Scene = { ground: [250, 246, 238], motifs: discs, placements: laid };
      const report = runCheck(scene, pixelPlan(layout, CELL, 150));
      const bare = of('bare-patch', report.findings);
      seen += bare.length;
      const lattice = latticeOf(layout, CELL);
      const room = (q: Point) =>
        Math.min(
          ...laid.map((p) => {
            const near = nearestCopy(lattice, p, q);
            return Math.hypot(near.x - q.x, near.y - q.y) - R;
          }),
        );
      for (const { at: told, widthMm } of bare) {
        let most = 0;
        for (let y = -2; y <= 2; y += 0.05)
          for (let x = -2; x <= 2; x += 0.05) most = Math.max(most, room({ x: told.x + x, y: told.y + y }));
        expect(Math.abs(widthMm - 2 * most)).toBeLessThan(Math.max(0.3, 0.02 * 2 * most));
      }
      expect(Math.abs(report.cover - (laid.length * Math.PI * R * R) / 40000)).toBeLessThan(0.005);
    }
    expect(seen).toBeGreaterThan(2);
  });

  test('what is laid half thick is looked at like what is laid whole', () => {
    const washed = grid((p, n) => (n === 12 ? null : { ...p, opacity: 0.3 }));
    expect(of('bare-patch', look(washed).findings)).toHaveLength(1);
  });
});

describe('known answers', () => {
  test('the inside of a ring is no bare patch', () => {
    const ring = shape(80, (u, v) => Math.hypot(u, v) < 1 && Math.hypot(u, v) > 0.8);
    const laid = [...shaken.filter((p) => Math.hypot(p.x - 100, p.y - 100) > 55), at(100, 100, 'ring')];
    const scene = {
      ground: [250, 246, 238] as [number, number, number],
      motifs: new Map([...motifs, ['ring', ring]]),
      placements: laid,
    };
    const { findings } = runCheck(scene, pixelPlan(STRAIGHT, CELL, PPI));
    expect(of('bare-patch', findings).filter((f) => off(f.at, { x: 100, y: 100 }) < 30)).toEqual([]);
  });

  test('a regular grid is not told for its rows and lanes, but for the one that strays', () => {
    const set = grid();
    const report = look(set);
    expect(report.findings.filter((f) => f.severity === 'warning' && f.kind !== 'low-ppi')).toEqual([]);
    expect(report.unjudged.map((why) => why.split(':')[0])).toEqual(['Lanes', 'Rows', 'Twins']);
    const stray = look(set.map((p, n) => (n === 12 ? { ...p, x: p.x + 14, y: p.y + 9 } : p)));
    const kinds = new Set(stray.findings.filter((f) => f.severity === 'warning').map((f) => f.kind));
    expect(kinds.has('row-up') || kinds.has('lane')).toBe(false);
    // A whole row of it left out is a lane.
    expect(of('lane', look(set.filter((_, n) => n % 5 !== 2)).findings).length).toBeGreaterThan(0);
  });

  test('what cannot be judged is said: few things, few motifs, nothing', () => {
    const said = (list: Placed[]) => look(list).unjudged.map((why) => why.split(':')[0]);
    expect(said([])).toEqual(['Lanes', 'Bare patches', 'Rows', 'Weight', 'Twins']);
    expect(said(shaken)).toEqual(['Twins']);
    const kinds = shaken.map((p, n) => ({ ...p, motif: ['disc', 'pale', 'dark'][n % 3] }));
    expect(said(kinds)).toEqual([]);
  });

  test('one lane is one finding, not the holes along it; a motif laid very often is told once', () => {
    const apart = shaken.map((p) => ({ ...p, x: p.x < 100 ? p.x - 12 : p.x + 12 }));
    const { findings } = look(apart.filter((p) => Math.abs(p.x - 100) > 24));
    expect(of('lane', findings).length).toBeGreaterThan(0);
    const [lane] = of('lane', findings);
    expect(of('bare-patch', findings).filter((f) => Math.abs(f.at.x - lane.at.x) < lane.widthMm / 2)).toEqual(
      [],
    );
    const often = shaken.map((p, n) => ({
      ...p,
      motif: n % 5 === 0 ? 'pale' : n % 7 === 0 ? 'dark' : 'disc',
    }));
    const twins = of('twins', look(often).findings).filter((f) => f.often);
    expect(twins).toHaveLength(1);
    expect(twins[0]).toMatchObject({ severity: 'note', often: { of: 25 } });
  });

  test('drawn lines resized by a third beside others as drawn are noted once', () => {
    const line = { ...shape(60, (_, v) => Math.abs(v) < 0.01), ppi: 100 };
    const scales = [1, 1, 1, 1.6, 0.5];
    const placements = scales.map((scale, n) => at(30 + n * 35, 40 + n * 30, 'line', { scale, id: `l${n}` }));
    const scene: Scene = { ground: null, motifs: new Map([['line', line]]), placements };
    const found = of('line-weight', runCheck(scene, pixelPlan(STRAIGHT, CELL, PPI)).findings);
    expect(found).toMatchObject([{ severity: 'note', count: 2, of: 5, least: 0.5, most: 1.6 }]);
    const even = { ...scene, placements: placements.map((p) => ({ ...p, scale: 1 })) };
    expect(of('line-weight', runCheck(even, pixelPlan(STRAIGHT, CELL, PPI)).findings)).toEqual([]);
  });

  test('one left-out disc is a bare patch at its place, measured; the even grid has none', () => {
    expect(of('bare-patch', look(grid()).findings)).toEqual([]);
    for (const hole of [0, 7, 12, 24]) {
      const bare = of('bare-patch', look(grid((p, n) => (n === hole ? null : p))).findings);
      expect(bare).toHaveLength(1);
      expect(off(bare[0].at, { x: 20 + (hole % 5) * 40, y: 20 + Math.floor(hole / 5) * 40 })).toBeLessThan(2);
      // From the middle of the hole to the ink of its four neighbours: 40 - 10 mm.
      expect(bare[0].widthMm).toBeGreaterThan(57);
      expect(bare[0].widthMm).toBeLessThan(62);
      expect(bare[0].usualMm).toBeLessThan(bare[0].limitMm);
    }
  });

  test('one great hole does not hide the others nor move the middle gap', () => {
    const cell = { width: 400, height: 400 };
    const holes = [11, 12, 13, 21, 22, 23, 31, 32, 33, 77];
    const wide = Array.from({ length: 100 }, (_, n) => at(20 + (n % 10) * 40, 20 + Math.floor(n / 10) * 40));
    const report = look(
      wide.filter((_, n) => !holes.includes(n)),
      STRAIGHT,
      cell,
    );
    expect(report.medianGapMm).toBeGreaterThan(33);
    expect(report.medianGapMm).toBeLessThan(40);
    expect(of('bare-patch', report.findings).length).toBeGreaterThanOrEqual(2);
  });

  test('a lane is as wide as it was made, runs as it was made, and is closed by one motif in it', () => {
    // Columns at 0, 30, 60 and 90 mm; nothing from 100 to 190.
    const columns = [0, 1, 2, 3].flatMap((i) =>
      [0, 1, 2, 3, 4].map((j) => at(i * 30, j * 40 + 14 * (i % 2) + 5 * Math.sin(i + j))),
    );
    const [lane] = of('lane', look(columns).findings);
    expect(lane.widthMm).toBeGreaterThan(89);
    expect(lane.widthMm).toBeLessThan(90.5);
    expect(Math.abs(lane.along.x)).toBeLessThan(1e-6);
    expect(Math.abs(lane.at.x - 145)).toBeLessThan(1);
    // Closed but for what is too narrow to see.
    const closed = of('lane', look([...columns, at(122, 60), at(145, 150), at(168, 20)]).findings);
    expect(closed.filter((l) => Math.abs(l.along.x) < 1e-6)).toEqual([]);
  });

  test('a lane on the slant is found in the direction of the lattice that it has', () => {
    // Discs along the lines x + y = 40 k, but for one line.
    const slanted = [0, 1, 3, 4].flatMap((k) =>
      Array.from({ length: 5 }, (_, j) =>
        at((40 * j + 8 * k) % 200, (((40 * k - 40 * j - 8 * k) % 200) + 200) % 200),
      ),
    );
    const [lane] = of('lane', look(slanted).findings);
    expect(lane.along.x).toBeCloseTo(-lane.along.y, 6);
    // The lines lie 200 / sqrt(2) / 5 apart; the free one leaves two of them less a disc.
    expect(Math.abs(lane.widthMm - ((2 * 200) / Math.SQRT2 / 5 - 20))).toBeLessThan(1);
  });

  test('motifs drawn into lines are rows so far apart; shaken ones are not', () => {
    const rows = grid((p, n) => ({ ...p, x: p.x + 30 * Math.sin(n), y: 50 + 100 * Math.floor(n / 13) }));
    const [found] = of('row-up', look(rows).findings);
    expect(found.apartMm).toBeCloseTo(100, 0);
    expect(found.strayMm).toBeLessThan(0.2 * found.chanceMm);
    expect(found.placements).toHaveLength(found.count);
    const band = (((found.at.y - 50) % 100) + 100) % 100;
    expect(Math.min(band, 100 - band)).toBeLessThan(6);
  });

  test('one thing far heavier than the rest is named; one ink all over is not', () => {
    const pale = shaken.map((p) => ({ ...p, motif: 'pale' }));
    expect(of('heavy', look(pale).findings)).toEqual([]);
    const one = pale.map((p, n) => (n === 12 ? { ...p, motif: 'dark', id: 'heavy', scale: 1.6 } : p));
    const [found] = of('heavy', look(one).findings);
    expect(found.placements).toEqual(['heavy']);
    expect(off(found.at, one[12])).toBeLessThan(6);
    expect(found.times).toBeGreaterThan(found.limit);
  });

  test('edges that nearly touch are measured between the silhouettes, to a tenth of a mm', () => {
    const near = grid((p, n) => (n === 7 ? { ...p, x: p.x - 19.2, y: p.y } : p));
    const [found] = of('near-touch', look(near).findings);
    // Two discs 20 mm wide, 20.8 mm apart; outlines are kept within a tenth of a mm of the art.
    expect(Math.abs(found.gapMm - 0.8)).toBeLessThan(0.35);
    // Round edges face each other over a few mm.
    expect(off(found.at, { x: 20 + 40 + 40 - 19.2 - 10.4, y: 60 })).toBeLessThan(3);
    expect(new Set(found.placements)).toEqual(new Set([near[6].id, near[7].id]));
    const lapped = grid((p, n) => (n === 7 ? { ...p, x: p.x - 23 } : p));
    const [overlap] = of('overlap', look(lapped).findings);
    expect(overlap.share).toBeGreaterThan(0.01);
    expect(overlap.share).toBeLessThan(0.15);
  });

  test('overlaps that are everywhere are meant', () => {
    const scales = grid((p) => ({ ...p, scale: 2.3 }));
    expect(of('overlap', look(scales).findings)).toEqual([]);
  });

  test('a motif that meets its own copy is told the size at which it clears it', () => {
    // A bar as long as the cell is wide, less 4 mm, among discs some 20 mm apart.
    const discs = shaken.filter((p) => Math.abs(p.y - 100) > 25);
    const long = at(100, 100, 'bar', { scale: 4.9 });
    const [own] = of('own-copy', look([...discs, long]).findings);
    expect(own.placements).toEqual([long.id]);
    // Silhouettes are never nearer than it says: at this size what they may be off by is up to 2 mm each.
    expect(own.gapMm).toBeGreaterThan(0);
    expect(own.gapMm).toBeLessThan(4);
    expect(own.largest).toBeLessThan(4.9);
    const clear = look([...discs, { ...long, scale: own.largest * 0.98 }]).findings;
    expect(of('own-copy', clear)).toEqual([]);
  });

  test('a spot where all is pale among dark is faint, and no bare patch; a gap that ink may close is told', () => {
    const dark = grid((p, n) => ({
      ...p,
      motif: [6, 7, 8, 11, 12, 13, 16, 17, 18].includes(n) ? 'pale' : 'dark',
    }));
    const { findings: found } = look(dark);
    expect(of('bare-patch', found)).toEqual([]);
    const [faint] = of('faint', found);
    expect(faint.times).toBeLessThan(faint.limit);
    expect(off(faint.at, { x: 100, y: 100 })).toBeLessThan(45);
    // Discs of 20 mm lie a mm apart; one is 0.55 mm nearer to its neighbour, and cloth holds 0.5.
    const tight = Array.from({ length: 25 }, (_, n) =>
      at(10 + (n % 5) * 21, 10 + Math.floor(n / 5) * 21, 'fine'),
    );
    tight[12] = { ...tight[12], x: tight[12].x - 0.55 };
    const gaps = of('small-gap', look(tight, STRAIGHT, { width: 105, height: 105 }, {}).findings);
    expect(
      gaps.some(
        (g) => g.placements.includes(tight[12].id ?? '') && g.placements.includes(tight[11].id ?? ''),
      ),
    ).toBe(true);
    for (const g of each(gaps)) expect(g.gapMm).toBeLessThan(g.limitMm);
  });

  test('two of the same side by side are twins; farther apart, or of two sizes, they are not', () => {
    const kinds = shaken.map((p, n) => ({
      ...p,
      motif: ['disc', 'pale', 'dark'][(n + Math.floor(n / 5)) % 3],
    }));
    const before = of('twins', look(kinds).findings).length;
    const [a, b] = [kinds[11], kinds[12]];
    const twin = kinds.map((p, n) => (n === 12 ? { ...p, motif: a.motif, x: a.x + 22, y: a.y } : p));
    const found = of('twins', look(twin).findings).filter(
      (f) => f.placements.includes(a.id ?? '') && f.placements.includes(b.id ?? ''),
    );
    expect(found).toHaveLength(1);
    expect(found[0].same).toBe('motif');
    const small = twin.map((p, n) => (n === 12 ? { ...p, scale: 0.4 } : p));
    expect(of('twins', look(small).findings).length).toBeLessThanOrEqual(before);
  });

  test('a strip of ground between two long edges is a sliver, as wide and as long as it is', () => {
    const bars = [
      ...shaken.filter((_, n) => n !== 12 && n !== 11 && n !== 13),
      at(100, 97, 'bar'),
      at(100, 103.2, 'bar'),
    ];
    const [found] = of('sliver', look(bars).findings);
    expect(found.widthMm).toBeLessThan(2.4);
    expect(found.longMm).toBeGreaterThan(20);
    // The same bar beside the outline that is worked to, and beside nothing.
    const alone = [...shaken.filter((_, n) => n > 14), at(100, 5.1, 'bar')];
    const corners = [at(0, 0), at(200, 0), at(200, 200), at(0, 200)];
    expect(of('sliver', look(alone).findings)).toEqual([]);
    const [rim] = of('sliver', look(alone, STRAIGHT, CELL, { outline: corners }).findings);
    expect(rim.placements).toEqual(['bar-100-5']);
    // The bar is nine rows of half a mm thick.
    expect(Math.abs(rim.widthMm - (5.1 - 4.5 * 0.508))).toBeLessThan(0.6);
  });

  test('one motif upside down in a cloth that stands upright is told; the cloth reads one-way', () => {
    const one = shaken.map((p, n) => ({ ...p, angle: n === 9 ? 178 : 6 * Math.sin(n) }));
    const report = look(one);
    expect(of('upside-down', report.findings).map((f) => f.placements)).toEqual([[one[9].id]]);
    expect(report.direction.reads).toBe('one-way');
    const reads = (angles: number[]) =>
      look(shaken.map((p, n) => ({ ...p, angle: angles[n % angles.length] }))).direction.reads;
    expect([reads([0, 180]), reads([0, 90, 180, -90]), reads([0, 47, 133, 200, 290, 77, 160])]).toEqual([
      'two-way',
      'four-way',
      'tossed',
    ]);
  });

  test('art enlarged past its pixels is named with the size that still prints; thin lines once for each motif', () => {
    const report = look([at(20, 20, 'disc', { scale: 0.5 }), at(80, 20, 'disc', { scale: 0.2 })]);
    // 50 ppi at half size is 100.
    expect(of('low-ppi', report.findings)).toMatchObject([
      { ppi: 100, limit: 150, placements: ['disc-20-20'] },
    ]);
    expect(of('low-ppi', report.findings)[0].largestScale).toBeCloseTo(1 / 3, 6);
    const fine = new Map([
      ...motifs,
      ['line', { ...shape(60, (_, v) => Math.abs(v) < 0.03), ppi: 50 }],
    ] as const);
    const scene: Scene = {
      ground: null,
      motifs: fine,
      placements: [at(50, 50, 'line', { scale: 0.1 }), at(120, 120, 'line', { scale: 0.12 })],
    };
    const plan = pixelPlan(STRAIGHT, CELL, PPI);
    const before = runCheck(scene, plan, { knownLines: true });
    expect(of('thin-line', before.findings)).toEqual([]);
    expect(before.linesLeft).toBe(1);
    const thin = runCheck(scene, plan);
    expect(thin.linesLeft).toBe(0);
    expect(runCheck(scene, plan, { knownLines: true })).toEqual(thin);
    const lines = of('thin-line', thin.findings);
    expect(lines).toHaveLength(1);
    // 1.8 mm thick, at a tenth of its size.
    expect(lines[0].lineMm).toBeGreaterThan(0.1);
    expect(lines[0].lineMm).toBeLessThan(0.26);
  });

  test('inks too near to tell, and specks about a motif', () => {
    const inks: [number, number, number][] = [
      [250, 246, 238],
      [120, 30, 60],
      [122, 33, 62],
    ];
    expect(of('like-inks', look(shaken, STRAIGHT, CELL, { inks }).findings)).toMatchObject([
      { inks: [1, 2] },
    ]);
    const dirty = shape(
      20,
      (u, v) => Math.hypot(u, v) < 0.6 || Math.max(Math.abs(u - 0.85), Math.abs(v - 0.85)) < 0.025,
    );
    const report = runCheck(
      { ground: null, motifs: new Map([['d', dirty]]), placements: [at(50, 50, 'd'), at(120, 90, 'd')] },
      pixelPlan(STRAIGHT, CELL, PPI),
    );
    expect(of('unfinished', report.findings)).toMatchObject([{ what: 'specks', count: 1 }]);
  });

  test('a ground of art that ends a pixel short leaves a hairline; one that runs over its edge does not', () => {
    const square = (mm: number) => shape(mm, () => true);
    const cloth = (mm: number) =>
      runCheck(
        { ground: null, motifs: new Map([['g', square(mm)]]), placements: [at(50, 50, 'g')] },
        pixelPlan(STRAIGHT, { width: 100, height: 100 }, PPI),
      ).findings;
    const [line] = of('hairline', cloth(99));
    expect(line.px).toBeGreaterThanOrEqual(1);
    expect(of('hairline', cloth(102))).toEqual([]);
  });
});

describe('laws', () => {
  const anyKind = fc.constantFrom<Layout['kind']>('straight', 'half-drop', 'brick', 'diamond');

  test('the same findings at the same places of the cloth, wherever the block is cut, in every layout', () => {
    fc.assert(
      fc.property(
        anyKind,
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: -40, max: 40 }),
        (kind, i, j) => {
          const layout = { kind, drop: { p: 1, q: 2 } };
          const cell = { width: 254, height: 254 };
          const placements = shaken
            .filter((_, n) => n !== 12)
            .map((p) => ({ ...p, x: p.x * 1.27, y: p.y * 1.27 }));
          const plan = pixelPlan(layout, cell, PPI);
          // A whole number of px of the coarse picture would be exact; any step is the same to the eye.
          const shift = { x: i * 6.35, y: j * 6.35 };
          const [here, there] = [{ x: 0, y: 0 }, shift].map((s) =>
            runCheck(
              {
                ground: [250, 246, 238],
                motifs,
                placements: placements.map((p) => ({ ...p, x: p.x + s.x, y: p.y + s.y })),
              },
              plan,
            ).findings.filter((f) => f.severity === 'warning' && f.kind !== 'low-ppi'),
          );
          expect(there.map((f) => f.kind).sort()).toEqual(here.map((f) => f.kind).sort());
          for (const f of here.filter((g) => g.kind === 'bare-patch')) {
            const same = there.some(
              (g) =>
                g.kind === f.kind &&
                off(g.at, { x: f.at.x + shift.x, y: f.at.y + shift.y }, layout, cell) < 6,
            );
            expect(same).toBe(true);
          }
        },
      ),
      { numRuns: 24 },
    );
  });

  test('a block and its 2 x 2 are told the same, each place once for every time it is there', () => {
    const placements = grid((p, n) => (n === 12 ? null : p));
    const four = [0, 1].flatMap((i) =>
      [0, 1].flatMap((j) =>
        placements.map((p) => ({ ...p, x: p.x + i * 200, y: p.y + j * 200, id: `${p.id}${i}${j}` })),
      ),
    );
    const [one, all] = [look(placements), look(four, STRAIGHT, { width: 400, height: 400 })];
    const holes = [one, all].map((r) => of('bare-patch', r.findings));
    expect(holes[1].length).toBe(4 * holes[0].length);
    for (const h of holes[1]) expect(off(h.at, holes[0][0].at)).toBeLessThan(4);
    expect(Math.abs((all.medianGapMm ?? 0) - (one.medianGapMm ?? 0))).toBeLessThan(2.5);
    expect(Math.abs((all.evenness?.score ?? 0) - (one.evenness?.score ?? 0))).toBeLessThan(8);
  });

  test('strictness only ever tells more, and every limit is above nothing', () => {
    const messy = shaken.filter((_, n) => n % 7 !== 3);
    const counts = (['easy', 'usual', 'strict'] as const).map(
      (strictness) =>
        look(messy, STRAIGHT, CELL, { strictness }).findings.filter((f) => f.kind === 'bare-patch').length,
    );
    expect(counts[0]).toBeLessThanOrEqual(counts[1]);
    expect(counts[1]).toBeLessThanOrEqual(counts[2]);
    for (const v of each(Object.values(limitsOf('packed', 'strict')))) expect(v).toBeGreaterThan(0);
  });

  test('nothing, one thing, all overlapping, fully covered, a tiny cell, one colour: an answer, never NaN', () => {
    const odd: [Placed[], Size][] = [
      [[], CELL],
      [[at(10, 10)], CELL],
      [grid((p) => ({ ...p, x: 50, y: 50 })), CELL],
      [[at(10, 10, 'disc', { scale: 20 }), at(60, 60, 'disc', { scale: 20 })], CELL],
      [[at(0.5, 0.5, 'disc', { scale: 0.02 })], { width: 1, height: 1 }],
      [
        [
          at(20, 20, 'disc', { scale: 0.02 }),
          at(60, 20, 'disc', { scale: 0.02 }),
          at(30, 80, 'disc', { scale: 0.02 }),
        ],
        CELL,
      ],
    ];
    for (const [placements, cell] of each(odd)) {
      for (const layout of [
        STRAIGHT,
        HALF,
        { ...HALF, alternate: { every: 'column', by: 'across' } } as Layout,
      ]) {
        const report = look(placements, layout, cell);
        expect(JSON.stringify(report)).not.toMatch(/null,null,null|NaN|Infinity/);
        const numbers = JSON.stringify(report, (_, v) =>
          typeof v === 'number' && !Number.isFinite(v) ? 'BAD' : v,
        );
        expect(numbers).not.toContain('BAD');
        expect(report.cover).toBeLessThanOrEqual(1);
      }
    }
  });

  test('what became of a cloth is the difference of two reports', () => {
    const [good, bad] = [look(grid()), look(grid((p, n) => (n === 12 ? null : p)))];
    const change = compareFindings(good, bad);
    // One of the 25, each of which has too few pixels, is gone; the hole it leaves has come.
    expect(change.kinds).toContainEqual({ kind: 'low-ppi', change: -1 });
    expect(change.warnings).toBe(0);
    expect(change.kinds).toContainEqual({ kind: 'bare-patch', change: 1 });
    expect(change.score).toBe((bad.evenness?.score ?? 0) - (good.evenness?.score ?? 0));
    expect(compareFindings(bad, bad)).toEqual({ score: 0, warnings: 0, kinds: [] });
  });

  test('the score falls when a cloth is spoilt; cover and counts add up', () => {
    const inks: [number, number, number][] = [
      [250, 246, 238],
      [120, 30, 60],
    ];
    const whole = look(grid(), STRAIGHT, CELL, { inks });
    const spoilt = look(
      grid((p, n) => (n % 5 < 2 && n < 15 ? null : p)),
      STRAIGHT,
      CELL,
      { inks },
    );
    expect(whole.evenness?.score).toBeGreaterThan((spoilt.evenness?.score ?? 0) + 10);
    const even = whole.evenness;
    // 25 discs of 20 mm on 200 x 200 mm.
    expect(Math.abs(whole.cover - (25 * Math.PI * 100) / 40000)).toBeLessThan(0.004);
    expect(even?.motifs).toMatchObject([{ motif: 'disc', count: 25 }]);
    expect(even?.motifs[0].share).toBeCloseTo(1, 6);
  });
});

test('the wrap proof compares every pixel of two cuts', () => {
  const plan = pixelPlan(HALF, CELL, 40);
  const scene: Scene = { ground: [1, 2, 3], motifs, placements: grid((p, n) => (n === 3 ? null : p)) };
  const steps: number[] = [];
  const proof = proveWrap(scene, plan, (s) => steps.push(s));
  expect(proof).toMatchObject({ exact: true, differing: 0, pixels: plan.block.width * plan.block.height });
  expect(steps.at(-1)).toBe(1);
});

test('a map of the gaps repeats with the cloth, dark where art lies, and marks what is too wide', () => {
  const scene: Scene = { ground: null, motifs, placements: grid((p, n) => (n === 12 ? null : p)) };
  const plan = pixelPlan(HALF, CELL, PPI);
  for (const kind of ['gaps', 'neighbours'] as const) {
    const map = clothMap(scene, plan, kind);
    const k = map.width / 400;
    const tone = (x: number, y: number) => {
      const p = (Math.floor(y * k) * map.width + Math.floor(x * k)) * 4;
      return [...map.data.slice(p, p + 3)];
    };
    expect(tone(20, 20)).toEqual([34, 26, 43]);
    // Half-drop: the next column hangs 100 mm lower.
    expect(tone(220, 120)).toEqual(tone(20, 20));
    if (kind === 'gaps') expect(tone(100, 100)).toEqual([185, 122, 30]);
    else expect(tone(100, 100)).not.toEqual(tone(20, 20));
  }
});
