import { expect, test } from 'vitest';
import { seededRandom } from '../lay';
import { differingPixels, newRaster, type Raster } from '../raster';
import { liftPiece } from './lift';

const N = 400;
const PX_MM = 8;
const INK = [125, 36, 56];

/** A grainy paper in uneven light with a disc on it, and how much of each pixel the disc covers. */
function drawn(clear = false): { picture: Raster; cover: Uint8Array; paper: Raster } {
  const random = seededRandom(3);
  const [picture, paper] = [newRaster(N, N), newRaster(N, N)];
  const cover = new Uint8Array(N * N);
  for (let p = 0; p < N * N; p++) {
    const [x, y] = [p % N, Math.floor(p / N)];
    const share = Math.min(1, Math.max(0, 60.5 - Math.hypot(x - 180, y - 220)));
    cover[p] = Math.round(255 * share);
    const grain = 10 * (random() + random() - 1) + 12 * Math.sin((2 * Math.PI * x) / N);
    const ground = [226 + grain, 214 + grain, 190 + grain];
    paper.data.set([...ground, 255], p * 4);
    const seen = ground.map((g, c) => g + (INK[c] - g) * share);
    if (!clear) picture.data.set([...seen, 255], p * 4);
    else if (cover[p]) picture.data.set([...INK, cover[p]], p * 4);
  }
  return { picture, cover, paper };
}
const none = new Uint8Array(N * N);

test('a piece laid back where it was is the picture again; its place is as grainy and as light as the paper was', () => {
  const { picture, cover, paper } = drawn();
  const before = { ...picture, data: picture.data.slice() };
  const { art, healed } = liftPiece(picture, { cover, others: none }, PX_MM);
  expect(differingPixels(picture, before)).toBe(0);
  let far = 0;
  // How much pixels differ from those beside them, and by how much blocks of 16 x 16 are off the paper.
  const [is, was, off] = [[], [], []] as number[][];
  for (let p = 0; p < N * N; p++) {
    const a = art.data[p * 4 + 3] / 255;
    const back = art.data[p * 4] * a + healed.data[p * 4] * (1 - a);
    if (Math.abs(back - picture.data[p * 4]) > 2) far++;
    if (cover[p] < 250) continue;
    is.push((healed.data[p * 4] - healed.data[p * 4 + 4]) ** 2);
    was.push((paper.data[p * 4] - paper.data[p * 4 + 4]) ** 2);
  }
  expect(far / (N * N)).toBeLessThan(0.01);
  const mean = (v: number[]) => v.reduce((s, x) => s + x, 0) / v.length;
  expect(mean(is) / mean(was)).toBeGreaterThan(0.85);
  expect(mean(is) / mean(was)).toBeLessThan(1.15);
  for (const [bx, by] of [
    [150, 190],
    [172, 212],
    [200, 240],
  ]) {
    let sum = 0;
    for (let k = 0; k < 256; k++) {
      const p = ((by + (k >> 4)) * N + bx + (k & 15)) * 4;
      sum += (healed.data[p] - paper.data[p]) / 256;
    }
    off.push(Math.abs(sum));
  }
  expect(Math.max(...off)).toBeLessThan(4);
  // The cut-out itself: opaque inside, clear away from it, its rim of its own colour.
  expect(art.data[(220 * N + 180) * 4 + 3]).toBe(255);
  expect(art.data[(20 * N + 20) * 4 + 3]).toBe(0);
  const rim = Array.from({ length: N * N }, (_, p) => p).filter(
    (p) => art.data[p * 4 + 3] > 60 && art.data[p * 4 + 3] < 250,
  );
  const unlike = rim.map((p) => Math.abs(art.data[p * 4 + 1] - INK[1])).sort((a, b) => a - b);
  expect(unlike[unlike.length >> 1]).toBeLessThan(12);
});

test('off a see-through picture it is taken as it is; nothing to lift and nothing to heal with are refused', () => {
  const { picture, cover } = drawn(true);
  const { art, healed } = liftPiece(picture, { cover, others: none }, PX_MM);
  expect(differingPixels(art, picture)).toBe(0);
  expect(healed.data.every((v) => v === 0)).toBe(true);
  expect(() => liftPiece(picture, { cover: none, others: none }, PX_MM)).toThrow('nothing to lift');
  const all = new Uint8Array(N * N).fill(255);
  expect(() => liftPiece(drawn().picture, { cover: all, others: none }, PX_MM)).toThrow('ground');
});
