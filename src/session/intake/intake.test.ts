import { beforeEach, describe, expect, test, vi } from 'vitest';
import {
  addMotifs,
  addPlacement,
  apply,
  DEFAULT_INTAKE,
  motifOf,
  newProject,
  type Project,
} from '../../core';
import { nextSession, session } from '../kernel';
import type { IncomingPage } from './intake';

const kept: number[][] = [];
const stored = new Map<string, Blob>();
const gate: { shut?: Promise<void>; open: () => void } = { open() {} };
vi.mock('../../engine', () => ({
  keepPieces: async (numbers: number[]) => {
    kept.push(numbers);
    await gate.shut;
    return numbers.map((n) => ({ png: new Uint8Array([n]), sha256: `${n}`.repeat(64).slice(0, 64) }));
  },
  inspectFile: async () => ({ kind: 'layers' }),
  Stopped: class extends Error {},
}));
vi.mock('../../shelf', () => ({
  putAsset: async (name: string, blob: Blob) => stored.set(name, blob),
  readAsset: async () => new Uint8Array(),
}));
const { firstGuesses, keepPage, keepLayers, keepVector, sheetFile } = await import('./intake');
const { useBolt } = await import('../bolt/bolt');

const thumb = {} as ImageBitmap;
const found = (x: number, area: number, size = 100) => ({
  box: { x, y: 0, width: size, height: size },
  area,
  thumb,
  top: true,
  cutOff: [],
});
const page: IncomingPage = {
  kind: 'page',
  type: 'jpeg',
  name: 'Sheet.jpg',
  bytes: new Uint8Array([1, 2, 3]),
  sha256: 'e'.repeat(64),
  width: 900,
  height: 900,
  ppi: 300,
  down: null,
  camera: false,
};
const open = (p: Project) => useBolt.setState({ project: p, log: [] });
const now = () => useBolt.getState().project as Project;

beforeEach(() => {
  gate.shut = undefined;
  nextSession();
  kept.length = 0;
  stored.clear();
  open(newProject('p', 'P'));
});

describe('first guesses', () => {
  test('the largest lead, the smallest fill, loose bits are offered but not kept', () => {
    const areas = [90000, 40000, 30000, 20000, 9000, 300];
    const cuts = firstGuesses(
      areas.map((a, n) => found(n * 200, a)),
      now(),
      300,
      {},
    );
    expect(cuts.map((c) => c.role)).toEqual(['hero', 'hero', 'secondary', 'secondary', 'filler', 'filler']);
    expect(cuts.map((c) => c.keep)).toEqual([true, true, true, true, true, false]);
    expect(cuts.map((c) => c.name)).toEqual([
      'Motif 1',
      'Motif 2',
      'Motif 3',
      'Motif 4',
      'Motif 5',
      'Motif 6',
    ]);
  });

  test('new art for one motif is the largest piece, and that alone', () => {
    const cuts = firstGuesses([found(0, 50), found(200, 900), found(400, 20)], now(), 300, { replaces: 'm' });
    expect(cuts.map((c) => [c.keep, c.motif])).toEqual([
      [false, null],
      [true, 'm'],
      [false, null],
    ]);
  });
});

test('a motif that was filled since is left as it is, and not doubled', () => {
  const part = { id: 'f', name: 'Fill 1', kind: 'fill' as const, asset: 'a'.repeat(64), hex: '#112233' };
  const filled = motifOf({
    id: 'm',
    name: 'Balloon',
    asset: 'a'.repeat(64),
    width: 100,
    height: 100,
    ppi: 300,
    sheet: 's',
    box: { x: 0, y: 0, width: 100, height: 100 },
    art: { kind: 'parts', parts: [part] },
  });
  open(apply(now(), addMotifs([filled])));
  const [cut] = firstGuesses([found(4, 9000)], now(), 300, { sheet: 's' });
  expect([cut.keep, cut.motif, cut.settled]).toEqual([false, null, 'Balloon']);
});

const origin = { source: 'Sketchbook 3', permission: 'mine' as const };

test('a page is kept whole with what was chosen; opened again, its motifs get their new art and keep their places', async () => {
  const cuts = firstGuesses([found(0, 9000), found(300, 8000), found(600, 7000)], now(), 300, {});
  cuts[1].keep = false;
  // The person says that it turns freely.
  cuts[2].top = false;
  expect(await keepPage(session(), page, DEFAULT_INTAKE, 300, cuts, origin, { onProgress() {} })).toBe(true);
  expect(kept).toEqual([[0, 2]]);
  expect([...stored.keys()]).toEqual([page.sha256, '0'.repeat(64), '2'.repeat(64)]);
  expect(now().motifs.map((m) => [m.name, m.source, m.permission, m.box?.x])).toEqual([
    ['Motif 1', 'Sketchbook 3', 'mine', 0],
    ['Motif 3', 'Sketchbook 3', 'mine', 600],
  ]);
  expect(now().motifs.map((m) => m.direction)).toEqual(['top', 'free']);
  expect(useBolt.getState().log.at(-1)?.text).toBe('2 motifs from Sheet.jpg, 300 ppi.');

  const [sheet] = now().sheets;
  const [first] = now().motifs;
  open(
    apply(now(), addPlacement({ id: 'a', motif: first.id, x: 50, y: 50, angle: 0, scale: 1, mirror: false })),
  );
  const again = firstGuesses([found(20, 9500), found(300, 8000)], now(), 300, { sheet: sheet.id });
  expect(again.map((c) => [c.motif === first.id, c.keep])).toEqual([
    [true, true],
    [false, true],
  ]);
  const settings = { ...DEFAULT_INTAKE, tolerance: 22 };
  await keepPage(session(), page, settings, 300, again, origin, { onProgress() {} }, { sheetId: sheet.id });
  expect(now().sheets.map((s) => s.settings.tolerance)).toEqual([22]);
  expect(now().motifs).toHaveLength(3);
  expect(now().motifs[0].box?.x).toBe(20);
  expect(now().placements[0].x).toBeCloseTo(50 + (20 / 300) * 25.4, 6);
  expect(now().placements[0].scale).toBe(1);
});

test('layers keep their names, a vector keeps its size in mm; a page that is none is refused', async () => {
  const layer = (name: string, width: number) => ({
    name,
    visible: true,
    png: new Uint8Array([9]),
    sha256: `${width % 10}`.repeat(64),
    width,
    height: width,
    thumb,
  });
  const file = {
    kind: 'layers' as const,
    name: 'set.ora',
    bytes: new Uint8Array([7]),
    sha256: 'c'.repeat(64),
    width: 900,
    height: 900,
    ppi: 300,
    layers: [layer('Kite', 203), layer('Paper', 904), layer('Bow', 65)],
  };
  expect(await keepLayers(session(), file, 300, [0, 2], { source: '', permission: 'bought' })).toBe(true);
  expect(now().motifs.map((m) => [m.name, m.permission, m.source])).toEqual([
    ['Kite', 'bought', 'set.ora'],
    ['Bow', 'bought', 'set.ora'],
  ]);
  const vane = {
    kind: 'vector' as const,
    name: 'vane.svg',
    bytes: new Uint8Array([5]),
    sha256: 'b'.repeat(64),
    widthMm: 60,
    heightMm: 30,
    thumb,
  };
  // Whether they have a top is not asked of these: in doubt they have.
  expect(now().motifs.map((m) => m.direction)).toEqual(['top', 'top']);
  expect(await keepVector(session(), vane)).toBe(true);
  expect(now().motifs[2].direction).toBe('top');
  const vector = now().motifs[2];
  expect([vector.art.kind === 'vector', vector.name, Math.round((vector.width / vector.ppi) * 25.4)]).toEqual(
    [true, 'vane', 60],
  );
  await expect(sheetFile({ name: 'S', asset: 'a'.repeat(64) })).rejects.toThrow(/no picture/);
});

test('motifs that are kept while another bolt is opened land in neither: their bolt was closed, the other is not theirs', async () => {
  const cuts = firstGuesses([found(0, 9000)], now(), 300, {});
  gate.shut = new Promise((resolve) => {
    gate.open = resolve;
  });
  const mine = session();
  const coming = keepPage(mine, page, DEFAULT_INTAKE, 300, cuts, origin, { onProgress() {} });
  nextSession();
  open(newProject('b', 'B'));
  gate.open();
  expect(await coming).toBe(false);
  expect([now().id, now().motifs, useBolt.getState().log]).toEqual(['b', [], []]);
  expect(useBolt.of(mine).getState().project?.motifs).toEqual([]);
});

test('motifs that are kept while their bolt is left, with work of it going on, land in it and not in the next', async () => {
  const cuts = firstGuesses([found(0, 9000)], now(), 300, {});
  gate.shut = new Promise((resolve) => {
    gate.open = resolve;
  });
  const mine = session();
  const ended = mine.goOn();
  const coming = keepPage(mine, page, DEFAULT_INTAKE, 300, cuts, origin, { onProgress() {} });
  nextSession();
  open(newProject('b', 'B'));
  gate.open();
  expect(await coming).toBe(true);
  expect([now().id, now().motifs, useBolt.getState().log]).toEqual(['b', [], []]);
  const there = useBolt.of(mine).getState();
  expect([there.project?.motifs.length, there.log.length]).toEqual([1, 1]);
  ended();
  expect(mine.closed).toBe(true);
});
