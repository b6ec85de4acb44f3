import { beforeEach, expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';
import { ArgumentError, FileRefused, PictureRefused } from '../../core';
import type { ArtRequest } from '../protocol';

/** Messages that a worker was sent, in order, and answers that are held back until they are let go. */
const sent: string[] = [];
let gate: (() => void)[] = [];
const held = () => new Promise<void>((resolve) => gate.push(resolve));
const letGo = () => {
  for (const open of gate.splice(0)) open();
};

const shared = { key: 'a', width: 8, height: 8, first: 0, bytes: new ArrayBuffer(256) };
vi.mock('comlink', () => ({
  proxy: (f: unknown) => f,
  transfer: (value: unknown) => value,
  wrap: () => ({
    art: {
      shareArt: async (_: unknown, { asset, drawWidth }: ArtRequest) => {
        sent.push(`share ${drawWidth ?? asset}`);
        await held();
        return shared;
      },
      drawVector: async (_: Uint8Array, width: number) => {
        sent.push(`draw ${width}`);
        await held();
        return { width, data: new Uint8ClampedArray() };
      },
    },
    cloth: {
      sprite: async ({ request }: { request: ArtRequest }) => {
        sent.push(`sprite ${request.drawWidth ?? request.asset}`);
      },
      letGo: async () => {},
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
const { asThrown } = await import('../wire/worker-slot');
const art = (asset: string, drawWidth?: number): ArtRequest => ({
  ...{ motif: 'm', asset, drawWidth, ppi: 100, from: [], to: [] },
});
const load = async () => new Uint8Array();

beforeEach(() => {
  sent.length = 0;
  gate = [];
});

const svg = new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>');

test('vectors are drawn one after the other, each as wide as its call wants: the time that each may take is its own', async () => {
  const all = [100, 200, 300].map((width) => sprite(art('v', width), 64, async () => svg.slice()));
  for (const n of [1, 2, 3]) {
    await soon(() => {
      expect(sent.filter((s) => s.startsWith('draw'))).toHaveLength(n);
      expect(gate.length).toBeGreaterThan(0);
    });
    letGo();
  }
  await soon(() => {
    letGo();
    expect(sent.filter((s) => s.startsWith('sprite'))).toHaveLength(3);
  });
  await Promise.all(all);
  expect(sent.filter((s) => s.startsWith('draw'))).toEqual(['draw 100', 'draw 200', 'draw 300']);
  for (const width of [100, 200, 300])
    expect(sent.indexOf(`sprite ${width}`)).toBeGreaterThan(sent.indexOf(`share ${width}`));
});

test('art that was let go of while it was on its way is made again when it is wanted again', async () => {
  const first = sprite(art('a'), 64, load);
  await soon(() => expect(sent).toEqual(['share a']));
  letGoOfArt();
  letGo();
  await first.catch(() => {});
  sent.length = 0;
  const next = sprite(art('a'), 64, load);
  await soon(() => {
    letGo();
    expect(sent).toContain('sprite a');
  });
  await next;
  expect(sent).toEqual(['share a', 'sprite a']);
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
