import { describe, expect, test } from 'vitest';
import { judgeLines } from '../../../tests/pixels/lines';
import { pixelPlan } from '../lattice';
import { newRaster, pyramidOf } from '../raster';
import { type Placed, renderBlock } from '.';

const STRAIGHT = { kind: 'straight' as const, drop: { p: 0, q: 1 } };
/** A cell of so many px at 254 ppi, where 10 px are a mm. */
const cell = (width: number, height: number) =>
  pixelPlan(STRAIGHT, { width: width / 10, height: height / 10 }, 254);
const placed = (x: number, y: number, more: Partial<Placed> = {}): Placed => ({
  motif: 'm',
  x: x / 10,
  y: y / 10,
  angle: 0,
  scale: 1,
  mirror: false,
  ...more,
});
const plain = (width: number, height: number) => {
  const art = newRaster(width, height);
  for (let p = 0; p < width * height; p++) art.data.set([30, 60, 120, 255], p * 4);
  return { pyramid: pyramidOf(art), ppi: 254 };
};

test('soft washes in the colour of the ground leave it as it is, however many', () => {
  const colours = [
    [100, 60, 200],
    [13, 77, 211],
    [240, 236, 229],
    [1, 128, 254],
  ];
  let sum = 0;
  let n = 0;
  let worst = 0;
  for (const [k, rgb] of colours.entries()) {
    const art = newRaster(256, 16);
    for (let p = 0; p < 256 * 16; p++) art.data.set([...rgb, p % 256], p * 4);
    const motifs = new Map([['m', { pyramid: pyramidOf(art), ppi: 254 }]]);
    const ten = Array.from({ length: 10 }, (_, i) =>
      placed(128 + 3 * i + 0.3, 8 + 0.6 * i, { opacity: i % 2 ? 1 : 0.4 + 0.06 * k }),
    );
    const ground = rgb as [number, number, number];
    const { data } = renderBlock({ ground, motifs, placements: ten }, cell(256, 16));
    for (let i = 0; i < data.length; i += 4) {
      for (let c = 0; c < 3; c++) {
        sum += data[i + c] - rgb[c];
        n++;
        worst = Math.max(worst, Math.abs(data[i + c] - rgb[c]));
      }
    }
  }
  expect(worst).toBeLessThanOrEqual(3);
  expect(Math.abs(sum / n)).toBeLessThan(0.03);
});

describe('art of any width', () => {
  test.each([301, 303, 97, 64, 1023])(
    'of %i px ends where it ends at every reduction, on both sides',
    (wide) => {
      for (const scale of [1, 0.73, 0.5, 0.26, 0.25, 0.13]) {
        for (const at of [600, 600.37]) {
          const scene = {
            ground: null,
            motifs: new Map([['m', plain(wide, 64)]]),
            placements: [placed(at, 40, { scale })],
          };
          const { data } = renderBlock(scene, cell(1200, 80));
          const row = Array.from({ length: 1200 }, (_, x) => data[(40 * 1200 + x) * 4 + 3] / 255);
          const side = (part: number[]) => part.reduce((s, v) => s + v, 0);
          const half = (wide * scale) / 2;
          expect(Math.abs(side(row.slice(0, 600)) - (600 - Math.round(at * 64) / 64 + half))).toBeLessThan(
            0.02,
          );
          expect(Math.abs(side(row.slice(600)) - (Math.round(at * 64) / 64 - 600 + half))).toBeLessThan(0.02);
        }
      }
    },
  );

  test.each([
    [301, 1],
    [602, 0.5],
    [1204, 0.25],
    [43, 7],
  ])('%i px at scale %d, as large as their cell, show no line between copies', (wide, scale) => {
    const motifs = new Map([['m', plain(wide, wide)]]);
    const ground: [number, number, number] = [255, 255, 255];
    const { data } = renderBlock(
      { ground, motifs, placements: [placed(150.5, 150.5, { scale })] },
      cell(301, 301),
    );
    expect(new Set(new Uint32Array(data.buffer)).size).toBe(1);
  });
});

describe('fine lines, beside libvips and the exact picture', () => {
  test.each([
    [1, 1],
    [1, 0.5],
    [1, 0.3],
    [2, 0.7],
    [2, 0.5],
  ])('%d px thick at scale %d: as dark, and no farther off', async (line, scale) => {
    const tally = { ours: { contrast: 0, off: 0 }, libvips: { contrast: 0, off: 0 } };
    for (const [angle, shift] of [
      [7, 0.375],
      [45, 0.75],
    ]) {
      const told = await judgeLines(line, scale, angle, shift);
      for (const who of ['ours', 'libvips'] as const) {
        tally[who].contrast += told[who].contrast / 2;
        tally[who].off += told[who].off / 2;
      }
    }
    expect(tally.ours.contrast).toBeGreaterThan(tally.libvips.contrast - 0.01);
    expect(tally.ours.contrast).toBeLessThan(1.05);
    expect(tally.ours.off).toBeLessThan(tally.libvips.off * 1.005);
  });
});
