import { beforeEach, expect, test, vi } from 'vitest';
import {
  addMotifs,
  addPlacement,
  apply,
  fillOf,
  type Motif,
  motifOf,
  newProject,
  type Project,
  partsOf,
  setInks,
} from '../../core';
import { session } from '../kernel';
import type { IncomingPage } from './intake';

const composed: { bytes: number[]; rgb?: number[] }[][] = [];
const traced: unknown[] = [];
const cutArt = (n: number) => ({
  png: new Uint8Array([n]),
  sha256: `${n}`.repeat(64),
  width: 40 + n,
  height: 30,
  thumb: {} as ImageBitmap,
});
vi.mock('../../engine', () => ({
  Stopped: class extends Error {},
  joinParts: async (files: Uint8Array[]) => files.map((f) => cutArt(f[0])),
  compose: async (parts: { bytes: Uint8Array; rgb?: number[] }[]) => {
    composed.push(parts.map((p) => ({ bytes: [...p.bytes], rgb: p.rgb })));
    return cutArt(9);
  },
  fillLineArt: async (_: Uint8Array, ask: { colours: { rgb: number[] }[] }) => ({
    flats: ask.colours.map((c, n) => ({ ...cutArt(n + 1), rgb: c.rgb })),
    ink: cutArt(7),
    whole: cutArt(8),
  }),
  trace: async (...[bytes, ppi, inks, ask]: unknown[]) => {
    traced.push([bytes, ppi, inks, ask]);
    return { svg: '<svg/>' };
  },
  palette: async () => ({ inks: [{ rgb: [1, 2, 3], share: 1 }], flat: true }),
}));
const stored = new Map<string, Blob>();
vi.mock('../../shelf', () => ({
  putAsset: async (name: string, blob: Blob) => stored.set(name, blob),
  readAsset: async (name: string) => new Uint8Array([Number(name[0])]),
}));
const { fillAsk, keepAsParts, keepFill, replaceByVector, setParts, traceMotif } = await import('./motif-art');
const { undo, useBolt } = await import('../bolt/bolt');

const now = () => useBolt.getState().project as Project;
const motif = (): Motif => now().motifs[0];
beforeEach(() => {
  composed.length = 0;
  traced.length = 0;
  stored.clear();
  const kite = motifOf({ id: 'm', name: 'Kite', asset: '5'.repeat(64), width: 48, height: 30, ppi: 300 });
  const p = apply(
    apply(newProject('p', 'P'), addMotifs([kite])),
    addPlacement({
      id: 'a',
      motif: 'm',
      x: 20,
      y: 30,
      angle: 15,
      scale: 2,
      mirror: false,
    }),
  );
  useBolt.setState({ project: p, log: [] });
  useBolt.setState({ past: [], future: [] });
});

const file = (name: string, n: number): IncomingPage => ({
  kind: 'page',
  type: 'png',
  name,
  bytes: new Uint8Array([n]),
  sha256: `${n}`.repeat(64),
  width: 40,
  height: 30,
  ppi: 300,
  down: null,
  camera: false,
});

test('parts lie in their kinds’ order whatever order they came in, under the name that they share', async () => {
  await keepAsParts(
    session(),
    [file('kite-outline.png', 1), file('kite-shadow.png', 2), file('kite-fill.png', 3)],
    300,
  );
  const made = now().motifs[1];
  expect(made.name).toBe('Kite');
  expect(partsOf(made).map((p) => [p.name, p.kind, p.asset[0]])).toEqual([
    ['kite-fill', 'fill', '3'],
    ['kite-shadow', 'shadow', '2'],
    ['kite-outline', 'outline', '1'],
  ]);
  expect(composed[0].map((c) => c.bytes[0])).toEqual([3, 2, 1]);
  expect([...stored.keys()].map((k) => k[0]).sort()).toEqual(['1', '2', '3', '9']);
  expect(useBolt.getState().log.at(-1)?.text).toContain('3 parts');
});

test('filled line art keeps what it was drawn as; placements stay; undo brings the line art back', async () => {
  const fill = {
    from: motif().asset,
    bridgeMm: 0.5,
    trapMm: 0.17,
    colours: [
      { x: 4, y: 5, hex: '#c8321e' },
      { x: 20, y: 5, hex: '#1f6f6b' },
    ],
  };
  expect(fillAsk(motif(), fill)).toEqual({
    bridgePx: expect.closeTo(5.9, 1),
    trapPx: expect.closeTo(2, 1),
    colours: [
      { x: 4, y: 5, rgb: [200, 50, 30] },
      { x: 20, y: 5, rgb: [31, 111, 107] },
    ],
  });
  const before = now().placements[0];
  await keepFill(session(), motif(), fill);
  expect(motif().asset[0]).toBe('8');
  expect(fillOf(motif())?.from[0]).toBe('5');
  expect(partsOf(motif()).map((p) => [p.kind, p.hex])).toEqual([
    ['fill', '#c8321e'],
    ['fill', '#1f6f6b'],
    ['outline', null],
  ]);
  expect(now().placements[0]).toEqual(before);
  await setParts(session(), motif(), [
    { ...partsOf(motif())[0], hex: '#000000' },
    ...partsOf(motif()).slice(1),
  ]);
  expect(composed.at(-1)?.[0].rgb).toEqual([0, 0, 0]);
  expect([motif().asset[0], partsOf(motif())[0].hex, fillOf(motif())?.from[0]]).toEqual([
    '9',
    '#000000',
    '5',
  ]);
  undo();
  undo();
  expect([motif().asset[0], partsOf(motif())]).toEqual(['5', []]);
});

test('a vector in a motif’s place keeps the printed size; a trace takes the bolt’s inks, or the art’s own', async () => {
  const vane = {
    kind: 'vector' as const,
    name: 'v.svg',
    bytes: new Uint8Array([6]),
    sha256: '6'.repeat(64),
    widthMm: 60,
    heightMm: 37.5,
    thumb: {} as ImageBitmap,
  };
  const size = (p: Project) => (p.motifs[0].width / p.motifs[0].ppi) * p.placements[0].scale;
  const before = size(now());
  await replaceByVector(session(), motif(), vane);
  expect(motif().art.kind).toBe('vector');
  expect(size(now())).toBeCloseTo(before, 2);

  await traceMotif(session(), motif(), 1.4, [9, 9, 9], { onProgress() {} });
  expect(traced[0]).toMatchObject([
    {},
    300,
    [{ name: 'Ink 1', rgb: [1, 2, 3] }],
    { smooth: 1.4, ground: [9, 9, 9] },
  ]);
  useBolt.setState({
    project: apply(
      now(),
      setInks([[200, 50, 30]], () => 'i'),
    ),
  });
  await traceMotif(session(), motif(), 1, [0, 0, 0], { onProgress() {} });
  expect((traced[1] as unknown[])[2]).toEqual([{ name: 'Ink 1', rgb: [200, 50, 30] }]);
});
