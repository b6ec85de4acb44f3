import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { newRaster, type Raster, rollRaster } from '../raster';
import {
  cubeColours,
  flatPlates,
  hexOfRgb,
  inkLabels,
  inksOnCloth,
  type ProofCube,
  printedInks,
  type Rgb,
  softProof,
} from '.';

const INKS: Rgb[] = [
  [244, 236, 220],
  [31, 43, 74],
  [187, 70, 49],
  [220, 156, 55],
];

/** Upright boxes of flat ink on the ground. */
function boxes(list: [ink: number, x: number, y: number, w: number, h: number][], side = 80): Raster {
  const r = newRaster(side, side);
  const put = (x: number, y: number, ink: number) => r.data.set([...INKS[ink], 255], (y * side + x) * 4);
  for (let y = 0; y < side; y++) for (let x = 0; x < side; x++) put(x, y, 0);
  for (const [ink, x, y, w, h] of list)
    for (let v = y; v < y + h; v++) for (let u = x; u < x + w; u++) put(u % side, v % side, ink);
  return r;
}

describe('inks on the cloth', () => {
  test('shares are areas; only inks that meet touch, across the edge too', () => {
    const { shares, touches } = inksOnCloth(
      boxes([
        [1, 70, 10, 20, 20],
        [2, 10, 10, 10, 20],
        [3, 40, 60, 8, 8],
      ]),
      INKS,
    );
    for (const [k, px] of [5736, 400, 200, 64].entries()) expect(shares[k]).toBeCloseTo(px / 6400, 6);
    expect(touches.map((t) => `${t.a}${t.b}`).sort()).toEqual(['01', '02', '03', '12']);
    expect(touches.reduce((s, t) => s + t.share, 0)).toBeCloseTo(1, 9);
  });

  test('are the same wherever the block is cut', () => {
    const block = boxes([
      [1, 60, 5, 30, 12],
      [2, 5, 40, 30, 30],
      [3, 20, 50, 9, 9],
    ]);
    const want = inksOnCloth(block, INKS);
    fc.assert(
      fc.property(fc.nat(79), fc.nat(79), (dx, dy) => {
        expect(inksOnCloth(rollRaster(block, dx, dy), INKS)).toEqual(want);
      }),
    );
  });
});

describe('flat screens', () => {
  const block = boxes([
    [1, 70, 10, 20, 20],
    [2, 10, 10, 10, 20],
    [3, 40, 60, 8, 8],
    [1, 28, 30, 40, 2],
  ]);

  test('without a trap every pixel is printed once or left bare, light inks first', () => {
    const plates = [...flatPlates(block, INKS, { count: 3, trapPx: 0, linePx: 0 })];
    expect(plates.map((p) => p.ink)).toEqual([3, 2, 1]);
    const printed = new Uint8Array(6400);
    for (const { mask } of plates) for (const [p, v] of mask.entries()) printed[p] += v;
    expect(Math.max(...printed)).toBe(1);
    expect(plates.map((p) => p.areaPx)).toEqual([64, 200, 480]);
  });

  test('the trap runs a lighter ink under a darker one, across the edge of the block, and never onto the ground', () => {
    const trapped = [...flatPlates(block, INKS, { count: 3, trapPx: 2, linePx: 0 })];
    const [, madder, line] = trapped;
    // The madder box meets the line box at x 10, where the line box comes round the block's edge.
    expect(madder.areaPx).toBe(200 + 2 * 20);
    for (const [p, v] of madder.mask.entries())
      if (v && !line.mask[p]) expect(Math.floor(p % 80)).toBeGreaterThanOrEqual(10);
    expect(line.areaPx).toBe(480);
  });

  test('what is thinner than the thinnest line is told with its place', () => {
    const [, , line] = [...flatPlates(block, INKS, { count: 3, trapPx: 0, linePx: 5 })];
    expect(line.thin).toMatchObject({ places: 1, areaPx: 80, at: { x: 28, y: 30 } });
    const [ochre] = [...flatPlates(block, INKS, { count: 3, trapPx: 0, linePx: 5 })];
    expect(ochre.thin.places).toBe(0);
  });

  test('the trap is as wide as asked whichever way the edge runs', () => {
    // A light ink on one side of a slanting edge, a dark one on the other.
    for (const deg of [0, 20, 45, 70, 90]) {
      const n = 200;
      const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
      const side = (p: number) => ((p % n) + 0.5 - n / 2) * c + (Math.floor(p / n) + 0.5 - n / 2) * s;
      const slanted = newRaster(n, n);
      const round = (p: number) => Math.hypot((p % n) - 99.5, Math.floor(p / n) - 99.5) < 80;
      for (let p = 0; p < n * n; p++)
        slanted.data.set([...INKS[round(p) ? (side(p) < 0 ? 3 : 1) : 0], 255], p * 4);
      for (const trapPx of [3, 7, 11.8]) {
        const [light] = [...flatPlates(slanted, INKS, { count: 3, trapPx, linePx: 0 })];
        let area = 0;
        for (let p = 0; p < n * n; p++) {
          const along = -((p % n) + 0.5 - n / 2) * s + (Math.floor(p / n) + 0.5 - n / 2) * c;
          if (light.mask[p] && side(p) >= 0 && Math.abs(along) < 50) area++;
        }
        expect(Math.abs(area / 100 - trapPx)).toBeLessThan(0.6);
      }
    }
  });

  test.each([1, 3, 5])('a line %i px thick is told when one px more is the thinnest', (wide) => {
    const line = boxes([
      [2, 10, 10, 20, 20],
      [1, 70, 40, 30, wide],
    ]);
    const last = (linePx: number) => [...flatPlates(line, INKS, { count: 3, trapPx: 0, linePx })].at(-1);
    expect(last(wide + 1)?.thin).toMatchObject({ places: 1, areaPx: 30 * wide });
    expect(last(wide)?.thin.places).toBe(0);
  });

  test('a soft edge is printed in the inks it parts, never in a third that is a mixture of them', async () => {
    const labels = inkLabels(9);
    const hex = (k: number) => hexOfRgb(labels[k]);
    const at = labels
      .slice(2)
      .map((_, n) => ({ ink: n + 2, x: 60 + (n % 3) * 97.3, y: 58.6 + Math.floor(n / 3) * 96.4 }));
    const discs = at.map(
      ({ ink, x, y }) =>
        `<circle cx="${x}" cy="${y}" r="30.7" fill="${hex(ink)}" stroke="${hex(1)}" stroke-width="5.3"/>`,
    );
    const svg = `<svg width="320" height="320"><rect width="320" height="320" fill="${hex(0)}"/>${discs.join('')}</svg>`;
    const { data } = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const drawn = { width: 320, height: 320, data: new Uint8ClampedArray(data) };
    const cut = { x: 61, y: 27 };
    const plates = [
      ...flatPlates(rollRaster(drawn, cut.x, cut.y), labels, { count: 8, trapPx: 0, linePx: 0 }),
    ];
    expect(plates).toHaveLength(8);
    for (const { ink, mask, areaPx } of plates) {
      const own = at.filter((d) => ink === 1 || d.ink === ink);
      const reach = ink === 1 ? 30.7 + 2.65 : 30.7 - 2.65;
      const inner = ink === 1 ? 30.7 - 2.65 : 0;
      let stray = 0;
      for (const [p, on] of mask.entries()) {
        if (!on) continue;
        const [x, y] = [(((p % 320) + cut.x) % 320) + 0.5, ((Math.floor(p / 320) + cut.y) % 320) + 0.5];
        const distance = Math.min(...own.map((d) => Math.hypot(x - d.x, y - d.y)));
        if (distance > reach + 1 || distance < inner - 1) stray++;
      }
      expect(stray).toBe(0);
      expect(areaPx / (own.length * Math.PI * (reach ** 2 - inner ** 2))).toBeCloseTo(1, 1.5);
    }
  });

  test('fewer screens than inks: what changes least is merged; nonsense is refused', () => {
    const plates = [...flatPlates(block, INKS, { count: 2, trapPx: 0, linePx: 0 })];
    expect(plates).toHaveLength(2);
    expect(plates.reduce((s, p) => s + p.areaPx, 0)).toBe(744);
    expect(() => [...flatPlates(block, INKS, { count: 0, trapPx: 0, linePx: 0 })]).toThrow(/1 and 64/);
    expect(() => [...flatPlates(block, INKS, { count: 2, trapPx: -1, linePx: 0 })]).toThrow(/0 px/);
  });
});

describe('soft proof', () => {
  const cubeBy = (f: (rgb: Rgb) => Rgb, size = 17): ProofCube => {
    const grid = cubeColours(size);
    const rgb = new Uint8Array(grid.length);
    for (let o = 0; o < grid.length; o += 3) rgb.set(f([grid[o], grid[o + 1], grid[o + 2]]), o);
    return { size, rgb, ink: Float32Array.from({ length: grid.length / 3 }, (_, n) => 300 - grid[n * 3]) };
  };

  test('a printer that changes nothing changes nothing; clear pixels keep their alpha', () => {
    const same = cubeBy((rgb) => rgb, 33);
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 64, maxLength: 64 }), (bytes) => {
        const art: Raster = { width: 4, height: 4, data: new Uint8ClampedArray(bytes) };
        const got = softProof(art, same);
        for (const [i, v] of got.data.entries()) expect(Math.abs(v - bytes[i])).toBeLessThanOrEqual(1);
        for (let i = 3; i < 64; i += 4) expect(got.data[i]).toBe(bytes[i]);
      }),
    );
  });

  test('is exact for a printer that mixes straight, between the grid too; inks say how far they are off', () => {
    const dull = cubeBy(([r, g, b]) => [r * 0.8 + 10, g * 0.7 + 20, b * 0.6 + g * 0.2]);
    const art = newRaster(1, 1);
    art.data.set([101, 202, 53, 255]);
    const [r, g, b] = softProof(art, dull).data;
    expect(Math.abs(r - 90.8)).toBeLessThan(1.5);
    expect(Math.abs(g - 161.4)).toBeLessThan(1.5);
    expect(Math.abs(b - 72.2)).toBeLessThan(1.5);
    const [grey, strong] = printedInks(dull, [
      [40, 60, 20],
      [255, 0, 255],
    ]);
    expect(strong.distance).toBeGreaterThan(grey.distance);
    expect(grey.ink).toBeCloseTo(260, 0);
  });
});
