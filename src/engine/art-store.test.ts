import { beforeAll, beforeEach, expect, test } from 'vitest';
import { alike, drawShapes, randomInks, randomShapes } from '../../tests/inks/make-art';
import { differingPixels, encodePng, type Raster, type Rgb, reduceTo } from '../core';
import { colouredArt, letGoOfArt, putArt, sceneMotif, setCube } from './art-store';
import type { ArtRequest } from './protocol';

const asset = 'd'.repeat(64);
const [FROM, TO] = [randomInks(5, 3), randomInks(5, 77)];
const shapes = randomShapes(5, 3, 30);
let art: Raster;
let wanted: Raster;

beforeAll(async () => {
  art = await drawShapes(shapes, FROM, { side: 30, ppi: 300 });
  wanted = await drawShapes(shapes, TO, { side: 30, ppi: 300 });
});
beforeEach(async () => {
  letGoOfArt();
  setCube(null);
  await putArt(asset, encodePng(art, 300));
});

const request = (change: Partial<ArtRequest> = {}): ArtRequest => ({
  motif: 'm',
  asset,
  ppi: 300,
  from: FROM,
  to: TO,
  ...change,
});

test('art in its own inks is the art, whatever the size; in others it is as if drawn in them', () => {
  expect(differingPixels(colouredArt(request({ to: FROM })), art)).toBe(0);
  expect(differingPixels(colouredArt(request({ to: FROM }), 90), reduceTo(art, 90).raster)).toBe(0);
  const [below2, below5] = alike(colouredArt(request()), wanted, [2, 5]);
  expect(below2).toBeGreaterThan(0.99);
  expect(below5).toBeGreaterThan(0.999);
});

test('reduced, it keeps its thin lines better when there is time for plates at twice the size', () => {
  const small = reduceTo(wanted, 90).raster;
  const [slow, quick] = [colouredArt(request(), 90), colouredArt(request(), 90, true)];
  expect([slow.width, quick.width]).toEqual([small.width, small.width]);
  const [slowNear] = alike(slow, small, [3]);
  const [quickNear] = alike(quick, small, [3]);
  expect(slowNear).toBeGreaterThan(0.97);
  expect(slowNear).toBeGreaterThan(quickNear);
});

test('one motif worn in two ways is two pictures, each kept until its colours change', () => {
  const other: Rgb[] = [TO[1], TO[0], ...TO.slice(2)];
  const own = sceneMotif(request());
  const worn = sceneMotif(request({ motif: 'm~turned', to: other }));
  expect(differingPixels(worn.pyramid.levels[0], own.pyramid.levels[0])).toBeGreaterThan(1000);
  expect(sceneMotif(request())).toBe(own);
  expect(sceneMotif(request({ motif: 'm~turned', to: other }))).toBe(worn);
  expect(sceneMotif(request({ texture: [0, 0, 0, 0, 0] }))).not.toBe(own);
});

test('proofed, it is what the printer makes of it, or marks what comes out far off; with no printer it is itself', () => {
  expect(differingPixels(colouredArt(request({ to: FROM, proof: 'print' })), art)).toBe(0);
  // A printer that makes everything black.
  setCube({ size: 2, rgb: new Uint8Array(24), ink: new Float32Array(8).fill(400) });
  const printed = colouredArt(request({ to: FROM, proof: 'print' }));
  expect(new Set(new Uint32Array(printed.data.buffer))).toEqual(new Set([0xff000000]));
  const warned = colouredArt(request({ to: FROM, proof: 'warn' }));
  const marks = Array.from({ length: 200 }, (_, k) => {
    const at = k * 601 * 4;
    return [...warned.data.slice(at, at + 3)].join() === '118,122,126';
  });
  expect(marks.filter(Boolean).length).toBeGreaterThan(190);
});
