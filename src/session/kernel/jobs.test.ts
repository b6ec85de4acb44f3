import { beforeEach, expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';
import { Said } from '../../core';
import type { Work } from '../../engine';

vi.mock('../../engine', () => ({
  Stopped: class Stopped extends Error {
    override name = 'Stopped';
  },
}));
const { Stopped, runJob, stopJob, useJobs } = await import('./jobs');
const { backTo, nextSession, session } = await import('./session');

/** Work that goes on until it is let end, or stopped. */
function held(work: Required<Work>) {
  let end = (_: string) => {};
  const done = new Promise<string>((resolve, reject) => {
    end = resolve;
    work.signal.addEventListener('abort', () => reject(new Stopped('Stopped.')));
  });
  return { done, end: (text: string) => end(text), work };
}
const states = () => useJobs.getState().jobs.map(({ kind, state, share }) => [kind, state, share]);

beforeEach(() => {
  nextSession();
});

test('two jobs run side by side; each is stopped alone, and what came of it stays', async () => {
  const [a, b] = ['send', 'proof'].map((kind) => {
    const on: { now?: ReturnType<typeof held> } = {};
    const come = runJob(session(), kind, `${kind} it.`, (work) => {
      on.now = held(work);
      return on.now.done;
    });
    return { on, come };
  });
  a.on.now?.work.onProgress(0.25);
  expect(states()).toEqual([
    ['send', 'running', 0.25],
    ['proof', 'running', null],
  ]);
  const [sending] = useJobs.getState().jobs;
  stopJob(session(), sending.id);
  expect(await a.come).toBeNull();
  a.on.now?.work.onProgress(0.9);
  b.on.now?.end('proved');
  expect(await b.come).toBe('proved');
  expect(states()).toEqual([
    ['send', 'stopped', 0.25],
    ['proof', 'done', 1],
  ]);
  expect(useJobs.getState().jobs[1].result).toBe('proved');
});

test('a newer job of a kind stops the one before; one that fails says why', async () => {
  const first = runJob(session(), 'lay', 'First.', (work) => held(work).done);
  const second = runJob(session(), 'lay', 'Second.', async () => {
    throw new Said('No room.');
  });
  expect(await first).toBeNull();
  expect(await second).toBeNull();
  expect(useJobs.getState().jobs).toMatchObject([{ label: 'Second.', state: 'failed', trouble: 'No room.' }]);
});

test('a bolt that is closed ends its jobs, and nothing of them comes to the next one', async () => {
  const ends: ((text: string) => void)[] = [];
  // Work that does not listen when it is stopped.
  const deaf = runJob(session(), 'deaf', 'Deaf.', () => new Promise<string>((resolve) => ends.push(resolve)));
  const heard = runJob(session(), 'hears', 'Hears.', (work) => held(work).done);
  const old = session();
  nextSession();
  expect(old.closed).toBe(true);
  expect(await heard).toBeNull();
  ends[0]('late');
  expect(await deaf).toBeNull();
  expect(useJobs.getState().jobs).toEqual([]);
});

test('of several wishes the newest counts, one runs at a time, and none after closing', async () => {
  const kept: [string, boolean][] = [];
  const gates: (() => void)[] = [];
  const wish = (name: string) =>
    session().latest('map', {
      run: async () => {
        await new Promise<void>((open) => gates.push(open));
        return name;
      },
      keep: (answer, newest) => kept.push([answer, newest]),
    });
  const all = ['a', 'b', 'c'].map(wish);
  expect(gates).toHaveLength(1);
  gates[0]();
  await soon(() => expect(gates).toHaveLength(2));
  gates[1]();
  await Promise.all(all);
  expect(kept).toEqual([
    ['a', false],
    ['c', true],
  ]);
  const late = wish('late');
  nextSession();
  gates[2]();
  await late;
  expect(kept).toHaveLength(2);
});

test('work that goes on keeps a bolt that was left open until its end; other work of it stops', async () => {
  const bolt = session();
  const ends: (() => void)[] = [];
  const come = runJob(
    bolt,
    'send',
    'Send it.',
    (work) => {
      const h = held(work);
      ends.push(() => h.end('sent'));
      return h.done;
    },
    { goesOn: true },
  );
  const other = runJob(bolt, 'lay', 'Lay it.', (work) => held(work).done);
  nextSession();
  expect(await other).toBeNull();
  expect([bolt.left, bolt.closed]).toEqual([true, false]);
  expect(useJobs.getState().jobs).toEqual([]);
  ends[0]();
  expect(await come).toBe('sent');
  expect(bolt.closed).toBe(true);
  expect(
    useJobs
      .of(bolt)
      .getState()
      .jobs.map(({ kind, state }) => [kind, state]),
  ).toEqual([
    ['send', 'done'],
    ['lay', 'stopped'],
  ]);
  expect(useJobs.getState().jobs).toEqual([]);
});

test('a bolt that is come back to stays open when its work ends; what is worked out to be looked at ends with leaving', async () => {
  const bolt = session();
  const ended = bolt.goOn();
  const kept: string[] = [];
  let answer = (_: string) => {};
  const map = bolt.latest('map', {
    run: () => new Promise<string>((resolve) => (answer = resolve)),
    keep: (a) => kept.push(a),
  });
  nextSession();
  answer('of a bolt that nobody looks at');
  await map;
  expect(kept).toEqual([]);
  backTo(bolt);
  expect([session() === bolt, bolt.left]).toEqual([true, false]);
  ended();
  expect(bolt.closed).toBe(false);
});
