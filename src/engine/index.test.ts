import { expose } from 'comlink';
import { beforeEach, expect, test, vi } from 'vitest';
import type { ArtRequest } from './protocol';

/** What each worker was told, one list a worker. */
const told: string[][] = [];
const workers: FakeWorker[] = [];

/** A worker that lives in this thread, behind a real message channel. */
class FakeWorker extends EventTarget {
  private ports = new MessageChannel();
  constructor() {
    super();
    const mine: string[] = [];
    told.push(mine);
    workers.push(this);
    const art = new Set<string>();
    const api = {
      missing: (assets: string[]) => assets.filter((a) => !art.has(a)),
      take: (asset: string) => {
        art.add(asset);
        mine.push(`take ${asset}`);
      },
      setPrinter: async (bytes: Uint8Array) => {
        await new Promise((r) => setTimeout(r, 20));
        mine.push(`printer ${bytes[0]}`);
        return null;
      },
      sprite: (request: ArtRequest) => void mine.push(`sprite ${request.motif}`),
      trace: () => new Promise(() => {}),
    };
    expose(api, this.ports.port1 as never);
    this.ports.port2.addEventListener('message', (e) =>
      this.dispatchEvent(new MessageEvent('message', { data: e.data })),
    );
    this.ports.port2.start();
  }
  postMessage(message: unknown, transfer: Transferable[]) {
    this.ports.port2.postMessage(message, transfer);
  }
  terminate() {
    this.ports.port1.close();
  }
}
vi.stubGlobal('Worker', FakeWorker);

const art = (motif: string, asset: string): ArtRequest => ({ motif, asset, ppi: 300, from: [], to: [] });
const NOTHING = [] as unknown as Parameters<typeof import('.').trace>;
const load = async () => new Uint8Array(4);

beforeEach(() => {
  vi.resetModules();
  told.length = 0;
  workers.length = 0;
});

test('art is given to a worker once; after a crash to the next, which proofs for the same printer', async () => {
  const { setPrinter, sprite } = await import('.');
  await Promise.all([sprite(art('m', 'aa'), 100, load), sprite(art('n', 'bb'), 100, load)]);
  await sprite(art('m', 'aa'), 200, load);
  await setPrinter(new Uint8Array([7]), 'paper');
  expect(told).toHaveLength(1);
  expect(told[0].filter((t) => t.startsWith('take')).sort()).toEqual(['take aa', 'take bb']);

  workers[0].dispatchEvent(new Event('error'));
  await Promise.all([sprite(art('n', 'bb'), 100, load), sprite(art('m', 'aa'), 100, load)]);
  expect(told).toHaveLength(2);
  expect(told[1][0]).toBe('printer 7');
  expect(told[1].slice(1).sort()).toEqual(['sprite m', 'sprite n', 'take aa', 'take bb']);
});

test('stopped, the work under way ends as stopped, and what is asked next begins afresh', async () => {
  const { Stopped, stopLongWork, trace, warmPress } = await import('.');
  const long = trace(...NOTHING);
  await new Promise((r) => setTimeout(r, 5));
  stopLongWork();
  await expect(long).rejects.toBeInstanceOf(Stopped);
  expect(await warmPress()).toEqual([]);
  expect(told).toHaveLength(2);
});

test('work that runs out of room says so to those who wait for it', async () => {
  const { trace } = await import('.');
  const long = trace(...NOTHING);
  workers[0].dispatchEvent(new Event('error'));
  await expect(long).rejects.toThrow('ran out of room');
});
