import { describe, expect, test } from 'vitest';
import { eyeCloth, sceneOf } from '../../../../tests/eye/cloths';
import { planted } from '../../../../tests/eye/faults';
import { isThere, look } from '../../../../tests/eye/judge';
import { flattened, lookFlat } from '../../../../tests/pieces/flattened';
import { pixelPlan } from '../../lattice';
import { newRaster, pyramidOf, type Raster } from '../../raster';
import type { Scene, SceneLayer } from '../../render';
import { runCheck, wordsOf } from '..';

const cloth = eyeCloth('relaxed', 2, 5, [16]);
const plan = pixelPlan({ kind: 'straight', drop: { p: 1, q: 2 } }, cloth.cell, 150);
const scene = sceneOf({ ...cloth, layout: plan.layout }, cloth.torus.all());

/** A wash; with `torn` its right edge is much lighter than its left. */
function wash(side: number, torn: boolean): Raster {
  const out = newRaster(side, side);
  for (let p = 0; p < side * side; p++) {
    const [x, y] = [p % side, Math.floor(p / side)];
    const t =
      170 +
      12 * Math.cos((2 * Math.PI * x) / side) * Math.cos((2 * Math.PI * y) / side) +
      (torn ? (50 * x) / side : 0);
    out.data.set([t, t - 10, t - 30, 255], p * 4);
  }
  return out;
}
/** Threads across and down: a net, and nothing that stands on it. */
function plaid(): Raster {
  const out = newRaster(300, 300);
  for (let p = 0; p < 90_000; p++) {
    const [x, y] = [(p % 300) % 30 < 12, Math.floor(p / 300) % 30 < 12];
    out.data.set(x && y ? [60, 40, 90, 255] : x || y ? [150, 60, 60, 255] : [230, 200, 150, 255], p * 4);
  }
  return out;
}
const withLayer = (layer: SceneLayer, art: Raster, ppi: number): Scene => ({
  ...scene,
  motifs: new Map([...scene.motifs, ['layer', { pyramid: pyramidOf(art), ppi }]]),
  layers: [layer, { kind: 'placements' }],
});
const tile = (size: { width: number; height: number } | null, texture = true): SceneLayer => ({
  kind: 'tile',
  art: 'layer',
  size,
  texture,
});
const third = { width: cloth.cell.width / 3, height: cloth.cell.height / 3 };
const named = {
  motifs: [],
  placements: [],
  inks: [],
  checking: { product: 'cloth' },
  layers: [{ id: 'layer', picture: 'p' }],
  pictures: [{ id: 'p', name: 'Sea wash' }],
};
const told = (s: Scene) => runCheck(s, plan).findings.filter((f) => 'layer' in f);

describe('drawings and tiles as wholes', () => {
  test('a sound texture under all brings nothing to look at, and what lies on it is judged as before', () => {
    const plain = runCheck(scene, plan);
    const on = runCheck(withLayer(tile(third), wash(720, false), 300), plan);
    expect(on.findings.filter((f) => 'layer' in f)).toEqual([]);
    expect([on.evenness !== null, on.unjudged]).toEqual([true, plain.unjudged]);
  });

  test('one that does not line up, that breaks, or that has too few pixels is told by name, with what to do', () => {
    const off = told(
      withLayer(tile({ width: third.width * 1.05, height: third.height }), wash(720, false), 300),
    );
    expect(off.map((f) => f.kind)).toEqual(['tile-off']);
    expect(wordsOf(off[0], named).title).toContain('Sea wash');
    expect(wordsOf(off[0], named).why).toContain('4.8\u00a0% smaller');
    expect(told(withLayer(tile(third), wash(720, true), 300)).map((f) => f.kind)).toEqual(['tile-join']);
    expect(told(withLayer(tile(third), wash(60, false), 40)).map((f) => f.kind)).toEqual(['coarse-picture']);
  });

  test('with a picture on it that cannot be told apart no gap is judged, no score is given, and it says so', () => {
    const drawing: SceneLayer = { kind: 'drawing', art: 'layer', x: 20, y: 20, scale: 5 };
    const report = runCheck(withLayer(drawing, plaid(), 150), plan);
    expect([report.evenness, report.medianGapMm, report.gapsMm]).toEqual([null, null, []]);
    expect(report.unjudged[0]).toContain('the drawing is not told apart piece by piece');
    expect(
      report.findings.every((f) => !['bare-patch', 'lane', 'row', 'near-touch', 'twins'].includes(f.kind)),
    ).toBe(true);
    const diamond = pixelPlan({ kind: 'diamond', drop: { p: 1, q: 2 } }, cloth.cell, 150);
    const joined = withLayer(tile(null, false), wash(600, false), 300);
    expect(runCheck(joined, diamond).unjudged.some((u) => u.startsWith('Joins of the tile'))).toBe(true);
    const drop = pixelPlan({ kind: 'half-drop', drop: { p: 1, q: 2 } }, cloth.cell, 150);
    expect(runCheck(joined, drop).findings.some((f) => f.kind === 'tile-join')).toBe(true);
  });
});

test('a cloth with a fault that is flattened into one picture is told the same fault at the same place', async () => {
  const made = eyeCloth('relaxed', 0, 5, [16]);
  const spoilt = planted(made, 'bare-patch', 11);
  if (!spoilt) throw new Error('Nothing was planted.');
  const report = lookFlat(made, await flattened(made, spoilt.pieces, 'textured', 1, 100));
  expect(report.pictures[0].doubt).toBeNull();
  const there = report.findings.filter((f) => f.kind === 'bare-patch' && isThere(f, spoilt, made));
  expect(there).toHaveLength(1);
  expect(there[0].drawn).toBe(true);
  const laid = look(made, spoilt.pieces).findings.find((f) => f.kind === 'bare-patch');
  if (laid?.kind === 'bare-patch' && there[0].kind === 'bare-patch')
    expect(Math.abs(there[0].widthMm - laid.widthMm)).toBeLessThan(0.3);
}, 60_000);

test('a piece that a person cut in two is not told to touch itself, nor to be twins', () => {
  const board = newRaster(300, 300);
  for (let p = 0; p < 90_000; p++) {
    const [x, y] = [2 * (p % 300) + 0.5, 2 * Math.floor(p / 300) + 0.5];
    // Nine ovals of three sizes, on paper.
    const [i, j] = [Math.floor(x / 200), Math.floor(y / 200)];
    const r = 45 + 15 * ((i + j) % 3);
    const ink = Math.hypot((x % 200) - 100 - 12 * (j - 1), ((y % 200) - 100 + 9 * i) / 0.8) < r;
    board.data.set(ink ? [120 - 40 * i, 40 + 30 * j, 60, 255] : [247, 239, 220, 255], p * 4);
  }
  const middle = { x: 100 / 600, y: 100 / 600 };
  const cuts = [
    [
      { x: middle.x, y: 0 },
      { x: middle.x, y: 2 * middle.y },
    ],
  ];
  const layer = { ...tile(null, false), marks: { joins: [], cuts, ground: [] } };
  const alone = (of: SceneLayer): Scene => ({ ...withLayer(of, board, 75), placements: [] });
  const [whole, cut] = [tile(null, false), layer].map((l) => runCheck(alone(l), plan));
  expect([whole, cut].map((r) => r.pictures[0].pieces.length)).toEqual([9, 10]);
  const close = (r: typeof cut) =>
    r.findings.filter((f) => ['near-touch', 'overlap', 'twins'].includes(f.kind));
  expect(close(cut).length).toBeLessThanOrEqual(close(whole).length);
});
