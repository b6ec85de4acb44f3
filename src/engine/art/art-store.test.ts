import { beforeAll, expect, test } from 'vitest';
import { sourceOf } from '../../../tests/art-source';
import { alike, drawShapes, randomInks, randomShapes } from '../../../tests/inks/make-art';
import { soon } from '../../../tests/soon';
import {
  differingPixels,
  encodePng,
  finestLevel,
  levelsToRender,
  type ProofCube,
  platesOf,
  pyramidIn,
  pyramidOf,
  type Raster,
  type Rgb,
  recolour,
  reduceTo,
  runCheck,
  straightOf,
} from '../../core';
import type { ArtRequest, SceneRequest } from '../protocol';
import { artServices } from '../services/art';
import { type ArtMaker, ArtStore, firstKept } from './art-store';
import { coloured, colouredSmall } from './coloured';
import { motifsOf, planOf, ppisOf, sceneToCheck, sceneToPrint } from './scene';
import { type ArtSource, plainOf } from './shared-art';

const asset = 'd'.repeat(64);
const [FROM, TO] = [randomInks(5, 3), randomInks(5, 77)];
let art: Raster;
let wanted: Raster;
let png: Uint8Array<ArrayBuffer>;
let source: ArtSource;

beforeAll(async () => {
  const shapes = randomShapes(5, 3, 30);
  art = await drawShapes(shapes, FROM, { side: 30, ppi: 300 });
  wanted = await drawShapes(shapes, TO, { side: 30, ppi: 300 });
  png = encodePng(art, 300);
  source = sourceOf(new Map([[asset, png]]));
});

const request = (change: Partial<ArtRequest> = {}): ArtRequest => ({
  motif: 'm',
  asset,
  ppi: 300,
  from: FROM,
  to: TO,
  ...change,
});
const levelOf = async (ask: ArtRequest, n: number) => {
  const [shared] = await source.levels([{ art: ask, wanted: [{ scale: 1 / 2 ** n }] }]);
  return straightOf(pyramidIn(shared.bytes, shared).levels[n]);
};

test('art in its own inks is the art; in others it is as if drawn in them, the same whole and level by level', async () => {
  const own = request({ to: FROM });
  expect(differingPixels(await levelOf(own, 0), art)).toBe(0);
  expect(differingPixels(await levelOf(own, 2), straightOf(pyramidOf(art).levels[2]))).toBe(0);
  expect(differingPixels(coloured(art, own), art)).toBe(0);
  const [below2, below5] = alike(await levelOf(request(), 0), wanted, [2, 5]);
  expect(below2).toBeGreaterThan(0.99);
  expect(below5).toBeGreaterThan(0.999);
  const whole = recolour(platesOf(art, FROM), TO, { from: FROM });
  expect(differingPixels(await levelOf(request(), 1), straightOf(pyramidOf(whole).levels[1]))).toBe(0);
  expect(differingPixels(coloured(art, request()), whole)).toBe(0);
});

test('reduced, it keeps its thin lines better when there is time for plates at twice the size', () => {
  const small = reduceTo(wanted, 90).raster;
  const [slow, quick] = [false, true].map((q) => colouredSmall(request(), pyramidOf(art), 90, q));
  expect([slow.width, quick.width]).toEqual([small.width, small.width]);
  const [slowNear] = alike(slow, small, [3]);
  const [quickNear] = alike(quick, small, [3]);
  expect(slowNear).toBeGreaterThan(0.97);
  expect(slowNear).toBeGreaterThan(quickNear);
});

test('one motif in two colourings is two pictures of one shape, each kept for the next scene until its colours change', async () => {
  const scene = async (...arts: ArtRequest[]) =>
    motifsOf(
      arts.map((a) => ({ art: a, wanted: [{ scale: 1 }] })),
      source,
    );
  const turned = request({ motif: 'm~turned', to: [TO[1], TO[0], ...TO.slice(2)] as Rgb[] });
  const first = await scene(request(), turned);
  const [own, worn] = ['m', 'm~turned'].map((m) => first.get(m)!);
  expect(own.shape).toBe(worn.shape);
  const [a, b] = [own, worn].map(({ pyramid }) => straightOf(pyramid.levels[0]));
  expect(differingPixels(a, b)).toBeGreaterThan(1000);
  const again = await scene(request(), turned);
  expect([again.get('m'), again.get('m~turned')]).toEqual([own, worn]);
  expect(again.get('m')).toBe(own);
  const flat = await scene(request({ texture: [0, 0, 0, 0, 0] }));
  expect(flat.get('m')).not.toBe(own);
  expect(flat.get('m')?.shape).toBe(own.shape);
});

test('proofed, it is what the printer makes of it, or marks what comes out far off; with no printer it is itself', () => {
  const own = pyramidOf(art);
  const seen = (proof: ArtRequest['proof'], cube: ProofCube | null) =>
    colouredSmall(request({ to: FROM, proof }), own, 4000, false, cube);
  expect(differingPixels(seen('print', null), art)).toBe(0);
  // A printer that makes everything black.
  const black = { size: 2, rgb: new Uint8Array(24), ink: new Float32Array(8).fill(400) };
  expect(new Set(new Uint32Array(seen('print', black).data.buffer))).toEqual(new Set([0xff000000]));
  const warned = seen('warn', black);
  const marks = Array.from({ length: 200 }, (_, k) => {
    const at = k * 601 * 4;
    return [...warned.data.slice(at, at + 3)].join() === '118,122,126';
  });
  expect(marks.filter(Boolean).length).toBeGreaterThan(190);
});

/** Art of this side takes more room than is kept whole. */
const SIDE = 2200;

/** A store whose maker counts, and answers when it is let. */
function counted() {
  const made: number[] = [];
  const gates: (() => void)[] = [];
  const maker: ArtMaker = {
    share: async (picture, ask, levels, spare) => {
      await new Promise<void>((resolve) => gates.push(resolve));
      const shared = await artServices.shareArt(picture, ask, levels, spare);
      made.push(shared.first);
      return shared;
    },
    decode: artServices.decodeArt,
    draw: artServices.drawVector,
  };
  const store = new ArtStore(maker);
  const large = encodePng(
    { width: SIDE, height: SIDE, data: new Uint8ClampedArray(SIDE * SIDE * 4).fill(200) },
    300,
  );
  const owner = store.source(async (id) => (id === 'none' ? Promise.reject(new Error('gone')) : large));
  const ask = (scale: number, id = asset) =>
    owner.levels([{ art: plainOf(request({ asset: id })), wanted: [{ scale }] }]);
  const open = () => {
    for (const gate of gates.splice(0)) gate();
  };
  return { store, ask, open, made, waiting: () => gates.length };
}

test('a picture is decoded once for all who want it at once, again only where it is wanted finer, and no finer level is held', async () => {
  const { store, ask, open, made, waiting } = counted();
  const both = [ask(0.25), ask(0.2)];
  await soon(() => expect(waiting()).toBe(1));
  open();
  const [[first], [second]] = await Promise.all(both);
  expect(second).toBe(first);
  expect(first).toMatchObject({ width: SIDE, first: 2 });
  expect(first.bytes.byteLength).toBeLessThan((SIDE / 4) ** 2 * 4 * 1.4);
  const finer = ask(1);
  await soon(() => expect(waiting()).toBe(1));
  open();
  expect((await finer)[0].first).toBe(0);
  expect((await ask(0.5))[0].first).toBe(0);
  expect(made).toEqual([2, 0]);
  store.letGo([asset]);
  expect(store.bytes).toBe(0);
});

test('what is kept is bounded; art that was let go of while it was made is not kept; a file that is gone is told to each', async () => {
  const { store, ask, open, waiting } = counted();
  const late = ask(1);
  await soon(() => expect(waiting()).toBe(1));
  store.letGo();
  open();
  await late;
  expect(store.bytes).toBe(0);
  for (let n = 0; n < 14; n++) {
    const one = ask(1, `${n}`.padStart(64, '0'));
    await soon(() => expect(waiting()).toBe(1));
    open();
    await one;
  }
  expect(store.bytes).toBeLessThanOrEqual(160e6);
  expect(store.bytes).toBeGreaterThan(120e6);
  await expect(Promise.all([ask(1, 'none'), ask(1, 'none')])).rejects.toThrow('gone');
});

test('art of a middling size is kept whole as long as there is room, and then as it is read', () => {
  const size = { width: 1600, height: 1600 };
  const wanted = [{ scale: 0.2 }];
  expect(firstKept(size, wanted, 20e6)).toBe(0);
  expect(firstKept(size, wanted, 10e6)).toBe(2);
  expect(firstKept({ width: 800, height: 800 }, wanted, 0)).toBe(0);
  expect(firstKept({ width: 3000, height: 3000 }, wanted, 100e6)).toBe(2);
});

const scene: SceneRequest = {
  ground: [240, 230, 210],
  arts: [],
  placements: [
    { motif: 'm', x: 12, y: 9, angle: 20, scale: 0.31, mirror: false },
    { motif: 'm', x: 42, y: 30, angle: 0, scale: 0.12, mirror: true },
    { motif: 'm', x: 30, y: 44, angle: 200, scale: 0.24, mirror: false },
  ],
  layout: { kind: 'half-drop', drop: { p: 1, q: 2 } },
  cellMm: { width: 60, height: 60 },
  ppi: 150,
};

test('a check with only the levels that it says it reads is the check with all of them', async () => {
  const own = request({ to: FROM });
  for (const change of [
    {},
    { ppi: 40 },
    // A motif as large as the cell, whose edges are looked at as they print.
    { cellMm: { width: 30, height: 30 }, placements: [{ ...scene.placements[0], angle: 0, scale: 1 }] },
    {
      layers: [
        { kind: 'drawing' as const, art: 'm', x: 30, y: 30, scale: 0.9 },
        { kind: 'placements' as const },
      ],
    },
    { layers: [{ kind: 'tile' as const, art: 'm', size: null, texture: false }] },
  ]) {
    const asked: SceneRequest = { ...scene, arts: [own], ...change };
    const spare = await sceneToCheck(asked, source);
    const whole = { ...spare, motifs: new Map([['m', { pyramid: pyramidOf(art), ppi: 300 }]]) };
    const told = (all: typeof spare) => JSON.stringify(runCheck(all, planOf(asked)));
    expect(told(spare)).toBe(told(whole));
  }
});

test('rendering reads no finer level than it says', async () => {
  const asked: SceneRequest = { ...scene, arts: [request({ to: FROM })], ppi: 60 };
  const { motifs } = await sceneToPrint(asked, source);
  const plan = planOf(asked);
  const first = finestLevel(art, levelsToRender(asked, ppisOf(asked), plan).get('m') ?? []);
  expect(first).toBeGreaterThan(1);
  expect(motifs.get('m')?.pyramid.width).toBe(art.width);
});
