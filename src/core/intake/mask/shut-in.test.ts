import { expect, test } from 'vitest';
import { newRaster, type Raster } from '../../raster';
import { DEFAULT_INTAKE, readPage } from '..';

const PPI = 150;
const [W, H] = [360, 300];
/** A cup seen from above, its handle a ring at its side; on grey the handle throws a soft shadow into what it shuts in. */
function cup(shadow = false): Raster {
  const page = newRaster(W, H);
  for (let y = 0, i = 0; y < H; y++) {
    for (let x = 0; x < W; x++, i += 4) {
      const ring = Math.hypot(x - 230, y - 150);
      const isCup = Math.hypot(x - 130, y - 150) < 70 || (ring < 48 && ring > 32);
      const dark = shadow && ring <= 32 ? 0.35 * Math.max(0, 1 - (x - 198) / 34) : 0;
      page.data.set(isCup ? [50, 90, 140, 255] : [250, 249, 246].map((v) => v * (1 - dark)).concat(255), i);
    }
  }
  return page;
}
const at = { x: 236, y: 150 };

test('paper between a cup and its handle is told, stays until it is taken, and goes as a whole', () => {
  const page = cup();
  const { shutIn, mask } = readPage(page, PPI, DEFAULT_INTAKE);
  expect(shutIn).toHaveLength(1);
  expect(shutIn[0]).toMatchObject({ taken: false, clicks: [] });
  expect(shutIn[0].areaMm2).toBeCloseTo(Math.PI * 32 ** 2 * (25.4 / PPI) ** 2, -1);
  const inside = 150 * W + 230;
  expect(mask[inside]).toBe(1);
  const taken = readPage(page, PPI, { ...DEFAULT_INTAKE, areas: [{ ...shutIn[0].at, take: true }] });
  expect(taken.shutIn[0]).toMatchObject({ taken: true, clicks: [0] });
  expect(taken.mask[inside]).toBe(0);
  // All of it went, and nothing else.
  const before = mask.reduce((s, v) => s + v, 0);
  const after = taken.mask.reduce((s, v) => s + v, 0);
  expect((before - after) * (25.4 / PPI) ** 2).toBeCloseTo(shutIn[0].areaMm2, 3);
  const given = readPage(page, PPI, {
    ...DEFAULT_INTAKE,
    areas: [
      { ...at, take: true },
      { ...at, take: false },
    ],
  });
  expect(given.shutIn[0].taken).toBe(false);
  expect(given.mask[inside]).toBe(1);
});

test('a soft shadow on paper that is shut in goes with it', () => {
  const { shutIn, mask } = readPage(cup(true), PPI, { ...DEFAULT_INTAKE, areas: [{ ...at, take: true }] });
  expect(shutIn.some((s) => s.taken)).toBe(true);
  for (const x of [206, 215, 236, 255]) expect(mask[150 * W + x]).toBe(0);
  expect(mask[150 * W + 190]).toBe(1);
});

test('where white goes everywhere nothing is shut in', () => {
  expect(readPage(cup(), PPI, { ...DEFAULT_INTAKE, joined: false }).shutIn).toEqual([]);
});
