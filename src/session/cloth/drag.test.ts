import { beforeEach, expect, test } from 'vitest';
import {
  addMotifs,
  addPlacements,
  apply,
  groupPlacements,
  motifOf,
  newProject,
  type Placement,
  setLayout,
} from '../../core';
import { undo, useBolt } from '../bolt';
import {
  atGrabbed,
  beginHold,
  changeSelected,
  commitHold,
  grabbedSign,
  mirrorSelected,
  select,
  snapped,
  withHeld,
} from './drag';
import { useSprites } from './sprites';
import { useView } from './view';

const at = (id: string, x: number, y: number, more: Partial<Placement> = {}): Placement => ({
  id,
  motif: 'm',
  x,
  y,
  angle: 0,
  scale: 1,
  mirror: false,
  ...more,
});
const place = (id: string) => useBolt.getState().project?.placements.find((p) => p.id === id) as Placement;

beforeEach(() => {
  const motif = motifOf({ id: 'm', name: 'Kite', asset: 'a'.repeat(64), width: 300, height: 300, ppi: 300 });
  const project = apply(
    apply(newProject('p', 'P'), addMotifs([motif])),
    addPlacements([at('a', 300, 40), at('b', 10, 190), at('c', 150, 150, { locked: true })]),
  );
  useBolt.setState({ project });
  useBolt.setState({ past: [], future: [] });
  useView.setState({ selected: [], held: null, together: true, zoom: 2, origin: { x: 0, y: 0 } });
  useView.setState({ viewport: { width: 700, height: 700 } });
  const silhouette = {
    width: 1,
    height: 1,
    alpha: new Uint8Array([255]),
    pxMm: 20,
    widthMm: 20,
    heightMm: 20,
  };
  useSprites.setState({ sprites: new Map([['m', { silhouette } as never]]) });
});

test('a pair over the join is held by the copies that lie nearest, and turned about the middle between them', () => {
  // b's copy one column to the left and half a cell up of (314.8, 342.4) is (10, 190): nearest to a it is (314.8, 37.6).
  select(['a', 'b', 'c']);
  const held = beginHold();
  expect(held?.ids).toEqual(['a', 'b']);
  expect(held?.from.b.x).toBeCloseTo(314.8, 6);
  expect(held?.from.b.y).toBeCloseTo(37.6, 6);
  changeSelected({ turn: 180 });
  // A half turn about the middle: each goes where the other was.
  expect([place('a').x, place('a').y].map((v) => v.toFixed(3))).toEqual(['314.800', '37.600']);
  expect(place('b').x).toBeCloseTo(300, 6);
  expect(place('a').angle).toBe(180);
  expect(place('c')).toEqual(at('c', 150, 150, { locked: true }));
  undo();
  expect(place('a')).toEqual(at('a', 300, 40));
});

test('each about its own middle: places stay, angles and sizes change; mirrored together, the places swap sides', () => {
  select(['a', 'b']);
  useView.setState({ together: false });
  changeSelected({ turn: 30, grow: 2 });
  expect(place('a')).toEqual(at('a', 300, 40, { angle: 30, scale: 2 }));
  expect(place('b').x).toBeCloseTo(10, 6);
  useView.setState({ together: true });
  mirrorSelected();
  expect(place('a')).toMatchObject({ angle: -30, mirror: true });
  expect(place('a').x).toBeCloseTo(314.8, 6);
  expect(place('a').y).toBeCloseTo(40, 6);
});

test('with one of a group come the others; what is held is one step for undo, and a hold let go unmoved none', () => {
  const project = useBolt.getState().project;
  if (project) useBolt.setState({ project: apply(project, groupPlacements(['a', 'b'], 'g')) });
  useBolt.setState({ past: [], future: [] });
  select(['b']);
  expect(useView.getState().selected).toEqual(['b', 'a']);
  useView.setState({ held: beginHold() });
  commitHold();
  expect(useBolt.getState().past).toHaveLength(0);
  const held = beginHold();
  useView.setState({ held: held && { ...held, dx: 4, dy: -3 } });
  commitHold();
  expect(useBolt.getState().past).toHaveLength(1);
  expect(place('b').x).toBeCloseTo(14, 6);
  expect(place('a').y).toBeCloseTo(37, 6);
});

test('a held motif rests on the middle of the cell, in the frame of the copy that was grabbed', () => {
  select(['a']);
  const held = beginHold();
  const project = useBolt.getState().project;
  if (!held || !project) throw new Error('Nothing held.');
  // From (300, 40) toward the middle of the cell to the right and half a cell up: (457.2, 0).
  const near = snapped(project, { ...held, dx: 156, dy: -41 }, 2);
  expect([near.dx, near.dy].map((v) => v.toFixed(2))).toEqual(['157.20', '-40.00']);
  expect(near.lines[0].summary).toBe('middle');
  useView.setState({ snapping: { points: true, others: false, grid: true, strengthPx: 6 } });
  expect(snapped(project, { ...held, dx: 100, dy: 10 }, 2)).toMatchObject({ dx: 100, dy: 10, lines: [] });
  const rests = withHeld(place('a'), near);
  expect([rests.x.toFixed(3), Math.abs(rests.y).toFixed(3)]).toEqual(['457.200', '0.000']);
});

test('held by its twin in a mirrored column, a motif moves the other way across, and lines show at the twin', () => {
  const project = useBolt.getState().project;
  if (!project) throw new Error('No bolt.');
  const mirrored = apply(
    project,
    setLayout({ ...project.layout, alternate: { every: 'column', by: 'across' } }),
  );
  useBolt.setState({ project: mirrored });
  select(['a'], { shift: { x: 0, y: 0 }, twin: true });
  expect(grabbedSign(mirrored)).toEqual({ x: -1, y: 1 });
  const shown = atGrabbed(mirrored, { x: 300, y: 40 });
  expect([shown.x, shown.y].map((v) => v.toFixed(1))).toEqual(['309.6', '192.4']);
});
