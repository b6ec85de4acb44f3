import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';
import {
  addMotifs,
  addPlacements,
  apply,
  motifOf,
  newProject,
  type Project,
  paint,
  rename,
  setBrief,
} from '../../core';
import {
  hasAsset,
  listBolts,
  putAsset,
  readAsset,
  readBolt,
  readSetting,
  removeBolt,
  writeBolt,
  writeSetting,
  writeThumbnail,
} from '../../shelf';
import { withDb } from '../../shelf/db';
import { nextSession, session } from '../kernel';
import {
  beginBolt,
  beginFrom,
  boltAsItIs,
  duplicateBolt,
  putBackOnShelf,
  renameBolt,
  rescueBolt,
  shelfAtStart,
  takeOffShelf,
  throwAway,
  unsavedFor,
} from '../shelf';
import { edit, openBolt, record, redo, startAutosave, undo, useBolt } from './bolt';

const page = new EventTarget();
const documentStub = new EventTarget();
vi.stubGlobal('addEventListener', page.addEventListener.bind(page));
vi.stubGlobal('removeEventListener', page.removeEventListener.bind(page));
vi.stubGlobal('document', documentStub);
vi.stubGlobal('navigator', { locks: { query: async () => ({ held: [] }) } });

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
  await soon(() => expect(useBolt.getState().save).toBe('saved'));
  session().close();
  for (const b of await listBolts()) await removeBolt(b.id);
});

const name = () => useBolt.getState().project?.name;

describe('kept', () => {
  test('every edit is written as soon as it is made: nothing on its way waits for a clock', async () => {
    const waits = vi.spyOn(globalThis, 'setTimeout');
    for (const text of ['Kite', 'Kite W', 'Kite Weather']) {
      edit(session(), rename(text));
      expect(useBolt.getState().save).toBe('saving');
      await soon(async () => expect((await readBolt('one'))?.project.name).toBe(text), 10);
    }
    expect(waits.mock.calls.filter(([, ms]) => ms)).toEqual([]);
    waits.mockRestore();
  });

  test('steps and lines are what is written, not the document; it is found again by doing and undoing them', async () => {
    const asked = new Set<number>();
    for (let n = 0; n < 90; n++) {
      edit(session(), rename(`name ${n}`));
      if (n % 7 === 3) undo();
      if (n % 11 === 5) redo();
      await soon(() => expect(useBolt.getState().save).toBe('saved'), 1);
      const bolt = await readBolt('one');
      expect(bolt?.project).toEqual(useBolt.getState().project);
      asked.add(bolt?.at ?? -1);
    }
    // Written whole now and then.
    expect(asked.size).toBeGreaterThan(1);
    expect(asked.size).toBeLessThan(4);
  });

  test('a write that fails is told, kept and tried again; a page with unwritten work asks before it goes', async () => {
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    edit(session(), rename('Kept in memory'));
    await soon(() => expect(useBolt.getState().unwritten).toMatch(/no room left/));
    expect(useBolt.getState().save).toBe('failed');
    const leaving = new Event('beforeunload', { cancelable: true });
    page.dispatchEvent(leaving);
    expect(leaving.defaultPrevented).toBe(true);
    edit(session(), rename('And this'));
    put.mockRestore();
    await soon(() => expect(useBolt.getState().save).toBe('saved'));
    expect((await readBolt('one'))?.project.name).toBe('And this');
    undo();
    expect(name()).toBe('Kept in memory');
  });

  test('a shelf that was cleared meanwhile is given the whole bolt again', async () => {
    edit(session(), rename('Before'));
    await soon(() => expect(useBolt.getState().save).toBe('saved'));
    await removeBolt('one');
    edit(session(), rename('After'));
    await soon(async () => expect((await readBolt('one'))?.project.name).toBe('After'));
    await soon(() => expect(useBolt.getState().save).toBe('saved'));
    await open();
    undo();
    expect(name()).toBe('Before');
  });

  test('the log is kept with the bolt, and undo does not unwrite it', async () => {
    edit(session(), rename('Named'));
    record(session(), { kind: 'export', text: 'Sent a file.', bytes: 12, sha256: 'b'.repeat(64) });
    undo();
    expect(name()).toBe('One');
    await soon(async () => {
      const bolt = await readBolt('one');
      expect(bolt?.project.name).toBe('One');
      expect(bolt?.log.map((l) => l.text)).toEqual(['Sent a file.']);
    });
  });
});

describe('undo', () => {
  test('goes back and forth over every edit, also after the bolt was closed and opened again', async () => {
    for (const text of ['a', 'b', 'c']) edit(session(), rename(text));
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
    edit(session(), rename('d'));
    await open();
    redo();
    expect(name()).toBe('d');
    for (let n = 0; n < 3; n++) undo();
    expect(name()).toBe('One');
  });

  test('of very many steps the last 300 are kept', async () => {
    for (let n = 0; n < 320; n++) edit(session(), rename(`name ${n}`));
    await open();
    for (let n = 0; n < 400; n++) undo();
    expect(name()).toBe('name 19');
  });

  test('a history that is not of this document undoes nothing', async () => {
    edit(session(), rename('Other'));
    const [step] = useBolt.getState().past;
    const astray = { ...step, inverse: [{ op: 'replace' as const, path: ['placements', 7, 'x'], value: 1 }] };
    useBolt.setState({ past: [astray] });
    undo();
    expect(name()).toBe('Other');
    expect(useBolt.getState().past).toEqual([]);
  });

  test('a history of an older version of document is let go', async () => {
    edit(session(), rename('Old, renamed'));
    await soon(() => expect(useBolt.getState().save).toBe('saved'));
    await withDb(async (db) => {
      const base = await db.get('bolts', 'one');
      if (!base) throw new Error('There is no bolt.');
      const { dismissed: left, ...rest } = base.project;
      await db.put('bolts', { ...base, project: { ...rest, left, version: 2 } as unknown as Project });
      for (const step of await db.getAll('history')) await db.put('history', { ...step, version: 2 });
    });
    const bolt = await readBolt('one');
    expect(bolt).toMatchObject({ steps: [], project: { version: 4, name: 'Old, renamed', dismissed: [] } });
    await open();
    edit(session(), rename('New'));
    await soon(async () => expect((await readBolt('one'))?.project.name).toBe('New'));
    undo();
    expect(name()).toBe('Old, renamed');
  });

  test('a colour dragged through many shades is one step', () => {
    for (const hex of ['#111111', '#222222', '#333333'])
      edit(
        session(),
        paint('base', [hex], () => 'new'),
        'ground',
      );
    edit(session(), rename('After'));
    undo();
    expect(useBolt.getState().project?.colourways[0].colours[0]).toBe('#333333');
    undo();
    expect(useBolt.getState().project?.colourways[0].colours[0]).toBe('#f4ecdc');
  });

  test('a refused edit changes nothing, says why, and is no step', () => {
    const before = useBolt.getState().project;
    expect(edit(session(), setBrief({ widthMm: 1e9 }))).toBe(false);
    expect(useBolt.getState().project).toBe(before);
    expect(useBolt.getState().refused?.text).toMatch(/3000/);
    expect(useBolt.getState().past).toEqual([]);
  });
});

describe('shelf', () => {
  test('a bolt that is not sound stays on the shelf, says why, and is rescued into a new one', async () => {
    await writeBolt({ ...newProject('odd', 'Odd'), shown: 'nobody' }, []);
    expect((await listBolts()).map((b) => b.name).sort()).toEqual(['Odd', 'One']);
    await expect(readBolt('odd')).rejects.toThrow('not in order');
    const { id, lost } = await rescueBolt('odd');
    expect(lost).toEqual([]);
    expect((await readBolt(id))?.project).toMatchObject({ name: 'Odd, rescued', shown: 'base' });
    expect((await boltAsItIs('odd')).name).toBe('Odd');
    const later = { ...newProject('later', 'Later'), version: 99 } as unknown as Project;
    await writeBolt(later, []);
    await expect(readBolt('later')).rejects.toThrow(/newer Hexaplex/);
    await removeBolt(id);
    await writeBolt(newProject('odd', 'Odd again'), []);
    expect((await readBolt('odd'))?.project.name).toBe('Odd again');
  });

  test('one line of a log that is not sound takes none of the others with it', async () => {
    record(session(), { kind: 'votes', text: 'Kept.' });
    useBolt.setState((s) => ({ log: [...s.log, { at: 'once', kind: 'votes', text: 'Odd.' }] }));
    record(session(), { kind: 'votes', text: 'Kept too.' });
    await soon(async () =>
      expect((await readBolt('one'))?.log.map((l) => l.text)).toEqual(['Kept.', 'Kept too.']),
    );
    await open();
    record(session(), { kind: 'votes', text: 'Later.' });
    const said = async () => (await readBolt('one'))?.log.map((l) => l.text);
    await soon(async () => expect(await said()).toEqual(['Kept.', 'Kept too.', 'Later.']));
  });

  test('the thumbnail outlives later writes; pictures come back byte for byte', async () => {
    await writeThumbnail('one', new Blob(['cloth']));
    edit(session(), rename('New'));
    await soon(async () => expect((await readBolt('one'))?.project.name).toBe('New'));
    expect((await listBolts())[0].thumbnail).toBeDefined();
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
    edit(session(), rename('One, changed'));
    await soon(async () => expect((await listBolts())[0].name).toBe('One, changed'));
    vi.useRealTimers();
  });
});

test('a clock that is set back joins nothing that was done far apart', async () => {
  vi.useFakeTimers({ toFake: ['Date', 'performance'] });
  edit(session(), rename('First'), 'nudge');
  vi.advanceTimersByTime(5000);
  vi.setSystemTime(Date.now() - 86_400_000);
  edit(session(), rename('Second'), 'nudge');
  vi.useRealTimers();
  undo();
  expect(name()).toBe('First');
});

test('an edit right after undo is a step of its own, though it merges with the one that was undone', () => {
  edit(session(), rename('First'), 'nudge');
  undo();
  expect(name()).toBe('One');
  edit(session(), rename('Second'), 'nudge');
  expect(name()).toBe('Second');
  undo();
  expect(name()).toBe('One');
});

test('a new bolt’s log names no bolt, so that another name makes nothing in it untrue', async () => {
  const id = await beginBolt('Kite Weather');
  expect((await readBolt(id))?.log.map((l) => l.text)).toEqual(['This bolt was begun.']);
});

test('the bin: what was taken off comes back as it was; what lies there for 30 days, or is thrown away, goes with its pictures', async () => {
  await writeSetting('demoShown', true);
  edit(session(), rename('Kite'));
  await soon(() => expect(useBolt.getState().save).toBe('saved'));
  const before = await readBolt('one');
  await takeOffShelf('one');
  expect((await shelfAtStart())[0].binned).toBeDefined();
  await putBackOnShelf('one');
  expect(await readBolt('one')).toEqual(before);
  const [used, unused] = ['a', 'b'].map((c) => c.repeat(64));
  vi.useFakeTimers({ toFake: ['Date'] });
  for (const asset of [used, unused]) await putAsset(asset, new Blob(['x']));
  const motif = motifOf({ id: 'm', name: 'M', asset: used, width: 3, height: 3, ppi: 300 });
  await writeBolt(apply(newProject('two', 'Two'), addMotifs([motif])), []);
  // A day later: no window can still be about to name them.
  vi.setSystemTime(Date.now() + 86_400_000);
  await throwAway('one');
  expect(await readBolt('one')).toBeUndefined();
  expect([await hasAsset(used), await hasAsset(unused)]).toEqual([true, false]);
  await takeOffShelf('two');
  vi.setSystemTime(Date.now() + 29 * 86_400_000);
  expect(await shelfAtStart()).toHaveLength(1);
  vi.setSystemTime(Date.now() + 2 * 86_400_000);
  expect(await shelfAtStart()).toEqual([]);
  expect(await hasAsset(used)).toBe(false);
  vi.useRealTimers();
});

test('a bolt is doubled, renamed, and begun from: its motifs without its layout', async () => {
  const motif = motifOf({ id: 'm', name: 'M', asset: 'a'.repeat(64), width: 3, height: 3, ppi: 300 });
  const laid = { id: 'p', motif: 'm', x: 1, y: 1, angle: 0, scale: 1, mirror: false };
  const two = apply(newProject('two', 'Two'), addMotifs([motif]), addPlacements([laid]));
  await writeBolt(two, []);
  const copy = await duplicateBolt('two');
  expect((await readBolt(copy))?.project).toEqual({ ...two, id: copy, name: 'Two, copy' });
  const anew = await beginFrom('two');
  expect((await readBolt(anew))?.project).toMatchObject({
    motifs: [motif],
    placements: [],
    brief: two.brief,
  });
  await renameBolt('two', 'Second');
  const renamed = await readBolt('two');
  expect(renamed?.project).toEqual({ ...two, name: 'Second' });
  expect(renamed?.steps).toHaveLength(1);
});

test('a bolt whose last edit cannot be written does not hold up the next one, and is written when there is room', async () => {
  await writeBolt(newProject('two', 'Two'), []);
  // What waits for the clock is not waited for: asking again moves it on.
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  edit(session(), rename('Late'));
  await soon(() => expect(useBolt.getState().unwritten).not.toBeNull());
  nextSession();
  let opened = false;
  void openBolt('two').then((found) => {
    opened = found;
  });
  await soon(() => expect(opened).toBe(true));
  put.mockRestore();
  await soon(async () => expect((await readBolt('one'))?.project.name).toBe('Late'));
  vi.useRealTimers();
});

test('a word comes once a week has gone by since the shelf was saved, for what has changed since', async () => {
  const days = (n: number) => ({ changed: new Date(Date.now() - n * 86_400_000).toISOString() });
  expect(await unsavedFor([days(1), days(6)])).toBe(0);
  expect(await unsavedFor([days(1), days(8), { ...days(9), binned: days(1).changed }])).toBe(2);
  await writeSetting('shelf saved', days(8).changed);
  expect(await unsavedFor([days(1), days(20)])).toBe(1);
  await writeSetting('shelf saved', days(2).changed);
  expect(await unsavedFor([days(1), days(20)])).toBe(0);
});
