import { beforeEach, expect, test, vi } from 'vitest';

vi.mock('comlink', () => ({ proxy: (f: unknown) => f, wrap: () => ({}) }));
const ended: number[] = [];
const made = { count: 0 };
vi.stubGlobal(
  'Worker',
  class {
    readonly n = ++made.count;
    addEventListener() {}
    terminate() {
      ended.push(this.n);
    }
  },
);
const { Desk } = await import('./desk');
const { Stopped } = await import('./worker-slot');

beforeEach(() => {
  ended.length = 0;
  made.count = 0;
});
const gate = () => {
  let open = () => {};
  const shut = new Promise<void>((resolve) => {
    open = resolve;
  });
  return { shut, open: () => open() };
};

test('a cleared desk ends its worker and what runs in it', async () => {
  const desk = new Desk();
  const looking = desk.run(() => new Promise(() => {}));
  desk.clear();
  await expect(looking).rejects.toBeInstanceOf(Stopped);
  expect(ended).toEqual([1]);
});

test('what has to be finished outlives clearing; the next page has another worker, and the first ends after its last call', async () => {
  const desk = new Desk();
  const [a, b] = [gate(), gate()];
  const first = desk.finish(async () => {
    await a.shut;
    return 'first';
  });
  const second = desk.finish(async () => {
    await b.shut;
    return 'second';
  });
  desk.clear();
  expect(await desk.run(async () => made.count)).toBe(2);
  a.open();
  expect(await first).toBe('first');
  expect(ended).toEqual([]);
  b.open();
  expect(await second).toBe('second');
  expect(ended).toEqual([1]);
  // The worker that is in use stays when what it finishes has ended.
  await desk.finish(async () => 'third');
  expect(ended).toEqual([1]);
});

test('a stop ends what has to be finished, and the desk can be used again', async () => {
  const desk = new Desk();
  const stop = new AbortController();
  const kept = desk.finish(() => new Promise(() => {}), { signal: stop.signal });
  stop.abort();
  await expect(kept).rejects.toBeInstanceOf(Stopped);
  desk.clear();
  expect(await desk.run(async () => 'again')).toBe('again');
});
