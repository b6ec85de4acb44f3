import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { pixelPlan } from '../lattice';
import { newRaster, pyramidOf } from '../raster';
import { GRAINS, grainRows, renderBlock } from '.';

const cell = { width: 64, height: 48 };
const plan = (ppi: number) => pixelPlan({ kind: 'half-drop', drop: { p: 1, q: 2 } }, cell, ppi);
const picture = (texture: (typeof GRAINS)[number], ppi: number, sizeMm = 2) => {
  const p = plan(ppi);
  const rows = grainRows({ texture, sizeMm, amount: 1 }, p);
  return Array.from({ length: p.block.height }, (_, y) => Float32Array.from(rows(y)));
};
const meanOf = (v: ArrayLike<number>) => Array.from(v).reduce((s, x) => s + x, 0) / v.length;

describe.each([...GRAINS])('%s', (texture) => {
  test('repeats with the block: the step over the edge is no larger than the steps inside', () => {
    const rows = picture(texture, 60);
    const step = (a: Float32Array, b: Float32Array) => meanOf(a.map((v, x) => Math.abs(v - b[x])));
    const inside = rows.slice(1).map((r, y) => step(rows[y], r));
    expect(step(rows[rows.length - 1], rows[0])).toBeLessThanOrEqual(Math.max(...inside) + 1e-6);
    const column = (x: number) => Float32Array.from(rows, (r) => r.at(x) ?? 0);
    const across = Array.from({ length: rows[0].length - 1 }, (_, x) => step(column(x), column(x + 1)));
    expect(step(column(-1), column(0))).toBeLessThanOrEqual(Math.max(...across) + 1e-6);
  });

  test('is the same one at any ppi: fine pixels averaged give the coarse ones', () => {
    const coarse = picture(texture, 50.8, 4);
    const fine = picture(texture, 152.4, 4);
    let off = 0;
    for (const [y, row] of coarse.entries()) {
      for (let x = 0; x < row.length; x++) {
        let mean = 0;
        for (let k = 0; k < 9; k++) mean += fine[3 * y + Math.floor(k / 3)][3 * x + (k % 3)] / 9;
        off += Math.abs(mean - row[x]);
      }
    }
    expect(off / (coarse.length * coarse[0].length)).toBeLessThan(0.05);
  });

  test('is neither light nor dark on the whole, and never beyond its bounds', () => {
    const all = picture(texture, 60).flatMap((r) => [...r]);
    expect(Math.abs(meanOf(all))).toBeLessThan(0.45);
    expect(Math.max(...all.map(Math.abs))).toBeLessThanOrEqual(1.0001);
  });
});

test('a grain over the ink leaves bare ground as it is, one of no strength leaves everything; both keep a see-through ground clear', () => {
  const ink = newRaster(40, 40);
  ink.data.fill(255);
  for (let p = 0; p < 1600; p++) ink.data.set([30, 60, 120, 255], p * 4);
  const motifs = new Map([['m', { pyramid: pyramidOf(ink), ppi: 60 }]]);
  const placements = [{ motif: 'm', x: 20, y: 20, angle: 0, scale: 1, mirror: false }];
  fc.assert(
    fc.property(
      fc.constantFrom(...GRAINS),
      fc.constantFrom<[number, number, number] | null>(null, [240, 230, 210]),
      (texture, ground) => {
        const scene = { ground, motifs, placements };
        const plain = renderBlock(scene, plan(60));
        const layer = { texture, sizeMm: 1.5, amount: 0.8 };
        const worn = renderBlock({ ...scene, grain: { ink: layer, cloth: null } }, plan(60));
        const bare = (5 * plain.width + 5) * 4;
        expect([...worn.data.slice(bare, bare + 4)]).toEqual([...plain.data.slice(bare, bare + 4)]);
        expect(worn.data).not.toEqual(plain.data);
        const none = { ...layer, amount: 0 };
        const same = renderBlock({ ...scene, grain: { ink: none, cloth: none } }, plan(60));
        expect(Buffer.compare(Buffer.from(same.data), Buffer.from(plain.data))).toBe(0);
        const cloth = renderBlock({ ...scene, grain: { ink: null, cloth: layer } }, plan(60));
        let alpha = 0;
        for (let i = 3; i < cloth.data.length; i += 4) if (cloth.data[i] !== plain.data[i]) alpha++;
        expect(alpha).toBe(0);
      },
    ),
    { numRuns: 12 },
  );
});
