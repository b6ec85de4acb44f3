import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type Layout, pixelPlan } from '../lattice';
import { seededRandom } from '../lay';
import { differingPixels, newRaster, type Raster, rollRaster } from '../raster';
import { markDrawnOver } from './drawn-over';
import { edgeReport } from './edge-report';
import { drawGuide, guideFor, pixelsOfGuide, withoutGuide } from './guide';
import { frameOf, putHome, stepsOf } from './home';
import { joinEnds } from './join-ends';
import { layOver } from './laid-over';
import { newStrokes, strokesAlone, withStrokes } from './new-strokes';
import { registerReturn } from './register-return';
import { readSent } from './sent';
import { TURNS, turnOver } from './turned';

/** Blots of some colours on a ground, over the edges too. */
function blots(width: number, height: number, seed: number, count = 30): Raster {
  const random = seededRandom(seed);
  const r = newRaster(width, height);
  r.data.fill(240);
  for (let n = 0; n < count; n++) {
    const [x0, y0] = [Math.floor(random() * width), Math.floor(random() * height)];
    const [w, h] = [3 + Math.floor(random() * width * 0.12), 3 + Math.floor(random() * height * 0.12)];
    disc(
      r,
      x0,
      y0,
      w,
      h,
      [0, 1, 2].map(() => Math.floor(random() * 200)),
    );
  }
  return r;
}
function disc(r: Raster, x0: number, y0: number, w: number, h: number, c: number[]) {
  const mod = (v: number, n: number) => ((v % n) + n) % n;
  for (let y = -h; y <= h; y++)
    for (let x = -w; x <= w; x++)
      if ((x / w) ** 2 + (y / h) ** 2 <= 1)
        r.data.set([...c, 255], (mod(y0 + y, r.height) * r.width + mod(x0 + x, r.width)) * 4);
}
const copy = (r: Raster): Raster => ({ ...r, data: new Uint8ClampedArray(r.data) });

const layouts: Layout[] = [
  { kind: 'straight', drop: { p: 1, q: 2 } },
  { kind: 'half-drop', drop: { p: 1, q: 2 } },
  { kind: 'half-drop', drop: { p: 1, q: 3 } },
  { kind: 'brick', drop: { p: 2, q: 5 } },
  { kind: 'diamond', drop: { p: 1, q: 2 } },
];

test('a picture of the cloth from any place, put home, is the cell or block again, byte for byte', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...layouts),
      fc.integer({ min: -90, max: 90 }),
      fc.integer({ min: -90, max: 90 }),
      (layout, x, y) => {
        const plan = pixelPlan(layout, { width: 60, height: 60 }, 25.4);
        const { width, height } = frameOf(plan) === 'cell' ? plan.cell : plan.block;
        const { across, down } = stepsOf(plan);
        const own = blots(width, height, 5);
        // The cloth by its vectors alone: a step to the right hangs lower, a step down stands further right.
        const at = (u: number, v: number) => {
          let [a, b] = [u, v];
          if (down) {
            const j = Math.floor(b / height);
            [a, b] = [a - j * down, b - j * height];
            a -= Math.floor(a / width) * width;
          } else {
            const i = Math.floor(a / width);
            [a, b] = [a - i * width, b - i * across];
            b -= Math.floor(b / height) * height;
          }
          return (b * width + a) * 4;
        };
        const window = newRaster(width, height);
        for (let v = 0; v < height; v++)
          for (let u = 0; u < width; u++)
            window.data.set(own.data.subarray(at(x + u, y + v), at(x + u, y + v) + 4), (v * width + u) * 4);
        expect(differingPixels(putHome(window, plan, { x, y }), own)).toBe(0);
      },
    ),
    { numRuns: 60 },
  );
});

describe('a return', () => {
  const sent = blots(220, 180, 11);

  test('slid, mirrored and turned, with something drawn on it, is laid back to the byte where nothing was drawn', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TURNS),
        fc.integer({ min: 0, max: 219 }),
        fc.integer({ min: 0, max: 179 }),
        fc.integer({ min: 0, max: 1e6 }),
        (turn, x, y, seed) => {
          const random = seededRandom(seed);
          const drawn = copy(sent);
          for (let n = 0; n < 4; n++)
            disc(drawn, Math.floor(random() * 220), Math.floor(random() * 180), 9, 7, [10, 60, 40]);
          const found = registerReturn(readSent(sent), rollRaster(turnOver(drawn, turn), x, y));
          if ('why' in found) throw new Error(found.why);
          expect(found.found).toMatchObject({ ...turn, exact: true });
          expect(differingPixels(found.raster, drawn)).toBe(0);
        },
      ),
      { numRuns: 10 },
    );
  });

  test('of another picture or another proportion is not taken', () => {
    expect(registerReturn(readSent(sent), blots(220, 180, 999))).toMatchObject({ why: 'another' });
    expect(registerReturn(readSent(sent), blots(220, 150, 11))).toMatchObject({ why: 'proportion' });
  });

  test('what is new is taken, all else stays to the byte; what was drawn over is told', () => {
    const drawn = copy(sent);
    const bare = copy(sent);
    // A stroke on the ground, and one over art: how much of each is counted apart.
    disc(drawn, 100, 90, 12, 12, [1, 2, 3]);
    const { mask, count, over, overCount } = newStrokes(readSent(sent), drawn, { exact: true, scale: 1 });
    expect(count).toBe(differingPixels(sent, drawn));
    expect(overCount).toBe(over.reduce((s, v) => s + v, 0));
    expect(differingPixels(withStrokes(sent, drawn, mask), drawn)).toBe(0);
    layOver(bare, strokesAlone(drawn, mask));
    expect(differingPixels(bare, drawn)).toBe(0);
  });
});

describe('at the edges', () => {
  const size = 400;
  const ppi = 254;
  /** A stroke of some width as a band: from the left edge inward, and back to the right edge, `off` px lower and leaning otherwise. */
  function banded(off: number, lean: number, step: number): { sent: Raster; drawn: Raster } {
    const sent = newRaster(size, size);
    sent.data.fill(245);
    const drawn = copy(sent);
    const slope = Math.tan((lean * Math.PI) / 180);
    for (let d = 0; d < 120; d++)
      for (let k = -5; k <= 5; k++) {
        const put = (x: number, y: number) =>
          drawn.data.set([30, 40, 90, 255], ((((y % size) + size) % size) * size + x) * 4);
        put(d, Math.round(200 + 0.3 * d) + k);
        put(size - 1 - d, Math.round(200 + step + off - (0.3 + slope) * d) + k);
      }
    return { sent, drawn };
  }
  const report = (off: number, lean: number, step = 0) => {
    const { sent, drawn } = banded(off, lean, step);
    const { mask } = newStrokes(readSent(sent), drawn, { exact: true, scale: 1 });
    return edgeReport(drawn, mask, { ppi, steps: { across: step, down: 0 }, marginMm: 5 });
  };

  test('a stroke that joins joins; one that comes back lower or leaning is told by how much, across a drop too', () => {
    for (const step of [0, 100]) {
      expect(report(0, 0, step).touching).toMatchObject([{ edge: 'left', returns: { joins: true } }]);
      const off = report(14, 0, step).touching[0];
      expect(off?.returns).toMatchObject({ edge: 'right', joins: false });
      expect(off?.returns?.offMm).toBeCloseTo(1.4, 0.1);
      const slope = Math.tan((12 * Math.PI) / 180);
      const want = ((Math.atan(0.3 + slope) - Math.atan(0.3)) * 180) / Math.PI;
      expect(Math.abs((report(0, 12, step).touching[0]?.returns?.lean ?? 0) - want)).toBeLessThan(2);
    }
  });

  test('two ends that are off are bent until they join, and nothing else is touched', () => {
    for (const [off, step] of [
      [12, 0],
      [-15, 100],
    ] as const) {
      const { sent, drawn } = banded(off, 0, step);
      const strokes = newStrokes(readSent(sent), drawn, { exact: true, scale: 1 });
      const options = { ppi, steps: { across: step, down: 0 } };
      const [told] = edgeReport(drawn, strokes.firm, { ...options, marginMm: 0 }).touching;
      if (!told) throw new Error('The stroke was not found.');
      const joined = joinEnds(readSent(sent), drawn, strokes, told, options);
      if (!joined) throw new Error('Its ends were not joined.');
      const { firm } = newStrokes(readSent(sent), joined, { exact: true, scale: 1 });
      const [after] = edgeReport(joined, firm, { ...options, marginMm: 0 }).touching;
      expect(after?.returns).toMatchObject({ joins: true });
      // Past where it is bent, and away from the stroke, every pixel is as it was.
      for (let y = 0; y < size; y++)
        for (let x = 121; x < size - 121; x++) {
          const p = (y * size + x) * 4;
          expect(joined.data[p]).toBe(drawn.data[p]);
        }
    }
  });

  test('a stroke that does not come back is told; what stays clear is not, but that it is near', () => {
    const sent = newRaster(size, size);
    sent.data.fill(245);
    const drawn = copy(sent);
    for (let y = 150; y < 156; y++)
      for (let x = 0; x < 60; x++) drawn.data.set([9, 9, 9, 255], (y * size + x) * 4);
    disc(drawn, 300, 30, 12, 12, [9, 9, 9]);
    const { mask } = newStrokes(readSent(sent), drawn, { exact: true, scale: 1 });
    const found = edgeReport(drawn, mask, { ppi, steps: { across: 0, down: 0 }, marginMm: 5 });
    expect(found.touching).toMatchObject([{ edge: 'left', returns: null }]);
    expect(found.near).toMatchObject([{ edge: 'top', mm: 1.8 }]);
  });
});

describe('what to draw next', () => {
  const inks: [number, number, number][] = [
    [240, 240, 240],
    [200, 40, 40],
    [40, 60, 160],
  ];
  /** Red bars that rise to the right and blue discs; no blue about the middle. */
  function cloth(): Raster {
    const r = newRaster(400, 300);
    r.data.fill(240);
    for (let i = 3; i < r.data.length; i += 4) r.data[i] = 255;
    for (const x of [40, 120, 200, 280, 360]) for (const y of [30, 270]) disc(r, x, y, 16, 16, [40, 60, 160]);
    for (let t = 0; t < 60; t++)
      for (const [x, y] of [
        [120, 180],
        [230, 180],
        [170, 120],
      ])
        disc(r, (x ?? 0) + t, (y ?? 0) - t, 5, 5, [200, 40, 40]);
    return r;
  }

  test('the ink that lacks about a place is named, how what is about it leans, and where nothing crosses the middle', () => {
    const { places, uncrossed } = guideFor(cloth(), [{ x: 200, y: 150, wide: 60, copies: [] }], inks);
    expect(places[0]?.ink).toBe(2);
    // y grows downward: what rises to the right leans 135 degrees clockwise.
    expect(Math.abs((places[0]?.lean ?? 0) - 135)).toBeLessThan(12);
    expect(uncrossed.map((u) => u.across)).toContain(true);
    const crossed = cloth();
    for (const x of [60, 150, 250, 330]) disc(crossed, x, 150, 8, 8, [40, 60, 160]);
    expect(guideFor(crossed, [], inks).uncrossed.map((u) => u.across)).not.toContain(true);
  });

  test('what was drawn over is marked on a small picture, where it lies, and nothing else is', () => {
    const over = new Uint8Array(400 * 300);
    for (let y = 100; y < 120; y++) over.fill(1, y * 400 + 200, y * 400 + 240);
    const small = newRaster(40, 30);
    small.data.fill(255);
    markDrawnOver(small, over, { width: 400, height: 300 });
    const red = Array.from({ length: 1200 }, (_, p) => small.data[p * 4 + 1] === 50);
    expect(red.filter(Boolean)).toHaveLength(8);
    expect(red.indexOf(true)).toBe(10 * 40 + 20);
  });

  test('a guide left showing is taken off to the byte, and what was drawn beside it stays', () => {
    const sent = cloth();
    const guide = drawGuide(
      sent,
      guideFor(sent, [{ x: 200, y: 150, wide: 80, copies: [{ x: 0, y: 0 }] }], inks),
      20,
    );
    const drawn = { ...sent, data: sent.data.slice() };
    disc(drawn, 60, 100, 12, 12, [20, 120, 60]);
    const back = { ...drawn, data: drawn.data.slice() };
    layOver(back, guide);
    expect(differingPixels(back, drawn)).toBeGreaterThan(100);
    withoutGuide(back, sent, pixelsOfGuide(guide));
    expect(differingPixels(back, drawn)).toBe(0);
  });
});
