import { expect, test } from 'vitest';
import { newRaster, type Raster } from '../../raster';
import { artIn, DEFAULT_INTAKE, readPage } from '..';

const PPI = 150;
const SIZE = 300;
/** A dark disc with a light of bare paper in it, open to outside by so many px. */
function disc(opening: number): Raster {
  const page = newRaster(SIZE, SIZE);
  for (let y = 0, i = 0; y < SIZE; y++)
    for (let x = 0; x < SIZE; x++, i += 4) {
      const light = Math.hypot(x - 150, y - 95) < 22 || (Math.abs(x - 150) < opening / 2 && y < 95);
      const on = Math.hypot(x - 150, y - 150) < 90 && !light;
      page.data.set(on ? [50, 90, 140, 255] : [250, 249, 246, 255], i);
    }
  return page;
}
const inLight = 95 * SIZE + 150;

test('a light at the rim that went with the paper is told, and comes back at one press and no more than it', () => {
  const { shutIn, mask } = readPage(disc(6), PPI, DEFAULT_INTAKE);
  expect(shutIn).toHaveLength(1);
  expect(shutIn[0]).toMatchObject({ open: true, taken: true, clicks: [] });
  expect(shutIn[0].areaMm2).toBeGreaterThan(Math.PI * 20 ** 2 * (25.4 / PPI) ** 2);
  expect(mask[inLight]).toBe(0);
  const given = readPage(disc(6), PPI, { ...DEFAULT_INTAKE, areas: [{ ...shutIn[0].at, take: false }] });
  expect(given.shutIn[0]).toMatchObject({ open: true, taken: false, clicks: [0] });
  expect(given.mask[inLight]).toBe(1);
  const beyond = given.mask.reduce((n, v, p) => {
    const [x, y] = [p % SIZE, Math.floor(p / SIZE)];
    return n + (v && !mask[p] && Math.hypot(x - 150, y - 150) > 92 ? 1 : 0);
  }, 0);
  expect(beyond).toBe(0);
});

test('a bay that lies open is no such place, nor is what is shut in wholly', () => {
  expect(readPage(disc(40), PPI, DEFAULT_INTAKE).shutIn).toEqual([]);
  const shut = readPage(disc(0), PPI, DEFAULT_INTAKE).shutIn;
  expect(shut.map((s) => [s.open, s.taken])).toEqual([[false, false]]);
});

test('what is seen of the art in a part of a page is what is cut, to the byte', () => {
  const read = readPage(disc(6), PPI, DEFAULT_INTAKE);
  const whole = artIn(read, { x: 0, y: 0, width: SIZE, height: SIZE }, DEFAULT_INTAKE);
  const box = { x: 40, y: 30, width: 120, height: 100 };
  const part = artIn(read, box, DEFAULT_INTAKE);
  // At its rim a part does not know what lies beyond.
  for (let y = 8; y < box.height - 8; y++) {
    const from = ((y + box.y) * SIZE + box.x + 8) * 4;
    const row = [...whole.data.subarray(from, from + (box.width - 16) * 4)];
    const at = (y * box.width + 8) * 4;
    expect([...part.data.subarray(at, at + row.length)]).toEqual(row);
  }
});
