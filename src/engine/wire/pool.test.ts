import { expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';

vi.mock('comlink', () => ({ proxy: (f: unknown) => f, wrap: () => ({}) }));
const ended: number[] = [];
let made = 0;
vi.stubGlobal(
  'Worker',
  class {
    readonly n = ++made;
    addEventListener() {}
    terminate() {
      ended.push(this.n);
    }
  },
);
const { Pool } = await import('./pool');
const { Stopped, WorkerSlot } = await import('./worker-slot');

const gate = () => {
  let open = () => {};
  const shut = new Promise<void>((resolve) => {
    open = resolve;
  });
  return { shut, open: () => open() };
};

test('each piece of work has a worker for itself; what finds none free waits, and may be stopped while it waits', async () => {
  const pool = new Pool(2, 1e6);
  const gates = [gate(), gate(), gate()];
  const begun: number[] = [];
  const slots = new Set();
  const run = (n: number, signal?: AbortSignal) =>
    pool.use(async (slot) => {
      begun.push(n);
      slots.add(slot);
      await gates[n].shut;
    }, signal);
  const [a, b] = [run(0), run(1)];
  const stop = new AbortController();
  const waits = run(2, stop.signal);
  await soon(() => expect(begun).toEqual([0, 1]));
  expect(slots.size).toBe(2);
  stop.abort();
  await expect(waits).rejects.toBeInstanceOf(Stopped);
  const next = run(2);
  gates[0].open();
  await a;
  await soon(() => expect(begun).toEqual([0, 1, 2]));
  gates[1].open();
  gates[2].open();
  await Promise.all([b, next]);
});

test('a worker that is up already is chosen', async () => {
  const pool = new Pool(2, 1e6);
  const first = await pool.use(async (slot) => {
    void slot.run(() => new Promise(() => {})).catch(() => {});
    return slot;
  });
  await pool.use(async (slot) => expect(slot).toBe(first));
  await pool.use(async (slot) => expect(slot).toBe(first));
});

test('work that takes too long is ended with a sentence, and the next has a fresh worker', async () => {
  const slot = new WorkerSlot();
  const never = slot.run(() => new Promise(() => {}), { mostMs: 5 });
  await expect(never).rejects.toThrow(/took far longer/);
  expect(ended).toEqual([made]);
  expect(slot.isUp).toBe(false);
  expect(await slot.run(async () => 'again')).toBe('again');
});

test('a worker at work is emptied once its work has ended', async () => {
  const pool = new Pool(1, 1e6);
  const { shut, open } = gate();
  const done: string[] = [];
  const work = pool.use(async (slot) => {
    void slot.run(() => new Promise(() => {})).catch(() => {});
    done.push('begun');
    await shut;
    done.push('ended');
  });
  await soon(() => expect(done).toEqual(['begun']));
  pool.each(() => done.push('emptied'));
  expect(done).toEqual(['begun']);
  open();
  await work;
  expect(done).toEqual(['begun', 'ended', 'emptied']);
});

test('a worker with nothing to do is ended after a while; one that is lent again meanwhile is not', async () => {
  vi.useFakeTimers();
  const pool = new Pool(1, 1000);
  const use = (ms: number) =>
    pool.use(async (slot) => {
      void slot.run(() => new Promise(() => {})).catch(() => {});
      await vi.advanceTimersByTimeAsync(ms);
      return slot;
    });
  const slot = await use(0);
  await vi.advanceTimersByTimeAsync(900);
  await use(5000);
  expect(slot.isUp).toBe(true);
  await vi.advanceTimersByTimeAsync(999);
  expect(slot.isUp).toBe(true);
  await vi.advanceTimersByTimeAsync(1);
  expect(slot.isUp).toBe(false);
  vi.useRealTimers();
});
