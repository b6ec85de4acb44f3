import { expect, test } from 'vitest';
import {
  type KnownShape,
  knownShape,
  laid,
  motifOf,
  rasterOf,
  trueGap,
} from '../../../../tests/gaps/known-shapes';
import { type Outline, outlineOf, SilhouetteIndex, seededRandom } from '../../lay';
import { reduceTo } from '../../raster';
import type { Placed } from '../../render';
import { outlineOfArt } from '..';

type Told = { told: number; gap: number };

/** Pairs of shapes some mm apart, turned and sized at random: the gap that is told, and the true one. */
async function pairs(seed: number, outlineFor: (shape: KnownShape) => Promise<Outline>): Promise<Told[]> {
  const random = seededRandom(seed);
  const out: Told[] = [];
  for (let n = 0; n < 30; n++) {
    const shapes = [0, 1].map((k) =>
      knownShape(n + 2 * k + (n % 3), 12 + random() * 70, [150, 300, 300, 600][n % 4], n * 7 + k),
    );
    const outlines = new Map<string, Outline>();
    for (const [k, shape] of shapes.entries()) outlines.set(`m${k}`, await outlineFor(shape));
    for (let tries = 0; tries < 12; tries++) {
      const lay = (motif: string, x: number, y: number): Placed => ({
        ...{ motif, x, y, angle: random() * 360 },
        ...{ scale: 0.4 + random() * 0.8, mirror: random() < 0.5 },
      });
      const a = lay('m0', 300, 300);
      const [t, d] = [random() * 6.3, 10 + random() * 60];
      const b = lay('m1', 300 + d * Math.cos(t), 300 + d * Math.sin(t));
      const gap = trueGap(laid(shapes[0], a), laid(shapes[1], b));
      if (gap < 0.4 || gap > 15) continue;
      const silhouettes = new SilhouetteIndex(
        { kind: 'straight', drop: { p: 0, q: 1 } },
        { width: 600, height: 600 },
        outlines,
      );
      silhouettes.add(a);
      silhouettes.add(b);
      out.push({ told: silhouettes.nearest(0)?.gap ?? 0, gap });
    }
  }
  return out;
}

test('gaps between silhouettes are told as they are: within 0.1 mm on the whole, none off by more than 0.3 mm or 2 %', async () => {
  const all = await pairs(20, async (shape) => outlineOfArt(await motifOf(shape)));
  expect(all.length).toBeGreaterThan(60);
  const errors = all.map(({ told, gap }) => told - gap);
  expect(Math.abs(errors.reduce((s, e) => s + e, 0) / all.length)).toBeLessThan(0.1);
  expect(Math.max(...errors)).toBeLessThan(0.05);
  for (const { told, gap } of all) expect(Math.abs(told - gap)).toBeLessThan(Math.max(0.3, 0.02 * gap));
});

test('what is laid by a small silhouette, of 1281 px art too, is never nearer than it says', async () => {
  const all = await pairs(21, async (shape) => {
    const art = await rasterOf(shape);
    const { raster, factor } = reduceTo(art, 240);
    const mm = (px: number) => (px / shape.ppi) * 25.4;
    const alpha = Uint8Array.from({ length: raster.width * raster.height }, (_, p) => raster.data[p * 4 + 3]);
    const { width, height } = raster;
    return outlineOf({
      width,
      height,
      alpha,
      pxMm: mm(factor),
      widthMm: mm(art.width),
      heightMm: mm(art.height),
    });
  });
  expect(Math.max(...all.map(({ told, gap }) => told - gap))).toBeLessThan(0.05);
});
