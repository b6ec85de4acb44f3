import { expect, test, vi } from 'vitest';
import { pixelPlan, renderBlock, type SceneGrain } from '../../core';

class Canvas {
  data = new Uint8ClampedArray();
  getContext() {
    return {
      putImageData: (image: { data: Uint8ClampedArray<ArrayBuffer> }) => {
        this.data = image.data;
      },
    };
  }
  transferToImageBitmap = () => this;
}
vi.stubGlobal('OffscreenCanvas', Canvas);
vi.stubGlobal(
  'ImageData',
  class {
    constructor(public data: Uint8ClampedArray) {}
  },
);
const { layServices } = await import('./lay');

const half = { p: 1, q: 2 };
const cellMm = { width: 60, height: 40 };
const silhouette = {
  width: 10,
  height: 10,
  alpha: new Uint8Array(100).fill(255),
  pxMm: 1,
  widthMm: 10,
  heightMm: 10,
};
const at = (x: number, y: number) => ({ motif: 'm', x, y, angle: 0, scale: 1, mirror: false });

test('the grain laid over the screen is the grain that core renders into the file', () => {
  const ground: [number, number, number] = [200, 150, 90];
  const grain: SceneGrain = {
    ink: { texture: 'brush', sizeMm: 2, amount: 0.6 },
    cloth: { texture: 'linen', sizeMm: 1.5, amount: 0.7 },
  };
  const layout = { kind: 'brick' as const, drop: half };
  const bitmap = layServices.grain({ grain, ground, layout, cellMm, ppi: 50.8 });
  const tile = (bitmap as unknown as Canvas).data;
  const want = renderBlock(
    { ground, motifs: new Map(), placements: [], grain },
    pixelPlan(layout, cellMm, 50.8),
  );
  let most = 0;
  for (let i = 0; i < tile.length; i += 4) {
    const a = tile[i + 3] / 255;
    for (let c = 0; c < 3; c++) {
      most = Math.max(most, Math.abs(tile[i + c] * a + ground[c] * (1 - a) - want.data[i + c]));
    }
  }
  expect(tile).toHaveLength(want.data.length);
  expect(most).toBeLessThanOrEqual(2.5);
});

test('how even each layout is: overlaps told by a smallest gap of nothing, one thing alone by no spread', () => {
  const request = {
    silhouettes: [['m', silhouette] as [string, typeof silhouette]],
    placements: [at(15, 10), at(45, 30)],
    locked: [],
    reserves: [],
    layout: { kind: 'straight' as const, drop: half },
    cellMm,
  };
  const [straight, drop, diamond] = layServices.evenness(request, [
    { kind: 'straight', drop: half },
    { kind: 'half-drop', drop: half },
    { kind: 'diamond', drop: half },
  ]);
  expect(straight.spread).toBeCloseTo(0, 6);
  // Both pieces at the same places as their copies' middles: 30 across and 20 down apart.
  expect(straight.smallestMm ?? 0).toBeGreaterThan(20);
  expect(drop.smallestMm).not.toBeNull();
  expect(diamond.smallestMm).toBe(0);
  const alone = layServices.evenness({ ...request, placements: [at(15, 10)] }, [request.layout]);
  expect(alone[0].spread).toBeNull();
});
