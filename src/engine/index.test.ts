import { beforeEach, expect, test, vi } from 'vitest';
import { soon } from '../../tests/soon';
import { ArgumentError, FileRefused, PictureRefused } from '../core';
import type { ArtRequest } from './protocol';

/** Messages that a worker was sent, in order, and answers that are held back until they are let go. */
const sent: string[] = [];
let gate: (() => void)[] = [];
const held = () => new Promise<void>((resolve) => gate.push(resolve));
const letGo = () => {
  for (const open of gate.splice(0)) open();
};

vi.mock('comlink', () => ({
  proxy: (f: unknown) => f,
  transfer: (value: unknown) => value,
  wrap: () => ({
    missing: async (assets: string[]) => {
      sent.push(`missing ${assets}`);
      return assets;
    },
    take: async (asset: string) => {
      sent.push(`take ${asset}`);
      await held();
    },
    undrawn: async (arts: ArtRequest[]) => arts.map((a) => ({ asset: a.asset, width: a.drawWidth })),
    drawVector: async (_: Uint8Array, width: number) => {
      await held();
      return { width, data: new Uint8ClampedArray() };
    },
    putDrawn: async (_: string, { width }: { width: number }) => {
      sent.push(`draw ${width}`);
    },
    sprite: async (art: ArtRequest) => {
      sent.push(`sprite ${art.drawWidth ?? art.asset}`);
    },
    letGoOfArt: async () => {
      sent.push('let go');
    },
  }),
}));
vi.stubGlobal(
  'Worker',
  class {
    addEventListener() {}
    terminate() {}
  },
);
const { letGoOfArt, sprite } = await import('.');
const { asThrown } = await import('./worker-slot');
const art = (asset: string, drawWidth?: number) => ({ asset, drawWidth }) as ArtRequest;
const load = async () => new Uint8Array();

beforeEach(() => {
  sent.length = 0;
  gate = [];
});

test('a vector is drawn for the call that wanted it: no other comes between', async () => {
  const all = [100, 200].map((width) => sprite(art('v', width), 64, load));
  const done = Promise.all(all);
  let over = false;
  void done.then(() => {
    over = true;
  });
  await soon(() => {
    letGo();
    expect(over).toBe(true);
  });
  expect(sent.filter((s) => /draw|sprite/.test(s))).toEqual([
    'draw 100',
    'sprite 100',
    'draw 200',
    'sprite 200',
  ]);
});

test('vectors are drawn one after the other: the time that each may take is its own', async () => {
  const svg = new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>');
  const all = ['x', 'y', 'z'].map((asset) => sprite(art(asset), 64, async () => svg.slice()));
  const drawn = () => sent.filter((s) => s.startsWith('draw 600')).length;
  for (const n of [1, 2, 3]) {
    await soon(() => expect(gate).toHaveLength(1));
    letGo();
    await soon(() => expect(drawn()).toBe(n));
  }
  await Promise.all(all);
});

test('art that was let go of while it was on its way is given again when it is wanted again', async () => {
  const first = sprite(art('a'), 64, load);
  await soon(() => expect(sent).toContain('take a'));
  void letGoOfArt();
  letGo();
  await first;
  sent.length = 0;
  const next = sprite(art('a'), 64, load);
  await soon(() => {
    letGo();
    expect(sent).toContain('sprite a');
  });
  await next;
  expect(sent).toEqual(['missing a', 'take a', 'sprite a']);
});

test('what is thrown in a worker keeps its kind', () => {
  const over = (name: string) => Object.assign(new Error('Too many pixels.'), { name });
  expect(asThrown(over('PictureRefused'))).toBeInstanceOf(PictureRefused);
  expect(asThrown(over('PictureRefused'))).toBeInstanceOf(FileRefused);
  expect(asThrown(over('ArgumentError'))).toBeInstanceOf(ArgumentError);
  expect((asThrown(over('FileRefused')) as Error).message).toBe('Too many pixels.');
  expect(asThrown(over('TypeError'))).not.toBeInstanceOf(ArgumentError);
  expect(asThrown('words')).toBe('words');
});
