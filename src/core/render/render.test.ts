import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { encodePng } from '../format';
import { type Layout, pixelPlan } from '../lattice';
import { differingPixels, newRaster, pyramidOf, type Raster, rollRaster } from '../raster';
import {
  type Blend,
  fillSheet,
  type GrainLayer,
  type Placed,
  prepare,
  renderBlock,
  renderWindow,
  type Scene,
} from '.';

/** A lopsided blot with soft edges and two colours: any slip in turning or wrapping shows. */
function blot(width: number, height: number): Raster {
  const r = newRaster(width, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const d = Math.hypot((x - width * 0.4) / width, (y - height * 0.55) / height);
      const a = Math.max(0, Math.min(255, (0.45 - d) * 900));
      r.data.set([x * 7, y * 9, x > y ? 200 : 30, a], (y * width + x) * 4);
    }
  }
  return r;
}

const motifs: Scene['motifs'] = new Map([
  ['a', { pyramid: pyramidOf(blot(31, 22)), ppi: 60 }],
  ['b', { pyramid: pyramidOf(blot(12, 40)), ppi: 90 }],
]);
const anyLayout: fc.Arbitrary<Layout> = fc.record({
  kind: fc.constantFrom('straight', 'half-drop', 'brick', 'diamond'),
  drop: fc.constantFrom({ p: 1, q: 2 }, { p: 1, q: 3 }, { p: 2, q: 5 }, { p: 3, q: 4 }),
});
const anyPlaced: fc.Arbitrary<Placed> = fc.record({
  motif: fc.constantFrom('a', 'b'),
  x: fc.double({ min: -60, max: 90, noNaN: true }),
  y: fc.double({ min: -60, max: 90, noNaN: true }),
  angle: fc.double({ min: -180, max: 180, noNaN: true }),
  scale: fc.double({ min: 0.15, max: 2.6, noNaN: true }),
  mirror: fc.boolean(),
});
const anyScene = fc.record({
  layout: anyLayout,
  cell: fc.record({
    width: fc.double({ min: 9, max: 40, noNaN: true }),
    height: fc.double({ min: 9, max: 40, noNaN: true }),
  }),
  ground: fc.constantFrom<Scene['ground']>(null, [240, 230, 210]),
  placements: fc.array(anyPlaced, { minLength: 1, maxLength: 5 }),
  dx: fc.integer({ min: -300, max: 300 }),
  dy: fc.integer({ min: -300, max: 300 }),
});

describe('law of exactness', () => {
  test('the block cut anywhere and rolled back is the same to the byte', () => {
    fc.assert(
      fc.property(anyScene, ({ layout, cell, ground, placements, dx, dy }) => {
        const plan = pixelPlan(layout, cell, 50);
        const scene = { ground, motifs, placements };
        const moved = renderBlock(scene, plan, { origin: { x: dx, y: dy } });
        expect(differingPixels(rollRaster(moved, -dx, -dy), renderBlock(scene, plan))).toBe(0);
      }),
      { numRuns: 150 },
    );
  });

  test('the block laid 3 x 3 straight equals the 3 x 3 region rendered directly', () => {
    fc.assert(
      fc.property(anyScene, ({ layout, cell, ground, placements }) => {
        const plan = pixelPlan(layout, cell, 40);
        const scene = { ground, motifs, placements };
        const size = { width: plan.block.width * 3, height: plan.block.height * 3 };
        const direct = renderWindow(scene, plan, size.width, size.height);
        expect(differingPixels(fillSheet(renderBlock(scene, plan), size), direct)).toBe(0);
      }),
      { numRuns: 40 },
    );
  });

  test('rendered band by band from its top down it is what is rendered at once, to the byte', () => {
    fc.assert(
      fc.property(
        anyScene,
        fc.integer({ min: 1, max: 70 }),
        ({ layout, cell, ground, placements, dx, dy }, tall) => {
          const plan = pixelPlan(layout, cell, 50);
          const scene = { ground, motifs, placements };
          const { width, height } = plan.block;
          const bands = prepare(scene, plan, { x: dx, y: dy, width, height });
          const whole = newRaster(width, height);
          for (let y = 0; y < height; y += tall)
            whole.data.set(bands.rows(y, Math.min(height, y + tall)).data, y * width * 4);
          expect(differingPixels(whole, renderBlock(scene, plan, { origin: { x: dx, y: dy } }))).toBe(0);
          // From its top again it is the same.
          expect(bands.rows(0, 1).data).toEqual(whole.data.slice(0, width * 4));
          expect(() => bands.rows(0, height + 1)).toThrow(/has the rows/);
        },
      ),
      { numRuns: 100 },
    );
  });

  test.each(['straight', 'half-drop', 'brick', 'diamond'] as const)(
    'the %s block sent as a file, read by another library and laid 3 x 3, is the 3 x 3 region',
    async (kind) => {
      const plan = pixelPlan({ kind, drop: { p: 1, q: 3 } }, { width: 61.3, height: 47.9 }, 72);
      const placements = [
        { motif: 'a', x: 3, y: 5, angle: 31, scale: 1.7, mirror: false },
        { motif: 'b', x: 40, y: 30, angle: -77, scale: 2.3, mirror: true },
        { motif: 'a', x: 58, y: 46, angle: 140, scale: 0.6, mirror: true },
      ];
      const scene: Scene = { ground: [240, 230, 210], motifs, placements };
      const { data, info } = await sharp(encodePng(renderBlock(scene, plan), 72))
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      const read = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
      const size = { width: info.width * 3, height: info.height * 3 };
      const direct = renderWindow(scene, plan, size.width, size.height);
      expect(differingPixels(fillSheet(read, size), direct)).toBe(0);
    },
  );

  test('a placement moved by a lattice vector prints the same', () => {
    fc.assert(
      fc.property(anyScene, fc.integer({ min: -2, max: 2 }), ({ layout, cell, placements }, n) => {
        const plan = pixelPlan(layout, cell, 50);
        const { a, b } = plan.lattice;
        const [p] = placements;
        const step = {
          ...p,
          x: p.x + (n * a.x + b.x) / plan.scale.x,
          y: p.y + (n * a.y + b.y) / plan.scale.y,
        };
        const one = renderBlock({ ground: null, motifs, placements: [p] }, plan);
        const other = renderBlock({ ground: null, motifs, placements: [step] }, plan);
        expect(differingPixels(one, other)).toBe(0);
      }),
      { numRuns: 60 },
    );
  });
});

test('an upright motif at its own ppi prints its own pixels', () => {
  const art = newRaster(10, 10);
  for (let i = 0; i < art.data.length; i++) art.data[i] = i % 4 === 3 ? 255 : (i * 11) & 255;
  const plan = pixelPlan({ kind: 'straight', drop: { p: 0, q: 1 } }, { width: 25.4, height: 25.4 }, 30);
  const mm = 25.4 / 30;
  const placed = { motif: 'm', x: 15 * mm, y: 12 * mm, angle: 0, scale: 1, mirror: false };
  const block = renderBlock(
    {
      ground: [9, 9, 9],
      motifs: new Map([['m', { pyramid: pyramidOf(art), ppi: 30 }]]),
      placements: [placed],
    },
    plan,
  );
  for (const [x, y] of [
    [0, 0],
    [9, 9],
    [4, 7],
  ]) {
    const at = ((y + 7) * 30 + x + 10) * 4;
    expect([...block.data.slice(at, at + 4)]).toEqual([
      ...art.data.slice((y * 10 + x) * 4, (y * 10 + x) * 4 + 4),
    ]);
  }
  expect([...block.data.slice(0, 4)]).toEqual([9, 9, 9, 255]);
});

test('edges between ink and clear stay in the ink colour: no dark or pale fringe', () => {
  const ink = newRaster(60, 60);
  for (let y = 10; y < 50; y++)
    for (let x = 10; x < 50; x++) ink.data.set([200, 40, 90, 255], (y * 60 + x) * 4);
  const plan = pixelPlan({ kind: 'straight', drop: { p: 0, q: 1 } }, { width: 30, height: 30 }, 100);
  const placed = { motif: 'm', x: 14.3, y: 15.7, angle: 23, scale: 0.7, mirror: true };
  const block = renderBlock(
    { ground: null, motifs: new Map([['m', { pyramid: pyramidOf(ink), ppi: 72 }]]), placements: [placed] },
    plan,
  );
  let soft = 0;
  for (let i = 0; i < block.data.length; i += 4) {
    const a = block.data[i + 3];
    if (a > 40) expect(Math.abs(block.data[i] - 200) + Math.abs(block.data[i + 1] - 40)).toBeLessThan(16);
    if (a > 0 && a < 255) soft++;
  }
  expect(soft).toBeGreaterThan(60);
});

test('turning, sizing and mirroring keep the amount of ink and its middle', () => {
  const n = 80;
  const art = newRaster(n, n);
  for (let p = 0; p < n * n; p++) {
    const a = Math.max(
      0,
      Math.min(1, 30.5 - Math.hypot((p % n) + 0.5 - n / 2, Math.floor(p / n) + 0.5 - n / 2)),
    );
    art.data.set([20, 40, 90, a * 255], p * 4);
  }
  const pyramid = pyramidOf(art);
  const plan = pixelPlan({ kind: 'straight', drop: { p: 0, q: 1 } }, { width: 254, height: 254 }, 30);
  fc.assert(
    fc.property(
      fc.double({ min: 0.12, max: 2.5, noNaN: true }),
      fc.double({ min: -180, max: 180, noNaN: true }),
      fc.double({ min: 110, max: 140, noNaN: true }),
      fc.boolean(),
      (scale, angle, x, mirror) => {
        const placed = { motif: 'm', x, y: 127, angle, scale, mirror };
        const scene: Scene = {
          ground: null,
          motifs: new Map([['m', { pyramid, ppi: 30 }]]),
          placements: [placed],
        };
        const { data } = renderBlock(scene, plan);
        let ink = 0;
        let mx = 0;
        let my = 0;
        for (let p = 0; p < 300 * 300; p++) {
          const a = data[p * 4 + 3] / 255;
          ink += a;
          mx += a * ((p % 300) + 0.5);
          my += a * (Math.floor(p / 300) + 0.5);
        }
        expect(Math.abs(ink / (Math.PI * 30 * 30 * scale * scale) - 1)).toBeLessThan(0.06);
        expect(Math.abs(mx / ink - x * plan.scale.x)).toBeLessThan(0.12);
        expect(Math.abs(my / ink - 127 * plan.scale.y)).toBeLessThan(0.12);
      },
    ),
    { numRuns: 40 },
  );
});

test('overlapping copies of one motif lie like scales: the lower over the upper, everywhere', () => {
  const half = newRaster(20, 40);
  for (let y = 0; y < 40; y++) {
    for (let x = 0; x < 20; x++)
      half.data.set(y < 20 ? [250, 0, 0, 255] : [0, 0, 250, 255], (y * 20 + x) * 4);
  }
  const plan = pixelPlan({ kind: 'brick', drop: { p: 1, q: 2 } }, { width: 20, height: 20 }, 25.4);
  const placed = { motif: 'm', x: 10, y: 20, angle: 0, scale: 1, mirror: false };
  const scene: Scene = {
    ground: [9, 9, 9],
    motifs: new Map([['m', { pyramid: pyramidOf(half), ppi: 25.4 }]]),
    placements: [placed],
  };
  const { data } = renderBlock(scene, plan);
  // Each copy's lower, blue half is hidden by the red upper half of the row below it.
  for (let i = 0; i < data.length; i += 4) expect([data[i], data[i + 2]]).toEqual([250, 0]);
});

describe('glazes, alternate cells and grain', () => {
  const alternate = fc.record({
    every: fc.constantFrom('column', 'row'),
    by: fc.constantFrom('across', 'down', 'half-turn'),
  });
  const grain = fc.record({
    texture: fc.constantFrom('paper', 'linen', 'brush', 'sponge'),
    sizeMm: fc.double({ min: 0.4, max: 6, noNaN: true }),
    amount: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  const anyRich = fc.record({
    scene: anyScene,
    alternate: fc.option(alternate, { nil: undefined }),
    blends: fc.array(fc.constantFrom('normal', 'multiply', 'screen'), { minLength: 5, maxLength: 5 }),
    opacity: fc.double({ min: 0.1, max: 1, noNaN: true }),
    ink: fc.option(grain),
    cloth: fc.option(grain),
  }) as fc.Arbitrary<{
    scene: {
      layout: Layout;
      cell: { width: number; height: number };
      ground: Scene['ground'];
      placements: Placed[];
      dx: number;
      dy: number;
    };
    alternate?: Layout['alternate'];
    blends: Blend[];
    opacity: number;
    ink: GrainLayer | null;
    cloth: GrainLayer | null;
  }>;

  test('in every layout the block cut anywhere and rolled back is the same to the byte', () => {
    fc.assert(
      fc.property(anyRich, ({ scene: s, alternate: alt, blends, opacity, ink, cloth }) => {
        const plan = pixelPlan({ ...s.layout, alternate: alt }, s.cell, 40);
        const placements = s.placements.map((p, n) => ({ ...p, blend: blends[n], opacity }));
        const scene = { ground: s.ground, motifs, placements, grain: { ink, cloth } };
        const moved = renderBlock(scene, plan, { origin: { x: s.dx, y: s.dy } });
        expect(differingPixels(rollRaster(moved, -s.dx, -s.dy), renderBlock(scene, plan))).toBe(0);
      }),
      { numRuns: 120 },
    );
  });

  test('a cell laid differently is the home cell mirrored or turned', () => {
    for (const [by, mirror] of [
      ['across', [-1, 1]],
      ['down', [1, -1]],
      ['half-turn', [-1, -1]],
    ] as const) {
      const plan = pixelPlan(
        { kind: 'straight', drop: { p: 0, q: 1 }, alternate: { every: 'column', by } },
        { width: 25.4, height: 25.4 },
        60,
      );
      expect(plan.block).toEqual({ width: 120, height: 60 });
      const placements = [{ motif: 'a', x: 9, y: 11, angle: 30, scale: 0.6, mirror: false }];
      const block = renderBlock({ ground: null, motifs, placements }, plan);
      let apart = 0;
      for (let y = 0; y < 60; y++) {
        for (let x = 0; x < 60; x++) {
          const tx = mirror[0] < 0 ? 59 - x : x;
          const ty = mirror[1] < 0 ? 59 - y : y;
          const d = block.data[(y * 120 + x) * 4 + 3] - block.data[(ty * 120 + 60 + tx) * 4 + 3];
          if (Math.abs(d) > 2) apart++;
        }
      }
      expect(apart).toBe(0);
    }
  });

  test('glazes are those of the W3C formulas, as another library composites them', async () => {
    const plan = pixelPlan({ kind: 'straight', drop: { p: 0, q: 1 } }, { width: 20, height: 20 }, 50.8);
    const square = (r: number, g: number, b: number, a: number) => {
      const s = newRaster(8, 8);
      for (let p = 0; p < 64; p++) s.data.set([r, g, b, a], p * 4);
      return { pyramid: pyramidOf(s), ppi: 50.8 };
    };
    const two: Scene['motifs'] = new Map([
      ['low', square(200, 120, 40, 255)],
      ['high', square(90, 200, 160, 255)],
    ]);
    for (const blend of ['multiply', 'screen'] as const) {
      const at = { x: 10, y: 10, angle: 0, scale: 1, mirror: false };
      const ours = renderBlock(
        {
          ground: [240, 230, 220],
          motifs: two,
          placements: [
            { motif: 'low', ...at },
            { motif: 'high', ...at, x: 12, blend },
          ],
        },
        plan,
      );
      const layer = (colour: { r: number; g: number; b: number; alpha: number }) =>
        sharp({ create: { width: 8, height: 8, channels: 4, background: colour } })
          .png()
          .toBuffer();
      const theirs = await sharp({
        create: { width: 40, height: 40, channels: 4, background: { r: 240, g: 230, b: 220, alpha: 1 } },
      })
        .composite([
          { input: await layer({ r: 200, g: 120, b: 40, alpha: 1 }), left: 16, top: 16 },
          { input: await layer({ r: 90, g: 200, b: 160, alpha: 1 }), left: 20, top: 16, blend },
        ])
        .raw()
        .toBuffer();
      let most = 0;
      for (let i = 0; i < theirs.length; i++) most = Math.max(most, Math.abs(theirs[i] - ours.data[i]));
      expect(most).toBeLessThanOrEqual(1);

      // Half thick, it is the mean of the glaze and what was there: opacity is alpha.
      const [over, none, half] = [1, 0, 0.5].map((opacity) => {
        const at2 = { ...at, x: 12, blend, opacity };
        const scene = {
          ground: null,
          motifs: two,
          placements: [
            { motif: 'low', ...at },
            { motif: 'high', ...at2 },
          ],
        };
        return renderBlock(scene, plan).data.slice((18 * 40 + 22) * 4, (18 * 40 + 22) * 4 + 3);
      });
      for (let c = 0; c < 3; c++)
        expect(Math.abs(half[c] - (over[c] + none[c]) / 2)).toBeLessThanOrEqual(1.5);
    }
  });
});
