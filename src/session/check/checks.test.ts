import { beforeEach, expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';
import {
  addPlacement,
  addSheet,
  apply,
  DEFAULT_INTAKE,
  motifOf,
  newProject,
  type Project,
  paint,
  setGrain,
} from '../../core';
import type { SceneRequest, Work } from '../../engine';
import { session } from '../kernel';

const asked: number[] = [];
let wait = 0;
let linesLeft = 0;
let mayMeasure = false;
vi.mock('../../engine', () => ({
  Stopped: class Stopped extends Error {},
  letGoOfArt: async () => {},
  sprite: async () => ({}),
  proveWrapOf: async (_: SceneRequest, { onProgress }: Work) => {
    onProgress(0.5);
    return { exact: true, differing: 0, pixels: 9, cutAt: { x: 1, y: 1 } };
  },
  check: async (request: SceneRequest) => {
    asked.push(request.placements.length);
    await new Promise((r) => setTimeout(r, wait));
    return { findings: [], medianGapMm: request.placements.length, gapsMm: [], cover: 0, linesLeft };
  },
  measureLines: async (_: unknown, __: unknown, wanted: () => boolean) => {
    await soon(() => expect(mayMeasure || !wanted()).toBe(true));
    if (wanted()) linesLeft = 0;
  },
}));
vi.mock('../../shelf', () => ({ readAsset: async () => new Uint8Array() }));

const { nextSession } = await import('../kernel/session');
const { layKey, proveWrapNow, useChecks, wantCheck } = await import('./checks');

const { useBolt } = await import('../bolt/bolt');
const { useJobs } = await import('../kernel/jobs');
/** Opens a document and looks it over. */
function open(project: Project) {
  useBolt.setState({ project });
  wantCheck(project);
}

const motif = motifOf({
  id: 'm',
  name: 'm',
  asset: 'a'.repeat(64),
  width: 9,
  height: 9,
  ppi: 300,
  sheet: 's',
});
function laid(n: number): Project {
  let p = apply(
    newProject('p', 'P'),
    addSheet({ id: 's', name: 'S', asset: 'a'.repeat(64), ppi: 300, settings: DEFAULT_INTAKE }, [motif]),
  );
  for (let k = 0; k < n; k++)
    p = apply(p, addPlacement({ id: `${k}`, motif: 'm', x: k, y: k, angle: 0, scale: 1, mirror: false }));
  return p;
}

beforeEach(() => {
  nextSession();
  asked.length = 0;
  wait = 0;
  linesLeft = 0;
  mayMeasure = false;
});

test('what was found is told before the lines of new motifs are measured, and whole afterwards', async () => {
  open(laid(1));
  await soon(() => expect(useChecks.getState().report?.linesLeft).toBe(0));
  const whole = useChecks.getState().report;
  linesLeft = 1;
  open(laid(2));
  await soon(() => expect(useChecks.getState().report).toMatchObject({ medianGapMm: 2, linesLeft: 1 }));
  expect(useChecks.getState()).toMatchObject({ busy: true, before: whole });
  // An edit meanwhile does not wait for them.
  open(laid(3));
  await soon(() => expect(useChecks.getState().report).toMatchObject({ medianGapMm: 3, linesLeft: 1 }));
  mayMeasure = true;
  await soon(() => expect(useChecks.getState()).toMatchObject({ busy: false, before: whole }));
  expect(useChecks.getState().report).toMatchObject({ medianGapMm: 3, linesLeft: 0 });
});

test('many edits in quick succession are checked once, the last of them', async () => {
  for (let n = 1; n <= 9; n++) open(laid(n));
  await soon(() => expect(useChecks.getState().report?.medianGapMm).toBe(9));
  expect(asked).toEqual([9]);
});

test('an answer that was overtaken is never shown', async () => {
  wait = 150;
  const seen: (number | null)[] = [];
  const stop = useChecks.subscribe((s) => s.report && seen.push(s.report.medianGapMm));
  open(laid(1));
  await soon(() => expect(asked).toEqual([1]));
  open(laid(2));
  await soon(() => expect(useChecks.getState().report?.medianGapMm).toBe(2));
  stop();
  expect(seen).not.toContain(1);
});

test('an edit undone while it is being looked over leaves what is said of the cloth as it is now', async () => {
  open(laid(1));
  await soon(() => expect(useChecks.getState().report?.medianGapMm).toBe(1));
  wait = 150;
  open(laid(2));
  await soon(() => expect(asked).toEqual([1, 2]));
  open(laid(1));
  await soon(() => expect(useChecks.getState().busy).toBe(false));
  expect(useChecks.getState().report?.medianGapMm).toBe(1);
});

test('what was worked out for a bolt that was left says nothing of the next one', async () => {
  wait = 150;
  open(laid(1));
  await soon(() => expect(asked).toEqual([1]));
  const proving = proveWrapNow(session(), laid(1));
  nextSession();
  useBolt.setState({ project: { ...laid(3), id: 'next' } });
  await proving;
  await soon(() => expect(useChecks.getState().busy).toBe(false));
  expect(useChecks.getState()).toMatchObject({ report: null, proof: null });
});

test('colours and names do not call for a new check; a nudge does', async () => {
  const p = laid(2);
  expect(
    layKey(
      apply(
        p,
        paint('base', ['#000000'], () => 'new'),
      ),
    ),
  ).toBe(layKey(p));
  expect(layKey({ ...p, name: 'Other' })).toBe(layKey(p));
  // How a motif lies by itself, and the grain, are in the block too.
  expect(layKey({ ...p, motifs: [{ ...p.motifs[0], blend: 'multiply' }] })).not.toBe(layKey(p));
  expect(layKey({ ...p, motifs: [{ ...p.motifs[0], opacity: 0.5 }] })).not.toBe(layKey(p));
  const ink = { texture: 'paper' as const, sizeMm: 2, amount: 0.5 };
  expect(layKey(apply(p, setGrain({ ink, on: true })))).not.toBe(layKey(p));
  expect(layKey({ ...p, placements: [{ ...p.placements[0], x: 0.1 }, p.placements[1]] })).not.toBe(layKey(p));
});

test('a wrap proof holds for the cloth that it was made of', async () => {
  const p = laid(1);
  useBolt.setState({ project: p });
  await proveWrapNow(session(), p);
  expect(useJobs.getState().jobs).toMatchObject([{ kind: 'wrap proof', state: 'done' }]);
  const { proof } = useChecks.getState();
  expect(proof?.key).toBe(layKey(p));
  expect(proof?.key).not.toBe(layKey(laid(2)));
});
