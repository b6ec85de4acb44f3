import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import {
  type Alternate,
  homeCell,
  type Layout,
  pixelPlan,
  tileFitIn,
  tileFitText,
  timesIn,
} from '../lattice';
import { differingPixels, newRaster, pyramidOf, type Raster, rollRaster } from '../raster';
import { renderBlock, renderWindow, type Scene, splitPatterns } from '.';

/** A picture in which no two pixels are alike. */
function field(width: number, height: number, alpha = 255): Raster {
  const r = newRaster(width, height);
  for (let p = 0; p < width * height; p++) {
    r.data.set([(p * 37) % 256, (p * 101) % 256, (p >> 3) % 256, alpha], p * 4);
  }
  return r;
}

const alternates: (Alternate | undefined)[] = [
  undefined,
  { every: 'column', by: 'across' },
  { every: 'row', by: 'half-turn' },
  { every: 'column', by: 'same' },
];
const anyLayout: fc.Arbitrary<Layout> = fc.record({
  kind: fc.constantFrom('straight', 'half-drop', 'brick', 'diamond'),
  drop: fc.constantFrom({ p: 1, q: 2 }, { p: 1, q: 3 }, { p: 2, q: 5 }),
  alternate: fc.constantFrom(...alternates),
});

/** 25.4 mm are so many px. */
const PPI = 48;
const art = (r: Raster) => ({ pyramid: pyramidOf(r), ppi: PPI });
const mmOf = (px: number) => (px * 25.4) / PPI;

const scene = (part: Partial<Scene>): Scene => ({
  ground: [200, 180, 160],
  motifs: new Map([
    ['tile', art(field(24, 20))],
    ['draw', art(field(31, 17, 180))],
  ]),
  placements: [{ motif: 'draw', x: 3, y: 4, angle: 30, scale: 0.5, mirror: false }],
  ...part,
});

describe('layers and grounds', () => {
  test('the picture is a function of the place on the torus, whatever lies under, between and over', () => {
    fc.assert(
      fc.property(
        anyLayout,
        fc.constantFrom(null, { width: mmOf(12), height: mmOf(20) }, { width: 7.3, height: 9.1 }),
        fc.constantFrom(...splitPatterns.all().map((p) => p.id)),
        fc.boolean(),
        fc.nat(90),
        fc.nat(90),
        (layout, size, pattern, counter, dx, dy) => {
          const plan = pixelPlan(layout, { width: mmOf(24), height: mmOf(20) }, PPI);
          const layers: Scene['layers'] = [
            { kind: 'tile', art: 'tile', size, texture: true, opacity: 0.5 },
            { kind: 'placements' },
            { kind: 'drawing', art: 'draw', x: 5, y: 6, scale: 1.2, blend: 'multiply' },
          ];
          const s = scene({ layers });
          const colours: [number, number, number][] = [
            [250, 0, 9],
            [0, 90, 200],
          ];
          const ways = colours.map(() => ({ layers, placements: s.placements }));
          s.split = { pattern, count: 1, colours, ...(counter ? { counter: ways } : {}) };
          const moved = renderWindow(s, plan, plan.block.width, plan.block.height, {
            origin: { x: dx, y: dy },
          });
          expect(differingPixels(rollRaster(moved, -dx, -dy), renderBlock(s, plan))).toBe(0);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a tile one to a cell is there to the byte in every cell, as the layout lays cells', () => {
    fc.assert(
      fc.property(anyLayout, (layout) => {
        const tile = field(40, 60);
        const plan = pixelPlan(layout, { width: mmOf(40), height: mmOf(60) }, PPI);
        fc.pre(plan.cell.width === 40 && plan.cell.height === 60);
        const out = renderBlock(
          scene({
            motifs: new Map([['tile', art(tile)]]),
            layers: [{ kind: 'tile', art: 'tile', size: null, texture: false }],
          }),
          plan,
        );
        const home = homeCell(plan);
        for (let p = 0; p < out.width * out.height; p += 7) {
          const at = home(p % out.width, Math.floor(p / out.width));
          const i = (at.y * 40 + at.x) * 4;
          expect([...out.data.subarray(p * 4, p * 4 + 4)]).toEqual([...tile.data.subarray(i, i + 4)]);
        }
      }),
      { numRuns: 25 },
    );
  });

  test('each pixel of a cell is in one cell once, the parts of a split cell cover it, each as much as the other', () => {
    for (const kind of ['straight', 'half-drop', 'brick', 'diamond'] as const) {
      const plan = pixelPlan({ kind, drop: { p: 1, q: 2 } }, { width: mmOf(48), height: mmOf(40) }, PPI);
      const seen = new Map<string, number>();
      const home = homeCell(plan);
      for (let y = 0; y < plan.block.height; y++) {
        for (let x = 0; x < plan.block.width; x++) {
          const { x: u, y: v } = home(x, y);
          expect(u >= 0 && v >= 0 && u < plan.cell.width && v < plan.cell.height).toBe(true);
          seen.set(`${u},${v}`, (seen.get(`${u},${v}`) ?? 0) + 1);
        }
      }
      expect(new Set(seen.values()).size).toBe(1);
      for (const pattern of ['stripes', 'bands', 'checker']) {
        const out = renderBlock(
          scene({
            placements: [],
            split: {
              pattern,
              count: 2,
              colours: [
                [255, 0, 0],
                [0, 0, 0],
              ],
            },
          }),
          plan,
        );
        let red = 0;
        for (let i = 0; i < out.data.length; i += 4) red += out.data[i] / 255;
        expect(red / (out.data.length / 4)).toBeCloseTo(0.5, 2);
      }
    }
  });

  test('a tile of its own size repeats at that size, and is what a library makes of it', async () => {
    const big = field(96, 80);
    // Soft, so that kernels of one family agree.
    const soft = await sharp(big.data, { raw: { width: 96, height: 80, channels: 4 } })
      .blur(3)
      .raw()
      .toBuffer();
    const tile = { width: 96, height: 80, data: new Uint8ClampedArray(soft) };
    const plan = pixelPlan(
      { kind: 'straight', drop: { p: 1, q: 2 } },
      { width: mmOf(90), height: mmOf(60) },
      PPI,
    );
    const out = renderBlock(
      scene({
        motifs: new Map([['tile', art(tile)]]),
        layers: [{ kind: 'tile', art: 'tile', size: { width: mmOf(30), height: mmOf(30) }, texture: true }],
      }),
      plan,
    );
    expect(differingPixels(out, rollRaster(out, 30, 0))).toBe(0);
    expect(differingPixels(out, rollRaster(out, 0, 30))).toBe(0);
    const theirs = await sharp(soft, { raw: { width: 96, height: 80, channels: 4 } })
      .resize(30, 30, { kernel: 'cubic', fit: 'fill' })
      .raw()
      .toBuffer();
    let most = 0;
    for (let y = 3; y < 27; y++) {
      for (let x = 3; x < 27; x++) {
        for (let c = 0; c < 3; c++)
          most = Math.max(most, Math.abs(out.data[(y * 90 + x) * 4 + c] - theirs[(y * 30 + x) * 4 + c]));
      }
    }
    expect(most).toBeLessThanOrEqual(2);
  });

  test('what goes into a block a whole number of times is told from what does not, and by how much', () => {
    expect(timesIn(100, 300)).toEqual({ times: 3, whole: 3, fits: true });
    expect(timesIn(101, 300)).toMatchObject({ whole: 3, fits: false });
    expect(timesIn(900, 300)).toMatchObject({ whole: 1, fits: false });
    const now = { width: 254, height: 203.2 };
    const fit = tileFitIn(now, { width: 609.6, height: 304.8 });
    expect(fit.fitMm.width).toBeCloseTo(203.2, 6);
    expect(fit.fitMm.height).toBeCloseTo(152.4, 6);
    expect(tileFitText(fit, now)).toContain('203.2\u00a0mm across (20\u00a0% smaller)');
    expect(tileFitText(tileFitIn(fit.fitMm, { width: 609.6, height: 304.8 }), fit.fitMm)).toBeNull();
  });
});
