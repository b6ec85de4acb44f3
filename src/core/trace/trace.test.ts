import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import type { Rgb } from '../colour';
import { newRaster, type Raster } from '../raster';
import { svgOf, traceArt, traceDifference } from '.';

const NAVY: Rgb = [31, 43, 74];
const OCHRE: Rgb = [220, 156, 55];
const inks = [
  { name: 'Line & "ink"', rgb: NAVY },
  { name: 'Ochre', rgb: OCHRE },
];

/** An ochre disc with a navy disc on it, soft-edged. */
function art(size: number, r: number, inner: number): Raster {
  const out = newRaster(size, size);
  const m = size / 2;
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      const d = Math.hypot(x + 0.5 - m, y + 0.5 - m);
      const outer = Math.max(0, Math.min(1, r - d + 0.5));
      const mid = Math.max(0, Math.min(1, inner - d + 0.5));
      out.data.set([...OCHRE.map((v, c) => v + (NAVY[c] - v) * mid), outer * 255], (y * size + x) * 4);
    }
  }
  return out;
}

async function drawn(svg: string, size: number): Promise<Raster> {
  const { data } = await sharp(Buffer.from(svg))
    .resize(size, size)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: size, height: size, data: new Uint8ClampedArray(data) };
}

describe('tracing', () => {
  test('drawn again by another program, the outlines are the art: area, colour, no seam between plates', async () => {
    const source = art(200, 80, 45);
    const plates = traceArt(source, inks, { smooth: 0.8, smallestPx: 4 });
    expect(plates.map((p) => p.name)).toEqual(['Ochre', 'Line & "ink"']);
    const back = await drawn(svgOf(plates, { width: 200, height: 200, ppi: 100 }), 200);
    const cover = (r: Raster) => r.data.reduce((s, v, i) => (i % 4 === 3 ? s + v / 255 : s), 0);
    expect(Math.abs(cover(back) / cover(source) - 1)).toBeLessThan(0.01);
    let seams = 0;
    for (let p = 0; p < 200 * 200; p++) {
      const d = Math.hypot((p % 200) - 99.5, Math.floor(p / 200) - 99.5);
      if (d < 77 && back.data[p * 4 + 3] < 255) seams++;
    }
    expect(seams).toBe(0);
    expect([...back.data.subarray((100 * 200 + 100) * 4, (100 * 200 + 100) * 4 + 3)]).toEqual(NAVY);
    const { share, mean } = traceDifference(source, back, [255, 255, 255]);
    expect(share).toBeLessThan(0.02);
    expect(mean).toBeLessThan(0.02);
  });

  test('a circle of any size needs few curves and stays within the smoothness asked for', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 90 }), (r) => {
        const [plate] = traceArt(art(200, r, 0), [inks[1]], { smooth: 1, smallestPx: 4 });
        expect(plate.curves).toBeLessThanOrEqual(12);
        const ends = [...plate.path.matchAll(/(-?[\d.]+) (-?[\d.]+)(?=C|Z)/g)].map((m) =>
          Math.hypot(Number(m[1]) - 100, Number(m[2]) - 100),
        );
        expect(ends.length).toBeGreaterThan(3);
        for (const d of ends) expect(Math.abs(d - r)).toBeLessThan(1);
      }),
      { numRuns: 12 },
    );
  });

  test('the file says its size in mm and its plates by name, with nothing left unescaped', () => {
    const svg = svgOf(traceArt(art(120, 50, 20), inks, { smooth: 1, smallestPx: 4 }), {
      width: 120,
      height: 120,
      ppi: 300,
    });
    expect(svg).toContain('width="10.16mm" height="10.16mm" viewBox="0 0 120 120"');
    expect(svg).toContain('<title>Line &#38; &#34;ink&#34;</title>');
    expect(svg.match(/<g /g)).toHaveLength(2);
  });

  test('a difference is seen where it is; options below 0 are refused', () => {
    const source = art(60, 20, 0);
    const other = art(60, 25, 0);
    const { share, picture } = traceDifference(source, other, [255, 255, 255]);
    expect(share).toBeGreaterThan(0.2);
    const at = (x: number, y: number) => [...picture.data.subarray((y * 60 + x) * 4, (y * 60 + x) * 4 + 3)];
    expect(at(52, 30)[0] - at(52, 30)[1]).toBeGreaterThan(60);
    expect(at(30, 30)[0]).toBe(at(30, 30)[1]);
    expect(() => traceArt(source, inks, { smooth: 0, smallestPx: 1 })).toThrow(/above 0/);
  });
});
