import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { each } from '../../../../tests/each';
import { latticeOf, nearestCopy, pixelPlan, uprightTurns } from '../../lattice';
import { newRaster, pyramidOf } from '../../raster';
import { renderBlock, renderWindow, type Scene } from '../../render';
import {
  apply,
  cellOf,
  motifOf,
  newProject,
  type Project,
  projectSchema,
  scenePlacements,
  turnDesign,
  whyNotTurned,
} from '..';

const demo = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
const art = newRaster(60, 40);
for (let y = 0; y < 40; y++)
  for (let x = 0; x < 60; x++)
    art.data.set([x * 4, y * 6, 120, Math.hypot(x / 30 - 1, y / 20 - 1) < 0.9 ? 255 : 0], (y * 60 + x) * 4);
const motifs: Scene['motifs'] = new Map([['m', { pyramid: pyramidOf(art), ppi: 120 }]]);
const laid = (id: string, x: number, y: number, angle: number, mirror = false) => ({
  ...{ id, motif: 'm', x, y, angle, mirror, scale: 1 },
});
const bolt: Project = {
  ...newProject('b', 'B'),
  brief: { widthMm: 50.8, heightMm: 50.8, ppi: 150, unit: 'in' },
  motifs: [motifOf({ id: 'm', name: 'M', asset: 'a'.repeat(64), width: 60, height: 40, ppi: 120 })],
  placements: [laid('a', 14, 11, 20), laid('b', 38, 30, -75, true)],
};

test('turned by a quarter it is the picture that another library turns; by an angle it is that picture within a level', async () => {
  const scene = (p: Project): Scene => ({
    ground: [240, 230, 210],
    motifs,
    placements: scenePlacements(p),
  });
  const [quarter] = uprightTurns(bolt.layout, cellOf(bolt)).filter((t) => t.angle === 90);
  const turned = apply(bolt, turnDesign(quarter));
  const was = renderBlock(scene(bolt), pixelPlan(bolt.layout, cellOf(bolt), 150));
  const now = renderBlock(scene(turned), pixelPlan(turned.layout, cellOf(turned), 150));
  const by = await sharp(Buffer.from(was.data), {
    raw: { width: was.width, height: was.height, channels: 4 },
  })
    .rotate(90)
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([now.width, now.height]).toEqual([by.info.width, by.info.height]);
  let off = 0;
  for (let n = 0; n < by.data.length; n++) off += Math.abs((by.data[n] ?? 0) - (now.data[n] ?? 0));
  expect(off / by.data.length).toBeLessThan(0.5);

  const [aslant] = uprightTurns(bolt.layout, cellOf(bolt)).filter(
    (t) => Math.abs(t.angle) > 1 && Math.abs(t.angle) < 89,
  );
  const leaning = apply(bolt, turnDesign(aslant));
  const PPI = 300;
  const window = renderWindow(scene(bolt), pixelPlan(bolt.layout, cellOf(bolt), PPI), 1400, 1400);
  const around = await sharp(Buffer.from(window.data), { raw: { width: 1400, height: 1400, channels: 4 } })
    .rotate(aslant.angle, { background: '#000' })
    .raw()
    .toBuffer({ resolveWithObject: true });
  // A place that is well within the turned picture, and where it is on the turned cloth: about the corner of the window.
  const [c, s] = [Math.cos((aslant.angle * Math.PI) / 180), Math.sin((aslant.angle * Math.PI) / 180)];
  const corner = {
    x: around.info.width / 2 - (c * 700 - s * 700),
    y: around.info.height / 2 - (s * 700 + c * 700),
  };
  const plan = pixelPlan(leaning.layout, cellOf(leaning), PPI);
  const block = renderBlock(scene(leaning), plan);
  const [w, h] = [plan.block.width, plan.block.height];
  let [sum, count] = [0, 0];
  for (let y = -200; y < 200; y++)
    for (let x = -200; x < 200; x++) {
      const at = { x: Math.round(around.info.width / 2) + x, y: Math.round(around.info.height / 2) + y };
      const to = { x: Math.round(at.x - corner.x), y: Math.round(at.y - corner.y) };
      const [i, j] = [((to.x % w) + w) % w, ((to.y % h) + h) % h];
      for (let k = 0; k < 3; k++) {
        sum += Math.abs(
          (around.data[(at.y * around.info.width + at.x) * 4 + k] ?? 0) -
            (block.data[(j * w + i) * 4 + k] ?? 0),
        );
        count++;
      }
    }
  expect(sum / count).toBeLessThan(6);
});

test('whatever the turn, placements keep their distances from each other; what lies upright is not turned', () => {
  for (const turn of each(uprightTurns(demo.layout, cellOf(demo)))) {
    const turned = apply(demo, turnDesign(turn));
    const [from, to] = [latticeOf(demo.layout, cellOf(demo)), latticeOf(turned.layout, cellOf(turned))];
    const [first, ...others] = demo.placements;
    const moved = new Map(turned.placements.map((p) => [p.id, p]));
    for (const p of each(others)) {
      const q = nearestCopy(from, p, first);
      const a = moved.get(first.id);
      const b = moved.get(p.id);
      if (!a || !b) throw new Error('A placement is gone.');
      const r = nearestCopy(to, b, a);
      expect(Math.hypot(r.x - a.x, r.y - a.y)).toBeCloseTo(Math.hypot(q.x - first.x, q.y - first.y), 6);
    }
  }
  expect(whyNotTurned(demo)).toBe('');
  const drawn = projectSchema.parse(JSON.parse(readFileSync('public/demo/wind-lines.json', 'utf8')));
  expect(whyNotTurned(drawn)).toMatch(/lie upright/);
  const [turn] = uprightTurns(demo.layout, cellOf(demo));
  expect(() => apply(drawn, turnDesign(turn))).toThrow(/lie upright/);
});
