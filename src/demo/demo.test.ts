import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import {
  extractPalette,
  type FoundPage,
  findPage,
  labDistance,
  leanOf,
  oklabOf,
  projectSchema,
  rgbOfHex,
  sha256Of,
  splitPieces,
} from '../core';

const project = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
const sheet = readFileSync('public/demo/kite-weather-sheet.jpg');

describe('Kite Weather', () => {
  test('is a half-drop of at least 14 placements in four colourways, every motif in use', () => {
    expect(project.layout).toEqual({ kind: 'half-drop', drop: { p: 1, q: 2 } });
    expect(project.placements.length).toBeGreaterThanOrEqual(14);
    expect(project.colourways.map((c) => c.name)).toEqual(['Brisk', 'Lull', 'Dusk', 'Squall']);
    const used = new Set(project.placements.map((p) => p.motif));
    expect(project.motifs.filter((m) => !used.has(m.id))).toEqual([]);
  });

  test.each([
    ['public/demo/kite-weather-sheet.jpg', 'lines', 1.2],
    ['public/demo/samples/kites-600.jpg', 'lines', -0.8],
    ['public/demo/samples/line-drawing.jpg', 'lines', 0],
    ['public/demo/samples/phone-photo.jpg', 'outline', 2.9],
  ])('%s: the page is found by its %s, leaning by %f degrees as it was made', async (file, by, lean) => {
    const { data, info } = await sharp(file)
      .rotate()
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const found = findPage({ width: info.width, height: info.height, data: new Uint8ClampedArray(data) });
    expect(found?.by).toBe(by);
    expect(Math.abs(leanOf((found as FoundPage).corners) - lean)).toBeLessThan(0.16);
  });

  test('its pictures are the ones it names, and what intake cuts from the sheet today', async () => {
    expect(await sha256Of(new Uint8Array(sheet))).toBe(project.sheets[0].asset);
    const { data, info } = await sharp(sheet).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const page = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
    const pieces = splitPieces(page, project.sheets[0].ppi, project.sheets[0].settings);
    expect(pieces.map((p) => [p.art.width, p.art.height])).toEqual(
      project.motifs.map((m) => [m.width, m.height]),
    );
    for (const [n, { asset }] of project.motifs.entries()) {
      const file = readFileSync(`public/demo/assets/${asset}.png`);
      expect(await sha256Of(new Uint8Array(file))).toBe(asset);
      const shipped = await sharp(file).ensureAlpha().extractChannel(3).raw().toBuffer();
      let apart = 0;
      for (let p = 0; p < shipped.length; p++)
        apart += Math.abs(shipped[p] - pieces[n].art.data[p * 4 + 3]) / 255;
      expect(apart / shipped.length).toBeLessThan(0.01);
    }

    const { inks } = extractPalette(pieces.map((p) => p.art));
    expect(inks).toHaveLength(project.inks.length - 1);
    for (const { rgb } of inks) {
      const near = project.inks
        .slice(1)
        .map((i) => labDistance(oklabOf(...rgb), oklabOf(...rgbOfHex(i.hex))));
      expect(Math.min(...near)).toBeLessThan(0.01);
    }
  });
});
