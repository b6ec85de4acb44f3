import sharp from 'sharp';
import { beforeAll, describe, expect, test } from 'vitest';
import { encodePng, newRaster, type Rgb, sha256Of } from '../core';
import type { SceneRequest } from './protocol';
import { services } from './services';

const RED: Rgb = [190, 70, 50];
const BLUE: Rgb = [30, 60, 140];
const asset = 'e'.repeat(64);

/** A red tile with a blue bar, cut out with a clear margin. */
function tile() {
  const r = newRaster(60, 40);
  for (let y = 5; y < 35; y++) {
    for (let x = 5; x < 55; x++) r.data.set([...(x < 30 ? RED : BLUE), 255], (y * 60 + x) * 4);
  }
  return r;
}

const request = (to: Rgb[], ground: Rgb | null): SceneRequest => ({
  ground,
  arts: [{ motif: 'm', asset, ppi: 100, from: [RED, BLUE], to }],
  placements: [{ motif: 'm', x: 12, y: 12, angle: 0, scale: 1, mirror: false }],
  layout: { kind: 'brick', drop: { p: 1, q: 2 } },
  cellMm: { width: 25.4, height: 25.4 },
  ppi: 100,
});

beforeAll(async () => {
  expect(services.missing([asset])).toEqual([asset]);
  await services.take(asset, encodePng(tile(), 100));
  expect(services.missing([asset])).toEqual([]);
});

describe('the file sent', () => {
  test('is in the colours asked for, on its ground, and its proof says what another decoder sees', async () => {
    const steps: number[] = [];
    const { file, proof } = await services.exportBlock(
      request([[10, 200, 30], BLUE], [240, 230, 210]),
      'png',
      (s) => steps.push(s),
    );
    expect(proof).toMatchObject({
      width: 100,
      height: 200,
      ppi: 100,
      alpha: false,
      joins: true,
      faithful: true,
      bytes: file.length,
    });
    expect(proof.sha256).toBe(await sha256Of(file));
    const { data, info } = await sharp(file).raw().toBuffer({ resolveWithObject: true });
    expect([info.width, info.height, info.channels]).toEqual([100, 200, 3]);
    const at = (x: number, y: number) => [...data.subarray((y * 100 + x) * 3, (y * 100 + x) * 3 + 3)];
    expect(at(99, 0)).toEqual([240, 230, 210]);
    expect(at(35, 47)).toEqual([10, 200, 30]);
    expect(at(60, 47)).toEqual(BLUE);
    // The next row steps aside by half a cell.
    expect(at(85, 147)).toEqual([10, 200, 30]);
    expect(at(10, 147)).toEqual(BLUE);
    expect(steps.at(-1)).toBe(1);
    expect([...steps].sort((a, b) => a - b)).toEqual(steps);
  });

  test('without ground is clear between the motifs', async () => {
    const { file, proof } = await services.exportBlock(request([RED, BLUE], null), 'png', () => {});
    expect(proof.alpha).toBe(true);
    const { data } = await sharp(file).raw().toBuffer({ resolveWithObject: true });
    expect(data[3]).toBe(0);
    expect([...data.subarray((47 * 100 + 35) * 4, (47 * 100 + 35) * 4 + 4)]).toEqual([...RED, 255]);
  });
});

test('inks, check and wrap proof over the art that was taken in', () => {
  const inks = services.palette([asset]).inks.map((f) => f.rgb);
  expect(inks).toContainEqual(RED);
  expect(inks).toContainEqual(BLUE);
  expect(services.check(request([RED, BLUE], null), {}).cover).toBeGreaterThan(0.1);
  expect(services.proveWrap(request([RED, BLUE], [1, 2, 3]), () => {}).exact).toBe(true);
});

test('art that was never taken in, and art that is let go, is a plain error', () => {
  const odd = {
    ...request([RED, BLUE], null),
    arts: [{ motif: 'm', asset: 'f'.repeat(64), ppi: 100, from: [], to: [] }],
  };
  expect(() => services.check(odd, {})).toThrow(/not in the worker/);
  services.letGoOfArt();
  expect(services.missing([asset])).toEqual([asset]);
});
