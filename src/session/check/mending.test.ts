import { beforeEach, expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';
import {
  addMotifs,
  addPlacements,
  apply,
  motifOf,
  newProject,
  newRaster,
  type Placement,
  type Project,
  pyramidOf,
  type Scene,
  setPlacements,
} from '../../core';
import type { SceneRequest } from '../../engine';

const KINDS = ['a', 'b', 'c'];
const disc = () => {
  const n = 141;
  const r = newRaster(n, n);
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) {
      if (Math.hypot(x - 70, y - 70) < 70) r.data.set([90, 40, 60, 255], (y * n + x) * 4);
    }
  }
  return { pyramid: pyramidOf(r), ppi: 150 };
};
const motifs: Scene['motifs'] = new Map(KINDS.map((k) => [k, disc()]));

// The work itself, without a worker round it.
vi.mock('../../engine', async () => {
  const core = await import('../../core');
  const scene = (r: SceneRequest) => ({ ground: r.ground, motifs, placements: r.placements });
  const plan = (r: SceneRequest) => core.pixelPlan(r.layout, r.cellMm, r.ppi);
  class Stopped extends Error {}
  return {
    Stopped,
    letGoOfArt: async () => {},
    check: async (r: SceneRequest, options: object) => core.runCheck(scene(r), plan(r), options),
    mend: async (
      r: SceneRequest,
      options: object,
      parts: string[],
      may: {
        locked: number[];
        fillers: import('../../core').Filler[];
        only: import('../../core').Finding | null;
      },
    ) => core.mend(scene(r), plan(r), options, parts, { ...may, locked: new Set(may.locked) }),
    practise: async (r: SceneRequest, fault: string, seed: number) => {
      const outlines = new Map([...motifs].map(([id, art]) => [id, core.layingOutlineOf(art)] as const));
      const silhouettes = new core.SilhouetteIndex(r.layout, r.cellMm, new Map(outlines));
      for (const p of r.placements) silhouettes.add(p);
      return { planted: core.plantFault(silhouettes, fault, new Map(KINDS.map((k) => [k, 1])), seed) };
    },
  };
});
const settings = new Map<string, unknown>();
vi.mock('../../shelf', () => ({
  readAsset: async () => new Uint8Array(),
  readSetting: async (key: string) => settings.get(key),
  writeSetting: async (key: string, value: unknown) => void settings.set(key, value),
}));

const { useBolt, undo } = await import('../bolt/bolt');
const { session } = await import('../kernel/session');
const { sortFindings, useChecks, wantCheck } = await import('./checks');
const { proposeMending, proposeMendingAll, togglePart } = await import('./mending');
const { keepProposal, useProposal } = await import('./proposal');
const practice = await import('./practice');
const { dismissFinding, mendOf, takeUpAgain } = await import('../../core');

const now = () => useBolt.getState().project as Project;
const proposed = () => useProposal.getState().proposal;

/** 5 x 5 discs of 24 mm, 60 mm apart and shaken a little; one slid until it nearly touches its neighbour. */
beforeEach(() => {
  const laid = Array.from({ length: 25 }, (_, n): Placement => {
    const [i, j] = [n % 5, Math.floor(n / 5)];
    return {
      id: `p${n}`,
      motif: KINDS[(i + 2 * j) % 3],
      x: 30 + i * 60 + 6 * Math.sin(n * 5),
      y: 30 + j * 60 + 6 * Math.cos(n * 3),
      angle: 0,
      scale: 1,
      mirror: false,
    };
  });
  const begun = apply(
    { ...newProject('p', 'P'), layout: { kind: 'straight', drop: { p: 0, q: 1 } } },
    addMotifs(
      KINDS.map((id) =>
        motifOf({ id, name: id, asset: id.repeat(64).slice(0, 64), width: 141, height: 141, ppi: 150 }),
      ),
    ),
  );
  const sized = { ...begun, brief: { ...begun.brief, widthMm: 300, heightMm: 300 } };
  const project = apply(
    apply(sized, addPlacements(laid)),
    setPlacements({ p12: { x: laid[11].x + 25, y: laid[11].y } }),
  );
  useBolt.setState({ project });
  useBolt.setState({ past: [], future: [] });
  useProposal.setState({ proposal: null, of: null, before: false, trouble: null });
  settings.clear();
});

async function touches() {
  wantCheck(now());
  await soon(() => expect(useChecks.getState().report).not.toBeNull());
  return sortFindings(now(), useChecks.getState().report).warnings.filter((x) => x.f.kind === 'near-touch');
}

test('one finding is mended alone: shown, kept as one step, undone', async () => {
  const [touch] = await touches();
  expect(mendOf(touch.f.kind)?.part).toBe('touches');
  const before = now();
  await proposeMending(touch.f);
  expect(proposed()?.summary).toContain('1 parted');
  expect(proposed()?.mends).toBeUndefined();
  expect(now()).toBe(before);
  keepProposal();
  expect(now().placements.filter((p, n) => p.x !== before.placements[n].x)).toHaveLength(1);
  undo();
  expect(now()).toEqual(before);
});

test('all at once, part by part; a part taken out is not done, and can be taken in again', async () => {
  await proposeMendingAll();
  const did = proposed()?.mends?.find((m) => m.count > 0);
  if (!did) throw new Error('Nothing was mended.');
  const now = () => proposed()?.mends?.find((m) => m.part === did.part);
  togglePart(did.part);
  await soon(() => expect(now()).toMatchObject({ on: false, count: 0 }));
  togglePart(did.part);
  await soon(() => expect(now()).toEqual(did));
});

test('with both locked nothing can be mended: said in words, nothing changed', async () => {
  const locked = apply(
    now(),
    setPlacements(Object.fromEntries(now().placements.map((p) => [p.id, { locked: true }]))),
  );
  useBolt.setState({ project: locked });
  await proposeMendingAll();
  expect(proposed()).toBeNull();
  expect(useProposal.getState().trouble).toMatch(/Nothing can be mended/);
  expect(now()).toBe(locked);
});

test('what is left is told apart, and taken up again', async () => {
  const [touch] = await touches();
  const left = { id: 'l', kind: touch.f.kind, placements: touch.f.placements, x: 0, y: 0, note: ' meant ' };
  const project = apply(now(), dismissFinding(left));
  expect(project.dismissed[0].note).toBe('meant');
  const { report } = useChecks.getState();
  expect(sortFindings(project, report).dismissed.map((x) => x.n)).toContain(touch.n);
  expect(sortFindings(project, report).warnings.map((x) => x.n)).not.toContain(touch.n);
  expect(sortFindings(apply(project, takeUpAgain('l')), report).dismissed).toEqual([]);
});

test('practice plants in a copy, marks a pin once, and keeps the record; a spoilt record counts as none', async () => {
  const before = now();
  await practice.beginLesson(session(), before, false, 'bare-patch', 7);
  const { lesson } = practice.usePractice.getState();
  if (!lesson) throw new Error('No lesson.');
  expect(lesson.shown.placements.length).toBeLessThan(before.placements.length);
  practice.putPin({ x: lesson.planted.at.x + 3, y: lesson.planted.at.y });
  practice.putPin({ x: 0, y: 0 });
  expect(practice.usePractice.getState().lesson?.marked).toMatchObject({ hit: true });
  expect(settings.get('practice')).toMatchObject({
    'bare-patch': { tried: 1, found: 1 },
    lane: { tried: 0 },
  });
  practice.endLesson();
  expect(now()).toBe(before);
  settings.set('practice', { lane: 'often' });
  await practice.openRecord();
  expect(practice.usePractice.getState().record['bare-patch']).toEqual({ tried: 1, found: 1 });
});
