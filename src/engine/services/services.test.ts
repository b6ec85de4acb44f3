import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { artStore, sourceOf } from '../../../tests/art-source';
import { encodePng, newRaster, type Rgb, sha256Of } from '../../core';
import { drawSvg, startSvg } from '../art/svg';
import type { SceneRequest } from '../protocol';
import { services } from '.';

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

const files = new Map([[asset, encodePng(tile(), 100)]]);
const source = sourceOf(files);

describe('the file sent', () => {
  test('is in the colours asked for, on its ground, and its proof says what another decoder sees', async () => {
    const steps: number[] = [];
    const { file, proof } = await services.send.exportPicture(
      request([[10, 200, 30], BLUE], [240, 230, 210]),
      { format: 'png', sheet: null, from: { x: 0, y: 0 } },
      (s) => steps.push(s),
      source,
    );
    expect(proof).toMatchObject({
      width: 100,
      height: 200,
      ppi: 100,
      alpha: false,
      joins: true,
      faithful: true,
      bytes: file.size,
    });
    expect(proof.sha256).toBe(await sha256Of(new Uint8Array(await file.arrayBuffer())));
    const { data, info } = await sharp(await file.arrayBuffer())
      .raw()
      .toBuffer({ resolveWithObject: true });
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
    const { file, proof } = await services.send.exportPicture(
      request([RED, BLUE], null),
      { format: 'png', sheet: null, from: { x: 0, y: 0 } },
      () => {},
      source,
    );
    expect(proof.alpha).toBe(true);
    const { data } = await sharp(await file.arrayBuffer())
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect(data[3]).toBe(0);
    expect([...data.subarray((47 * 100 + 35) * 4, (47 * 100 + 35) * 4 + 4)]).toEqual([...RED, 255]);
  });
});

test('an SVG is drawn by another library as the sheet that was asked for', async () => {
  await startSvg(readFileSync('node_modules/@resvg/resvg-wasm/index_bg.wasm'));
  const cloth = request([RED, BLUE], [240, 230, 210]);
  const ask = { sheet: { width: 230, height: 260 }, from: { x: 30, y: 10 } };
  const svg = await services.send.exportPicture(cloth, { format: 'svg', ...ask }, () => {}, source);
  expect(svg.proof).toMatchObject({
    width: 230,
    height: 260,
    ppi: 100,
    alpha: false,
    joins: true,
    faithful: true,
  });
  const png = await services.send.exportPicture(cloth, { format: 'png', ...ask }, () => {}, source);
  const want = await sharp(await png.file.arrayBuffer())
    .raw()
    .toBuffer();
  const drawn = await drawSvg(await svg.file.text(), 230);
  expect([drawn.width, drawn.height]).toEqual([230, 260]);
  let off = 0;
  for (let p = 0; p < 230 * 260; p++)
    for (let c = 0; c < 3; c++) off += Math.abs(drawn.data[p * 4 + c] - want[p * 3 + c]);
  expect(off / want.length).toBeLessThan(0.5);
});

test('inks, check and wrap proof over the art of the files', async () => {
  const [art] = request([RED, BLUE], null).arts;
  const { inks } = await services.colour.palette([art, art], undefined, source);
  expect(inks.map((f) => f.rgb)).toEqual(expect.arrayContaining([RED, BLUE]));
  expect((await services.check.check(request([RED, BLUE], null), {}, source)).cover).toBeGreaterThan(0.1);
  const proof = await services.cloth.proveWrap(request([RED, BLUE], [1, 2, 3]), () => {}, source);
  expect(proof.exact).toBe(true);
});

test('art whose file cannot be had is a plain error', async () => {
  const lost = artStore().source(async () => {
    throw new Error('not on this machine');
  });
  const odd = {
    ...request([RED, BLUE], null),
    arts: [{ motif: 'm', asset: 'f'.repeat(64), ppi: 100, from: [], to: [] }],
  };
  await expect(services.check.check(odd, {}, lost)).rejects.toThrow(/not on this machine/);
});
