import 'fake-indexeddb/auto';
import { expect, test, vi } from 'vitest';
import { soon } from '../../../tests/soon';
import {
  addMotifs,
  addPlacement,
  apply,
  assetsOfProject,
  DEFAULT_INTAKE,
  motifOf,
  newProject,
  sendOut,
} from '../../core';
import { hasAsset, listSnapshots, readBolt, writeBolt, writeSnapshot } from '../../shelf';
import type { IncomingPage } from '../intake';
import { nextSession, type Session, session } from '../kernel';

/** What every answer of the engine waits for. */
const gate = { opens: Promise.resolve(), open() {} };
const shut = () => {
  gate.opens = new Promise((resolve) => {
    gate.open = resolve;
  });
};
const file = (letter: string) => ({ png: new Uint8Array([1]), sha256: letter.repeat(64) });
vi.mock('../../engine', () => ({
  Stopped: class extends Error {},
  letGoOfPage() {},
  keepPieces: async () => {
    await gate.opens;
    return [file('a')];
  },
  takeDrawing: async () => {
    await gate.opens;
    const box = { x: 10, y: 10, width: 200, height: 100 };
    return { ...file('b'), box, sheet: { width: 300, height: 300 } };
  },
  tileFile: async () => {
    await gate.opens;
    return { ...file('c'), width: 300, height: 300, ground: [200, 200, 200] };
  },
  takeReturn: async () => {
    await gate.opens;
    const png = (letter: string) => ({ bytes: new Uint8Array([1]), sha256: letter.repeat(64) });
    return {
      found: { mirrored: false, turned: false, scale: 1, x: 0, y: 0, exact: true },
      ...{ onlyStrokes: false, newMm2: 4, overMm2: 0, over: null, colours: [] },
      report: { touching: [], near: [] },
      art: { ...png('d'), width: 300, height: 300 },
      picture: png('e'),
    };
  },
}));
const page = new EventTarget();
vi.stubGlobal('addEventListener', page.addEventListener.bind(page));
vi.stubGlobal('removeEventListener', page.removeEventListener.bind(page));
vi.stubGlobal('document', new EventTarget());

const { edit, openBolt, startAutosave, useBolt } = await import('../bolt/bolt');
const { keepDrawing } = await import('../intake/drawing');
const { takeBackFile } = await import('../returns/drawn-on');
const { firstGuesses, keepPage } = await import('../intake/intake');
const { useJobs } = await import('../kernel/jobs');
const { keepDraft, readDraft } = await import('../intake/page-draft');
const { keepNow, withoutDraft } = await import('../intake/page-job');
const { takeSnapshot } = await import('../bolt/snapshots');
const { layTile, layTileNow } = await import('../intake/tile');

const incoming: IncomingPage = {
  ...{ kind: 'page', type: 'jpeg', name: 'Sheet.jpg', bytes: new Uint8Array([1, 2, 3]) },
  ...{ sha256: 'f'.repeat(64), width: 900, height: 900, ppi: 300, down: null, camera: false },
};
const origin = { source: 'mine', permission: 'mine' } as const;
const project = () => {
  const { project } = useBolt.getState();
  if (!project) throw new Error('No bolt is open.');
  return project;
};

async function open(id: string): Promise<Session> {
  const mine = nextSession();
  await mine.before;
  await openBolt(id);
  mine.atEnd(startAutosave(mine));
  return mine;
}

/** Ways to begin work in a bolt that is waited for; each gives the end of it. */
const WORK: Record<string, (bolt: Session) => Promise<unknown>> = {
  'keeping motifs': (bolt) => {
    const thumb = {} as ImageBitmap;
    const found = { box: { x: 0, y: 0, width: 90, height: 90 }, area: 8000, thumb, top: true, cutOff: [] };
    const cuts = firstGuesses([found], project(), 300, {});
    return keepNow(bolt, 'Keeping.', (work) =>
      keepPage(bolt, incoming, DEFAULT_INTAKE, 300, cuts, origin, work),
    );
  },
  'taking a drawing in': (bolt) =>
    keepNow(bolt, 'Taking in.', (work) => {
      const taken = { keep: true, asCell: true, straight: true };
      return keepDrawing(bolt, incoming, DEFAULT_INTAKE, 300, null, taken, origin, work);
    }),
  'laying a tile': (bolt) =>
    layTileNow(bolt, () => {
      const laid = { widthMm: 25, heightMm: 25, use: 'cloth', colour: { as: 'itself' } } as const;
      const mending = { wrap: null, blots: [] };
      return withoutDraft(bolt, layTile(bolt, incoming, DEFAULT_INTAKE, mending, laid, origin));
    }),
  'taking a drawing back': (bolt) => {
    edit(bolt, () =>
      sendOut({
        ...{ under: null, guide: null, cloth: 'c'.repeat(64), after: 0, asset: 'f'.repeat(64) },
        ...{ at: new Date().toISOString(), how: 'as-laid', frame: 'cell' },
        ...{ x: 0, y: 0, width: 300, height: 300, ppi: 300 },
      }),
    );
    return takeBackFile(bolt, new File(['png'], 'back.png'));
  },
};

const trouble = (bolt: Session) =>
  useJobs
    .of(bolt)
    .getState()
    .jobs.find((j) => j.trouble)?.trouble ?? null;
const stored = async (id: string) => ({ bolt: await readBolt(id), states: await listSnapshots(id) });

test.each(Object.keys(WORK))(
  '%s, begun in a bolt that is left for another, is finished in its own',
  async (what) => {
    const [a, b] = [`a ${what}`, `b ${what}`];
    const small = { ...newProject(a, 'A').brief, widthMm: 25.4, heightMm: 25.4 };
    const layout = { kind: 'straight', drop: { p: 1, q: 2 } } as const;
    await writeBolt({ ...newProject(a, 'A'), brief: small, layout }, []);
    await writeBolt(newProject(b, 'B'), []);
    shut();
    const mine = await open(a);
    await keepDraft(a, incoming, { ppi: 300, settings: DEFAULT_INTAKE });
    const done = WORK[what]?.(mine);
    const theirs = await open(b);
    expect([trouble(mine), mine.left, mine.closed, session() === theirs]).toEqual([null, true, false, true]);
    const before = await stored(b);
    const unchanged = useBolt.getState().project;
    gate.open();
    expect([Boolean(await done), trouble(mine)]).toEqual([true, null]);
    await soon(() => expect(mine.closed).toBe(true));
    // Bolt A has the art in its document and log, and its pictures are stored.
    await soon(async () => expect((await readBolt(a))?.log.at(-1)?.kind).toBe('motifs'));
    const after = await readBolt(a);
    const names = after ? assetsOfProject(after.project) : [];
    expect(names.length).toBeGreaterThan(0);
    for (const name of names.filter((n) => n !== 'f'.repeat(64))) expect(await hasAsset(name)).toBe(true);
    // A page that was kept is not offered again.
    const comesBack = what === 'taking a drawing back';
    expect((await readDraft(a))?.name).toBe(comesBack ? incoming.name : undefined);
    expect(await stored(b)).toEqual(before);
    expect(useBolt.getState().project).toBe(unchanged);
    await theirs.close();
  },
);

test('a snapshot begun in one bolt stays in that bolt when another is opened meanwhile', async () => {
  const motif = motifOf({ id: 'm', name: 'Kite', asset: 'a'.repeat(64), width: 60, height: 30, ppi: 300 });
  const laid = { id: 'p', motif: 'm', x: 5, y: 6, angle: 0, scale: 1, mirror: false };
  const of = apply(apply(newProject('a', 'A'), addMotifs([motif])), addPlacement(laid));
  await writeBolt(of, []);
  await writeBolt(newProject('b', 'B'), []);
  const mine = await open('a');
  const coming = takeSnapshot(mine, 'Sent to the mill');
  const theirs = await open('b');
  expect(await coming).toMatchObject({ bolt: 'a', name: 'Sent to the mill' });
  expect((await listSnapshots('a')).map((s) => s.project)).toEqual([of]);
  expect(await listSnapshots('b')).toEqual([]);
  // The other one numbers its own states only.
  await writeSnapshot({ id: 's', bolt: 'a', name: 'State 7', at: new Date().toISOString(), project: of });
  expect(await takeSnapshot(theirs)).toMatchObject({ bolt: 'b', name: 'State 1' });
  await theirs.close();
});

test('a closed bolt refuses: nothing is begun in it, nothing is changed, and nothing of what comes late is kept', async () => {
  await writeBolt(newProject('closed', 'Closed'), []);
  const mine = await open('closed');
  const before = await stored('closed');
  await mine.close();
  shut();
  gate.open();
  expect(await WORK['taking a drawing in']?.(mine)).toBe(false);
  expect(edit(mine, addMotifs([]))).toBe(false);
  expect(await takeSnapshot(mine)).toBeNull();
  expect(await stored('closed')).toEqual(before);
});
