import { expect, test } from 'vitest';
import { latticeOf, nearestCopy, pixelPlan } from '../../lattice';
import { SilhouetteIndex } from '../../lay';
import { newRaster, pyramidOf, type Raster } from '../../raster';
import type { Scene } from '../../render';
import { layingOutlineOf, runCheck } from '..';
import { asThings, cellPicture } from './as-things';
import { plantFault, toldAs } from './plant';

const layout = { kind: 'straight', drop: { p: 1, q: 2 } } as const;
const cell = { width: 100, height: 100 };
const full = pixelPlan(layout, cell, 152.4);
const picture = (art: Raster, ppi: number): Scene => ({
  ...{ ground: [255, 255, 255], placements: [] },
  motifs: new Map([['picture', { pyramid: pyramidOf(art), ppi }]]),
  layers: [{ kind: 'placements' }, { kind: 'tile', art: 'picture', size: null, texture: false }],
});

/** Thirty-six ovals of three sizes in a loose net, on paper. */
function board(): Raster {
  const out = newRaster(300, 300);
  for (let p = 0; p < 90_000; p++) {
    const [x, y] = [2 * (p % 300) + 0.5, 2 * Math.floor(p / 300) + 0.5];
    const [i, j] = [Math.floor(x / 100), Math.floor(y / 100)];
    const r = 22 + 5 * ((2 * i + j) % 3);
    const [dx, dy] = [12 * Math.sin(3 * i + 5 * j), 12 * Math.cos(7 * i + 2 * j)];
    const isInk = Math.hypot((x % 100) - 50 - dx, ((y % 100) - 50 - dy) / (0.7 + 0.1 * ((i + j) % 4))) < r;
    out.data.set(isInk ? [120 - 15 * i, 40 + 15 * j, 60, 255] : [247, 239, 220, 255], p * 4);
  }
  return out;
}

test('a fault is planted in what is drawn, drawn anew, and told where it was planted', () => {
  const { scene, isDrawn } = asThings(picture(board(), 76.2), full);
  expect([isDrawn, scene.placements.length]).toEqual([true, 36]);
  const outlines = new Map([...scene.motifs].map(([id, art]) => [id, layingOutlineOf(art)]));
  const silhouettes = new SilhouetteIndex(layout, cell, outlines);
  for (const p of scene.placements) silhouettes.add(p);
  for (const fault of ['bare-patch', 'near-touch', 'heavy']) {
    const planted = plantFault(silhouettes, fault, new Map(), 11);
    const { raster, ppi } = cellPicture(scene, planted.placements, full);
    const there = runCheck(picture(raster, ppi), full).findings.filter((f) => {
      const at = nearestCopy(latticeOf(layout, cell), planted.at, f.at);
      return toldAs(fault).includes(f.kind) && Math.hypot(at.x - f.at.x, at.y - f.at.y) < 8;
    });
    expect([fault, there.length > 0]).toEqual([fault, true]);
  }
});

test('what cannot be told apart is no cloth to practise on', () => {
  const noise = newRaster(300, 300);
  for (let p = 0; p < 90_000; p++)
    noise.data.set([(p * 73) % 251, (p * 31) % 239, (p * 17) % 199, 255], p * 4);
  expect(() => asThings(picture(noise, 76.2), full)).toThrow(/cannot be told apart/);
});
