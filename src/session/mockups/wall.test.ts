import { beforeEach, expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';
import {
  addPlacements,
  apply,
  motifOf,
  newProject,
  type Project,
  rename,
  Said,
  setBrief,
  setInks,
} from '../../core';
import type { SceneRequest } from '../../engine';

type Drawn = { ground: string; ppi: number; size: string };
const drawn: Drawn[] = [];
let fail = '';
vi.mock('../../engine', () => ({
  Stopped: class Stopped extends Error {},
  clothPicture: async (request: SceneRequest, w: { width: number; height: number; ppi: number }) => {
    await new Promise((r) => setTimeout(r, 2));
    if (fail) throw new Said(fail);
    drawn.push({ ground: `${request.ground}`, ppi: w.ppi, size: `${w.width}x${w.height}` });
    return { width: w.width, height: w.height };
  },
}));
vi.mock('../../shelf', () => ({ readAsset: async () => new Uint8Array() }));
const { leaveWall, pictureKey, useWall, wantPictures } = await import('./wall');

const motif = motifOf({ id: 'k', name: 'Kite', asset: 'a'.repeat(64), width: 30, height: 30, ppi: 300 });
const bolt = (): Project =>
  apply(
    apply(
      { ...newProject('p', 'P'), motifs: [motif] },
      setInks([[190, 70, 50]], () => 'ink'),
    ),
    addPlacements([{ id: 'a', motif: 'k', x: 9, y: 9, angle: 0, scale: 1, mirror: false }]),
  );
const ask = (ground: string) => ({ colours: [ground, '#be4632'], width: 254, height: 100, spanMm: 254 });

beforeEach(() => {
  leaveWall();
  drawn.length = 0;
  fail = '';
  useWall.setState({ pictures: new Map(), trouble: '' });
});

test('each picture is drawn once, at the scale asked, and again only when the cloth has changed', async () => {
  const project = bolt();
  wantPictures(project, [ask('#ffffff'), ask('#000000')]);
  wantPictures(project, [ask('#ffffff')]);
  await soon(() => expect(useWall.getState().pictures.size).toBe(2));
  expect(drawn).toEqual([
    { ground: '255,255,255', ppi: 25.4, size: '254x100' },
    { ground: '0,0,0', ppi: 25.4, size: '254x100' },
  ]);
  expect(useWall.getState().pictures.get(pictureKey(project, ask('#000000')))).toBeDefined();

  const renamed = apply(project, rename('Other'));
  wantPictures(renamed, [ask('#ffffff')]);
  expect(pictureKey(renamed, ask('#ffffff'))).toBe(pictureKey(project, ask('#ffffff')));
  const wider = apply(renamed, setBrief({ widthMm: 400 }));
  wantPictures(wider, [ask('#ffffff')]);
  await soon(() => expect(drawn).toHaveLength(3));
});

test('what is not drawn yet is let go of when the wall is left', async () => {
  wantPictures(bolt(), [ask('#ffffff'), ask('#111111'), ask('#222222')]);
  leaveWall();
  await soon(() => expect(useWall.getState().pictures.size).toBe(1));
  wantPictures(bolt(), [ask('#333333')]);
  await soon(() => expect(useWall.getState().pictures.size).toBe(2));
  expect(drawn).toHaveLength(2);
});

test('a picture that cannot be drawn says why, and the next is drawn all the same', async () => {
  fail = 'The art of a motif is not in the worker.';
  wantPictures(bolt(), [ask('#ffffff')]);
  await soon(() => expect(useWall.getState().trouble).toBe(fail));
  fail = '';
  wantPictures(bolt(), [ask('#333333')]);
  await soon(() => expect(useWall.getState().pictures.size).toBe(1));
  expect(useWall.getState().trouble).toBe('');
});
