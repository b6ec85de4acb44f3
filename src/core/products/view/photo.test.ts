import fc from 'fast-check';
import { expect, test } from 'vitest';
import { newRaster, type Raster } from '../../raster';
import { ArgumentError } from '../../units';
import { paintView, textureOf } from './paint';
import { photoMap, photoSchema } from './photo';

const SIZE = { width: 320, height: 240 };
type Place = { x: number; y: number };
type Four = [Place, Place, Place, Place];

/** A photograph of one colour, with what `colour` says somewhere else. */
function photograph(colour: (x: number, y: number) => [number, number, number]): Raster {
  const out = newRaster(SIZE.width, SIZE.height);
  for (let y = 0, i = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++, i += 4) out.data.set([...colour(x, y), 255], i);
  return out;
}
const pale = photograph(() => [230, 228, 222]);
const viewOf = (corners: Four, more: object = {}) =>
  photoSchema.parse({ photo: { id: 'one', ...SIZE }, corners, ...more });
const box: Four = [
  { x: 60, y: 40 },
  { x: 260, y: 40 },
  { x: 260, y: 200 },
  { x: 60, y: 200 },
];
const PRINT = { width: 100, height: 80 };

test('places on a print lie where straight lines cross in the photograph, whatever its corners', () => {
  const off = fc.double({ min: -30, max: 30, noNaN: true });
  fc.assert(
    fc.property(fc.array(fc.tuple(off, off), { minLength: 4, maxLength: 4 }), (moves) => {
      const corners = box.map((c, n) => ({ x: c.x + moves[n][0], y: c.y + moves[n][1] })) as Four;
      const map = photoMap(pale, viewOf(corners), PRINT, SIZE);
      // The middle of a rectangle in perspective is where its diagonals cross.
      const [a, b, c, d] = corners;
      const det = (c.x - a.x) * (b.y - d.y) - (c.y - a.y) * (b.x - d.x);
      const t = ((b.x - a.x) * (b.y - d.y) - (b.y - a.y) * (b.x - d.x)) / det;
      const middle = { x: a.x + t * (c.x - a.x), y: a.y + t * (c.y - a.y) };
      const at = Math.floor(middle.y) * SIZE.width + Math.floor(middle.x);
      // Within what a px spans there.
      expect(Math.abs(map.u[at] - PRINT.width / 2)).toBeLessThan(2);
      expect(Math.abs(map.v[at] - PRINT.height / 2)).toBeLessThan(2);
    }),
    { numRuns: 10 },
  );
});

test('a fold: above it and below it lie as much of the print as is told, and they meet there', () => {
  const view = viewOf(box, { fold: { left: { x: 60, y: 80 }, right: { x: 260, y: 90 }, above: 0.5 } });
  const map = photoMap(pale, view, PRINT, SIZE);
  const v = (y: number) => map.v[y * SIZE.width + 160];
  expect(v(84)).toBeLessThan(40);
  expect(v(86)).toBeGreaterThan(40);
  expect(v(86) - v(84)).toBeLessThan(3);
  expect(v(198)).toBeGreaterThan(77);
  for (let y = 45; y < 195; y++) expect(map.cover[y * SIZE.width + 160]).toBe(1);
});

test('only what has the colour of the cloth is print, in its own light and shadow', () => {
  const photo = photograph((x) => (x < 150 ? [220, 220, 216] : x < 220 ? [150, 150, 147] : [40, 90, 160]));
  const map = photoMap(photo, viewOf(box, { cloth: { hex: '#dcdcd8', near: 0.1 } }), PRINT, SIZE);
  const at = (x: number) => 120 * SIZE.width + x;
  expect(map.cover[at(100)]).toBe(1);
  expect(map.cover[at(190)]).toBe(1);
  expect(map.cover[at(240)]).toBe(0);
  // What is well lit keeps the print's own colours; the shadow is as much darker as in the photograph, in linear light.
  const out = newRaster(SIZE.width, SIZE.height);
  const red = newRaster(4, 4);
  for (let n = 0; n < 64; n += 4) red.data.set([200, 60, 50, 255], n);
  paintView(map, textureOf(red, 10, 10), { size: 1, from: { x: 0, y: 0 } }, out);
  expect(Math.abs(out.data[at(100) * 4] - 200)).toBeLessThanOrEqual(2);
  const linear = (v: number) => ((v / 255 + 0.055) / 1.055) ** 2.4;
  expect(linear(out.data[at(190) * 4]) / linear(200)).toBeCloseTo(linear(150) / linear(220), 2);
  expect([...out.data.subarray(at(240) * 4, at(240) * 4 + 3)]).toEqual([40, 90, 160]);
});

test('corners that cross, and a colour that is nowhere', () => {
  const [a, b, c, d] = box;
  expect(() => photoMap(pale, viewOf([a, c, b, d]), PRINT, SIZE)).toThrow(ArgumentError);
  expect(() => photoMap(pale, viewOf(box, { cloth: { hex: '#103060', near: 0.05 } }), PRINT, SIZE)).toThrow(
    /has that colour/,
  );
});
