import { beforeEach, expect, test, vi } from 'vitest';
import { each } from '../../../tests/each';
import {
  addMotifs,
  addPlacements,
  apply,
  motifOf,
  newProject,
  type Placement,
  setPlacements,
} from '../../core';
import type { Work } from '../../engine';

/** What a service is asked, without the word of how far it is. */
type Ask<F extends (...args: never) => unknown> = Parameters<F> extends [...infer A, unknown] ? A : never;

// The work itself, without a worker round it.
vi.mock('../../engine', async () => {
  vi.stubGlobal('OffscreenCanvas', class {});
  const { layServices } = await import('../../engine/services/lay');
  const later =
    <A extends unknown[], R>(run: (...args: A) => R) =>
    async (...args: A) =>
      run(...args);
  class Stopped extends Error {}
  const { scatter, settle, fillPatch, largestFit } = layServices;
  return {
    Stopped,
    scatter: later((...[request, rules, seed, work]: [...Ask<typeof scatter>, Work]) =>
      scatter(request, rules, seed, work.onProgress),
    ),
    settle: later((...[request, gap, work]: [...Ask<typeof settle>, Work]) =>
      settle(request, gap, work.onProgress),
    ),
    fillPatch: later(fillPatch),
    largestFit: later(largestFit),
    letGoOfArt: async () => {},
    sprite: async () => ({
      bitmap: { width: 20, height: 20 },
      lead: 0,
      width: 20,
      height: 20,
      alpha: new Uint8Array(400).fill(255),
      across: 20,
    }),
  };
});

const { useSprites } = await import('../cloth/sprites');
const { undo, useBolt } = await import('../bolt/bolt');
const { useChecks } = await import('./checks');
const proposal = await import('./proposal');
const { useProposal } = proposal;
const { backTo, nextSession, session, stopsOnLeaving, useJobs } = await import('../kernel');

/** A filled square of 20 mm. */
const silhouette = {
  width: 20,
  height: 20,
  alpha: new Uint8Array(400).fill(255),
  pxMm: 1,
  widthMm: 20,
  heightMm: 20,
};
const SPRITE = { asset: 'a'.repeat(64), silhouette, lead: 0 } as never;
const laid = (id: string, x: number, y: number, more: Partial<Placement> = {}): Placement => ({
  id,
  motif: 'm',
  x,
  y,
  angle: 0,
  scale: 1,
  mirror: false,
  ...more,
});
const placements = () => useBolt.getState().project?.placements ?? [];

beforeEach(() => {
  const motif = motifOf({ id: 'm', name: 'Tile', asset: 'a'.repeat(64), width: 236, height: 236, ppi: 300 });
  const begun = apply(newProject('p', 'P'), addMotifs([motif]));
  const spots = [
    [30, 30],
    [60, 34],
    [200, 60],
    [120, 200],
    [260, 250],
  ];
  useBolt.setState({
    project: apply(begun, addPlacements(spots.map(([x, y], n) => laid(`p${n}`, x, y)))),
  });
  useBolt.setState({ past: [], future: [] });
  useSprites.setState({ sprites: new Map([['m', SPRITE]]) });
  useProposal.setState({ proposal: null, of: null, before: false, trouble: null });
});

test('settling is proposed, not done; kept, it is one step; a locked placement stays', async () => {
  const project = useBolt.getState().project;
  if (project) useBolt.setState({ project: apply(project, setPlacements({ p0: { locked: true } })) });
  useBolt.setState({ past: [], future: [] });
  const before = placements();
  await proposal.proposeSettle(4);
  const { proposal: found } = useProposal.getState();
  expect(found?.kind).toBe('settle');
  expect(placements()).toBe(before);
  expect(found?.placements[0]).toEqual(before[0]);
  proposal.keepProposal();
  expect(placements()[1].x).not.toBe(before[1].x);
  expect(useBolt.getState().past).toHaveLength(1);
  undo();
  expect(placements()).toEqual(before);
});

test('a proposal for a cloth that has since changed is not kept', async () => {
  await proposal.proposeSettle(4);
  const project = useBolt.getState().project;
  if (project) useBolt.setState({ project: apply(project, setPlacements({ p1: { angle: 45 } })) });
  const changed = placements();
  proposal.keepProposal();
  expect(placements()).toBe(changed);
});

test('a motif that has only just come is waited for, so that nothing is laid over it', async () => {
  useSprites.setState({ sprites: new Map() });
  await proposal.proposeSettle(4);
  expect(useProposal.getState().trouble).toBeNull();
  expect(useProposal.getState().proposal?.kind).toBe('settle');
  expect([...useSprites.getState().sprites.keys()]).toEqual(['m']);
});

test('scatter goes round what is locked, and says what cannot be', async () => {
  const project = useBolt.getState().project;
  if (project) useBolt.setState({ project: apply(project, setPlacements({ p4: { locked: true } })) });
  const ask = {
    motifs: [{ motif: 'm', count: 7, least: 0.8, most: 1.2 }],
    cover: 0.05,
    minGapMm: 10,
    leanDeg: 0,
    directions: 'one-way' as const,
    mirror: false,
    afresh: true,
  };
  await proposal.proposeScatter(ask, 3);
  const found = useProposal.getState().proposal;
  expect(found?.placements).toHaveLength(8);
  expect(found?.placements[0].id).toBe('p4');
  await proposal.proposeScatter({ ...ask, minGapMm: 190 }, 3);
  expect(useProposal.getState().proposal).toBeNull();
  expect(useProposal.getState().trouble).toMatch(/\d of 7 fit with 190 mm between them/);
});

test('scatter says what kept it from the cover asked: the largest sizes, or the gap', async () => {
  const ask = {
    motifs: [{ motif: 'm', count: 7, least: 0.3, most: 0.5 }],
    ...{ cover: 0.35, minGapMm: 4, leanDeg: 0, directions: 'one-way' as const, mirror: false, afresh: true },
  };
  await proposal.proposeScatter(ask, 3);
  const summary = () => useProposal.getState().proposal?.summary ?? '';
  expect(useProposal.getState().proposal?.fresh).toHaveLength(7);
  expect(summary()).toMatch(/not the 35\u00a0% asked: all are at their largest size, so lay more of them/);
  expect(summary()).not.toMatch(/gap allow/);
});

test('with nothing to fill it says so, and why; what hardly fills a patch is not offered', async () => {
  const project = useBolt.getState().project;
  if (!project) throw new Error('No bolt.');
  const report = { findings: [], gapsMm: [24, 22, 21], medianGapMm: 22 };
  useChecks.setState({ report: report as never });
  const pending = { kind: 'scatter', placements: [], fresh: [], summary: '' } as const;
  useProposal.setState({ proposal: pending as never });
  expect(proposal.fillPatchNow(project)).toBe(false);
  expect(useProposal.getState().proposal).toBe(pending);
  expect(useProposal.getState().trouble).toMatch(
    /Nothing to fill: .* The widest is 24\u00a0mm, the usual 22/,
  );
  useChecks.setState({ report: { ...report, medianGapMm: null } as never });
  expect(proposal.nothingToFill(project)).toMatch(/lay three motifs or more/);
  await proposal.proposeFill({ x: 200, y: 180, r: 140 }, 5);
  expect(useProposal.getState().trouble).toMatch(/takes \d\u00a0% of this patch at the most/);
});

test('a filler is never offered larger than its pixels print', () => {
  const project = useBolt.getState().project;
  if (!project) throw new Error('No bolt.');
  const laid = { ...project, placements: project.placements.map((p) => ({ ...p, scale: 2 })) };
  const ppi = project.motifs[0].ppi;
  for (const { scales } of each(proposal.fillersOf(laid))) expect(scales[2]).toBeLessThanOrEqual(ppi / 150);
});

test('a patch is offered what fits; the largest fit of a placement clears its neighbours', async () => {
  await proposal.proposeFill({ x: 200, y: 180, r: 40 }, 5);
  const found = useProposal.getState().proposal;
  expect(found?.offers?.list).toHaveLength(1);
  expect(found?.placements).toHaveLength(6);
  await proposal.proposeFill({ x: 45, y: 32, r: 5 }, 5);
  expect(useProposal.getState().trouble).toMatch(/No motif fits this patch with 5 mm round it/);
  const project = useBolt.getState().project;
  if (!project) throw new Error('No bolt.');
  // 30 mm between their middles across, 4 down; a half width of 10 is taken by the neighbour, 2 by the gap.
  const scale = (await proposal.findLargestFit(project, 'p0', 2)) ?? 0;
  expect(scale * 10).toBeGreaterThan(16.8);
  expect(scale * 10).toBeLessThanOrEqual(18);
});

const offered = (summary: string): import('./proposal').Proposal => ({
  kind: 'scatter',
  placements: [],
  summary,
  fresh: [],
});

test('a proposal goes on when its bolt is left, and waits there; discarded, or with another state of the bolt, the bolt closes', async () => {
  const bolt = session();
  const { project } = useBolt.getState();
  let finish = () => {};
  const working = proposal.work('Scattering the motifs.', async () => {
    await new Promise<void>((resolve) => {
      finish = resolve;
    });
    return offered('5 laid.');
  });
  nextSession();
  expect(bolt.left).toBe(true);
  expect(stopsOnLeaving(bolt)).toEqual([]);
  finish();
  await working;
  expect(bolt.closed).toBe(false);
  expect(useProposal.of(bolt).getState()).toMatchObject({ of: project, proposal: { summary: '5 laid.' } });
  expect(useJobs.of(bolt).getState().jobs).toMatchObject([
    { state: 'done', waits: expect.stringContaining('5 laid.') },
  ]);
  expect(useProposal.getState().proposal).toBeNull();
  backTo(bolt);
  proposal.dropProposal();
  nextSession();
  expect(bolt.closed).toBe(true);
});

test('a bolt whose proposal no longer fits it is closed when it is left', async () => {
  nextSession();
  const bolt = session();
  useBolt.setState({ project: newProject('q', 'Q') });
  await proposal.work('Settling.', async () => offered('1 moved.'));
  useBolt.setState({ project: newProject('q', 'Other') });
  nextSession();
  expect(bolt.closed).toBe(true);
});
