import { describe, expect, test } from 'vitest';
import { judge } from '../../../../tests/cloths/judge';
import { fillersOf, GROUND, LEADS, makeCloth, WEIGHTS } from '../../../../tests/cloths/make-cloth';
import { each } from '../../../../tests/each';
import { latticeOf, pixelPlan } from '../../lattice';
import {
  faults,
  leftUndone,
  markPin,
  matchDismissed,
  mend,
  mendOf,
  mendParts,
  plantFault,
  runCheck,
} from '..';

const SEED = 4021;
const ALL = mendParts().map((m) => m.part);

/** One cloth with a fault in it, and all that mending it asks for. */
function spoilt(n: number, fault: string) {
  const cloth = makeCloth(n, SEED);
  const planted = plantFault(cloth.silhouettes, fault, WEIGHTS, 12 + n);
  const placements = planted.placements.map((p, k) => ({ ...p, id: `p${k}` }));
  const scene = { ground: GROUND, motifs: cloth.motifs, placements };
  const plan = pixelPlan(cloth.layout, cloth.cell, 150);
  const options = { style: cloth.style, leads: LEADS };
  return { cloth, planted, scene, plan, options, fillers: fillersOf(placements) };
}

describe('planted faults', () => {
  test('made-up cloths: each kind of fault is found at its place, and clean ones are left in peace', () => {
    const { warnings, verdicts } = judge(1, SEED);
    expect(warnings).toBeLessThan(0.5);
    for (const fault of each(faults())) {
      expect([fault, verdicts[fault].recall]).toEqual([fault, 1]);
      expect(verdicts[fault].precision, fault).toBeGreaterThanOrEqual(0.75);
    }
  }, 120_000);

  test('planting is the same for the same seed, and leaves the cloth that it was given alone', () => {
    const cloth = makeCloth(1, SEED);
    const before = JSON.stringify(cloth.placements);
    for (const fault of each(faults())) {
      const [a, b] = [1, 2].map(() => plantFault(cloth.silhouettes, fault, WEIGHTS, 5));
      expect(a).toEqual(b);
      expect(a.placements).not.toEqual(cloth.placements);
    }
    expect(JSON.stringify(cloth.placements)).toBe(before);
  });

  test('a pin is marked by how far off it is, on any copy; for a lane by how far from its line', () => {
    const { cloth, planted } = spoilt(2, 'bare-patch');
    const { a, b } = latticeOf(cloth.layout, cloth.cell);
    const copy = { x: planted.at.x + 2 * a.x - b.x + 3, y: planted.at.y + 2 * a.y - b.y + 4 };
    expect(markPin(planted, copy, cloth.layout, cloth.cell).off).toBeCloseTo(5, 6);
    expect(markPin(planted, copy, cloth.layout, cloth.cell).hit).toBe(true);
    const lane = spoilt(2, 'lane');
    const along = lane.planted.along ?? { x: 1, y: 0 };
    const far = { x: lane.planted.at.x + 0.37 * along.x, y: lane.planted.at.y + 0.37 * along.y };
    expect(markPin(lane.planted, far, lane.cloth.layout, lane.cloth.cell)).toMatchObject({ hit: true });
    expect(markPin(lane.planted, far, lane.cloth.layout, lane.cloth.cell).off).toBeLessThan(1e-6);
    const long = Math.hypot(along.x, along.y);
    const aside = { x: far.x - (40 * along.y) / long, y: far.y + (40 * along.x) / long };
    expect(markPin(lane.planted, aside, lane.cloth.layout, lane.cloth.cell)).toMatchObject({ hit: false });
  });
});

describe('mending', () => {
  test('what is locked is never touched; a part that is left out is not done', () => {
    const { scene, plan, options, fillers } = spoilt(1, 'near-touch');
    const locked = new Set(scene.placements.map((_, n) => n).filter((n) => n % 2 === 0));
    const all = mend(scene, plan, options, ALL, { locked, fillers });
    for (const n of each(locked)) expect(all.placements[n]).toMatchObject(scene.placements[n]);
    const none = mend(scene, plan, options, ['patches'], { locked: new Set(), fillers });
    expect(none.done).toEqual([]);
    expect(none.placements.map((p) => [p.x, p.y])).toEqual(scene.placements.map((p) => [p.x, p.y]));
  });

  test('one finding alone: only what it is about moves', () => {
    const { scene, plan, options, fillers } = spoilt(4, 'near-touch');
    const found = runCheck(scene, plan, options).findings.find((f) => f.kind === 'near-touch');
    if (!found) throw new Error('Nothing was planted.');
    const { placements, done } = mend(scene, plan, options, ['touches'], {
      locked: new Set(),
      fillers,
      only: found,
    });
    expect(done).toEqual([{ part: 'touches', count: 1 }]);
    const moved = scene.placements.filter((p, n) => placements[n].x !== p.x || placements[n].y !== p.y);
    expect(moved).toHaveLength(1);
    expect(found.placements).toContain(moved[0].id);
    expect(mendOf(found.kind)?.part).toBe('touches');
  });
});

test('what was left is known again after the cloth moved a little, and by what it is about', () => {
  const { cloth, scene, plan, options } = spoilt(4, 'near-touch');
  const lattice = latticeOf(cloth.layout, cloth.cell);
  const [f] = runCheck(scene, plan, options).findings;
  const left = { id: 'l', kind: f.kind, placements: f.placements, x: f.at.x, y: f.at.y, note: 'meant' };
  expect(matchDismissed(f, [left], lattice)).toBe(left);
  const copy = { ...f, placements: [], at: { x: f.at.x + lattice.a.x + 3, y: f.at.y + lattice.a.y } };
  expect(matchDismissed(copy, [{ ...left, placements: [] }], lattice)).toBeDefined();
  expect(
    matchDismissed(
      { ...copy, at: { x: copy.at.x + 20, y: copy.at.y } },
      [{ ...left, placements: [] }],
      lattice,
    ),
  ).toBeUndefined();
  expect(matchDismissed({ ...f, placements: ['other', 'pair'] }, [left], lattice)).toBeUndefined();
});

test('what was left undone is told once for each thing, with all that it is about', () => {
  const at = (id: string, motif: string, more = {}) => ({
    id,
    motif,
    x: 1,
    y: 2,
    angle: 0,
    scale: 1,
    mirror: false,
    ...more,
  });
  const found = leftUndone(
    [at('a', 'm'), at('b', 's'), at('c', 'm', { hidden: true }), at('d', 'm', { locked: true })],
    [
      { id: 'm', permission: 'mine' },
      { id: 's', permission: 'ask', standIn: true },
    ],
    new Map([['a', 0.01]]),
  );
  expect(found.map((f) => [f.what, f.severity, f.placements])).toEqual([
    ['covered', 'warning', ['a']],
    ['stand-in', 'warning', ['b']],
    ['permission', 'note', ['b']],
    ['hidden', 'note', ['c']],
    ['locked', 'note', ['d']],
  ]);
});
