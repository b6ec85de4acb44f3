import { beforeEach, expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';
import {
  addColourways,
  addSheet,
  apply,
  DEFAULT_INTAKE,
  motifOf,
  newColourway,
  newProject,
  type Project,
  setInks,
  showColourway,
} from '../../core';
import type { ArtRequest } from '../../engine';

type Asked = { motif: string; longSide: number; to: string };
const asked: Asked[] = [];
let answered = 0;
let fail = '';

vi.mock('../../engine', () => ({
  Stopped: class Stopped extends Error {},
  letGoOfArt: async () => {},
  quickSprites: (asks: { request: ArtRequest; longSide: number }[]) =>
    Promise.all(asks.map((a) => one(a.request, a.longSide))),
  sprite: (art: ArtRequest, longSide: number) => one(art, longSide),
}));
const one = async (art: ArtRequest, longSide: number) => {
  asked.push({ motif: art.motif, longSide, to: art.to.join() });
  await new Promise((r) => setTimeout(r, 2));
  if (fail) throw new Error(fail);
  answered++;
  return { bitmap: { width: longSide, height: longSide }, width: 8, height: 8, alpha: new Uint8Array(64) };
};
vi.mock('../../shelf', () => ({ readAsset: async () => new Uint8Array() }));

const { artsOf, sceneRequest } = await import('./scene-request');
const { nextSession } = await import('../kernel/session');
const { spritesBusy, useSprites, wantAhead, wantSprites } = await import('./sprites');

const sheet = {
  id: 's',
  name: 'Page',
  asset: 'a'.repeat(64),
  ppi: 300,
  settings: DEFAULT_INTAKE,
};
function project(): Project {
  const motifs = ['m', 'n', 'o'].map((id) =>
    motifOf({
      id,
      name: id,
      asset: id.repeat(64).replace(/[^0-9a-f]/g, 'b'),
      width: 1600,
      height: 800,
      ppi: 300,
      sheet: 's',
    }),
  );
  let p = apply(
    apply(newProject('p', 'P'), addSheet(sheet, motifs)),
    setInks([[190, 70, 50]], () => 'ink'),
  );
  p = apply(p, addColourways([newColourway('dusk', 'Dusk', ['#221a2b', '#f0dcc0'])]));
  return apply(p, showColourway('base'));
}

const settled = () => soon(() => expect(spritesBusy()).toBe(false));

beforeEach(async () => {
  await settled();
  fail = '';
  nextSession();
  asked.length = 0;
  answered = 0;
});

test('sprites are made at whole halvings of the art, as fine as the scale wants', async () => {
  wantSprites(project(), 4);
  await settled();
  // 4 px per mm of art at 300 ppi is 0.34 of its pixels; at its laid share of 0.3, a tenth: three halvings.
  expect(asked.map((a) => a.longSide)).toEqual([200, 200, 200]);
  asked.length = 0;
  wantSprites(project(), 40);
  await settled();
  expect(asked.map((a) => a.longSide)).toEqual([1600, 1600, 1600]);
});

test('what is there already is not asked for again', async () => {
  const p = project();
  wantSprites(p, 4);
  await settled();
  asked.length = 0;
  wantSprites(p, 4);
  wantSprites({ ...p, name: 'Renamed' }, 4.01);
  await settled();
  expect(asked).toEqual([]);
});

test('a new colourway comes for all motifs at once: no cloth ever shows two', async () => {
  const p = project();
  wantSprites(p, 40);
  await settled();
  const seen: number[] = [];
  const stop = useSprites.subscribe((s) =>
    seen.push(new Set([...s.sprites.values()].map((q) => q.colours)).size),
  );
  wantSprites(apply(p, showColourway('dusk')), 40);
  await settled();
  stop();
  expect(seen.length).toBeGreaterThan(1);
  expect(new Set(seen)).toEqual(new Set([1]));
  expect([...useSprites.getState().sprites.values()].every((s) => s.longSide === 1600)).toBe(true);
});

test('a colourway that was on show lately is there at once, even while another is being drawn', async () => {
  const p = project();
  const dusk = apply(p, showColourway('dusk'));
  wantSprites(p, 40);
  await settled();
  const [base] = [...useSprites.getState().sprites.values()].map((s) => s.colours);
  wantSprites(dusk, 40);
  await settled();
  const inBase = () => [...useSprites.getState().sprites.values()].every((s) => s.colours === base);
  expect(inBase()).toBe(false);
  asked.length = 0;
  wantSprites(p, 40);
  expect(inBase()).toBe(true);
  await settled();
  wantSprites({ ...dusk, inks: dusk.inks.map((i) => ({ ...i, hex: '#123456' })) }, 40);
  wantSprites(p, 40);
  expect(inBase()).toBe(true);
  await settled();
  expect(inBase()).toBe(true);
  expect(asked.filter((a) => a.to !== '18,52,86')).toHaveLength(asked.length);
});

test('the other colourways are drawn ahead, once, when nothing else is wanted', async () => {
  const p = project();
  wantSprites(p, 40);
  wantAhead({ project: p, pxPerMm: 40 });
  await settled();
  await soon(() => expect(answered).toBe(6));
  expect(asked).toHaveLength(6);
  wantSprites(apply(p, showColourway('dusk')), 40);
  const dusk = artsOf(p, 'dusk')[0].to.join();
  expect([...useSprites.getState().sprites.values()].every((s) => s.colours.startsWith(dusk))).toBe(true);
  wantAhead(null);
  await settled();
});

test('the newest wish wins over those that came while a round was running', async () => {
  const p = project();
  for (const scale of [4, 8, 16, 32, 40]) wantSprites(p, scale);
  await settled();
  expect([...useSprites.getState().sprites.values()].map((s) => s.longSide)).toEqual([1600, 1600, 1600]);
  expect(asked.length).toBeLessThan(7);
});

test('trouble is said once and does not go round for ever', async () => {
  fail = 'A picture of this bolt is not on this machine.';
  let said = 0;
  const stop = useSprites.subscribe((s) => {
    if (s.trouble) said++;
    wantSprites(project(), 4);
  });
  wantSprites(project(), 4);
  await soon(() => expect(said).toBeGreaterThan(0));
  await settled();
  stop();
  expect(said).toBe(1);
  // Two rounds of the three motifs: the one that failed, and the one its message asked for.
  expect(asked.length).toBeLessThanOrEqual(6);
});

test('a scene travels with the art it uses only, in the colourway asked for', () => {
  const p = project();
  const laid = { ...p, placements: [{ id: 'x', motif: 'n', x: 1, y: 2, angle: 0, scale: 1, mirror: false }] };
  const scene = sceneRequest(laid, true, 'dusk');
  expect(scene.arts.map((a) => [a.motif, a.to])).toEqual([['n', [[240, 220, 192]]]]);
  expect(scene.ground).toEqual([0x22, 0x1a, 0x2b]);
  expect(sceneRequest(laid, false).ground).toBeNull();
  expect(artsOf(p)[0].to).toEqual(artsOf(p)[0].from);
});

test('a document that cannot be drawn leaves room for the next; one that was left never lands on the next', async () => {
  wantSprites({ ...project(), motifs: null as never }, 4);
  await settled();
  expect(useSprites.getState().trouble).not.toBeNull();
  wantSprites(project(), 4);
  await settled();
  expect(useSprites.getState().sprites.size).toBe(3);
  nextSession();
  asked.length = 0;
  wantSprites(project(), 40);
  await soon(() => expect(asked.length).toBeGreaterThan(0));
  nextSession();
  await settled();
  expect(useSprites.getState().sprites.size).toBe(0);
});
