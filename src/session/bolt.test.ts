import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { newProject, type Project, paint, rename, setBrief } from '../core';
import {
  listBolts,
  putAsset,
  readAsset,
  readBolt,
  readHistory,
  readSetting,
  removeBolt,
  writeBolt,
  writeSetting,
  writeThumbnail,
} from '../shelf';
import { edit, openBolt, record, redo, startAutosave, undo, useBolt } from './bolt';
import { beginBolt } from './bolts';
import { nextSession, session } from './session';

const page = new EventTarget();
const documentStub = new EventTarget();
vi.stubGlobal('addEventListener', page.addEventListener.bind(page));
vi.stubGlobal('removeEventListener', page.removeEventListener.bind(page));
vi.stubGlobal('document', documentStub);

const open = async () => {
  const mine = nextSession();
  await openBolt('one');
  startAutosave(mine);
};
beforeEach(async () => {
  await writeBolt(newProject('one', 'One'), []);
  await open();
});
afterEach(async () => {
  await vi.waitFor(() => expect(useBolt.getState().save).toBe('saved'));
  session().close();
  for (const b of await listBolts()) await removeBolt(b.id);
});

const name = () => useBolt.getState().project?.name;

describe('kept', () => {
  test('every edit is on the shelf within a quarter of a second', async () => {
    for (const text of ['Kite', 'Kite W', 'Kite Weather']) {
      edit(rename(text));
      expect(useBolt.getState().save).toBe('saving');
      const began = Date.now();
      await vi.waitFor(async () => expect((await readBolt('one'))?.project.name).toBe(text), {
        interval: 10,
      });
      expect(Date.now() - began).toBeLessThan(250);
    }
  });

  test('an edit made as the page goes away is written without waiting', async () => {
    edit(rename('Last word'));
    page.dispatchEvent(new Event('pagehide'));
    await vi.waitFor(async () => expect((await readBolt('one'))?.project.name).toBe('Last word'), {
      interval: 2,
      timeout: 60,
    });
  });

  test('the log is kept with the bolt, and undo does not unwrite it', async () => {
    edit(rename('Named'));
    record({ kind: 'export', text: 'Sent a file.', bytes: 12, sha256: 'b'.repeat(64) });
    undo();
    expect(name()).toBe('One');
    await vi.waitFor(async () => {
      const bolt = await readBolt('one');
      expect(bolt?.project.name).toBe('One');
      expect(bolt?.log.map((l) => l.text)).toEqual(['Sent a file.']);
    });
  });
});

describe('undo', () => {
  test('goes back and forth over every edit, also after the bolt was closed and opened again', async () => {
    for (const text of ['a', 'b', 'c']) edit(rename(text));
    undo();
    undo();
    expect(name()).toBe('a');
    redo();
    await open();
    expect(name()).toBe('b');
    undo();
    expect(name()).toBe('a');
    redo();
    redo();
    expect(name()).toBe('c');
    undo();
    edit(rename('d'));
    await open();
    redo();
    expect(name()).toBe('d');
    for (let n = 0; n < 3; n++) undo();
    expect(name()).toBe('One');
  });

  test('of very many steps the last 300 are kept', async () => {
    for (let n = 0; n < 320; n++) edit(rename(`name ${n}`));
    await open();
    for (let n = 0; n < 400; n++) undo();
    expect(name()).toBe('name 19');
  });

  test('a history that is not of this document undoes nothing', async () => {
    edit(rename('a'));
    await vi.waitFor(async () => expect((await readHistory('one')).steps).toHaveLength(1));
    const [step] = (await readHistory('one')).steps;
    const astray = { ...step, inverse: [{ op: 'replace' as const, path: ['placements', 7, 'x'], value: 1 }] };
    await writeBolt(newProject('one', 'Other'), [], { put: [[0, astray]], from: 0, to: 1, applied: 1 });
    nextSession();
    await openBolt('one');
    undo();
    expect(name()).toBe('Other');
    expect(useBolt.getState().past).toEqual([]);
  });

  test('a history of an older version of document is let go', async () => {
    edit(rename('a'));
    await vi.waitFor(async () => expect((await readHistory('one')).steps).toHaveLength(1));
    const { steps } = await readHistory('one');
    const old = { ...newProject('one', 'Old'), version: 2 } as unknown as Project;
    await writeBolt(old, [], { put: [[0, steps[0]]], from: 0, to: 1, applied: 1 });
    expect(await readHistory('one')).toEqual({ steps: [], first: 0 });
  });

  test('a colour dragged through many shades is one step', () => {
    for (const hex of ['#111111', '#222222', '#333333'])
      edit(
        paint('base', [hex], () => 'new'),
        'ground',
      );
    edit(rename('After'));
    undo();
    expect(useBolt.getState().project?.colourways[0].colours[0]).toBe('#333333');
    undo();
    expect(useBolt.getState().project?.colourways[0].colours[0]).toBe('#f4ecdc');
  });

  test('a refused edit changes nothing, says why, and is no step', () => {
    const before = useBolt.getState().project;
    expect(edit(setBrief({ widthMm: 1e9 }))).toBe(false);
    expect(useBolt.getState().project).toBe(before);
    expect(useBolt.getState().refused?.text).toMatch(/3000/);
    expect(useBolt.getState().past).toEqual([]);
  });
});

describe('shelf', () => {
  test('a bolt that is not sound is left out of the list and not deleted', async () => {
    await writeBolt({ ...newProject('odd', 'Odd'), shown: 'nobody' }, []);
    expect((await listBolts()).map((b) => b.id)).toEqual(['one']);
    expect(await readBolt('odd')).toBeUndefined();
    await writeBolt(newProject('odd', 'Odd again'), []);
    expect((await readBolt('odd'))?.project.name).toBe('Odd again');
  });

  test('the thumbnail outlives later writes; pictures come back byte for byte', async () => {
    await writeThumbnail('one', new Blob(['cloth']));
    edit(rename('New'));
    await vi.waitFor(async () => expect((await readBolt('one'))?.project.name).toBe('New'));
    expect((await readBolt('one'))?.thumbnail).toBeDefined();
    const bytes = Uint8Array.from({ length: 999 }, (_, i) => (i * 31) & 255);
    await putAsset('c'.repeat(64), new Blob([bytes]));
    await expect(readAsset('d'.repeat(64))).rejects.toThrow(/not on this machine/);
    await writeSetting('pxPerMm', 4.2);
    expect(await readSetting('pxPerMm')).toBe(4.2);
  });

  test('the last bolt changed comes first', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    await writeBolt(newProject('two', 'Two'), []);
    vi.setSystemTime(Date.now() + 1000);
    edit(rename('One, changed'));
    await vi.waitFor(async () => expect((await listBolts())[0].project.name).toBe('One, changed'));
    vi.useRealTimers();
  });
});

test('an edit right after undo is a step of its own, though it merges with the one that was undone', () => {
  edit(rename('First'), 'nudge');
  undo();
  expect(name()).toBe('One');
  edit(rename('Second'), 'nudge');
  expect(name()).toBe('Second');
  undo();
  expect(name()).toBe('One');
});

test('a new bolt’s log names no bolt, so that another name makes nothing in it untrue', async () => {
  const id = await beginBolt('Kite Weather');
  expect((await readBolt(id))?.log.map((l) => l.text)).toEqual(['This bolt was begun.']);
});
